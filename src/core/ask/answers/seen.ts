import { toEnd } from '../../base/slices';
import type { Check } from '../../check';
import type { Screen } from '../../plan/model';
import { walkTaking, walkToward, type VariantReach } from '../../reach';
import { reachOf } from '../../report/variant';
import { mayHold } from '../../walk/conditions';
import { activeStack, type Configuration } from '../../walk/configuration';
import type { Tap } from '../../walk/tap';
import type { SeenAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { probed, type Probed } from '../parts/variation';
import { walkOf } from './found';

/** Finds the screens that some run shows while a condition on flags holds. Costs a check of the plan with probes. */
export function answerSeen(
  asked: Check,
  { condition }: Extract<PlanQuestion, { kind: 'seen' }>,
  variant: string,
): SeenAnswer {
  const probes = probed(asked, condition, asked.plan.screens);
  const { check: checked } = probes;
  const reach = reachOf(checked, variant);
  const decided = checked.plan.screens.map((screen) => ({
    screen,
    walk: toEnd(walkTaking(reach, screen, probes.branchOn(screen))),
  }));
  const nearest = decided
    .flatMap(({ walk }) => (walk && walk !== 'undecided' ? [probes.without(walk)] : []))
    .reduce<readonly Tap[] | null>((short, walk) => (short && short.length <= walk.length ? short : walk), null);
  const searched = new Set(decided.filter(({ walk }) => walk === 'undecided').slice(0, mostSearches));
  const found = decided.map((one) => {
    const further = nearest && searched.has(one) ? walkFurther(probes, reach, nearest, one.screen) : null;
    return { screen: one.screen.label, walk: further ?? one.walk };
  });
  return {
    kind: 'seen',
    variant,
    condition,
    screens: found.flatMap(({ screen, walk }) =>
      walk && walk !== 'undecided'
        ? [{ screen, taps: walk.length, walk: walkOf(checked.plan, variant, probes.without(walk)) }]
        : [],
    ),
    undecided: found.filter(({ walk }) => walk === 'undecided').map(({ screen }) => screen),
  };
}

/** Undecided screens that are searched; each may take a tenth of a second or two. */
const mostSearches = 10;

/** A walk that goes on from another one to a screen, and ends while the condition of its probe holds; null for none. */
function walkFurther(
  probes: Probed,
  reach: VariantReach,
  first: readonly Tap[],
  screen: Screen,
): readonly Tap[] | null {
  const { plan } = probes.check;
  const { condition } = probes.branchOn(screen);
  const ends = (end: Configuration): boolean =>
    activeStack(end)!.screen === screen && condition !== null && mayHold(plan, condition, end.flags);
  const toward = walkToward(plan, reach.name, first, screen, { avoids: probes.isProbe, ends });
  return toward && [...first, ...toward.taps];
}
