import type { Budget } from '../../base/budget';
import type { Work } from '../../base/slices';
import type { Flag, Plan, Screen } from '../../plan/model';
import { activeStack } from '../../walk/configuration';
import type { Tap } from '../../walk/tap';
import { type ExploredNode, Explored, walkFound, type FoundWalk } from '../explicit';
import { runsWithin, type PathEdge, type Runs, type Saturated, saturateInterfering } from '../post-star';
import { UpperBound, walkTo } from '../queries';
import { flagsIn } from '../../plan/flags';
import { flagsRead, Valuations } from '../system';
import { backWithin } from './back';
import type { Bounded, VariantReach } from './reach';
import { firstShown, notReached, withShortest, type Verdict } from './verdict';

/** Whether a walk comes before another: from inside, without events that happen by themselves, shorter. */
function isNearer(one: Pick<Verdict, 'fromOutside' | 'byEvent' | 'taps'>, other: typeof one): boolean {
  if (one.fromOutside !== other.fromOutside) return other.fromOutside;
  if (one.byEvent !== other.byEvent) return other.byEvent;
  return one.taps! < other.taps!;
}

/** For each screen, the runs of an upper bound that lead there soonest. */
class Soonest {
  private readonly fromInside: ReadonlyMap<Screen, PathEdge>;
  private readonly fromAnywhere: ReadonlyMap<Screen, PathEdge>;

  constructor(
    private readonly runs: Runs,
    private readonly inside: Runs,
  ) {
    this.fromInside = firstShown(inside);
    this.fromAnywhere = firstShown(runs);
  }

  isShown(screen: Screen): boolean {
    return this.fromAnywhere.has(screen);
  }

  /** Whether a verdict has as few taps as the upper bound allows. */
  allowsNoLess({ taps, fromOutside, byEvent }: Verdict, screen: Screen): boolean {
    const head = this.fromInside.get(screen)?.head;
    if (!head) return fromOutside && taps === this.runs.lengthTo(this.fromAnywhere.get(screen)!.head);
    return !fromOutside && byEvent === this.inside.needsOwnEvent(head) && taps === this.inside.lengthTo(head);
  }

  walkTo(screen: Screen): readonly Tap[] {
    const edge = this.fromInside.get(screen);
    return edge ? walkTo(this.inside, edge) : walkTo(this.runs, this.fromAnywhere.get(screen)!);
  }
}

/**
 * Verdicts of a variant between two bounds. A screen that is in no stack of the upper bound is stranded. Walks are sought
 * for screens that the quick analysis left undecided, or reached with more taps than the upper bound allows.
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
  return {
    kind: 'bounded',
    name: known.name,
    verdicts,
    leftOpen: [...system.valuations.leftOpen],
    upperBound,
    explored,
    back: backWithin(upperBound, explored, known.back),
  };
}

/** Screens times valuations up to which flags are told apart, most of which are left open. */
const mostTogether = 4_096;
/** Of the screens whose shortest walk is open, the part that a refinement has to be about. */
const worthwhile = 0.25;

/**
 * Verdicts of a variant whose flags have too many values together. At first all flags are left open but those that
 * screens need: whether Back reveals such a screen depends on them. Then those are told apart that most often stop the
 * shortest walks of the upper bound, as long as they are few: abstraction refined by counterexamples (Clarke et al., CAV
 * 2000). Null past the budget.
 */
export function* reachWithFlagsOpen(plan: Plan, known: VariantReach, budget: Budget): Work<Bounded | null> {
  const { name } = known;
  const explored = new Explored(plan, name, budget);
  const flags = flagsRead(plan, name);
  let apart: readonly Flag[] = mostFrequent(plan, 1, flagsNeeded(plan));
  for (let bounded: Bounded | null = null; ;) {
    const valuations = new Valuations(plan, name, new Set(flags.filter((flag) => !apart.includes(flag))));
    const saturated = yield* saturateInterfering(
      { plan, variant: name, valuations },
      budget.part(budget.rest / 2),
      null,
    );
    if (saturated) {
      bounded = yield* boundedReach(plan, bounded ?? known, saturated, explored, budget);
      const more = yield* flagsToTellApart(plan, bounded, valuations.count);
      if (more.length === 0) return bounded;
      apart = [...apart, ...more];
    } else if (bounded || apart.length === 0) return bounded;
    else apart = [];
  }
}

/** The flags that stop the shortest walks of the upper bound most often, if they are worth a refinement. */
function* flagsToTellApart(
  plan: Plan,
  { verdicts, upperBound, explored, leftOpen }: Bounded,
  valuations: number,
): Work<readonly Flag[]> {
  const soonest = new Soonest(upperBound.all, upperBound.inside);
  const open = plan.screens.filter(({ index }) => verdicts[index]!.isShortest !== true);
  const stopping: Flag[] = [];
  for (const screen of open) {
    if (!soonest.isShown(screen)) continue;
    stopping.push(...explored.detours.stopping(soonest.walkTo(screen)).filter((flag) => leftOpen.includes(flag)));
    yield;
  }
  const told = mostFrequent(plan, valuations, stopping);
  return stopping.filter((flag) => told.includes(flag)).length >= open.length * worthwhile ? told : [];
}

const flagsNeeded = ({ screens }: Plan): Flag[] =>
  screens.flatMap(({ needs }) => needs.flatMap(({ condition }) => [...flagsIn(condition)]));

/**
 * The flags that occur most often, as long as their values are not too many.
 *
 * @param valuations number of valuations without them
 */
function mostFrequent({ screens }: Plan, valuations: number, occurring: readonly Flag[]): readonly Flag[] {
  const times = new Map<Flag, number>();
  for (const flag of occurring) times.set(flag, (times.get(flag) ?? 0) + 1);
  const frequent: Flag[] = [];
  let count = valuations * screens.length;
  for (const [flag] of [...times].sort(([, a], [, b]) => b - a)) {
    count *= flag.values.length;
    if (count > mostTogether) break;
    frequent.push(flag);
  }
  return frequent;
}
