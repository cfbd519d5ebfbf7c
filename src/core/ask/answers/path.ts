import { toEnd } from '../../base/slices';
import { check, type Check } from '../../check';
import type { Plan, Screen } from '../../plan/model';
import {
  answerTo,
  judging,
  walkBetween,
  walkTaking,
  walkToward,
  type Between,
  type CutWalk,
  type Limits,
  type VariantReach,
} from '../../reach';
import { reachOf } from '../../report/variant';
import { activeStack } from '../../walk/configuration';
import { Ends } from '../../walk/ends';
import type { Tap } from '../../walk/tap';
import { retrace } from '../../walk/trail';
import { Walker } from '../../walk/walker';
import type { PathAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { needReadable, opened, planWithout, probed, type Probed } from '../parts/variation';

type PathQuestion = Extract<PlanQuestion, { kind: 'path' }>;

interface FoundWalk extends CutWalk {
  readonly isShortest: boolean;
}

/** What is known of the runs of a changed plan. */
interface Runs {
  readonly check: Check;
  readonly found: FoundWalk | 'undecided' | null;
}

/**
 * Finds the way from one screen to another one: from the end of the shortest walk to the first. Where a search finds
 * none, the verdict on all runs decides. Runs without links and entries are tried first, since their walks say more.
 * Costs two checks of a changed plan.
 */
export function answerPath(asked: Check, question: PathQuestion, variant: string): PathAnswer {
  needReadable(asked);
  const inside = answerIn(planWithout(asked, opened(asked.plan)), question, variant);
  return inside.verdict === 'yes' ? inside : answerIn(asked, question, variant);
}

function answerIn(asked: Check, question: PathQuestion, variant: string): PathAnswer {
  const { from, to, condition, without } = question;
  const { check: checked, found } = runsOf(asked, question, variant);
  const run = found && found !== 'undecided' ? found : null;
  const steps = run && retrace(checked.plan, variant, [...run.before, ...run.taps]);
  const path = steps && {
    before: steps.slice(0, run.before.length),
    steps: steps.slice(run.before.length),
    shows: run.taps.map(({ shows }) => shows?.label ?? null),
    isShortest: run.isShortest,
  };
  const rule = `rule "No way from ${from.label} to ${to.label}" never ${to.label} after ${from.label}`;
  return {
    kind: 'path',
    variant,
    from: from.label,
    to: to.label,
    condition,
    without: without?.label ?? null,
    verdict: run ? 'yes' : found === 'undecided' ? 'undecided' : 'no',
    path,
    keep: path ? asWalk(from, to, [...path.before, ...path.steps]) : !found && !condition && !without ? rule : null,
  };
}

const asWalk = (from: Screen, to: Screen, steps: readonly string[]): string =>
  [`walk "From ${from.label} to ${to.label}" {`, ...steps.map((step) => `  ${step}`), '}'].join('\n');

function runsOf(asked: Check, { from, to, condition, without }: PathQuestion, variant: string): Runs {
  // The screens in the plan that is asked now, which may be the plan without links.
  const now = ({ index }: Screen): Screen => asked.plan.screens[index]!;
  return condition === null && without === null
    ? runsByRule(asked, now(from), now(to), variant)
    : runsBetween(asked, now(from), now(to), { condition, without: without && now(without) }, variant);
}

/** Between two screens: the claim that no run shows the one after the other, exact also where several tabs are. */
function runsByRule(asked: Check, first: Screen, later: Screen, variant: string): Runs {
  const checked = check(`${asked.text}\nrule "No way" never ${later.label} after ${first.label}\n`);
  const { plan } = checked;
  const reach = reachOf(checked, variant);
  const [from, to] = [plan.screens[first.index]!, plan.screens[later.index]!];
  const before = reach.verdicts[from.index]!.walk;
  const toward = before && walkToward(plan, variant, before, to);
  if (toward) return { check: checked, found: { before, ...toward } };
  const walk = toEnd(answerTo(plan, reach, plan.claims.at(-1)!));
  if (walk === 'holds') return { check: checked, found: null };
  if (walk === 'undecided') return { check: checked, found: 'undecided' };
  const at = walk.slice(0, -1).findLastIndex(({ shows }) => shows === from);
  const taps = walk.slice(at + 1);
  return { check: checked, found: { before: walk.slice(0, at + 1), taps, isShortest: isOne(taps) } };
}

/** Whether a walk has one event. None is shorter. */
const isOne = (taps: readonly Tap[]): boolean => taps.length === 1;

/**
 * With a condition, or without a third screen. A probe tells where the condition holds. A search from there finds the
 * shortest way. If it finds none, all runs tell whether there is one.
 */
function runsBetween(
  asked: Check,
  first: Screen,
  later: Screen,
  { condition, without }: Pick<PathQuestion, 'condition' | 'without'>,
  variant: string,
): Runs {
  const probes = condition === null ? null : probed(asked, condition, [first]);
  const checked = probes?.check ?? asked;
  const { plan } = checked;
  const now = ({ index }: Screen): Screen => plan.screens[index]!;
  const branch = probes && probes.branchOn(now(first));
  const between = {
    first: now(first),
    when: branch && branch.condition,
    later: now(later),
    without: without && now(without),
  };
  const reach = reachOf(checked, variant);
  const walkTo = walkToFirst(plan, reach, between, probes);
  if (walkTo && walkTo !== 'undecided') {
    const before = probes?.without(walkTo) ?? walkTo;
    const limits = { ...judging(plan, variant, between), avoids: probes?.isProbe };
    const toward = walkToward(plan, variant, before, between.later, limits);
    if (toward) return { check: checked, found: { before, ...toward } };
  }
  const walk = toEnd(walkBetween(plan, reach, between));
  if (walk === null) return { check: checked, found: null };
  if ('hint' in walk) {
    const asideFrom = (direct: readonly Tap[]): FoundWalk | null =>
      aside(plan, reach, between, direct, probes?.isProbe);
    const found = asideFrom(reach.verdicts[later.index]!.walk ?? []) ?? asideFrom(walk.hint);
    return { check: checked, found: found ?? 'undecided' };
  }
  const real = (part: readonly Tap[]): readonly Tap[] => probes?.without(part) ?? part;
  const taps = real(walk.taps);
  return { check: checked, found: { before: real(walk.before), taps, isShortest: isOne(taps) } };
}

/** A walk that shows the first screen while its condition holds, mostly the shortest; null if no run does. */
function walkToFirst(
  plan: Plan,
  reach: VariantReach,
  between: Between,
  probes: Probed | null,
): readonly Tap[] | 'undecided' | null {
  const { first } = between;
  if (!probes) return reach.verdicts[first.index]!.walk;
  const { begins } = judging(plan, reach.name, between);
  const searched =
    reach.kind === 'bounded' &&
    walkToward(plan, reach.name, [], first, {
      avoids: probes.isProbe,
      ends: (one) => begins(one) && activeStack(one)!.screen === first,
      mayBeEmpty: true,
    });
  return searched ? searched.taps : toEnd(walkTaking(reach, first, probes.branchOn(first)));
}

/** Number of configurations at the end of the way to the later screen from which a way aside is tried. */
const mostAsides = 8;

/**
 * A way that waits in one tab: from where the later screen is shown, or shortly before, to the first screen in another
 * tab, and back. Null if none is found.
 *
 * @param direct a walk that shows the later screen
 */
function aside(
  plan: Plan,
  reach: VariantReach,
  between: Between,
  direct: readonly Tap[],
  avoids?: Limits['avoids'],
): FoundWalk | null {
  const { begins, keeps, ends } = judging(plan, reach.name, between);
  const ending = new Ends(new Walker(plan, reach.name));
  for (let at = direct.length; at > Math.max(0, direct.length - mostAsides); at--) {
    const waiting = direct.slice(0, at);
    const tabs = ending.of(waiting).map(({ active }) => active);
    const toFirst = walkToward(plan, reach.name, waiting, between.first, {
      avoids,
      ends: (one) => begins(one) && keeps(one) && !tabs.includes(one.active),
    });
    if (!toFirst) continue;
    const before = [...waiting, ...toFirst.taps];
    const toward = walkToward(plan, reach.name, before, between.later, { avoids, begins, keeps, ends });
    if (toward) return { before, taps: toward.taps, isShortest: false };
  }
  return null;
}
