import { listBeside, type Plan, type Screen } from '../../plan/model';
import { eachStep } from '../../plan/steps';
import { lackOf } from '../../walk/conditions';
import { activeStack } from '../../walk/configuration';
import { listInSight } from '../../walk/in-sight';
import { branchesOf, isBranching } from '../../walk/event';
import { labelOf, type Tap } from '../../walk/tap';
import { Walker } from '../../walk/walker';
import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Context, Fix, Rule } from '../parts/rule';
import { confirmed, inVariants, sayVariant, sayWalk } from '../parts/stack-parts';
import { leaksOf, suspecting } from '../../reach';

export const guardedRevealed: Rule = {
  id: 'stack/guarded-revealed',
  severity: 'error',
  groups: ['stack', 'back'],
  reason: 'Going back shows a screen although its needs do not hold.',
  explanation:
    'The app checks what a screen needs when the screen opens, not when Back reveals it. So a private screen ' +
    'that stays in the stack appears again after a sign-out. Empty the stack where the condition stops ' +
    'holding: end that transition with a reset, or go back past the private screens.',
  ...example`
      app "Huts"
      start home
      flag signedIn
      screen home "Home" { on "Sign in" sets signedIn = true then push stays }
      screen stays "My stays" {
        needs signedIn else back
        on "Profile" push profile
      }
    - screen profile "Profile" { on "Sign out" sets signedIn = false }
    + screen profile "Profile" { on "Sign out" sets signedIn = false then reset home }
  `,
  *check(context) {
    const found = yield* inVariants(
      context,
      function* ({ stacks }) {
        yield* confirmed(yield* leaksOf(stacks));
      },
      function* (variant) {
        yield* confirmed((yield* suspecting(context.plan, variant)).revealed);
      },
    );
    for (const { key: screen, found: revealing, variant } of found) {
      const walk = untilInSight(context.plan, variant ?? context.plan.variants[0]!, screen, revealing);
      const top = walk.at(-1)?.shows;
      yield {
        range: screen.needs[0]!.node,
        summary:
          top && top !== screen
            ? say`${sayVariant(variant)}${screen.label} stays in sight beside ${top.label} although what it needs does not hold.`
            : say`${sayVariant(variant)}Going back shows ${screen.label} although what it needs does not hold.`,
        detail: say`It was in the stack when the condition stopped holding: ${sayWalk(walk)}.`,
        subject: screen.label,
        variant,
        walk,
        fixes: resets(context, screen, walk),
      };
    }
  },
};

/** The shortest part of a walk after which the screen is in sight beside the top, and lacks what it needs. */
function untilInSight(plan: Plan, variant: string, screen: Screen, walk: readonly Tap[]): readonly Tap[] {
  if (!plan.screens.some((other) => listBeside(other, variant) === screen)) return walk;
  const walker = new Walker(plan, variant);
  let now = walker.coldStart();
  for (const [index, tap] of walk.entries()) {
    now = now
      .flatMap((each) => walker.after(each, tap))
      .filter((each) => activeStack(each)!.screen === tap.shows)
      .slice(0, mostAtOnce);
    if (
      now.some((each) => listInSight(activeStack(each), variant)?.screen === screen && lackOf(plan, screen, each.flags))
    )
      return walk.slice(0, index + 1);
  }
  return walk;
}

/** Maximum number of configurations that are followed along a walk. */
const mostAtOnce = 16;

/** Ends the transition, menu item or event of the walk that sets a flag which the screen reads with a reset to the start. */
function resets({ plan }: Context, screen: Screen, walk: readonly Tap[]): Fix[] {
  const start = plan.start?.target;
  if (
    !start ||
    start.needs.length > 0 ||
    start.parameters.some((parameter) => !parameter.initial && parameter.type.kind !== 'optional')
  )
    return [];
  const read = new Set(
    screen.needs.flatMap(({ node }) =>
      node.condition ? namesIn(plan.tree.text.slice(node.condition.from, node.condition.to)) : [],
    ),
  );
  for (const tap of [...walk].reverse()) {
    for (const { steps } of isBranching(tap) ? branchesOf(tap) : []) {
      const last = steps.at(-1);
      if (!last || ![...eachStep(steps)].some((step) => step.kind === 'sets' && step.flag && read.has(step.flag.name)))
        continue;
      if (steps.some((step) => step.kind === 'reset' || step.kind === 'resume')) continue;
      return [
        {
          label: `End “${labelOf(tap)}” with reset ${start.label}`,
          edits: [{ from: last.range.to, to: last.range.to, insert: ` then reset ${start.label}` }],
        },
      ];
    }
  }
  return [];
}

const namesIn = (text: string): string[] => text.match(/[A-Za-z_]\w*/g) ?? [];
