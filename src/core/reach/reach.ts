/**
 * What an analysis of reach answers. The verdicts are the contract between the analysis and all that shows them;
 * `searchReach` fills it today.
 */
import type { Plan, Screen, Transition } from '../plan/model';

/** One thing that a user does, and the screen that is on top after it. */
export type Tap =
  | { readonly kind: 'trigger'; readonly transition: Transition; readonly shows: Screen }
  /** The header arrow or the system's Back. */
  | { readonly kind: 'back'; readonly shows: Screen };

export interface Verdict {
  readonly reachable: 'yes' | 'no' | 'undecided';
  /** Length of the shortest walk from a cold start; null where there is none. */
  readonly taps: number | null;
  /** The screen that is on top before the last tap of the shortest walk; null at the start and where there is none. */
  readonly parent: Screen | null;
  /** The shortest walk; null where there is none. */
  readonly walk: readonly Tap[] | null;
}

export interface VariantReach {
  readonly name: string;
  /** By `screen.index`. */
  readonly verdicts: readonly Verdict[];
}

export interface Reach {
  readonly variants: readonly VariantReach[];
}

export type ReachAnalysis = (plan: Plan) => Reach;

/** A plan that declares no variants has this one. */
export const soleVariant = 'app';

/** A walk as people read it: what is tapped, in order. */
export function walkLabels(walk: readonly Tap[]): string[] {
  return walk.map((tap) => (tap.kind === 'back' ? 'Back' : tap.transition.trigger));
}
