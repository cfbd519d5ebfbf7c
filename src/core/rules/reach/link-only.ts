import type { Screen } from '../../plan/model';
import { knownStacks, type VariantReach } from '../../reach';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const linkOnly: Rule = {
  id: 'reach/link-only',
  severity: 'note',
  groups: ['reach', 'ways'],
  reason: 'Only a link or an entry leads to the screen.',
  explanation:
    'Users who tap through the app never find this screen. That is right for a receipt in an e-mail. It is ' +
    'wrong if somebody forgot the control that leads there.',
  ...example`
      app "Huts"
      origin huts:
      start hut
    - screen hut "Hut" {}
    + screen hut "Hut" {
    +   on "Map" push map
    + }
      screen map "Map" {
        link /map
      }
  `,
  *check({ plan, reach }) {
    for (const screen of plan.screens) {
      const reached = reach.variants.filter(({ verdicts }) => verdicts[screen.index]!.reachable === 'yes');
      const [first] = reached;
      if (!first || !reach.variants.every((variant) => nothingInsideLeadsTo(screen, variant))) continue;
      yield {
        range: screen.nameNode,
        summary: say`Only links and entries lead to ${screen.label}.`,
        detail: say`No tap inside the app shows it, so users who follow no link never find it.`,
        subject: screen.label,
        walk: first.verdicts[screen.index]!.walk,
        walkIn: first.name,
      };
    }
  },
};

/** Whether it is proved that no walk inside the app shows a screen. */
function nothingInsideLeadsTo(screen: Screen, variant: VariantReach): boolean {
  const known = knownStacks(variant);
  return known !== null && known.shownOn(screen, known.inside).length === 0;
}
