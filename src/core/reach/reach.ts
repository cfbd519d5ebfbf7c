/** What an analysis of reach answers. The verdicts are the contract between the analyses and all that shows them. */
import type { Screen } from '../plan/model';
import type { Tap } from '../walk/tap';
import type { Back } from './back';
import type { Stacks } from './stacks';

export interface Verdict {
  readonly reachable: 'yes' | 'no' | 'undecided';
  /** Length of the shortest walk known; null where there is none. */
  readonly taps: number | null;
  /** Whether only links or entries lead here: the walk then has one, mostly as its first tap in place of a cold start. */
  readonly fromOutside: boolean;
  /**
   * Whether the walk is proved to be the shortest one, and, if it comes from outside, that none from inside leads here. False
   * where that is not known, since not all stacks are; null before anybody has tried to prove it.
   */
  readonly isShortest: boolean | null;
  /** The screen that is on top before the last tap of that walk; null at the start and where there is none. */
  readonly parent: Screen | null;
  /** The shortest walk known; null where there is none. */
  readonly walk: readonly Tap[] | null;
}

/** Why stacks are not known: there is too much to work out. */
export type Limit = 'size';

export interface VariantReach {
  readonly name: string;
  /** By `screen.index`; a screen that the variant does not have is not reached in it. */
  readonly verdicts: readonly Verdict[];
  /** All reachable stacks; null where they are not (yet) known exactly. */
  readonly stacks: Stacks | null;
  /** Where they are not, stacks among which all reachable ones are, and perhaps more: what is not there never happens. Null where not even that is known (yet). */
  readonly above: Stacks | null;
  /** Why neither is known. Null where one is, or was not looked for. */
  readonly limit: Limit | null;
  /** What Back does on a screen. */
  back(screen: Screen): Back;
}

export interface Reach {
  /** In the order of the plan's variants. */
  readonly variants: readonly VariantReach[];
}
