/** Verdicts of an analysis: the contract with everything that shows them. */
import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import type { Back } from './back';
import type { Explored } from '../explicit';
import type { ExactStacks, UpperBound } from '../queries';

export interface Verdict {
  readonly reachable: 'yes' | 'no' | 'undecided';
  /** Length of the shortest known walk, or null. A walk with fewer events that happen by themselves counts as shorter. */
  readonly taps: number | null;
  /** Whether only links or entries lead here. The walk then has one, mostly as its first tap. */
  readonly fromOutside: boolean;
  /** Whether, from inside, only walks with an event that happens by itself lead here. */
  readonly byEvent: boolean;
  /**
   * Whether the walk is proved to be the shortest and, if it comes from outside, that none from inside leads here.
   * False if there is no proof, null before one was tried.
   */
  readonly isShortest: boolean | null;
  /** The screen on top before the last tap of that walk; null at the start, and without a walk. */
  readonly parent: Screen | null;
  /** The shortest known walk, or null. */
  readonly walk: readonly Tap[] | null;
}

interface Decided {
  readonly name: string;
  /** By `screen.index`; a screen that the variant does not have is not reached in it. */
  readonly verdicts: readonly Verdict[];
  /** Effect of Back on a screen. */
  readonly back: (screen: Screen) => Back;
}

/** A variant all of whose stacks are known. */
export interface Exact extends Decided {
  readonly kind: 'exact';
  readonly stacks: ExactStacks;
}

/** A variant whose tabs share flags. Its stacks lie between an upper bound and the stacks of walks. */
export interface Bounded extends Decided {
  readonly kind: 'bounded';
  /** All reachable stacks, and perhaps more. */
  readonly upperBound: UpperBound;
  /** Some of the runs. */
  readonly explored: Explored;
}

/** A variant whose stacks are unknown. */
export interface Undecided extends Decided {
  readonly kind: 'undecided';
  /** Whether the budget ran out, or the stacks were not asked for. */
  readonly because: 'too much' | 'not asked';
}

export type VariantReach = Exact | Bounded | Undecided;

export type KnownStacks = ExactStacks | UpperBound;

/** The exact stacks of a variant, or their upper bound; null if neither is known. */
export function knownStacks(variant: VariantReach): KnownStacks | null {
  switch (variant.kind) {
    case 'exact':
      return variant.stacks;
    case 'bounded':
      return variant.upperBound;
    case 'undecided':
      return null;
  }
}

export interface Reach {
  /** In the order of the plan's variants. */
  readonly variants: readonly VariantReach[];
}
