import type { Step } from '../../plan/model';
import type { Tap } from '../../reach/reach';
import type { Stacks } from '../../reach/stacks';
import { walkBy } from '../../reach/witness';

/** The steps that go back to what some run does not have in its stack, each with such a run. */
export function* missingTargets({ all }: Stacks): Generator<readonly [Step, readonly Tap[]], void, void> {
  const seen = new Set<Step>();
  for (const { control, taken } of all.controls) {
    for (const transition of taken) {
      for (const rule of all.rulesOf(control!, transition.symbol)) {
        for (const step of rule.missing) {
          if (seen.has(step)) continue;
          seen.add(step);
          yield [step, walkBy(transition, rule, rule.word[0] ?? transition.symbol)];
        }
      }
    }
  }
}
