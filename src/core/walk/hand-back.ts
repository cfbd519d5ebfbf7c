/** Results on their way back to the screen that asked. */
import type { Asks, Result } from '../plan/model';
import { isReceived } from '../plan/results';
import { withValues, type Value, type Values } from '../plan/value';
import type { Asker, Frame, Stack } from './configuration';
import type { Data } from './data';

/** A result on its way back. */
export interface HandedBack {
  readonly value: Value | undefined;
  /** The value of the screen beneath that gets it; null if it reaches nobody. */
  readonly to: string | null;
}

/** Who gets the result of the screen that a step opens; undefined if the step does not ask. */
export function askerOf(asks: Asks | null): Asker | undefined {
  if (!asks?.screen) return undefined;
  const { screen, value } = asks;
  return { screen, value: screen.holds.some(({ name }) => name === value.text) ? value.text : '' };
}

/**
 * Hands a result to the stack beneath a popped frame.
 *
 * @param values what the step can name, for a walker with data
 * @returns the stack, with the result in the value that waits for it, and what has become of the result
 */
export function handBack(
  popped: Frame | null,
  below: Stack,
  result: Result,
  data: Data | null,
  values: Values | null,
): { readonly below: Stack; readonly isLost: boolean; readonly handed: HandedBack | null } {
  const isLost = !isReceived(result, popped);
  if (!data || !values) return { below, isLost, handed: null };
  const to = (!isLost && popped?.asked) || null;
  const value = data.read(result.value, '', values);
  const handed = { value, to };
  const isHeld = to !== null && below?.screen.holds.some(({ name }) => name === to);
  if (!below?.values || !isHeld || value === undefined) return { below, isLost, handed };
  return { below: { ...below, values: withValues(below.values, { [to]: value }) }, isLost, handed };
}
