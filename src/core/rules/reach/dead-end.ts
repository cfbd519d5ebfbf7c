import { isIn, type Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { suspecting, walkTo } from '../../reach';
import { example } from '../parts/example';
import { leadToStart } from '../parts/lead-to-start';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';
import { inVariants, type Seen, sayVariant, sayWalk } from '../parts/stack-parts';

export const deadEnd: Rule = {
  id: 'reach/dead-end',
  severity: 'warning',
  groups: ['reach', 'ways'],
  reason: 'Nothing leads on from a screen, and nothing lies beneath it.',
  explanation:
    'A run ends on the screen with an empty stack beneath. No control leads anywhere, and Back leaves the ' +
    'app, so the user has to start again. Add a way on, or keep a screen beneath to go back to.',
  ...example`
      app "Huts"
      start hut
    - screen hut "Hut" { on "Pay" reset receipt }
    + screen hut "Hut" { on "Pay" push receipt }
      screen receipt "Receipt" {}
  `,
  *check(context) {
    const { plan } = context;
    const found = yield* inVariants(
      context,
      function* ({ name, stacks }): Seen<Screen, readonly Tap[]> {
        for (const screen of plan.screens) {
          // An app of one screen has no way on, and needs none.
          if (screen === plan.start?.target || !isIn(screen.only, name)) continue;
          const pathEdge = stacks.shownOn(screen, stacks.inside).find(({ head }) => stacks.staysAsItIs(head));
          if (pathEdge) yield [screen, walkTo(stacks.inside, pathEdge)];
        }
      },
      function* (variant) {
        yield* (yield* suspecting(context.plan, variant)).deadEnds;
      },
    );
    for (const { key: screen, found: walk, variant } of found) {
      yield {
        range: screen.nameNode,
        summary: say`${sayVariant(variant)}${screen.label} is a dead end: the only way out is to leave the app.`,
        detail: say`After ${sayWalk(walk)} nothing lies beneath it, and no control on it leads on.`,
        subject: screen.label,
        variant,
        walk,
        fixes: leadToStart(plan, screen),
      };
    }
  },
};
