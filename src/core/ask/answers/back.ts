import type { Check } from '../../check';
import { walkRevealing } from '../../reach';
import { reachOf } from '../../report/variant';
import type { BackAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { walkOf } from './found';

/** Finds the screens that Back can reveal on a screen, over all runs, each with a walk after which it does. */
export function answerBack(
  asked: Check,
  { screen }: Extract<PlanQuestion, { kind: 'back' }>,
  variant: string,
): BackAnswer {
  const reach = reachOf(asked, variant);
  const { reveals, whole, leaves } = reach.back(screen);
  return {
    kind: 'back',
    variant,
    screen: screen.label,
    leaves,
    whole,
    screens: reveals.map((revealed) => {
      const walk = walkRevealing(reach, screen, revealed);
      return { screen: revealed.label, taps: walk?.length ?? null, walk: walkOf(asked.plan, variant, walk) };
    }),
    undecided: [],
  };
}
