/**
 * The finite automaton of all configurations that a pushdown system reaches, factored so that it stays small where flags take
 * many values: what can happen to a frame does not depend on what lies beneath it, so it is kept once for each head and not
 * once for each place that the head can stand on; and what happens alike in many control states is kept as a set of them.
 *
 * In the words of Reps, Horwitz, Sagiv, "Precise interprocedural dataflow analysis via graph reachability" (POPL 1995): a
 * transition is a path edge from where its frame was pushed, steps that stand for a push and what returns from it are summary
 * edges. A rule that puts another symbol in the place of the top is a tail call.
 */
import { isIn, type Bits } from './bits';
import type { Control, PushdownRule, StackSymbol } from './pushdown';

/** A control state and the symbol on top. */
export interface Head {
  readonly id: number;
  readonly control: Control;
  readonly symbol: StackSymbol;
  /** Worked out when it is reached first. */
  rules: readonly PushdownRule[];
  /** What it stands on, in the order found, and the fewest events since it was pushed onto that. */
  readonly over: Place[];
  readonly weights: number[];
  /** What it comes to with the same frame on top. */
  readonly steps: Effect[];
  /** What it comes to by taking the frame off. */
  readonly pops: Effect[];
  /** The rules that put frames onto it, or in its place. */
  readonly calls: Call[];
}

/** The control states that a head comes to, after so many events. */
export interface Effect extends Bits {
  readonly weight: number;
  readonly origin: Origin;
}

export type Origin =
  | { readonly kind: 'rule'; readonly rule: PushdownRule }
  /** What the caller pushed above the place was popped after so many events. */
  | { readonly kind: 'return'; readonly caller: Exclude<Caller, { kind: 'with' }>; readonly place: Place; readonly weight: number };

/** What lies beneath a frame that was pushed in one control state, or above another place: a state of the automaton. */
export interface Place {
  readonly id: number;
  /** What was pushed above it. */
  readonly symbol: StackSymbol;
  /** The control state in which that was done; null where more was pushed above that, onto the place `above`. */
  readonly start: Control | null;
  readonly above: Place | null;
  readonly callers: Caller[];
  /** The heads that stand on it, in the order of their weights. */
  readonly found: (Bits & { readonly weight: number; readonly heads: readonly Head[] })[];
  /** The control states that what was pushed above it is popped into, in the order of the events since. */
  readonly returns: (Bits & { readonly weight: number })[];
  /**
   * Of a last frame that was pushed together with what lies above: how it stands alone once that is popped, by the number of the
   * control state. Nothing ever looks beneath it, so it is the same frame then however it came to be there. Null for all others.
   */
  readonly alone: ReadonlyMap<number, Place> | null;
}

/** What the configurations begin with that have this head, on this place. */
export interface Transition {
  readonly head: Head;
  readonly to: Place;
}

/** The events since what lies above the place was pushed. */
export function weightOf({ head: { control }, to }: Transition): number {
  return to.found.find((found) => isIn(control, found))!.weight;
}

/** A use of a rule that pushes. */
export interface Call {
  readonly rule: PushdownRule;
  /** How many events it takes: none where it goes on with one that has begun. */
  readonly cost: number;
  /** The places beneath what it pushes, the uppermost first. */
  readonly places: readonly Place[];
}

/** How something came to be pushed above a place. */
export type Caller =
  /** Onto the head's own frame, which lies directly beneath then. */
  | { readonly kind: 'onto'; readonly head: Head; readonly rule: PushdownRule; readonly cost: number }
  /** In place of the head's frame: beneath lies what lay beneath that. */
  | { readonly kind: 'instead'; readonly head: Head; readonly rule: PushdownRule; readonly cost: number }
  /** Together with a symbol beneath it. */
  | { readonly kind: 'with'; readonly symbol: StackSymbol; readonly over: Place };

/** A rule used on a configuration that begins with a transition; null stands for the empty stack before a start. */
export interface Use {
  readonly kind: 'use';
  readonly on: Transition | null;
  readonly rule: PushdownRule;
}

/** How a place is come to: by a rule, or because what was pushed together with a last frame is popped so many events after that. */
export type Derivation = Use | { readonly kind: 'alone'; readonly of: Place; readonly control: Control; readonly weight: number };

/** A frame beneath a place, and the place beneath that. */
export interface Edge {
  readonly symbol: StackSymbol;
  readonly to: Place;
  readonly caller: Extract<Caller, { kind: 'onto' | 'with' }>;
  /** What stood there before, put in place of one another since the caller, the last first. */
  readonly replaced: readonly Replaced[];
}

export interface Replaced extends Transition {
  readonly rule: PushdownRule;
}
