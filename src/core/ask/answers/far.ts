import type { Check } from '../../check';
import { reachOf } from '../../report/variant';
import type { FarAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { foundIn } from './found';

/**
 * Finds the screens that take more taps than asked, farthest first. A screen whose known walk is too long, but not
 * proved to be the shortest, counts as undecided.
 */
export function answerFar(
  asked: Check,
  { taps: most }: Extract<PlanQuestion, { kind: 'far' }>,
  variant: string,
): FarAnswer {
  const reach = reachOf(asked, variant);
  const far = asked.plan.screens.filter(({ index }) => {
    const { reachable, taps } = reach.verdicts[index]!;
    return reachable === 'yes' && taps !== null && taps > most;
  });
  const isProved = (index: number): boolean => reach.verdicts[index]!.isShortest === true;
  return {
    kind: 'far',
    variant,
    most,
    screens: far
      .filter(({ index }) => isProved(index))
      .map((screen) => foundIn(asked.plan, reach, screen))
      .sort((a, b) => b.taps! - a.taps!),
    undecided: asked.plan.screens
      .filter(
        (screen) =>
          reach.verdicts[screen.index]!.reachable === 'undecided' || (far.includes(screen) && !isProved(screen.index)),
      )
      .map(({ label }) => label),
  };
}
