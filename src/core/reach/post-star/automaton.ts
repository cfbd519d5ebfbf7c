/**
 * The automaton that accepts all reachable configurations of a pushdown system (a P-automaton: Bouajjani, Esparza,
 * Maler 1997).
 * It is factored by head, so that it stays small if flags take many values. The frames beneath do not change the future
 * of the top frame. So that future is kept once for each head, not once for each state that the head stands on.
 * Names are those of Reps, Horwitz, Sagiv, "Precise interprocedural dataflow analysis via graph reachability" (POPL
 * 1995): a push is a call, a pop is a return, and a rule that replaces the top frame is a tail call.
 */
import type { Control, PushdownRule, StackSymbol } from '../system';
import type { Effects } from './effects';
import type { HeadSet } from './head-set';

/** A control state with the symbol on top of the stack: all that a rule looks at. */
export interface Head {
  readonly id: number;
  readonly control: Control;
  readonly symbol: StackSymbol;
  /** Rules of this head; empty until it is reached. */
  readonly rules: readonly PushdownRule[];
  /** By the index of a rule, the lowest state above which the rule pushes; null if it pushes nothing. */
  readonly pushed: readonly (State | null)[];
  /** States that the head stands on, in the order found. */
  readonly states: readonly State[];
  /** Summary edges to heads with the same frame on top. */
  readonly steps: Effects;
  /** Summary edges to the control states into which the frame is popped. */
  readonly pops: Effects;
}

/**
 * State of the automaton: all stacks that can lie beneath a symbol pushed in one control state, or pushed above another
 * state.
 */
export interface State {
  readonly id: number;
  /** The symbol that was pushed above it. */
  readonly symbol: StackSymbol;
  /**
   * The control state in which the symbol was pushed; null where further symbols were pushed with it, above `above`.
   */
  readonly start: Control | null;
  readonly above: State | null;
  readonly callers: readonly Caller[];
  /** Heads that stand on it, fewest events since the push first. */
  readonly heads: readonly Head[];
  /** Fewest events from the push to a head that stands on this state. */
  readonly weightOf: (head: Head) => number;
  /** Calls `use` with each head that stands on it and the head's weight, in no order, without the heads in `except`. */
  readonly eachHead: (except: HeadSet, use: (head: Head, weight: number) => void) => void;
  /**
   * By the number of a control state, the state of the last frame once all frames above it are popped. Only for the
   * state of a last frame that was pushed with other frames; null for all others. Nothing looks beneath a last frame,
   * so the same state serves, however the frame came to be there.
   */
  readonly uncovered: readonly (State | undefined)[] | null;
}

/** Transition of the automaton from a head to a state: stacks with that head on top and that state beneath. */
export interface PathEdge {
  readonly head: Head;
  readonly to: State;
}

/** Fewest events from the push above the state to the head. */
export function weightOf({ head, to }: PathEdge): number {
  return to.weightOf(head);
}

/**
 * Weight of an event that happens by itself: more than any number of taps, so that a path with fewer such events weighs
 * less, and a weight tells whether there is one. `Buckets` has rows of this length.
 */
export const weightOfOwnEvent = 2 ** 16;

/** Weight of a rule: 1 for a tap, a link or an entry, 0 if the rule continues an event. */
export const costOf = ({ event, own }: PushdownRule): number =>
  event?.kind === 'event' ? weightOfOwnEvent : (event ? 1 : 0) + (own ? weightOfOwnEvent : 0);

/** Whether a rule needs an event that happens by itself. */
export const isOwnEvent = ({ event, own }: PushdownRule): boolean => own || event?.kind === 'event';

/** A rule pushed onto the frame of its head. That frame lies directly beneath. */
export interface PushCall {
  readonly kind: 'push';
  readonly head: Head;
  readonly rule: PushdownRule;
}

/** A rule replaced the frame of its head. The frames beneath stay. */
export interface TailCall {
  readonly kind: 'tail-call';
  readonly head: Head;
  readonly rule: PushdownRule;
}

/** One rule pushed this symbol and another one directly beneath it; `to` is the state beneath that other symbol. */
export interface PushedWith {
  readonly kind: 'pushed-with';
  readonly symbol: StackSymbol;
  readonly to: State;
}

/** Reason why a symbol stands above a state. */
export type Caller = PushCall | TailCall | PushedWith;

/** A rule applied to a configuration that begins with a path edge; `on` is null for a rule that starts the app. */
export interface Use {
  readonly kind: 'use';
  readonly on: PathEdge | null;
  readonly rule: PushdownRule;
}

/** The frames above a last frame were popped into a control state, `weight` events after their push. */
export interface Uncovered {
  readonly kind: 'uncovered';
  readonly of: State;
  readonly control: Control;
  readonly weight: number;
}

/** How runs reach a state. */
export type Derivation = Use | Uncovered;

/** Transition of the automaton between two states: a frame, and the state beneath that frame. */
export interface StackEdge {
  readonly symbol: StackSymbol;
  readonly to: State;
  readonly caller: PushCall | PushedWith;
  /** Frames that stood there since the call and were replaced, the last first. */
  readonly replaced: readonly Replaced[];
}

/** A frame that a tail call replaced. */
export interface Replaced extends PathEdge {
  readonly rule: PushdownRule;
}
