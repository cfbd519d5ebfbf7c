import type { Branch } from '../../plan/model';
import { say, words } from '../message';
import type { Context, Rule } from '../rule';
import { deadBranches } from './dead-branches';

export const gated: Rule = {
  id: 'reach/gated',
  severity: 'warning',
  reason: 'No run ever satisfies the condition of a trigger.',
  explanation:
    'The control is there and never works: by the time anybody sees its screen, the flags never have the values that its ' +
    'condition asks for. Often the step that sets a flag was forgotten, or a comparison names the wrong value.',
  wrong: 'app "Huts"\nstart hut\nflag member\nscreen hut "Hut" {\n  on "Lounge" when member leave "Mail"\n}\n',
  right: 'app "Huts"\nstart hut\nflag member\nscreen hut "Hut" {\n  on "Lounge" when member leave "Mail"\n  on "Join" sets member = true\n}\n',
  *check(context) {
    for (const { transition, branch, never } of deadBranches(context)) {
      if (!never || !branch.node.condition) continue;
      yield {
        range: branch.node.condition,
        summary: say`“${words(transition.trigger)}” on ${transition.screen.label} waits for what never holds.`,
        detail: say`Whenever ${transition.screen.label} is shown, ${conditionOf(context, branch)} does not hold${sayWhoSets(context, branch)}.`,
        subject: transition.screen.label,
      };
    }
  },
};

const conditionOf = ({ text }: Context, { node }: Branch): string => text.slice(node.condition!.from, node.condition!.to);

function sayWhoSets({ plan }: Context, { condition }: Branch): ReturnType<typeof say> {
  if (condition?.kind !== 'flag') return [];
  const sets = plan.screens.some((screen) => screen.transitions.some(({ branches }) => branches.some(({ steps }) =>
    steps.some((step) => step.kind === 'sets' && step.flag === condition.flag && step.value === condition.value))));
  return sets ? [] : say`, and no trigger makes it so`;
}
