import type { SyntaxFix } from '../../language/syntax';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import { NamelessValues } from '../parts/nameless';
import type { Fix, Rule } from '../parts/rule';

/** The fix of a problem. It only corrects the spelling, unless the text was not read as if it were made. */
const fixOf = ({ label, edits, isNearest }: SyntaxFix): Fix =>
  isNearest ? { label, edits } : { label, edits, spells: true };

export const syntax: Rule = {
  id: 'plan/syntax',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'Andante cannot read a part of the text.',
  explanation:
    'Andante leaves the unreadable statement out and checks the rest of the plan. It reports each mistake ' +
    'once, at the word where reading failed.',
  ...example`
      app "Huts"
      start hut
      screen hut "Hut" {
        on "Map" push map
      }
      screen map "Map" {
    -   on "Done" bakc
    +   on "Done" back
      }
  `,
  *check({ plan }) {
    const nameless = new NamelessValues(plan);
    for (const problem of plan.tree.problems) {
      const { from, to, message, fix } = problem;
      yield {
        range: { from, to },
        summary: say`${words(message)}`,
        detail: say`Andante checks the rest of the plan.`,
        subject: null,
        fixes: fix ? [fixOf(fix)] : nameless.fixesFor(problem),
      };
    }
    for (const { file, from, to } of plan.includes) {
      if (!file) continue;
      yield {
        range: { from, to },
        summary: say`The file ${file.value} is not part of this plan.`,
        detail: say`The command line and the import join included files. Here a plan is one text.`,
        subject: null,
      };
    }
  },
};
