/** Verdicts of an analysis: the contract with everything that shows them. */
import type { Flag, Screen } from '../../plan/model';
import type { Back } from './back';
import type { FirstTab } from './first-tab';
import type { Verdict } from './verdict';
import type { Explored } from '../explicit';
import type { ExactStacks, UpperBound } from '../queries';

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

/**
 * A variant whose tabs share flags, or whose flags have too many values together. Its stacks lie between an upper bound
 * and the stacks of walks.
 */
export interface Bounded extends Decided {
  readonly kind: 'bounded';
  /** Flags that may have any value at any time in the upper bound, since all values together are too many. */
  readonly leftOpen: readonly Flag[];
  /** All reachable stacks, and perhaps more. */
  readonly upperBound: UpperBound;
  /** Some of the runs. */
  readonly explored: Explored;
  /** Those after which Back goes to the first tab. */
  readonly firstTab: FirstTab;
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
