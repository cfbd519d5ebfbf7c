import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

/** Most tabs that fit on a phone, each wide enough for a thumb and its label. */
const most = 5;

export const tooManyTabs: Rule = {
  id: 'menu/too-many-tabs',
  severity: 'warning',
  groups: ['order'],
  reason: 'There are more than five tabs.',
  explanation:
    'With six tabs on a phone, each is too narrow for a thumb, or the last ones hide behind another tab. Move ' +
    'the tabs that people use least into a menu.',
  ...example`
      app "Huts"
      start a
      tabs {
        "A" a
        "B" b
        "C" c
        "D" d
        "E" e
    -   "F" f
      }
      screen a "A"
      screen b "B"
      screen c "C"
      screen d "D"
      screen e "E"
    - screen f "F"
  `,
  *check({ plan }) {
    for (const { tabs } of plan.tabBars) {
      const first = tabs[most];
      if (!first) continue;
      yield {
        range: { from: first.node.from, to: tabs.at(-1)!.node.to },
        summary: say`There are ${tabs.length} tabs.`,
        detail: say`More than five do not fit on a phone. Move the least used ones into a menu.`,
        subject: first.label,
      };
    }
  },
};
