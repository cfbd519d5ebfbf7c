import type { Step } from '../../plan/model';
import type { PushdownRule } from '../system';
import type { Tap } from '../../walk/tap';
import { type Stacks, walkBy, walkTo } from '../queries';

/** Heads between two pauses: a few milliseconds of work. */
const slice = 2_000;

/**
 * Steps that go back to a screen that is not in the stack, each with a walk that ends with the step's tap. Yields
 * nothing to pause.
 */
export function* missingTargets({
  all,
  saturation,
  system,
}: Stacks): Generator<readonly [Step, readonly Tap[]] | void, void, void> {
  const seen = new Set<Step>();
  const lookAt = function* (
    rules: Iterable<PushdownRule>,
    walk: (rule: PushdownRule) => readonly Tap[],
  ): Generator<readonly [Step, readonly Tap[]], void, void> {
    for (const rule of rules) {
      for (const step of rule.missing) {
        if (seen.has(step)) continue;
        seen.add(step);
        yield [step, walk(rule)];
      }
    }
  };
  yield* lookAt(system.coldStart(), () => []);
  for (const [index, head] of saturation.heads.entries()) {
    if (index % slice === slice - 1) yield;
    yield* lookAt(head.rules, (rule) =>
      leaving(rule, walkBy(all, all.soonestOf(head)!, rule, rule.word[0] ?? head.symbol)),
    );
  }
  for (const { on, valuation } of saturation.openings) {
    yield* lookAt(system.fromOutside(valuation), ({ event, word }) => [
      ...(on ? walkTo(all, on) : []),
      { ...event!, shows: word[0]?.screen ?? null },
    ]);
  }
}

/** A walk by a rule that may leave the app with its last tap. */
function leaving({ leaves }: PushdownRule, walk: readonly Tap[]): readonly Tap[] {
  const last = walk.at(-1);
  return leaves && last ? [...walk.slice(0, -1), { ...last, shows: null }] : walk;
}
