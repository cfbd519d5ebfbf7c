import { toEnd } from '../../base/slices';
import { check, type Check } from '../../check';
import type { Screen } from '../../plan/model';
import { answerTo, walkTaking } from '../../reach';
import { reachOf } from '../../report/variant';
import type { Tap } from '../../walk/tap';
import { retrace } from '../../walk/trail';
import type { PathAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { walkToward } from '../parts/toward';
import { needReadable, opened, probedInTurn, without } from '../parts/variation';

type PathQuestion = Extract<PlanQuestion, { kind: 'path' }>;

/** A walk from a cold start, cut where the first screen is shown. */
interface CutWalk {
  readonly before: readonly Tap[];
  readonly taps: readonly Tap[];
  readonly isShortest: boolean;
}

/** What is known of the runs of a changed plan. */
interface Runs {
  readonly check: Check;
  readonly found: CutWalk | 'undecided' | null;
}

/**
 * Finds the way from one screen to another one: from the end of the shortest walk to the first. Where a search finds
 * none, the verdict on all runs decides. Runs without links and entries are tried first, since their walks say more.
 * Costs two checks of a changed plan.
 */
export function answerPath(asked: Check, question: PathQuestion, variant: string): PathAnswer {
  needReadable(asked);
  const inside = answerIn(without(asked, opened(asked.plan)), question, variant);
  return inside.verdict === 'yes' ? inside : answerIn(asked, question, variant);
}

function answerIn(asked: Check, { from, to, condition }: PathQuestion, variant: string): PathAnswer {
  // The screens in the plan that is asked now, which may be the plan without links.
  const [first, later] = [asked.plan.screens[from.index]!, asked.plan.screens[to.index]!];
  const { check: checked, found } =
    condition === null
      ? runsByRule(asked, first, later, variant)
      : runsByProbes(asked, first, condition, later, variant);
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
    verdict: run ? 'yes' : found === 'undecided' ? 'undecided' : 'no',
    path,
    keep: path ? asWalk(from, to, [...path.before, ...path.steps]) : !found && condition === null ? rule : null,
  };
}

const asWalk = (from: Screen, to: Screen, steps: readonly string[]): string =>
  [`walk "From ${from.label} to ${to.label}" {`, ...steps.map((step) => `  ${step}`), '}'].join('\n');

/** Without a condition: a rule of the plan says that no run shows the one screen after the other. */
function runsByRule(asked: Check, first: Screen, later: Screen, variant: string): Runs {
  const checked = check(`${asked.text}\nrule "No way" never ${later.label} after ${first.label}\n`);
  const { plan } = checked;
  const reach = reachOf(checked, variant);
  const [from, to] = [plan.screens[first.index]!, plan.screens[later.index]!];
  const before = reach.verdicts[from.index]!.walk;
  const toward = before && walkToward(plan, reach, before, to);
  if (toward) return { check: checked, found: { before, ...toward } };
  const walk = toEnd(answerTo(plan, reach, plan.claims.at(-1)!));
  if (walk === 'holds') return { check: checked, found: null };
  if (walk === 'undecided') return { check: checked, found: 'undecided' };
  const at = walk.slice(0, -1).findLastIndex(({ shows }) => shows === from);
  return { check: checked, found: { before: walk.slice(0, at + 1), taps: walk.slice(at + 1), isShortest: false } };
}

/** With a condition: a probe on the first screen asks for it, and one on the other screen asks for the first probe. */
function runsByProbes(asked: Check, first: Screen, condition: string, later: Screen, variant: string): Runs {
  const probes = probedInTurn(asked, first, condition, later);
  const { check: checked } = probes;
  const reach = reachOf(checked, variant);
  const [from, to] = [checked.plan.screens[first.index]!, checked.plan.screens[later.index]!];
  const walkTo = toEnd(walkTaking(reach, from, probes.branchOn(from)));
  if (walkTo === null || walkTo === 'undecided') return { check: checked, found: walkTo };
  const before = probes.without(walkTo);
  const toward = walkToward(checked.plan, reach, before, to, { avoids: probes.isProbe });
  if (toward) return { check: checked, found: { before, ...toward } };
  const walk = toEnd(walkTaking(reach, to, probes.branchOn(to)));
  if (walk === null || walk === 'undecided') return { check: checked, found: walk };
  // The taps on probes belong to the question, not to the app.
  const at = walk.findIndex(probes.isProbe);
  const [start, taps] = [walk.slice(0, at), walk.slice(at)].map((part) => probes.without(part));
  return { check: checked, found: { before: start!, taps: taps!, isShortest: false } };
}
