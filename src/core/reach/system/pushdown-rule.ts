import type { Branch } from '../../plan/model';
import type { AppEvent } from '../../walk/event';
import type { StackSymbol } from './alphabet';
import type { EventOutcome } from './event-interpreter';
import type { Valuation } from './valuations';

/**
 * A rule ⟨p, γ⟩ → ⟨p′, word⟩, the word top first. One object serves all `p` for which the rule is alike;
 * `Pushdown.target` says which `p′` it leads to.
 */
export interface PushdownRule extends Omit<EventOutcome, 'valuation'> {
  /** The valuation afterwards; null if it is the one before, changed by `sets`. */
  readonly valuation: Valuation | null;
  /** Whether the monitored screen has been on top by then; null if that follows from the head. */
  readonly seen: boolean | null;
  /** Whether it pops a frame for a tap on a list beneath: nothing is shown meanwhile, and no event begins. */
  readonly silent: boolean;
  /** Whether something has happened by itself meanwhile, on another tab. */
  readonly own: boolean;
  /** The event that begins; null if the rule continues one. */
  readonly event: AppEvent | null;
  /** The branch that is taken; null for events without branches. */
  readonly branch: Branch | null;
}

/** A rule for an outcome of an event. Written out: a spread takes twice the time, and there are tens of thousands. */
export const ruleOf = (
  { valuation, sets, stack, continuation, word, missing, shows, tabs, guessed, keepsTop, leaves }: EventOutcome,
  event: AppEvent | null,
  branch: Branch | null,
): PushdownRule => ({
  valuation,
  sets,
  stack,
  continuation,
  word,
  missing,
  shows,
  tabs,
  guessed,
  keepsTop,
  leaves,
  seen: null,
  silent: false,
  own: false,
  event,
  branch,
});

/** A rule that changes no flag. With `event` null it continues an event, or starts the app. */
export const plainRule = (event: AppEvent | null, stack: number, word: readonly StackSymbol[]): PushdownRule => ({
  valuation: null,
  sets: [],
  stack,
  continuation: null,
  word,
  missing: [],
  shows: null,
  tabs: 'kept',
  guessed: false,
  keepsTop: false,
  leaves: false,
  seen: null,
  silent: false,
  own: false,
  event,
  branch: null,
});
