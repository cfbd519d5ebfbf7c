/** Walks that show a stack growing without end, in a variant whose tabs share flags. */
import type { ExploredNode } from '../explicit';
import { keyOfCycle, type Cycle, cyclesOf } from '../queries';
import type { Bounded } from '../verdicts';
import { activeStack, keyOfStack, type Configuration, type Frame } from '../../walk/configuration';
import type { Work } from '../../base/slices';
import type { Walker } from '../../walk/walker';

/** A cycle that may pile up, and whether its walk shows that it does. */
export type GrowingCycle = Cycle & { readonly confirmed: boolean };

/** The cycles of the upper bound, each with a walk that shows it, if one is found. */
export function* growingCycles({ upperBound, explored }: Bounded): Work<Map<string, GrowingCycle>> {
  const cycles = new Map<string, GrowingCycle>();
  for (const cycle of yield* cyclesOf(upperBound.all)) {
    // The cycle nearest to the start comes first.
    if (cycles.get(keyOfCycle(cycle))?.confirmed) continue;
    const walk = yield* explored.all.find(
      (node) => cycle.screens.includes(activeStack(node.configuration)!.screen) && grows(explored.all.walker, node),
      cycle.walk,
    );
    // All configurations are known: no stack grows without end.
    if (!walk && explored.all.isWhole) continue;
    cycles.set(
      keyOfCycle(cycle),
      walk
        ? { ...cycle, walk, closing: walk.findLast(({ kind }) => kind !== 'back') ?? null, confirmed: true }
        : { ...cycle, confirmed: false },
    );
  }
  return cycles;
}

/**
 * Whether the events since some earlier node can be repeated without end: the same screen is on top, and the stack of
 * that node still lies beneath, untouched. A pumping argument: as long as nothing beneath the top frame is looked at,
 * events depend only on that frame, the flags and the other tabs.
 */
function grows(walker: Walker, now: ExploredNode): boolean {
  const alike = new Set<Frame>();
  const top = activeStack(now.configuration)!;
  for (let frame = top.below; frame; frame = frame.below) if (frame.screen === top.screen) alike.add(frame);
  if (alike.size === 0) return false;
  for (let node = now.before; node; node = node.before) {
    if (!alike.has(activeStack(node.configuration)!) || !areAlikeButForStack(node.configuration, now.configuration))
      continue;
    // The frame may have been the last one of its stack, and is not now: then only a third round decides.
    if (areFramesAlike(activeStack(node.configuration)!, top) || repeats(walker, node, now)) return true;
  }
  return false;
}

/** Whether repeating the events since a node puts an equal frame on top of the present one. */
function repeats(walker: Walker, since: ExploredNode, now: ExploredNode): boolean {
  const events: ExploredNode[] = [];
  for (let node: ExploredNode | null = now; node && node !== since; node = node.before) events.unshift(node);
  let all: Configuration[] = [now.configuration];
  for (const { by, configuration } of events) {
    if (!by) return false;
    all = all
      .filter((each) => walker.isOffered(each, by))
      .flatMap((each) => walker.after(each, by))
      .filter((each) => activeStack(each)!.screen === activeStack(configuration)!.screen)
      .slice(0, 50);
  }
  const top = activeStack(now.configuration)!;
  return all.some((each) => {
    if (!areAlikeButForStack(each, now.configuration) || !areFramesAlike(activeStack(each)!, top)) return false;
    for (let frame = activeStack(each)!.below; frame; frame = frame.below) if (frame === top) return true;
    return false;
  });
}

/** Whether flags, the active tab and the stacks of the other tabs are equal. */
const areAlikeButForStack = (a: Configuration, b: Configuration): boolean =>
  a.active === b.active &&
  a.flags.join() === b.flags.join() &&
  a.stacks.every(
    (stack, index) =>
      index === a.active || stack === b.stacks[index] || keyOfStack(stack) === keyOfStack(b.stacks[index]!),
  );

/** Whether no step can tell two frames apart, nor what it looks for beneath them. */
const areFramesAlike = (a: Frame, b: Frame): boolean =>
  keyOfStack({ ...a, below: null }) === keyOfStack({ ...b, below: null }) &&
  (a.below === null) === (b.below === null) &&
  hasGateBeneath(a) === hasGateBeneath(b);

function hasGateBeneath({ below }: Frame): boolean {
  for (let frame = below; frame; frame = frame.below) if (frame.putOff) return true;
  return false;
}
