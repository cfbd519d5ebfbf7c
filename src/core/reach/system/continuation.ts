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
}

export interface Continuation {
  readonly item: Item;
  readonly next: Continuation | null;
}

type Item =
  | { readonly kind: 'steps'; readonly steps: readonly Step[]; readonly at: number }
  | { readonly kind: 'arrive'; readonly arrival: InternedArrival }
  /** Comes after the steps of an else: the lowest frame that they pushed, at index `level`, becomes the gate. */
  | { readonly kind: 'mark'; readonly arrival: InternedArrival; readonly at: Screen; readonly level: number }
  /** The user has left this tab for another one. The stack is as it will be when the user comes back. */
  | { readonly kind: 'left'; readonly shows: ShownTab }
  /** All stacks were emptied, so every other tab has its root alone. Next comes a tap on one of them. */
  | { readonly kind: 'tabs'; readonly shows: ShownTab | null };

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

/** A continuation after one more frame beneath has become known: each mark one level higher. */
export function raised(continuation: Continuation): Continuation {
  const { item } = continuation;
  const next = continuation.next && raised(continuation.next);
  return { item: item.kind === 'mark' ? { ...item, level: item.level + 1 } : item, next };
}
