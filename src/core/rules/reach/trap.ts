import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { example } from '../parts/example';
import { leadToStart } from '../parts/lead-to-start';
import { enumerate, say } from '../parts/message';
import type { Rule } from '../parts/rule';
import { inVariants, type Seen, sayVariant, sayWalk } from '../parts/stack-parts';
import { suspecting, walkOutOfReach } from '../../reach';

interface Trapped {
  readonly screens: readonly Screen[];
  readonly walk: readonly Tap[];
}

export const trap: Rule = {
  id: 'reach/trap',
  severity: 'warning',
  groups: ['reach', 'ways'],
  reason: 'From these screens nothing leads back to the start.',
  explanation:
    'The user taps from one of these screens to the next and never comes back to the start of the app. That ' +
    'is right after a first-time tour, and nearly always wrong elsewhere. Lead back to the start from one of ' +
    'them. If most screens of the app are like that, Andante takes the start for a welcome or a sign-in, and ' +
    'reports nothing.',
  ...example`
      app "Huts"
      start home
      screen home "Home" {
        on "Tour" reset a
        on "Huts" push huts
        on "Stays" push stays
        on "Help" push help
      }
      screen huts "Huts" {}
      screen stays "Stays" {}
      screen help "Help" {}
      screen a "A" { on "B" reset b }
    - screen b "B" { on "A" reset a }
    + screen b "B" {
    +   on "A" reset a
    +   on "Home" reset home
    + }
  `,
  *check(context) {
    const start = context.plan.start?.target;
    if (!start) return;
    const found = yield* inVariants(
      context,
      function* ({ stacks }): Seen<string, Trapped> {
        const { inside } = stacks;
        const toStart = yield* stacks.predecessorsOf(start);
        // Nearly everywhere.
        if (toStart.haveAll) return;
        const screens: Screen[] = [];
        let walk: readonly Tap[] | null = null;
        for (const screen of context.plan.screens) {
          // A screen from which nothing leads on is a dead end instead.
          const pathEdges =
            screen === start ? [] : stacks.shownOn(screen, inside).filter(({ head }) => !stacks.staysAsItIs(head));
          const shown = yield* walkOutOfReach(stacks, inside, toStart, pathEdges);
          if (!shown) continue;
          screens.push(screen);
          if (!walk || shown.length < walk.length) walk = shown;
        }
        // If most of the app lies beyond it, the start is an entrance that users see once.
        const reached = new Set(inside.shown.map(({ head }) => head.symbol.screen)).size;
        if (walk && screens.length * 2 < reached) yield [screens.map(({ index }) => index).join(), { screens, walk }];
      },
      function* (variant): Seen<string, Trapped> {
        const { trapped } = yield* suspecting(context.plan, variant);
        const screens = [...trapped.keys()];
        const reached = new Set(variant.upperBound.all.shown.map(({ head }) => head.symbol.screen)).size;
        if (screens.length > 0 && screens.length * 2 < reached)
          yield [
            screens.map(({ index }) => index).join(),
            {
              screens,
              walk: [...trapped.values()].reduce((short, walk) => (walk.length < short.length ? walk : short)),
            },
          ];
      },
    );
    for (const {
      found: { screens, walk },
      variant,
    } of found) {
      yield {
        range: screens[0]!.nameNode,
        summary: say`${sayVariant(variant)}From ${enumerate(screens.map(({ label }) => label))} nothing leads back to ${start.label}.`,
        detail: say`After ${sayWalk(walk)} no tap, and no Back, ever shows it again.`,
        subject: screens[0]!.label,
        variant,
        walk,
        fixes: leadToStart(context.plan, screens[0]!),
      };
    }
  },
};
