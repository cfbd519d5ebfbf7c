/** What is still to be done before the next event, as a list: the part of a control state that changes within an event. */
import type { Link, Screen, Step } from '../../plan/model';

/** An arrival: one to be made, or one that `needs` did not let happen, to be made again by `resume`. */
export interface InternedArrival {
  readonly id: number;
  readonly kind: 'push' | 'replace' | 'present' | 'reset' | 'switch' | 'link';
  readonly screen: Screen;
  /** Of a link; null for an entry that names its screen, and for steps. */
  readonly link: Link | null;
}

export interface Continuation {
  readonly item: Item;
  readonly next: Continuation | null;
}

type Item =
  | { readonly kind: 'steps'; readonly steps: readonly Step[]; readonly at: number }
  | { readonly kind: 'arrive'; readonly arrival: InternedArrival }
  /** Behind the steps of an else: the lowest frame that they put on, above so many that were there, becomes the gate. */
  | { readonly kind: 'mark'; readonly arrival: InternedArrival; readonly at: Screen; readonly level: number }
  /** The tab has been left for another one, which is shown; its stack is as it will be when the user comes back. */
  | { readonly kind: 'left'; readonly shows: ShownTab }
  /** Every other tab has come to have its root alone, and the next thing is a tap on one of them. */
  | { readonly kind: 'tabs'; readonly shows: ShownTab | null };

/** Another tab than the one that is looked at, and the screen that it shows unless it was left with another one. */
export interface ShownTab {
  readonly screen: Screen;
  readonly stack: number;
}

export const stepsOf = (steps: readonly Step[], at: number, next: Continuation | null): Continuation => ({
  item: { kind: 'steps', steps, at },
  next,
});

/** An continuation whose marks know that no more than so many known frames are left of those that were there. */
export function lowered(continuation: Continuation | null, height: number): Continuation | null {
  if (!continuation) return null;
  const next = lowered(continuation.next, height);
  const { item } = continuation;
  if (item.kind === 'mark' && item.level > height) return { item: { ...item, level: height }, next };
  return next === continuation.next ? continuation : { item, next };
}

/** An continuation whose marks know that one more frame of those that were there is known. */
export function raised(continuation: Continuation): Continuation {
  const { item } = continuation;
  const next = continuation.next && raised(continuation.next);
  return { item: item.kind === 'mark' ? { ...item, level: item.level + 1 } : item, next };
}
