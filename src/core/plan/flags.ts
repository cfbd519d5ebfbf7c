import type { Condition, Flag } from './model';

/** Flags that a condition reads. */
export function* flagsIn(condition: Condition): Generator<Flag, void, void> {
  if (condition.kind === 'flag') yield condition.flag;
  else if (condition.kind === 'not') yield* flagsIn(condition.of);
  else if (condition.kind === 'and' || condition.kind === 'or') {
    yield* flagsIn(condition.left);
    yield* flagsIn(condition.right);
  }
}
