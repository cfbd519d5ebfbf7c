/** Putting frames on stacks, and comparing stacks. */
import type { Arrival, Frame, Stack } from './configuration';

/** A screen with the values of its arrival. */
export type Placed = Pick<Frame, 'screen' | 'values'>;

export const frameOf = ({ screen, values }: Placed, below: Stack): Frame => ({
  screen,
  modal: screen.shape !== null,
  values,
  asked: null,
  putOff: null,
  below,
});

export function depthOf(stack: Stack): number {
  let depth = 0;
  for (let frame = stack; frame; frame = frame.below) depth++;
  return depth;
}

/** How many frames, from the bottom, two stacks have in common. */
export function sharedDepth(before: Stack, after: Stack): number {
  let [a, b] = [before, after];
  let [da, db] = [depthOf(a), depthOf(b)];
  for (; da > db; da--) a = a!.below;
  for (; db > da; db--) b = b!.below;
  for (; a !== b; da--) [a, b] = [a!.below, b!.below];
  return da;
}

/**
 * The stack with the frame directly above its lowest `depth` frames marked as a gate; unchanged if there is no such
 * frame.
 */
export function markGate(stack: Stack, depth: number, arrival: Arrival): Stack {
  const above: Frame[] = [];
  let frame = stack;
  for (let height = depthOf(stack); height > depth; height--) {
    above.push(frame!);
    frame = frame!.below;
  }
  const gate = above.pop();
  if (!gate) return stack;
  let marked: Frame = { ...gate, putOff: arrival };
  for (const upper of above.reverse()) marked = { ...upper, below: marked };
  return marked;
}
