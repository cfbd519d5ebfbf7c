/** Does all of some work that pauses now and then, without a pause. */
export function toEnd<T>(work: Generator<void, T, void>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
}
