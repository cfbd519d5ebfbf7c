/**
 * The finite automaton of all configurations that a pushdown system reaches, factored so that it stays small where flags take
 * many values: what can happen to a frame does not depend on what lies beneath it, so it is kept once for each head and not
 * once for each place that the head can stand on.
 *
 * In the words of Reps, Horwitz, Sagiv, "Precise interprocedural dataflow analysis via graph reachability" (POPL 1995): a
 * transition is a path edge from where its frame was pushed, a step that stands for a push and what returns from it is a
 * summary edge.
 */
import type { Control, PushdownRule, StackSymbol } from './pushdown';

/** A control state and the symbol on top. */
export interface Head {
  readonly id: number;
  readonly control: Control;
  readonly symbol: StackSymbol;
  /** Worked out when it is reached first. */
  rules: readonly PushdownRule[];
  /** By what lies beneath, found so far. */
  readonly transitions: Map<Place, Transition>;
  /** Those of them whose weight is final, fewest taps first. */
  readonly taken: Transition[];
  /** The heads that it becomes above the same place; the cheapest way to each. */
  readonly steps: Map<Head, Step>;
  /** The rules that put frames onto it, or onto an empty stack. */
  readonly calls: Call[];
  /** The rules that take it off. */
  readonly pops: PushdownRule[];
}

/** What lies beneath a frame that was pushed in one control state, or above another place: a state of the automaton. */
export interface Place {
  readonly id: number;
  readonly callers: Caller[];
  /** The control states that what was pushed above it is popped into. */
  readonly returns: Map<Control, Return>;
  /** The transitions that lead to it and whose weight is final. */
  readonly over: Transition[];
  /** What was pushed above it, as it was pushed; null where more was pushed above that, onto the place `above`. */
  readonly start: Head | null;
  readonly above: Place | null;
}

export interface Transition {
  readonly head: Head;
  readonly to: Place;
  /** The fewest events since what lies above `to` was pushed. */
  weight: number;
  origin: Origin;
  done: boolean;
}

export type Origin =
  /** It has just been pushed. */
  | { readonly kind: 'entry' }
  /** A rule has replaced the top. */
  | { readonly kind: 'rule'; readonly head: Head; readonly rule: PushdownRule }
  /** What was pushed above it was popped. */
  | { readonly kind: 'return'; readonly caller: Caller; readonly popped: Return };

export interface Step {
  readonly weight: number;
  readonly origin: Origin;
}

/** A use of a rule that pushes. */
export interface Call {
  readonly rule: PushdownRule;
  /** How many events it takes: none where it goes on with one that has begun. */
  readonly cost: number;
  /** The places beneath what it pushes, the uppermost first. */
  readonly places: readonly Place[];
}

/** What can lie directly beneath what was pushed above a place. */
export type Caller =
  /** A symbol above whatever lies beneath the head. */
  | { readonly kind: 'head'; readonly symbol: StackSymbol; readonly head: Head; readonly rule: PushdownRule; readonly cost: number }
  /** A symbol that was pushed by the same rule. */
  | { readonly kind: 'fixed'; readonly symbol: StackSymbol; readonly over: Place };

/** That a frame above a place is popped. */
export interface Return {
  readonly control: Control;
  readonly place: Place;
  /** The events since the frame was pushed, and the head and rule that popped it. */
  weight: number;
  head: Head;
  rule: PushdownRule;
}

/** A rule used on a configuration that begins with a transition; null stands for the empty stack before a start. */
export interface Derivation {
  readonly on: Transition | null;
  readonly rule: PushdownRule;
}

/** A frame beneath a place, and the place beneath that. */
export interface Edge {
  readonly symbol: StackSymbol;
  readonly to: Place;
  readonly caller: Caller;
  /** What the caller's rule was used on; null where the rule pushed the frame itself. */
  readonly on: Transition | null;
}
