/**
 * Work that pauses every few milliseconds, so that other work may come in, and its result. A caller may drop it at any
 * pause.
 */
export type Work<T> = Generator<void, T, void>;

/** Does all of some work without a pause. */
export function toEnd<T>(work: Work<T>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
}
