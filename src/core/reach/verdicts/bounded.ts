import type { Budget } from '../../base/budget';
import type { Work } from '../../base/slices';
import type { Plan, Screen } from '../../plan/model';
import { activeStack } from '../../walk/configuration';
import { type Explored, type ExploredNode, type FoundWalk, walkFound } from '../explicit';
import { runsWithin, type Saturated } from '../post-star';
import { UpperBound } from '../queries';
import { backWithin } from './back';
import { FirstTab } from './first-tab';
import type { Bounded, VariantReach } from './reach';
import { Soonest } from './soonest';
import { withShortestWalks } from './shortest-walks';
import { notReached, withShortest, type Verdict } from './verdict';

/** Whether a walk comes before another: from inside, without events that happen by themselves, shorter. */
function isNearer(one: Pick<Verdict, 'fromOutside' | 'byEvent' | 'taps'>, other: typeof one): boolean {
  if (one.fromOutside !== other.fromOutside) return other.fromOutside;
  if (one.byEvent !== other.byEvent) return other.byEvent;
  return one.taps! < other.taps!;
}

/**
 * Verdicts of a variant between two bounds. A screen that is in no stack of the upper bound is stranded. Walks are
 * sought for screens that the quick analysis left undecided, or reached with more taps than the upper bound allows.
 *
 * @param known the verdicts so far
 * @param saturated a system that has all runs, and perhaps more
 * @param explored runs of the variant
 */
export function* boundedReach(
  plan: Plan,
  known: VariantReach,
  { system, saturation }: Saturated,
  explored: Explored,
  budget: Budget,
): Work<Bounded> {
  const { runs } = saturation;
  const inside = system.hasExternalEvents ? yield* runsWithin(saturation) : runs;
  const upperBound = new UpperBound(plan, system, saturation, inside, budget);
  const soonest = new Soonest(runs, inside);
  const isOpen = (screen: Screen): boolean => {
    const verdict = known.verdicts[screen.index]!;
    if (!soonest.isShown(screen) || verdict.reachable === 'no') return false;
    return verdict.reachable === 'undecided' || !soonest.allowsNoLess(verdict, screen);
  };
  const open = plan.screens.filter(isOpen);
  const explorationWalks = open.length > 0 ? (yield* explored.all.toEnd()).walks() : null;
  const walks = new Map<Screen, FoundWalk>();
  for (const screen of open) {
    const fits = ({ configuration }: ExploredNode): boolean => activeStack(configuration)!.screen === screen;
    const walk = explorationWalks!.get(screen);
    const isReached = walk || known.verdicts[screen.index]!.reachable === 'yes';
    const hint = soonest.walkTo(screen);
    // Where nothing stops the shortest walk of the upper bound, no run is shorter.
    const end = isReached ? explored.detours.straight(hint, fits) : yield* explored.detours.find(hint, fits);
    const other = end && walkFound(end, false);
    const nearest = walk && other ? (isNearer(other, walk) ? other : walk) : (walk ?? other);
    if (nearest) walks.set(screen, nearest);
    yield;
  }
  const verdicts = known.verdicts.map((verdict, index): Verdict => {
    const screen = plan.screens[index]!;
    const walk = walks.get(screen);
    if (verdict.reachable === 'undecided' && (!soonest.isShown(screen) || (!walk && explored.all.isWhole)))
      return notReached;
    const isBetter = walk && (verdict.reachable !== 'yes' || isNearer(walk, verdict));
    const best = isBetter ? walk : verdict;
    const isWalkedBest = walk?.isShortest === true && !isNearer(best, walk);
    const isProved =
      best.reachable === 'no' ||
      (best.reachable === 'yes' && (soonest.allowsNoLess(best, screen) || isWalkedBest || best.isShortest === true));
    return withShortest(best, isProved);
  });
  const firstTab = new FirstTab(upperBound, explored);
  return {
    kind: 'bounded',
    name: known.name,
    verdicts: yield* withShortestWalks(plan, verdicts, soonest, explored),
    leftOpen: [...system.valuations.leftOpen],
    upperBound,
    explored,
    firstTab,
    back: backWithin(upperBound, explored, firstTab, known.back),
  };
}
