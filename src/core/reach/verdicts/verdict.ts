import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';

/** Whether and how a screen of a variant is reached. */
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
