import type { Work } from '../../base/slices';
import type { Plan, Screen } from '../../plan/model';
import type { Explored } from '../explicit';
import type { Soonest } from './soonest';
import { withShortest, type Verdict } from './verdict';

/**
 * How many taps more than the upper bound allows a walk may take that is sought where none by taps alone is known; one
 * after the other, since each tap more costs several times as much.
 */
const more = [2, 4, 6];

/**
 * Verdicts with the shortest walks, or with the proof that theirs are, where a search can tell: below the length of the
 * known walk; for a screen to which none by taps alone is known, a little above what the upper bound allows.
 */
export function* withShortestWalks(
  plan: Plan,
  verdicts: readonly Verdict[],
  soonest: Soonest,
  explored: Explored,
): Work<readonly Verdict[]> {
  const open = plan.screens.filter(({ index }) => verdicts[index]!.isShortest !== true);
  const shortest = [...verdicts];
  const tooLong = new Map<Screen, number>();
  const unknown = new Map<Screen, number>();
  for (const screen of open) {
    const { reachable, fromOutside, byEvent, taps } = verdicts[screen.index]!;
    if (reachable === 'yes' && !fromOutside && !byEvent) tooLong.set(screen, taps! - 1);
    else {
      const least = soonest.tapsFromInside(screen);
      if (least !== null) unknown.set(screen, least);
    }
  }
  const seek = function* (deadlines: ReadonlyMap<Screen, number>): Work<number> {
    const { walks, searched } = yield* explored.shorterWalks(deadlines);
    for (const [screen, walk] of walks) shortest[screen.index] = walk;
    return searched;
  };
  if (tooLong.size > 0) {
    const searched = yield* seek(tooLong);
    for (const [{ index }, most] of tooLong)
      if (most <= searched) shortest[index] = withShortest(shortest[index]!, true);
  }
  for (const each of more) {
    const deadlines = new Map([...unknown].map(([screen, least]) => [screen, least + each]));
    if (deadlines.size > 0) yield* seek(deadlines);
    for (const { index } of open) if (shortest[index]!.isShortest === true) unknown.delete(plan.screens[index]!);
  }
  return shortest;
}
