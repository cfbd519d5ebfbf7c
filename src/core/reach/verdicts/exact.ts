import type { Budget } from '../../base/budget';
import { isIn, type Plan } from '../../plan/model';
import { runsWithin, type Saturated, saturateInterfering, Saturation } from '../post-star';
import { backInStacks } from './back';
import { boundedReach } from './bounded';
import { reachWithFlagsOpen } from './flags-open';
import { Interference, Pushdown, valuationsOf } from '../system';
import type { Exact, Reach, Undecided, VariantReach } from './reach';
import { firstShown, notReached, withShortest, type Verdict } from './verdict';
import type { Work } from '../../base/slices';
import { eventBefore, ExactStacks, walkTo } from '../queries';
import { Explored } from '../explicit';

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
    variants.push(yield* reachIn(plan, name, known, budget));
  }
  return { variants };
}

/** Number of valuations up to which the whole budget may go into all stacks. */
const fewValuations = 32;
/** The most steps that go into all stacks with more valuations, which are often too many: half a second's work. */
const mostForMany = 1_000_000;
/** Screens times the valuations met so far, from which on that many steps would not be enough for all of them. */
const mostHeads = 100_000;

/** Heads after which it is first asked whether tabs are coupled; then each time that they are twice as many. */
const firstLook = 250;
/** The share of the budget for an upper bound that tells all flags apart. */
const shareForFlags = 0.75;

function* reachIn(plan: Plan, name: string, known: () => VariantReach, budget: Budget): Work<VariantReach> {
  const valuations = valuationsOf(plan, name);
  const part = valuations.count > fewValuations ? budget.part(mostForMany) : budget;
  const exact = yield* saturateExactly(plan, name, part);
  if (exact === 'coupled') {
    // Past that share, an upper bound with flags left open is better than none.
    const most = part.part(shareForFlags * budget.rest);
    const interfering = yield* saturateInterfering({ plan, variant: name, valuations }, most, null);
    if (interfering) return yield* boundedReach(plan, known(), interfering, new Explored(plan, name, budget), budget);
  } else if (exact) return yield* stacksReach(plan, name, exact, budget);
  return (valuations.some && (yield* reachWithFlagsOpen(plan, known(), budget))) || tooMuch(known());
}

/** The verdicts of the quick analysis, past the budget. */
const tooMuch = ({ name, verdicts, back }: VariantReach): Undecided => ({
  kind: 'undecided',
  because: 'too much',
  name,
  back,
  verdicts: verdicts.map((verdict) => withShortest(verdict, verdict.isShortest === true)),
});

/**
 * All stacks, as if the tabs did not depend on one another; or that they do, which mostly shows soon. Null past the
 * budget.
 */
function* saturateExactly(plan: Plan, variant: string, budget: Budget): Work<Saturated | 'coupled' | null> {
  const system = new Pushdown(plan, variant);
  const saturation = new Saturation(system, budget, system.hasExternalEvents);
  const saturated = { system, saturation };
  const { shown } = saturation.runs;
  const hasMany = system.valuations.count > fewValuations;
  let lookAt = firstLook;
  for (const pause of saturation.run()) {
    if (hasMany && system.valuations.met * plan.screens.length > mostHeads) return null;
    if (!hasMany && shown.length >= lookAt) {
      if (yield* areTabsCoupled(saturated)) return 'coupled';
      lookAt = 2 * shown.length;
    }
    yield pause;
  }
  if (saturation.exhausted || system.bounded) return null;
  return (yield* areTabsCoupled(saturated)) ? 'coupled' : saturated;
}

function* stacksReach(plan: Plan, variant: string, { system, saturation }: Saturated, budget: Budget): Work<Exact> {
  const { runs: all } = saturation;
  const inside = system.hasExternalEvents ? yield* runsWithin(saturation) : all;
  const first = firstShown(inside);
  const outside = firstShown(all);
  const verdicts = plan.screens.map((screen): Verdict => {
    const fromOutside = !first.has(screen);
    const pathEdge = first.get(screen) ?? outside.get(screen);
    if (!pathEdge) return notReached;
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
