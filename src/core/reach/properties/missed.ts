import type { Missed } from '../../plan/model';
import type { PushdownRule } from '../system';
import type { Tap } from '../../walk/tap';
import { type Stacks, walkByWhole, walkTo } from '../queries';

/** Heads between two pauses: a few milliseconds of work. */
const slice = 2_000;

/**
 * What steps look for in a stack that lacks it: the screen that they go back to, or somebody who asked for a result.
 * Each comes with a walk that ends with the step's tap. Yields nothing to pause.
 */
export function* missedIn({
  all,
  saturation,
  system,
}: Stacks): Generator<readonly [Missed, readonly Tap[]] | void, void, void> {
  const seen = new Set<Missed>();
  const lookAt = function* (
    rules: Iterable<PushdownRule>,
    walk: (rule: PushdownRule) => readonly Tap[],
  ): Generator<readonly [Missed, readonly Tap[]], void, void> {
    for (const rule of rules) {
      for (const missed of rule.missing) {
        if (seen.has(missed)) continue;
        seen.add(missed);
        yield [missed, walk(rule)];
      }
    }
  };
  yield* lookAt(system.coldStart(), () => []);
  for (const [index, head] of saturation.heads.entries()) {
    if (index % slice === slice - 1) yield;
    yield* lookAt(head.rules, (rule) => walkByWhole(all, system, all.soonestOf(head)!, rule));
  }
  for (const { on, valuation } of saturation.openings) {
    yield* lookAt(system.fromOutside(valuation), ({ event, word }) => [
      ...(on ? walkTo(all, on) : []),
      { ...event!, shows: word[0]?.screen ?? null },
    ]);
  }
}
