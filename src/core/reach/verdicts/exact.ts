import type { Budget } from '../../base/budget';
import { isIn, type Plan, type Screen } from '../../plan/model';
import { type Runs, runsWithin, type Saturated, saturateInterfering, Saturation, type PathEdge } from '../post-star';
import { backInStacks, backWithin } from './back';
import { Interference, Pushdown } from '../system';
import type { Bounded, Exact, Reach, Undecided, VariantReach } from './reach';
import type { Verdict } from './verdict';
import type { Work } from '../../base/slices';
import { eventBefore, ExactStacks, UpperBound, walkTo } from '../queries';
import { Explored } from '../explicit';

const stranded: Verdict = {
  reachable: 'no',
  taps: null,
  fromOutside: false,
  byEvent: false,
  isShortest: true,
  parent: null,
  walk: null,
};

/**
 * Decides which screens can be reached, by saturating the pushdown system of each variant. If tabs share flags, the
 * verdicts lie between two bounds. Past the budget, and in a plan without a start, the verdicts of the quick analysis
 * stand.
 * Time grows with the screens and their transitions, and with the reachable values of the flags that conditions read.
 *
 * @param quick runs the quick analysis
 * @returns pauses every few milliseconds of work, so that newer text need not wait; a caller may drop it at any pause
 */
export function* exactReach(plan: Plan, quick: () => Reach, budget: Budget): Generator<void, Reach, void> {
  const variants: VariantReach[] = [];
  for (const [index, name] of plan.variants.entries()) {
    const known = (): VariantReach => quick().variants[index]!;
    const start = plan.start?.target;
    if (!start || !isIn(start.only, name)) {
      variants.push(known());
      continue;
    }
    const saturated = yield* saturateExactly(plan, name, budget);
    if (!saturated) variants.push(tooMuch(known()));
    else if (yield* areTabsCoupled(saturated)) variants.push(yield* boundedReach(plan, known(), saturated, budget));
    else variants.push(yield* stacksReach(plan, name, saturated, budget));
  }
  return { variants };
}

/** A verdict that says whether its walk is proved to be the shortest. The walk stays lazy. */
function withShortest(verdict: Verdict, isShortest: boolean): Verdict {
  if (verdict.isShortest === isShortest) return verdict;
  const { reachable, taps, fromOutside, byEvent, parent } = verdict;
  return {
    reachable,
    taps,
    fromOutside,
    byEvent,
    isShortest,
    parent,
    get walk() {
      return verdict.walk;
    },
  };
}

/** The verdicts of the quick analysis, past the budget. */
const tooMuch = ({ name, verdicts, back }: VariantReach): Undecided => ({
  kind: 'undecided',
  because: 'too much',
  name,
  back,
  verdicts: verdicts.map((verdict) => withShortest(verdict, verdict.isShortest === true)),
});

function* saturateExactly(plan: Plan, variant: string, budget: Budget): Work<Saturated | null> {
  const system = new Pushdown(plan, variant);
  const saturation = new Saturation(system, budget, system.hasExternalEvents);
  yield* saturation.run();
  return saturation.exhausted || system.bounded ? null : { system, saturation };
}

function* stacksReach(plan: Plan, variant: string, { system, saturation }: Saturated, budget: Budget): Work<Exact> {
  const { runs: all } = saturation;
  const inside = system.hasExternalEvents ? yield* runsWithin(saturation) : all;
  const first = firstShown(inside);
  const outside = firstShown(all);
  const verdicts = plan.screens.map((screen): Verdict => {
    const fromOutside = !first.has(screen);
    const pathEdge = first.get(screen) ?? outside.get(screen);
    if (!pathEdge) return stranded;
    const runs = fromOutside ? all : inside;
    return {
      reachable: 'yes',
      taps: runs.lengthTo(pathEdge.head),
      fromOutside,
      byEvent: !fromOutside && inside.needsOwnEvent(pathEdge.head),
      isShortest: true,
      parent: eventBefore(runs, pathEdge)?.head.symbol.screen ?? null,
      get walk() {
        return walkTo(runs, pathEdge);
      },
    };
  });
  const stacks = new ExactStacks(plan, system, saturation, inside, budget);
  return { kind: 'exact', name: variant, verdicts, stacks, back: (screen) => backInStacks(stacks, screen) };
}

