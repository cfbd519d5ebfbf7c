import type { Screen, Transition } from '../plan/model';

/**
 * What a transition leaves of the active stack: the frames that it has touched, bottom first, the rest unseen below them.
 * A frame is null where its screen is unknown: a reference that names nothing, or the frame below those it has touched.
 */
export type Effect = readonly (Screen | null)[];

/** Runs a transition's steps on a stack of which only the top frame, its own screen, is known. Linear in the steps. */
export function effectOf(transition: Transition): Effect {
  let frames: (Screen | null)[] = [transition.screen];
  for (const step of transition.steps) {
    switch (step.kind) {
      case 'push': frames.push(step.call?.target ?? null); break;
      case 'replace': frames[frames.length - 1] = step.call?.target ?? null; break;
      case 'reset': frames = [step.call?.target ?? null]; break;
      case 'back':
        frames.pop();
        if (frames.length === 0) frames = [null];
        break;
      case 'leave': break;
    }
  }
  return frames;
}
