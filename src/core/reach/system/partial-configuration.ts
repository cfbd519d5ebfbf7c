import { isReceived } from '../../plan/results';
import type { Missed, Result, Step } from '../../plan/model';
import type { Control, FrameKind, StackSymbol } from './alphabet';
import { emptied, lowered, type Continuation } from './continuation';
import type { Sets, Valuation } from './valuations';

/** The part of a configuration that is known while an event is worked off. */
export interface PartialConfiguration {
  valuation: Valuation;
  /** Steps that have set flags in this part of the event. */
  sets: readonly Sets[];
  stack: number;
  /** Known frames on top of the stack, the lowest first. */
  known: FrameKind[];
  /** Whether nothing lies beneath the known frames, and whether a gate does. */
  bottom: boolean;
  gateBeneath: boolean;
  continuation: Continuation | null;
  /** Number of elses that have run. */
  elses: number;
  missing: readonly Missed[];
  tabs: Tabs;
  /** Whether it went on by a guess: about the screen on top of another tab, or a flag that is left open. */
  guessed: boolean;
  /** The frame that was on top; null if it does not matter. */
  readonly top: StackSymbol | null;
  /** The frame that was on top when the event began; null if the event had begun before. */
  readonly origin: StackSymbol | null;
}

/**
 * - `kept`: all tabs but the active one are unchanged
 * - `shown`: another tab is shown, as it was left
 * - `anew`: all stacks were emptied, so that every other tab has its root alone
 */
export type Tabs = 'kept' | 'shown' | 'anew';

/** Whether the rest needs to know only the top, and waiting loses nothing. */
export function mayWait({ known, continuation, tabs, missing }: PartialConfiguration): boolean {
  if (known.length < 2 || tabs !== 'kept' || missing.length > 0) return false;
  for (let at = continuation; at; at = at.next) if (at.item.kind !== 'steps') return false;
  return true;
}

/** The known frames once all pending marks are made; null if that changes nothing. */
export function withGates({ known, continuation }: PartialConfiguration): FrameKind[] | null {
  let marked: FrameKind[] | null = null;
  for (let at = continuation; at; at = at.next) {
    const gate = at.item.kind === 'mark' && known[at.item.level];
    if (gate && at.item.kind === 'mark')
      marked = (marked ?? known).with(at.item.level, { ...gate, putOff: at.item.arrival });
  }
  return marked;
}

/** The partial configuration when an event begins or continues: only the frame on top is known. */
export function partialOn(
  { valuation, stack, continuation }: Control,
  top: StackSymbol,
  todo: Continuation,
): PartialConfiguration {
  return {
    valuation,
    sets: [],
    stack,
    known: [top],
    bottom: top.last,
    gateBeneath: top.gateBeneath,
    continuation: todo,
    elses: 0,
    missing: [],
    tabs: 'kept',
    guessed: false,
    top,
    origin: continuation ? null : top,
  };
}

/** Makes a stack the active one that holds these frames alone. */
export function show(partial: PartialConfiguration, stack: number, frames: FrameKind[]): void {
  partial.stack = stack;
  partial.known = frames;
  partial.bottom = true;
  partial.gateBeneath = false;
}

/** Empties all stacks. */
export function empty(partial: PartialConfiguration): void {
  show(partial, 0, []);
  partial.continuation &&= emptied(partial.continuation);
}

/** Whether the next step needs to see the top frame. */
export const needsTop = ({ known, bottom }: PartialConfiguration): boolean => known.length === 0 && !bottom;

/** Notes where a result reaches nobody, once a frame has been popped. */
export function handBack(partial: PartialConfiguration, result: Result | null, popped: FrameKind | undefined): void {
  if (result && !isReceived(result, popped ?? null)) partial.missing = [...partial.missing, result];
}

/** Pops frames as `close`, `back to` and `back past` do; false if more of the stack has to be seen. */
export function takeOff(partial: PartialConfiguration, step: Step): boolean {
  const target = 'target' in step ? step.target : null;
  for (;;) {
    const top = partial.known.at(-1);
    if (!top) return partial.bottom;
    const found = step.kind === 'close' ? top.modal : top.screen === target;
    if (found && step.kind === 'back to') return true;
    if (found) {
      partial.known.pop();
      if (step.kind === 'close') handBack(partial, step.result, top);
      return true;
    }
    if (partial.known.length === 1 && partial.bottom) {
      // The last frame stays.
      partial.missing = [...partial.missing, step];
      return true;
    }
    partial.known.pop();
    partial.continuation = lowered(partial.continuation, partial.known.length);
  }
}
