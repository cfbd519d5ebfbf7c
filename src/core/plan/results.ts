/** Results: what a screen hands back to the screen that asked for it. */
import type { Result, Screen } from './model';
import { sameType } from './types';

/** Whether a question to one screen is still answered by another one: both return the same type. */
export function returnsAlike(a: Screen, b: Screen): boolean {
  if (!a.returns || !b.returns) return false;
  const [one, other] = [a.returns.type, b.returns.type];
  return one.kind === 'unknown' || other.kind === 'unknown' || sameType(one, other);
}

/**
 * Whether a result reaches somebody, once a frame has been popped. A result of a screen that returns nothing counts as
 * received: that is a finding of its own.
 *
 * @param popped the frame that handed the result back: the lowest one that was popped; null if there was none
 */
export function isReceived(
  result: Result,
  popped: { readonly screen: Screen; readonly asked: string | boolean | null } | null,
): boolean {
  if (!result.screen?.returns) return true;
  return (
    popped !== null && popped.asked !== null && popped.asked !== false && returnsAlike(popped.screen, result.screen)
  );
}
