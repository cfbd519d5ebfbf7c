import { listBeside, type Screen } from '../plan/model';
import type { Frame, Stack } from './configuration';

/**
 * The frame of the list that stays in sight beside the top of a stack: that of the nearest pair without a modal frame
 * above it. Null if the top alone is shown. Linear in the frames above that pair.
 */
export function listInSight(stack: Stack, variant: string): Frame | null {
  for (let frame = stack; frame?.below; frame = frame.below) {
    if (frame.modal) return null;
    if (listBeside(frame.screen, variant) === frame.below.screen) return frame.below;
  }
  return null;
}

/** Whether a screen is on top of a stack, or in sight beside it. */
export const isInSight = (screen: Screen | null, stack: Stack, variant: string): boolean =>
  screen !== null && (stack?.screen === screen || listInSight(stack, variant)?.screen === screen);
