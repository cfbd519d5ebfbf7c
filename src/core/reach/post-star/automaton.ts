/**
 * The finite automaton of all configurations that a pushdown system reaches, factored so that it stays small where flags take
 * many values: what can happen to a frame does not depend on what lies beneath it, so it is kept once for each head and not
 * once for each place that the head can stand on; and what happens alike in many control states is kept as a set of them.
 *
 * In the words of Reps, Horwitz, Sagiv, "Precise interprocedural dataflow analysis via graph reachability" (POPL 1995): a
 * transition is a path edge from where its frame was pushed, steps that stand for a push and what returns from it are summary
 * edges. A rule that puts another symbol in the place of the top is a tail call.
 */
import type { Control, PushdownRule, StackSymbol } from '../system';
import type { Effects } from './effects';
import type { HeadSet } from './head-set';

/** A control state and the symbol on top. */
export interface Head {
  readonly id: number;
  readonly control: Control;
  readonly symbol: StackSymbol;
  /** Worked out when it is reached first. */
  readonly rules: readonly PushdownRule[];
  /** At the same index, the lowest place above which it pushes something; null where it pushes nothing. */
  readonly pushed: readonly (Place | null)[];
  /** What it stands on, in the order found. */
  readonly over: readonly Place[];
  /** What it comes to with the same frame on top. */
  readonly steps: Effects;
  /** What it comes to by taking the frame off. */
  readonly pops: Effects;
}

/** What lies beneath a frame that was pushed in one control state, or above another place: a state of the automaton. */
export interface Place {
  readonly id: number;
  /** What was pushed above it. */
  readonly symbol: StackSymbol;
  /** The control state in which that was done; null where more was pushed above that, onto the place `above`. */
  readonly start: Control | null;
  readonly above: Place | null;
  readonly callers: readonly Caller[];
  /** The heads that stand on it, in the order found, which is that of the fewest events since it was come to. */
  readonly heads: readonly Head[];
  /** The fewest events with which a head that stands on it becomes that since something was pushed there. */
  weightOf(head: Head): number;
  /** Calls for each head that stands on it, in no order, with that weight; not for those of a set. */
  eachHead(except: HeadSet, use: (head: Head, weight: number) => void): void;
  /**
   * Of a last frame that was pushed together with what lies above: how it stands alone once that is popped, by the number of the
   * control state. Nothing ever looks beneath it, so it is the same frame then however it came to be there. Null for all others.
   */
  readonly alone: readonly (Place | undefined)[] | null;
}

/** What the configurations begin with that have this head, on this place. */
export interface Transition {
  readonly head: Head;
  readonly to: Place;
}

/** The events since what lies above the place was pushed. */
export function weightOf({ head, to }: Transition): number {
  return to.weightOf(head);
}

/** How many events a rule takes: none where it goes on with one that has begun. */
export const costOf = ({ event }: PushdownRule): 0 | 1 => (event ? 1 : 0);

/** By a rule of a head: onto the head's own frame, which lies directly beneath then. */
export interface Onto {
  readonly kind: 'onto';
  readonly head: Head;
  readonly rule: PushdownRule;
}

/** In place of the head's frame: beneath lies what lay beneath that. */
export interface Instead {
  readonly kind: 'instead';
  readonly head: Head;
  readonly rule: PushdownRule;
}

/** Pushed together with a symbol beneath it. */
export interface With {
  readonly kind: 'with';
  readonly symbol: StackSymbol;
  readonly over: Place;
}

/** How something came to be pushed above a place. */
export type Caller = Onto | Instead | With;

/** A rule used on a configuration that begins with a transition; null stands for the empty stack before a start. */
export interface Use {
  readonly kind: 'use';
  readonly on: Transition | null;
  readonly rule: PushdownRule;
}

/** What was pushed together with a last frame is popped, so many events after that. */
export interface Alone {
  readonly kind: 'alone';
  readonly of: Place;
  readonly control: Control;
  readonly weight: number;
}

/** How a place is come to. */
export type Derivation = Use | Alone;

/** A frame beneath a place, and the place beneath that. */
export interface Edge {
  readonly symbol: StackSymbol;
  readonly to: Place;
  readonly caller: Onto | With;
  /** What stood there before, put in place of one another since the caller, the last first. */
  readonly replaced: readonly Replaced[];
}

export interface Replaced extends Transition {
  readonly rule: PushdownRule;
}
