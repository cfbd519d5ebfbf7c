import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Rule } from '../parts/rule';
import { deadBranches } from '../../reach';
import { ownerOf } from '../parts/branch-owner';

export const deadTransition: Rule = {
  id: 'reach/dead-transition',
  severity: 'warning',
  groups: ['reach', 'ways'],
  reason: 'No run takes this branch.',
  explanation:
    'Andante tries the branches of a trigger in order. Whenever this branch could be taken, an earlier one is ' +
    'taken instead. Check the conditions of the earlier branches: one of them is weaker than intended.',
  ...example`
      app "Huts"
      start hut
      flag member
      screen hut "Hut" {
        on "Join" sets member = true
    -   on "Pay" when member leave "Bank" otherwise when not member leave "Shop" otherwise leave "Mail"
    +   on "Pay" when member leave "Bank" otherwise leave "Shop"
      }
  `,
  *check(context) {
    for (const dead of yield* deadBranches(context)) {
      if (dead.never) continue;
      const place = dead.branches.indexOf(dead.branch);
      const { what, subject } = ownerOf(dead);
      yield {
        range: dead.branch.node,
        summary: say`Branch ${place + 1} of ${what} never happens.`,
        detail: say`In every run ${words(place === 1 ? 'the branch' : 'one of the branches')} before it happens first.`,
        subject,
      };
    }
  },
};