/** For each screen, the path edge with the fewest taps. */
function firstShown({ shown }: Runs): Map<Screen, PathEdge> {
  const first = new Map<Screen, PathEdge>();
  for (const pathEdge of shown)
    if (!first.has(pathEdge.head.symbol.screen)) first.set(pathEdge.head.symbol.screen, pathEdge);
  return first;
}

/** Whether a walk comes before another: from inside, without events that happen by themselves, shorter. */
function isNearer(one: Pick<Verdict, 'fromOutside' | 'byEvent' | 'taps'>, other: typeof one): boolean {
  if (one.fromOutside !== other.fromOutside) return other.fromOutside;
  if (one.byEvent !== other.byEvent) return other.byEvent;
  return one.taps! < other.taps!;
}

/**
 * Verdicts of a variant whose tabs depend on one another. A screen that is in no stack of the upper bound is stranded.
 * Walks are sought for screens that the quick analysis left undecided, or reached with more taps than the upper bound
 * allows.
 */
function* boundedReach(plan: Plan, known: VariantReach, exact: Saturated, budget: Budget): Work<Bounded | Undecided> {
  const found = yield* saturateInterfering(plan, known.name, budget, exact);
  if (!found) return tooMuch(known);
  const { system, saturation } = found;
  const { runs } = saturation;
  const inside = system.hasExternalEvents ? yield* runsWithin(saturation) : runs;
  const upperBound = new UpperBound(plan, system, saturation, inside, budget);
  const explored = new Explored(plan, known.name, budget);
  const least = firstShown(inside);
  const shown = firstShown(runs);
  /** Whether a verdict has as few taps as the upper bound allows. */
  const isBest = ({ taps, fromOutside, byEvent }: Verdict, screen: Screen): boolean => {
    const head = least.get(screen)?.head;
    if (!head) return fromOutside && taps === runs.lengthTo(shown.get(screen)!.head);
    return !fromOutside && byEvent === inside.needsOwnEvent(head) && taps === inside.lengthTo(head);
  };
  const isOpen = (verdict: Verdict, screen: Screen): boolean =>
    shown.has(screen) &&
    (verdict.reachable === 'undecided' || (verdict.reachable === 'yes' && !isBest(verdict, screen)));
  const walked = plan.screens.some((screen, index) => isOpen(known.verdicts[index]!, screen))
    ? (yield* explored.all.toEnd()).walks()
    : null;
  const verdicts = known.verdicts.map((verdict, index): Verdict => {
    const screen = plan.screens[index]!;
    const walk = isOpen(verdict, screen) ? walked!.get(screen) : undefined;
    if (verdict.reachable === 'undecided' && (!shown.has(screen) || (!walk && explored.all.isWhole))) return stranded;
    const isBetter = walk && (verdict.reachable !== 'yes' || isNearer(walk, verdict));
    const best = isBetter ? walk : verdict;
    const isWalkedBest = walk?.isShortest === true && !isNearer(best, walk);
    const isShortest = best.reachable === 'no' || (best.reachable === 'yes' && (isBest(best, screen) || isWalkedBest));
    return withShortest(best, isShortest);
  });
  const back = backWithin(upperBound, explored, known.back);
  return { kind: 'bounded', name: known.name, verdicts, upperBound, explored, back };
}

/**
 * Whether the stacks of tabs depend on one another: by flags that change while tabs are shown, by `needs` that are
 * looked at on the way back to a tab, or by a transition that switches the tab and goes on. Then no analysis is exact
 * in general: two stacks with a common memory are as powerful as a Turing machine.
 *
 * Before the first such event every tab runs by itself. So it is enough to look for it in the runs of each tab by
 * itself.
 */
function* areTabsCoupled({ system, saturation }: Saturated): Work<boolean> {
  if (system.variant.roots.length < 2) return false;
  if (system.switchesMidway) return true;
  const interference = new Interference(system.variant, system.valuations);
  yield* interference.learn(system, saturation.runs.shown);
  return saturation.runs.shown.some(
    ({
      head: {
        control: { stack, valuation },
        symbol: { screen },
      },
    }) =>
      stack > 0 &&
      (interference.after(stack, valuation).length > 1 ||
        screen.needs.some(({ condition }) => system.valuations.outcome(condition, valuation) !== 'holds')),
  );
}
