import { quote } from '../../language/tokens';
import { titleOf } from '../../language/title';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const noTitle: Rule = {
  id: 'name/no-title',
  severity: 'warning',
  groups: ['name'],
  reason: 'A screen has no title.',
  explanation:
    'The title stands at the top of the screen and beside the header arrow of the next one. Without it users ' +
    'see an empty bar, and screen readers say nothing. A title can be fixed or show arguments: "{name}".',
  ...example`
      app "Huts"
      start hut
    - screen hut {}
    + screen hut "Hut" {}
  `,
  *check({ plan }) {
    for (const screen of plan.screens) {
      if (screen.title && screen.title.value.trim() !== '') continue;
      const { from, to } = screen.title ?? { from: screen.nameNode.to, to: screen.nameNode.to };
      const title = quote(titleOf(screen.name));
      yield {
        range: screen.nameNode,
        summary: say`${screen.label} has no title.`,
        detail: say`Its header stays empty, and so does the label beside the header arrow of the next screen.`,
        subject: screen.label,
        fixes: [{ label: `Call it ${title}`, edits: [{ from, to, insert: screen.title ? title : ` ${title}` }] }],
      };
    }
  },
};
