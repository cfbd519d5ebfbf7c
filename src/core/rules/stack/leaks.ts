import type { Screen } from '../../plan/model';
import type { Tap } from '../../reach/reach';
import type { Stacks } from '../../reach/stacks';
import { walkPopping, walkTo } from '../../reach/witness';

/** The screens that going back shows although what they need does not hold, each with a walk. */
export function* revealedWithoutNeeds({ all, system }: Stacks): Generator<readonly [Screen, readonly Tap[]], void, void> {
  const seen = new Set<Screen>();
  const lacks = (screen: Screen, valuation: number): boolean =>
    !seen.has(screen) && screen.needs.some(({ condition }) => system.valuations.outcome(condition, valuation) === 'fails');
  // Not only how a screen is reached first: one that is shown by other means may also be gone back to.
  for (const place of all.below) {
    for (const [control, { popped }] of place.returns) {
      if (control.agenda) continue;
      for (const edge of place.taken) {
        const { screen } = edge.symbol;
        if (screen.needs.length === 0 || !popped.on || !lacks(screen, control.valuation)) continue;
        seen.add(screen);
        yield [screen, walkPopping(popped.on, popped.rule, edge)];
      }
    }
  }
  // Back on the last frame of another tab shows whatever the first one was left with.
  const leading = new Set(all.heads.flatMap(({ from: { control }, symbol }) => (symbol.last && !system.backLeavesFrom(control!) ? [control!.valuation] : [])));
  for (const head of all.heads) {
    const { symbol: { screen }, from } = head;
    const { valuation, place } = from.control!;
    if (screen.needs.length === 0 || place !== 1 || !leading.has(valuation) || !lacks(screen, valuation)) continue;
    seen.add(screen);
    yield [screen, walkTo(head)];
  }
}
