/**
 * Work that pauses every few milliseconds, where other work may come in, and what it comes to. Dropping it half way
 * does no harm.
 */
export type Work<T> = Generator<void, T, void>;

/** Does all of some work without a pause. */
export function toEnd<T>(work: Work<T>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
}
