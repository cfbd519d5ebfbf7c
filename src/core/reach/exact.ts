import { isIn, type Plan, type Screen } from '../plan/model';
import type { Transition } from './automaton';
import { backOf } from './back';
import { Pushdown } from './pushdown';
import type { Limit, Reach, VariantReach, Verdict } from './reach';
import { runsWithin } from './runs';
import { Saturation } from './saturation';
import { Stacks } from './stacks';
import { eventBefore, walkTo } from './witness';

const stranded: Verdict = { reachable: 'no', taps: null, fromOutside: false, parent: null, walk: null };

/**
 * Decides what can be reached, and every stack with it, by saturating each variant's pushdown system. Where tabs share flags
 * with one another, where there is more to work out than a user would wait for, or where a plan has no start, the verdicts of
 * the quick analysis stand.
 *
 * Without flags time grows with the screens and their transitions; with flags, with the values of those that conditions read
 * and that some run gives them.
 *
 * @param quick the quick analysis, where it is needed
 * @returns pauses every few milliseconds of work, so that newer text need not wait; dropping it half way does no harm
 */
export function* exactReach(plan: Plan, quick: () => Reach): Generator<void, Reach, void> {
  const variants: VariantReach[] = [];
  for (const [index, name] of plan.variants.entries()) {
    const known = (): VariantReach => quick().variants[index]!;
    let found = yield* exactVariant(plan, name);
    if (found === 'coupled') found = yield* fromAbove(plan, known());
    variants.push(found === null ? known() : typeof found === 'string' ? { ...known(), limit: found } : found);
  }
  return { variants };
}

/** `coupled` where tabs depend on one another; null where there is no start. */
function* exactVariant(plan: Plan, variant: string): Generator<void, VariantReach | 'coupled' | Limit | null, void> {
  const start = plan.start?.target;
  if (!start || !isIn(start.only, variant)) return null;
  const system = new Pushdown(plan, variant);
  const saturation = new Saturation(system, system.hasDoors);
  yield* saturation.run();
  if (saturation.exhausted || system.bounded) return 'size';
  if (areTabsCoupled(plan, system, saturation)) return 'coupled';
  const { runs: all } = saturation;
  const inside = system.hasDoors ? yield* runsWithin(saturation) : all;
  const first = new Map<Screen, Transition>();
  for (const sight of inside.sights) if (!first.has(sight.head.symbol.screen)) first.set(sight.head.symbol.screen, sight);
  const outside = new Map<Screen, Transition>();
  for (const sight of all.sights) if (!first.has(sight.head.symbol.screen) && !outside.has(sight.head.symbol.screen)) outside.set(sight.head.symbol.screen, sight);
  const verdicts = plan.screens.map((screen): Verdict => {
    const fromOutside = !first.has(screen);
    const sight = first.get(screen) ?? outside.get(screen);
    if (!sight) return stranded;
    const runs = fromOutside ? all : inside;
    return {
      reachable: 'yes', taps: runs.tapsOf(sight.head), fromOutside, parent: eventBefore(runs, sight)?.head.symbol.screen ?? null,
      get walk() { return walkTo(runs, sight); },
    };
  });
  const stacks = new Stacks(plan, system, saturation, inside);
  return { name: variant, verdicts, stacks, above: null, limit: null, back: backOf(plan, variant, stacks) };
}

/**
 * Where tabs depend on one another: stacks among which all reachable ones are, each tab by itself and what the others may do
 * meanwhile taken from `Away`. A screen that is in none of them is stranded; what was undecided of the others stays so.
 */
function* fromAbove(plan: Plan, known: VariantReach): Generator<void, VariantReach | Limit, void> {
  const system = new Pushdown(plan, known.name, null, true);
  const saturation = new Saturation(system, true);
  yield* saturation.run();
  if (saturation.exhausted || system.bounded) return 'size';
  if (system.switchesMidway) return 'switch';
  const shown = new Set(saturation.runs.sights.map(({ head }) => head.symbol.screen));
  const verdicts = known.verdicts.map((verdict, index) => (verdict.reachable === 'undecided' && !shown.has(plan.screens[index]!) ? stranded : verdict));
  return { ...known, verdicts, above: new Stacks(plan, system, saturation, saturation.runs) };
}

/**
 * Whether the stacks of tabs depend on one another: by flags that change while tabs are shown, by `needs` that are looked at
 * when a tab is come back to, or by a transition that switches the tab and goes on. Each stack for itself is then not exact;
 * in general nothing is, since two stacks that share a finite memory can do whatever any machine can.
 */
function areTabsCoupled(plan: Plan, system: Pushdown, { controls }: Saturation): boolean {
  if (system.variant.roots.length < 2) return false;
  const valuations = [...new Set([...controls].flatMap(({ place, valuation }) => (place > 0 ? [valuation] : [])))];
  if (valuations.length === 0) return false;
  // What changes flags and empties all stacks couples nothing.
  if (system.switchesMidway || valuations.some((valuation) => system.away.after(valuation).length > 1)) return true;
  return plan.screens.some((screen) => system.variant.has(screen) && screen.needs.some((needs) => valuations.some((valuation) => system.valuations.outcome(needs.condition, valuation) !== 'holds')));
}
