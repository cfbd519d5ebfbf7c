import type { Step } from '../../plan/model';
import type { Tap } from '../../reach/reach';
import type { Stacks } from '../../reach/stacks';
import { walkBy } from '../../reach/witness';

/** The steps that go back to what some run does not have in its stack, each with such a run. */
export function* missingTargets({ all, saturation }: Stacks): Generator<readonly [Step, readonly Tap[]], void, void> {
  const seen = new Set<Step>();
  for (const head of saturation.heads) {
    for (const rule of head.rules) {
      for (const step of rule.missing) {
        if (seen.has(step)) continue;
        seen.add(step);
        yield [step, walkBy(all, all.soonestOf(head)!, rule, rule.word[0] ?? head.symbol)];
      }
    }
  }
}
