import type { Check } from '../../check';
import { replay } from '../../walk/replay';
import { reachOf } from '../../report/variant';
import type { LostAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { planWithout } from '../parts/variation';
import { foundIn } from './found';

/** Finds what users lose if all triggers of a label go from a screen. Costs a check of the plan without them. */
export function answerLost(
  asked: Check,
  question: Extract<PlanQuestion, { kind: 'lost' }>,
  variant: string,
): LostAnswer {
  const { screen, trigger } = question;
  const gone = screen.transitions.filter((one) => one.trigger === trigger).map(({ node }) => node);
  const later = planWithout(asked, gone);
  const [was, is] = [reachOf(asked, variant), reachOf(later, variant)];
  const changed = asked.plan.screens.map((one) => {
    const [before, after] = [was.verdicts[one.index]!, is.verdicts[one.index]!];
    return { one, before, after };
  });
  const shown = changed.filter(({ before }) => before.reachable === 'yes');
  const isFarther = ({ before, after }: (typeof shown)[number]): boolean =>
    after.reachable === 'yes' && (after.taps! > before.taps! || (after.fromOutside && !before.fromOutside));
  // A walk that is not proved to be the shortest proves nothing farther.
  const farther = shown.filter((one) => isFarther(one) && one.after.isShortest === true);
  const holds = (plan: Check['plan']): boolean[] =>
    plan.walks.map((walk) => replay(plan, variant, walk.body?.items ?? []).outcome === 'holds');
  const [held, stillHolds] = [holds(asked.plan), holds(later.plan)];
  return {
    kind: 'lost',
    variant,
    screen: screen.label,
    trigger,
    stranded: shown.filter(({ after }) => after.reachable === 'no').map(({ one }) => foundIn(asked.plan, was, one)),
    farther: farther.map(({ one, before, after }) => ({
      screen: one.label,
      before: before.taps!,
      after: after.taps!,
      fromOutside: after.fromOutside,
    })),
    walks: asked.plan.walks.flatMap((walk, index) =>
      held[index] && !stillHolds[index] ? [walk.title?.value ?? ''] : [],
    ),
    undecided: shown
      .filter((one) => one.after.reachable === 'undecided' || (isFarther(one) && one.after.isShortest !== true))
      .map(({ one }) => one.label),
  };
}
