import type { Branch } from '../../plan/model';
import { eachStep, eachStepList } from '../../plan/steps';
import { say, words } from '../message';
import type { Context, Rule } from '../rule';
import { deadBranches, ownerOf } from './dead-branches';

export const gated: Rule = {
  id: 'reach/gated',
  severity: 'warning',
  reason: 'No run ever satisfies the condition of a trigger or menu item.',
  explanation:
    'The control is there and never works: by the time anybody sees its screen, the flags never have the values that its ' +
    'condition asks for. Often the step that sets a flag was forgotten, or a comparison names the wrong value.',
  wrong: 'app "Huts"\nstart hut\nflag member\nscreen hut "Hut" {\n  on "Lounge" when member leave "Mail"\n}\n',
  right: 'app "Huts"\nstart hut\nflag member\nscreen hut "Hut" {\n  on "Lounge" when member leave "Mail"\n  on "Join" sets member = true\n}\n',
  *check(context) {
    for (const dead of yield* deadBranches(context)) {
      const { branch, never } = dead;
      if (!never || !branch.node.condition) continue;
      const { label, on, subject } = ownerOf(dead);
      yield {
        range: branch.node.condition,
        summary: say`“${words(label)}” on ${on} waits for what never holds.`,
        detail: say`Whenever ${on} is shown, ${conditionOf(context, branch)} does not hold${sayWhoSets(context, branch)}.`,
        subject,
      };
    }
  },
};

const conditionOf = ({ text }: Context, { node }: Branch): string => text.slice(node.condition!.from, node.condition!.to);

function sayWhoSets({ plan }: Context, { condition }: Branch): ReturnType<typeof say> {
  if (condition?.kind !== 'flag') return [];
  const sets = [...eachStepList(plan)].some(({ steps }) => [...eachStep(steps)].some((step) => step.kind === 'sets' && step.flag === condition.flag && step.value === condition.value));
  return sets ? [] : say`, and no step makes it so`;
}
