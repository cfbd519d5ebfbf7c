import type { Branch, Flag } from '../../plan/model';
import { eachStep, eachStepList } from '../../plan/steps';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Context, Rule } from '../parts/rule';
import { deadBranches } from '../../reach';
import { ownerOf } from '../parts/branch-owner';

export const gated: Rule = {
  id: 'reach/gated',
  severity: 'warning',
  groups: ['reach', 'ways'],
  reason: 'The condition of a trigger, menu item or event never holds.',
  explanation:
    'The user sees the control, and it never works: on this screen the flags never have the values that the ' +
    'condition asks for. Often the step that sets the flag is missing, or the condition compares with the ' +
    'wrong value.',
  ...example`
      app "Huts"
      start hut
      flag member
      screen hut "Hut" {
        on "Lounge" when member leave "Mail"
    +   on "Join" sets member = true
      }
  `,
  *check(context) {
    const set = valuesSet(context);
    for (const dead of yield* deadBranches(context)) {
      const { branch, never } = dead;
      if (!never || !branch.node.condition) continue;
      const { what, when, subject } = ownerOf(dead);
      yield {
        range: branch.node.condition,
        summary: say`${what} has a condition that never holds.`,
        detail: say`Whenever ${when}, ${conditionOf(context, branch)} does not hold${sayWhoSets(set, branch)}.`,
        subject,
      };
    }
  },
};

const conditionOf = ({ text }: Context, { node }: Branch): string =>
  text.slice(node.condition!.from, node.condition!.to);

/** The values that some step gives each flag. */
function valuesSet({ plan }: Context): ReadonlyMap<Flag, ReadonlySet<string>> {
  const set = new Map<Flag, Set<string>>(plan.flags.map((flag) => [flag, new Set()]));
  for (const { steps } of eachStepList(plan)) {
    for (const step of eachStep(steps)) {
      if (step.kind === 'sets' && step.flag && step.value !== null) set.get(step.flag)!.add(step.value);
    }
  }
  return set;
}

function sayWhoSets(set: ReturnType<typeof valuesSet>, { condition }: Branch): ReturnType<typeof say> {
  const isSet = condition?.kind !== 'flag' || set.get(condition.flag)!.has(condition.value);
  return isSet ? [] : say`, and no step sets it`;
}
