/**
 * The rest of an unfinished event, as a list of items. It is the part of a control state that changes within an event.
 */
import type { Link, Screen, Step } from '../../plan/model';

/**
 * An arrival that is still to be made: at once, or by `resume` where `needs` have put it off. One object for equal
 * arrivals.
 */
export interface InternedArrival {
  readonly id: number;
  readonly kind: 'push' | 'replace' | 'present' | 'reset' | 'switch' | 'link';
  readonly screen: Screen;
  /** The link that is opened; null for steps, and for an entry that names its screen. */
  readonly link: Link | null;
  /** The screen that asks for the result of the arriving one; null if none does. */
  readonly asker: Screen | null;
}

/** A frame that is put on a stack. */
export interface NewFrame {
  readonly screen: Screen;
  readonly modal: boolean;
  readonly asked: boolean;
}

export interface Continuation {
  readonly item: Item;
  readonly next: Continuation | null;
}

export type Item =
  | { readonly kind: 'steps'; readonly steps: readonly Step[]; readonly at: number }
  | { readonly kind: 'arrive'; readonly arrival: InternedArrival }
  /**
   * Frames are popped for a tap on the list in sight. `list` is the one beside which the last popped frame is shown: if
   * it is on top now, it has been found.
   */
  | { readonly kind: 'to-list'; readonly list: Screen | null }
  /** Puts a frame on top, once it is seen what lies beneath: the two may be a pair. */
  | { readonly kind: 'place'; readonly frame: NewFrame }
  /**
   * Comes after the steps of an else: the lowest frame that they pushed, at index `level`, becomes the gate. If the else
   * began before all stacks were emptied, that is the last frame of the stack that is active then; -1 if it is unknown.
   */
  | {
      readonly kind: 'mark';
      readonly arrival: InternedArrival;
      readonly at: Screen;
      readonly level: number;
      readonly isBeforeAll: boolean;
    }
  /** The user has left this tab for another one. The stack is as it will be when the user comes back. */
  | { readonly kind: 'left'; readonly shows: ShownTab }
  /** All stacks were emptied, so every other tab has its root alone. Next comes a tap on one of them. */
  | { readonly kind: 'tabs'; readonly shows: ShownTab | null };

type Mark = Extract<Item, { kind: 'mark' }>;

/** A tab that is not the active one, and the screen on top of it, unless the tab was left with another screen. */
export interface ShownTab {
  readonly screen: Screen;
  readonly stack: number;
}

export const stepsOf = (steps: readonly Step[], at: number, next: Continuation | null): Continuation => ({
  item: { kind: 'steps', steps, at },
  next,
});

/** A continuation after frames were popped: no mark has a level above `height`. */
export function lowered(continuation: Continuation | null, height: number): Continuation | null {
  if (!continuation) return null;
  const next = lowered(continuation.next, height);
  const { item } = continuation;
  if (item.kind === 'mark' && item.level > height) return { item: { ...item, level: height }, next };
  return next === continuation.next ? continuation : { item, next };
}

/** A continuation after one more frame beneath has become known, perhaps the last one. */
export const raised = (continuation: Continuation, isLast: boolean): Continuation =>
  withMarks(continuation, (mark) => {
    if (mark.isBeforeAll) return { ...mark, level: isLast ? 0 : -1 };
    return { ...mark, level: mark.level + 1 };
  });

/** A continuation after all stacks were emptied: each else in it began before. */
export const emptied = (continuation: Continuation): Continuation =>
  withMarks(continuation, (mark) => ({ ...mark, level: 0, isBeforeAll: true }));

/**
 * A continuation after a change to another tab, of whose stack one frame is known. Only elses that began before an
 * emptying of all stacks can have pushed it.
 */
export const switched = (continuation: Continuation): Continuation =>
  withMarks(continuation, (mark) => ({ ...mark, level: mark.isBeforeAll ? 0 : 1 }));

function withMarks({ item, next }: Continuation, change: (mark: Mark) => Mark): Continuation {
  return { item: item.kind === 'mark' ? change(item) : item, next: next && withMarks(next, change) };
}
