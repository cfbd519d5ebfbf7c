import type { Budget } from '../../base/budget';
import type { Work } from '../../base/slices';
import { flagsIn } from '../../plan/flags';
import type { Flag, Plan } from '../../plan/model';
import { Explored } from '../explicit';
import { saturateInterfering } from '../post-star';
import { flagsRead, Valuations } from '../system';
import { boundedReach } from './bounded';
import type { Bounded, VariantReach } from './reach';
import { Soonest } from './soonest';

/** Screens times valuations up to which flags are told apart, most of which are left open. */
const mostTogether = 4_096;
/** Of all screens, the part whose shortest walk has to be open for a refinement. */
const manyOpen = 0.05;
/** Of those screens, the part that a refinement has to be about. */
const worthwhile = 0.25;

/**
 * Verdicts of a variant whose flags have too many values together. At first all flags are left open but those that
 * screens need: whether Back reveals such a screen depends on them. Then those are told apart that most often stop the
 * shortest walks of the upper bound, as long as they are few: abstraction refined by counterexamples (Clarke et al.,
 * CAV 2000). Null past the budget.
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
  if (open.length < plan.screens.length * manyOpen) return [];
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
