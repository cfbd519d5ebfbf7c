import { toEnd } from '../../base/slices';
import { check, type Check } from '../../check';
import type { Screen } from '../../plan/model';
import { walkTaking } from '../../reach';
import { reachOf } from '../../report/variant';
import type { Finding } from '../../rules/parts/rule';
import type { Tap } from '../../walk/tap';
import { retrace } from '../../walk/trail';
import type { PathAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';
import { walkToward } from '../parts/toward';
import { isProbe, needReadable, opened, probedInTurn, probeOn, without, withoutProbes } from '../parts/variation';

type PathQuestion = Extract<PlanQuestion, { kind: 'path' }>;

/** A walk from a cold start, cut where the first screen is shown. */
interface CutWalk {
  readonly variant: string;
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
  const steps = run && retrace(checked.plan, run.variant, [...run.before, ...run.taps]);
  const path = steps && {
    before: steps.slice(0, run.before.length),
    steps: steps.slice(run.before.length),
    shows: run.taps.map(({ shows }) => shows?.label ?? null),
    isShortest: run.isShortest,
  };
  const rule = `rule "No way from ${from.label} to ${to.label}" never ${to.label} after ${from.label}`;
  return {
    kind: 'path',
    variant: run?.variant ?? variant,
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
  const reach = reachOf(checked, variant);
  const before = reach.verdicts[first.index]!.walk;
  const { screens } = checked.plan;
  const toward = before && walkToward(checked.plan, reach, before, screens[later.index]!, isProbe);
  if (toward) return { check: checked, found: { variant, before, ...toward } };
  const { node } = checked.plan.claims.at(-1)!;
  const findings = findingsIn(checked, variant);
  const broken = findings.find(({ rule, range }) => rule === 'stack/rule-broken' && range.from === node.from);
  const witness = broken && checked.witnesses.get(broken);
  // Any rule may be the undecided one: a "no" has to be certain.
  if (!witness)
    return { check: checked, found: findings.some(({ rule }) => rule === 'stack/undecided') ? 'undecided' : null };
  const { walk } = witness;
  const at = walk.slice(0, -1).findLastIndex(({ shows }) => shows === screens[first.index]);
  const found = {
    variant: witness.variant,
    before: walk.slice(0, at + 1),
    taps: walk.slice(at + 1),
    isShortest: false,
  };
  return { check: checked, found };
}

const findingsIn = ({ findings, accepted }: Check, variant: string): Finding[] =>
  [...findings, ...accepted.map(({ finding }) => finding)].filter(
    (finding) => finding.variant === null || finding.variant === variant,
  );

/** With a condition: a probe on the first screen asks for it, and one on the other screen asks for the first probe. */
function runsByProbes(asked: Check, first: Screen, condition: string, later: Screen, variant: string): Runs {
  const checked = check(probedInTurn(asked, first, condition, later));
  const reach = reachOf(checked, variant);
  const [from, to] = [checked.plan.screens[first.index]!, checked.plan.screens[later.index]!];
  const walkTo = toEnd(walkTaking(reach, from, probeOn(from)));
  if (walkTo === null || walkTo === 'undecided') return { check: checked, found: walkTo };
  const before = withoutProbes(walkTo);
  const toward = walkToward(checked.plan, reach, before, to, isProbe);
  if (toward) return { check: checked, found: { variant, before, ...toward } };
  const walk = toEnd(walkTaking(reach, to, probeOn(to)));
  if (walk === null || walk === 'undecided') return { check: checked, found: walk };
  // The taps on probes belong to the question, not to the app.
  const at = walk.findIndex(isProbe);
  const [start, taps] = [walk.slice(0, at), walk.slice(at)].map(withoutProbes);
  return { check: checked, found: { variant, before: start!, taps: taps!, isShortest: false } };
}
