import { toEnd } from '../../base/slices';
import { check, type Check } from '../../check';
import { walkTaking } from '../../reach';
import { reachOf } from '../../report/variant';
import type { SeenAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { probed, probeOn, withoutProbes } from '../parts/variation';
import { walkOf } from './found';

/** Finds the screens that some run shows while a condition on flags holds. Costs a check of the plan with probes. */
export function answerSeen(
  asked: Check,
  { condition }: Extract<PlanQuestion, { kind: 'seen' }>,
  variant: string,
): SeenAnswer {
  const checked = check(probed(asked, asked.plan.screens, condition));
  const reach = reachOf(checked, variant);
  const found = checked.plan.screens.map((screen) => ({
    screen: screen.label,
    walk: toEnd(walkTaking(reach, screen, probeOn(screen))),
  }));
  return {
    kind: 'seen',
    variant,
    condition,
    screens: found.flatMap(({ screen, walk }) =>
      walk && walk !== 'undecided'
        ? [{ screen, taps: walk.length, walk: walkOf(checked.plan, variant, withoutProbes(walk)) }]
        : [],
    ),
    undecided: found.filter(({ walk }) => walk === 'undecided').map(({ screen }) => screen),
  };
}
