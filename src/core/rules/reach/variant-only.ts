import { isIn, type Only, type Plan } from '../../plan/model';
import type { Site } from '../../supply/site';
import { example } from '../parts/example';
import { enumerate, say, words } from '../parts/message';
import type { Rule } from '../parts/rule';

export const variantOnly: Rule = {
  id: 'reach/variant-only',
  severity: 'warning',
  groups: ['reach', 'ways'],
  reason: 'A screen is reached in some variants, but not in all that have it.',
  explanation:
    'A menu or tab of one variant leads to the screen, and the other variant has no such control. Its users ' +
    'never see the screen. Lead to the screen there too, or write “only” to say which variants have it.',
  ...example`
      app "Huts"
      variants phone, tablet
      start hut
    - menu "More" only tablet { "Map" reset map }
    + menu "More" { "Map" reset map }
      screen hut "Hut" {}
      screen map "Map" { on "Hut" reset hut }
  `,
  *check({ plan, reach, supply }) {
    if (plan.variants.length < 2) return;
    for (const screen of plan.screens) {
      const there = reach.variants.filter(({ name }) => isIn(screen.only, name));
      const without = there.filter(({ verdicts }) => verdicts[screen.index]!.reachable === 'no');
      const reached = there.filter(({ verdicts }) => verdicts[screen.index]!.reachable === 'yes');
      if (without.length === 0 || reached.length === 0) continue;
      const names = reached.map(({ name }) => name);
      const to = screen.nameNode.to + (screen.title ? screen.title.to - screen.nameNode.to : 0);
      yield {
        range: screen.nameNode,
        summary: say`${screen.label} is reached in ${enumerate(names)}, not in ${enumerate(without.map(({ name }) => name))}.`,
        detail: say`The screen is declared for ${words(without.length === 1 ? 'that variant' : 'those variants')}, but no walk there reaches it.`,
        subject: screen.label,
        variant: without.length === 1 ? without[0]!.name : null,
        fixes:
          screen.only ||
          !supply.into[screen.index]!.every(({ site }) => without.every(({ name }) => isElsewhere(plan, site, name)))
            ? []
            : [
                {
                  label: `Have it only in ${names.join(', ')}`,
                  edits: [{ from: to, to, insert: ` only ${names.join(', ')}` }],
                },
              ],
      };
    }
  },
};

/** Whether a way in does not stand in the variant at all, so that it would not break there. */
function isElsewhere(plan: Plan, site: Site, variant: string): boolean {
  const outside = (...all: Only[]): boolean => all.some((only) => !isIn(only, variant));
  switch (site.kind) {
    case 'transition':
      return outside(site.transition.only, site.transition.screen.only);
    case 'needs':
      return outside(site.screen.only);
    case 'item':
      return outside(site.item.menu.only);
    case 'tab':
      return outside(plan.tabBars.find(({ tabs }) => tabs.includes(site.tab))!.only);
    case 'entry':
      return outside(site.entry.only);
    default:
      return false;
  }
}
