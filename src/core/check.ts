import { parse } from './language/parse';
import type { SyntaxTree } from './language/syntax';
import type { Plan } from './plan/model';
import { resolve } from './plan/resolve';
import { exactReach } from './reach/exact';
import type { Reach } from './reach/reach';
import { searchReach } from './reach/search';
import type { Accepted } from './rules/accept';
import { runRules, type RulesRun } from './rules/catalogue';
import type { Finding, Witness } from './rules/rule';
import { settleTrials } from './rules/trial';
import { checkSupply, type Supply } from './supply/supply';

/** All that is known of a plan. */
export interface Check {
  readonly text: string;
  readonly plan: Plan;
  /** What a quick look finds: all of it true, the taps perhaps too many, and some screens undecided. */
  readonly quick: Reach;
  /** All that can be decided. Worked out when it is asked for first. */
  readonly reach: Reach;
  /** What is known of it without further work. */
  readonly soonest: Reach;
  readonly supply: Supply;
  /** In the order of the text, without those that the plan accepts. */
  readonly findings: readonly Finding[];
  readonly accepted: readonly Accepted[];
  /** The walks of those findings that have one. */
  readonly witnesses: ReadonlyMap<Finding, Witness>;
  /** Works out `reach`; pauses every few milliseconds, where other work may come in. */
  deepen(): Generator<void, Reach, void>;
}

/**
 * From text to verdicts: parse, resolve, analyse, run the rules. Never throws on any text.
 * Time grows in proportion to the text.
 */
export function check(text: string): Check {
  return checkTree(parse(text));
}

/** The same from a syntax tree on. */
export function checkTree(tree: SyntaxTree): Check {
  return checkWith(tree, (run, { text, plan }) => settleTrials(run, text, plan.screens.length, (other) => checkWith(parse(other), (untried) => untried).findings));
}

/** @param settle decides on the fixes that are offered on trial */
function checkWith(tree: SyntaxTree, settle: (run: RulesRun, check: Pick<Check, 'text' | 'plan'>) => RulesRun): Check {
  const { text } = tree;
  const plan = resolve(tree);
  const quick = searchReach(plan);
  const supply = checkSupply(plan);
  let reach: Reach | null = null;
  function* deepen(): Generator<void, Reach, void> {
    return (reach ??= yield* exactReach(plan, quick));
  }
  const deep = (): Reach => {
    const work = deepen();
    for (let at = work.next(); ; at = work.next()) if (at.done) return at.value;
  };
  // The rules run when somebody asks what they find: the notes in the margin do not, and must not wait for them.
  let found: RulesRun | null = null;
  const run = (): RulesRun => (found ??= settle(runRules({ text, plan, reach: deep(), supply }), { text, plan }));
  return {
    text, plan, quick, supply, deepen,
    get reach() { return reach ?? deep(); },
    get soonest() { return reach ?? quick; },
    get findings() { return run().findings; },
    get accepted() { return run().accepted; },
    get witnesses() { return run().witnesses; },
  };
}
