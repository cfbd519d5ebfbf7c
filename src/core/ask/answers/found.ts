import type { Plan, Screen } from '../../plan/model';
import type { VariantReach } from '../../reach';
import type { Tap } from '../../walk/tap';
import { retrace } from '../../walk/trail';
import type { AnswerWalk, FoundScreen } from '../parts/answer';

/** A walk as steps of the language; null if there is none. */
export function walkOf(plan: Plan, variant: string, walk: readonly Tap[] | null): AnswerWalk | null {
  const steps = walk && retrace(plan, variant, walk);
  return steps && { variant, steps };
}

/** A screen with its shortest known walk. */
export function foundIn(plan: Plan, reach: VariantReach, screen: Screen): FoundScreen {
  const { taps, walk } = reach.verdicts[screen.index]!;
  return { screen: screen.label, taps, walk: walkOf(plan, reach.name, walk) };
}
