import type { Screen } from '../../plan/model';
import type { Tap } from '../../reach/reach';
import type { Stacks } from '../../reach/stacks';
import { walkPopping, walkTo } from '../../reach/witness';

/** The screens that going back shows although what they need does not hold, each with a walk. */
export function* revealedWithoutNeeds({ all, saturation, system }: Stacks): Generator<readonly [Screen, readonly Tap[]], void, void> {
  if (system.variant.asking.length === 0) return;
  const seen = new Set<Screen>();
  const lacks = (screen: Screen, valuation: number): boolean =>
    !seen.has(screen) && screen.needs.some(({ condition }) => system.valuations.outcome(condition, valuation) === 'fails');
  // Not only how a screen is reached first: one that is shown by other means may also be gone back to.
  for (const place of saturation.places) {
    const edges = [...all.symbolsBeneath(place)].filter(({ symbol }) => symbol.screen.needs.length > 0);
    if (edges.length === 0) continue;
    for (const { control, weight } of saturation.returnsTo(place)) {
      if (control.agenda) continue;
      for (const edge of edges) {
        const { screen } = edge.symbol;
        if (!lacks(screen, control.valuation)) continue;
        seen.add(screen);
        yield [screen, walkPopping(all, place, control, weight, edge)];
      }
    }
  }
  // Back on the last frame of another tab shows whatever the first one was left with.
  const leading = new Set(all.sights.flatMap(({ head: { control, symbol } }) => (symbol.last && !system.variant.backLeavesFrom(control.place) ? [control.valuation] : [])));
  for (const sight of all.sights) {
    const { symbol: { screen }, control: { valuation, place } } = sight.head;
    if (screen.needs.length === 0 || place !== 1 || !leading.has(valuation) || !lacks(screen, valuation)) continue;
    seen.add(screen);
    yield [screen, walkTo(all, sight)];
  }
}
