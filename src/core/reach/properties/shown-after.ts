import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { type Beginning, Restarted, Saturation } from '../post-star';
import { ExactStacks, tapsOf, type Used, usesTo, walkTo } from '../queries';
import type { KnownStacks } from '../verdicts';
import type { Work } from '../../base/slices';

/** A walk that shows one screen and later another; null if no run does; `undecided` past the budget. */
export function* walkAfter(
  stacks: KnownStacks,
  first: Screen,
  later: Screen,
): Work<readonly Tap[] | 'undecided' | null> {
  // Control states remember in one more bit whether it was shown.
  const monitored = yield* stacks.monitoring(first);
  if (!monitored) return 'undecided';
  // A walk counts even if the saturation is incomplete.
  const pathEdge = monitored.runs.shown.find(
    ({ head: { symbol, control } }) => symbol.screen === later && control.seen,
  );
  if (pathEdge) return walkTo(monitored.runs, pathEdge);
  if (monitored.exhausted) return 'undecided';
  return stacks instanceof ExactStacks ? yield* acrossTabs(stacks, first, later) : null;
}

/**
 * A walk that shows the first screen in one tab, and the later one in another tab, whose stack began earlier; null if
 * there is none.
 */
function* acrossTabs(stacks: ExactStacks, first: Screen, later: Screen): Work<readonly Tap[] | 'undecided' | null> {
  const before = yield* beginningsAfter(stacks, first);
  if (before.size === 0) return null;
  const system = new Restarted(stacks.system, [...before.keys()]);
  const after = new Saturation(system, stacks.budget, stacks.system.hasExternalEvents, false);
  yield* after.run();
  let short: Used[] | null = null;
  for (const { head } of after.runs.shown) {
    if (head.symbol.screen !== later) continue;
    const [start, ...uses] = usesTo(after.runs, after.runs.soonestOf(head)!);
    const used = [...before.get(system.beginningOf(start!.rule))!, ...uses];
    if (!short || used.length < short.length) short = used;
  }
  return short ? tapsOf(short) : after.exhausted ? 'undecided' : null;
}

/** Initial stacks of tabs that are shown after a screen was shown in another tab, each with a run that gets there. */
function* beginningsAfter(stacks: ExactStacks, screen: Screen): Work<Map<Beginning, readonly Used[]>> {
  const before = new Map<Beginning, readonly Used[]>();
  const valuations = new Set(
    stacks.headsOf(screen).flatMap((head) => (stacks.hasOtherTabs(head) ? [head.control.valuation] : [])),
  );
  for (const epoch of [...valuations].flatMap((valuation) => stacks.epochsOf(stacks.all).with(valuation))) {
    for (const stack of stacks.tabs) {
      yield;
      const [shown] = epoch.tab(stack).visits(({ symbol }) => symbol.screen === screen);
      if (!shown) continue;
      for (const other of stacks.tabs) {
        for (const beginning of other === stack ? [] : epoch.tab(other).beginnings) {
          const used = epoch.usesUpTo(beginning, other, [shown]);
          if (used.length < (before.get(beginning)?.length ?? Infinity)) before.set(beginning, used);
        }
      }
    }
  }
  return before;
}
