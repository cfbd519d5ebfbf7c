/** Walks that show a stack growing without end, in a variant whose tabs share flags. */
import type { Moment } from '../explicit';
import { keyOfRing, type Ring, ringsOf } from '../queries';
import type { Bounded } from '../verdicts';
import { activeStack, keyOfStack, type Configuration, type Frame } from '../../walk/configuration';
import type { Work } from '../../base/slices';
import type { Walker } from '../../walk/walker';

/** A ring that may pile up, and whether its walk shows that it does. */
export type GrowingRing = Ring & { readonly confirmed: boolean };

/** The rings of the upper bound, each with a walk that shows it where one is found. */
export function* growingRings({ upperBound, explored }: Bounded): Work<Map<string, GrowingRing>> {
  const rings = new Map<string, GrowingRing>();
  for (const ring of yield* ringsOf(upperBound.all)) {
    // The nearest to the start comes first.
    if (rings.get(keyOfRing(ring))?.confirmed) continue;
    const walk = yield* explored.all.find(
      (moment) =>
        ring.screens.includes(activeStack(moment.configuration)!.screen) && grows(explored.all.walker, moment),
      ring.walk,
    );
    rings.set(
      keyOfRing(ring),
      walk
        ? { ...ring, walk, closing: walk.findLast(({ kind }) => kind !== 'back') ?? null, confirmed: true }
        : { ...ring, confirmed: false },
    );
  }
  return rings;
}

/**
 * Whether what happened since some moment before can be done once more, and as often as one likes: the same screen is on top, and
 * what was there at that moment still lies beneath, untouched. A pumping argument: what is done next depends on the top frame,
 * the flags and the other tabs alone, as long as nothing beneath that frame is looked at.
 */
function grows(walker: Walker, now: Moment): boolean {
  const alike = new Set<Frame>();
  const top = activeStack(now.configuration)!;
  for (let frame = top.below; frame; frame = frame.below) if (frame.screen === top.screen) alike.add(frame);
  if (alike.size === 0) return false;
  for (let moment = now.before; moment; moment = moment.before) {
    if (!alike.has(activeStack(moment.configuration)!) || !areAlikeButForStack(moment.configuration, now.configuration))
      continue;
    // The first of them may be the last frame of its stack, which the second is not: then only a third round tells.
    if (areFramesAlike(activeStack(moment.configuration)!, top) || repeats(walker, moment, now)) return true;
  }
  return false;
}

/** Whether repeating the events since a moment puts an equal frame on top of the present one. */
function repeats(walker: Walker, since: Moment, now: Moment): boolean {
  const events: Moment[] = [];
  for (let moment: Moment | null = now; moment && moment !== since; moment = moment.before) events.unshift(moment);
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

/** Whether flags, the active tab, and all that other tabs hold are the same. */
const areAlikeButForStack = (a: Configuration, b: Configuration): boolean =>
  a.active === b.active &&
  a.flags.join() === b.flags.join() &&
  a.stacks.every(
    (stack, place) =>
      place === a.active || stack === b.stacks[place] || keyOfStack(stack) === keyOfStack(b.stacks[place]!),
  );

/** Whether steps cannot tell two frames apart, nor what they look for beneath. */
const areFramesAlike = (a: Frame, b: Frame): boolean =>
  keyOfStack({ ...a, below: null }) === keyOfStack({ ...b, below: null }) &&
  (a.below === null) === (b.below === null) &&
  hasGateBeneath(a) === hasGateBeneath(b);

function hasGateBeneath({ below }: Frame): boolean {
  for (let frame = below; frame; frame = frame.below) if (frame.putOff) return true;
  return false;
}
