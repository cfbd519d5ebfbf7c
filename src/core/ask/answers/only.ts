import type { Check } from '../../check';
import type { TextRange } from '../../language/range';
import type { Plan } from '../../plan/model';
import { reachOf } from '../../report/variant';
import type { OnlyAnswer } from '../parts/answer';
import type { Carrier, PlanQuestion } from '../parts/question';
import { opened, planWithout } from '../parts/variation';
import { foundIn } from './found';

/**
 * Finds the screens that some run shows, but none in the plan without links, without menus, or without events. Costs a
 * check of that plan.
 */
export function answerOnly(asked: Check, { by }: Extract<PlanQuestion, { kind: 'only' }>, variant: string): OnlyAnswer {
  const [now, other] = [reachOf(asked, variant), reachOf(planWithout(asked, statementsOf(by, asked.plan)), variant)];
  const shown = asked.plan.screens.filter(({ index }) => now.verdicts[index]!.reachable === 'yes');
  const otherwise = (index: number) => other.verdicts[index]!.reachable;
  return {
    kind: 'only',
    variant,
    by,
    screens: shown.filter(({ index }) => otherwise(index) === 'no').map((screen) => foundIn(asked.plan, now, screen)),
    undecided: shown.filter(({ index }) => otherwise(index) === 'undecided').map(({ label }) => label),
  };
}

function statementsOf(by: Carrier, plan: Plan): TextRange[] {
  switch (by) {
    case 'links':
      return opened(plan);
    case 'menus':
      return plan.menus.map(({ node }) => node);
    case 'events':
      return plan.events.map(({ node }) => node);
  }
}
