import { say, words } from '../parts/message';
import type { Rule } from '../parts/rule';

export const syntax: Rule = {
  id: 'plan/syntax',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'A part of the text cannot be read.',
  explanation:
    'What cannot be read says nothing: the statement is left out, and the rest of the plan still counts. Each place is ' +
    'reported once, where reading stopped making sense.',
  wrong: 'app "Huts"\nstart hut\nscreen hut "Hut" {\n  on "Map" push map\n}\nscreen map "Map" {\n  on "Done" bakc\n}\n',
  right: 'app "Huts"\nstart hut\nscreen hut "Hut" {\n  on "Map" push map\n}\nscreen map "Map" {\n  on "Done" back\n}\n',
  *check({ plan }) {
    for (const { from, to, message, fix } of plan.tree.problems) {
      yield {
        range: { from, to },
        summary: say`${words(message)}`,
        detail: say`What can be read around it still counts.`,
        subject: null,
        fixes: fix ? [fix] : [],
      };
    }
    for (const { file, from, to } of plan.includes) {
      if (!file) continue;
      yield {
        range: { from, to },
        summary: say`What ${file.value} says is not part of this plan.`,
        detail: say`Files are put together on the command line and at import; here a plan is one text.`,
        subject: null,
      };
    }
  },
};
