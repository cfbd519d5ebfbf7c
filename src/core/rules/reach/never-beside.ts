import { isIn, type Screen } from '../../plan/model';
import { knownStacks } from '../../reach';
import { withoutBeside } from '../../edit/screens';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Context, Rule } from '../parts/rule';

export const neverBeside: Rule = {
  id: 'reach/never-beside',
  severity: 'warning',
  groups: ['reach', 'ways'],
  reason: 'A screen is to be shown beside another one, which never lies directly beneath it.',
  explanation:
    'Two screens are shown side by side where the one lies directly on the other. Here no run has them so: another ' +
    'screen comes between them, the list is replaced, or the detail always comes as a modal screen. Wide screens then ' +
    'show the detail alone.',
  ...example`
      app "Huts"
      variants phone, tablet wide
      start stays
    - screen stays "My stays" { on "Stay" replace stay }
    - screen stay "Stay" beside stays only tablet { on "Back" reset stays }
    + screen stays "My stays" { on "Stay" push stay }
    + screen stay "Stay" beside stays only tablet { on "Back" back }
  `,
  *check(context) {
    for (const screen of context.plan.screens) {
      const { beside } = screen;
      if (!beside?.list || !isNeverBeside(context, screen)) continue;
      yield {
        range: beside.node,
        summary: say`${screen.label} is beside ${beside.list.label}, which never lies directly beneath it.`,
        detail: screen.shape
          ? say`${screen.label} always comes as a ${screen.shape}, and a modal screen lies over all others.`
          : say`In no run does ${screen.label} lie directly on ${beside.list.label}, so it is always shown alone.`,
        subject: screen.label,
        fixes: [{ label: 'Show it alone', edits: [withoutBeside(context.text, screen)] }],
      };
    }
  },
};

/** Whether it is proved for all variants that reach the screen, of which there is one. */
function isNeverBeside({ reach }: Context, screen: Screen): boolean {
  const there = reach.variants.filter(
    ({ name, verdicts }) =>
      isIn(screen.beside!.only, name) && isIn(screen.only, name) && verdicts[screen.index]!.reachable !== 'no',
  );
  return (
    there.length > 0 &&
    there.every((variant) => {
      const stacks = knownStacks(variant);
      return stacks !== null && !stacks.isEverBeside(screen);
    })
  );
}
