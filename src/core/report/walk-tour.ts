import type { Check } from '../check';
import { planTour, tapsIn } from '../walk/tour';
import { stepsOf } from './tour';
import { reachOf, variantNamed } from './variant';
import { outcomesWanted } from './walk-card';
import { keptWalks } from './walk-kept';

/** Walks that use the outcomes which the kept walks leave out. */
export interface RestOfTour {
  readonly walks: readonly { readonly steps: readonly string[]; readonly taps: number; readonly ends: string | null }[];
  readonly taps: number;
  /** Whether they use all of these outcomes. */
  readonly whole: boolean;
}

/** Plans a tour of all outcomes of triggers, menu items and events that the kept walks do not use. */
export function restOfTour(check: Check, variant: string | null): RestOfTour {
  const { plan } = check;
  const name = variantNamed(plan, variant);
  const { used } = keptWalks(plan, name);
  const rest = new Set([...outcomesWanted(plan, name, reachOf(check, name))].filter((branch) => !used.has(branch)));
  const { walks, whole } = planTour(plan, name, rest);
  return {
    walks: walks.map((walk) => ({ steps: stepsOf(walk), taps: walk.length, ends: walk.at(-1)?.shows?.label ?? null })),
    taps: tapsIn(walks),
    whole,
  };
}
