import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import type { PathEdge, Runs } from '../post-star';

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

/** The verdict on a screen that no run shows. */
export const notReached: Verdict = {
  reachable: 'no',
  taps: null,
  fromOutside: false,
  byEvent: false,
  isShortest: true,
  parent: null,
  walk: null,
};

/** A verdict that says whether its walk is proved to be the shortest. The walk stays lazy. */
export function withShortest(verdict: Verdict, isShortest: boolean): Verdict {
  if (verdict.isShortest === isShortest) return verdict;
  const { reachable, taps, fromOutside, byEvent, parent } = verdict;
  return {
    reachable,
    taps,
    fromOutside,
    byEvent,
    isShortest,
    parent,
    get walk() {
      return verdict.walk;
    },
  };
}

/** For each screen, the path edge with the fewest taps. */
export function firstShown({ shown }: Runs): Map<Screen, PathEdge> {
  const first = new Map<Screen, PathEdge>();
  for (const pathEdge of shown)
    if (!first.has(pathEdge.head.symbol.screen)) first.set(pathEdge.head.symbol.screen, pathEdge);
  return first;
}
