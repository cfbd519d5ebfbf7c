import { parse } from './language/parse';
import type { SyntaxTree } from './language/syntax';
import type { Plan } from './plan/model';
import { resolve } from './plan/resolve';
import { Budget } from './base/budget';
import { exactReach, type Reach, searching } from './reach';
import type { Accepted } from './rules/parts/rule';
import { runRules, type RulesRun } from './rules/catalogue';
import type { Finding, Witness } from './rules/parts/rule';
import { settleTrials } from './rules/trial';
import { toEnd, type Work } from './base/slices';
import { checkSupply, type Supply } from './supply/supply';

/** All results about a plan. */
export interface Check {
  readonly text: string;
  readonly plan: Plan;
  /**
   * What a quick look finds: all of it true, the taps perhaps too many, and some screens undecided. Worked out when it
   * is asked for first.
   */
  readonly quick: Reach;
  /** All that can be decided. Worked out when it is asked for first. */
  readonly reach: Reach;
  /** `reach` if it has been computed, otherwise `quick`. */
  readonly soonest: Reach;
  readonly supply: Supply;
  /** In the order of the text, without those that the plan accepts. */
  readonly findings: readonly Finding[];
  readonly accepted: readonly Accepted[];
  /** The walks of those findings that have one. */
  readonly witnesses: ReadonlyMap<Finding, Witness>;
  /** Works out `quick`. */
  readonly look: () => Work<void>;
  /** Works out `reach` and then `findings`. */
  readonly deepen: () => Work<void>;
}

/**
 * From text to verdicts: parse, resolve, analyse, run the rules. Never throws on any text.
 * Time grows in proportion to the text.
 */
export function check(text: string): Check {
  return checkTree(parse(text));
}

/** Checks a plan, from its syntax tree. */
export const checkTree = (tree: SyntaxTree): Check => checkPlan(resolve(tree));

/** Checks a plan that is resolved. */
export function checkPlan(plan: Plan): Check {
  const budget = new Budget(stepsFor(plan.tree.text));
  return checkWith(plan, budget, (run, { text }) =>
    settleTrials(run, text, plan.screens.length, function* (other) {
      if (budget.isSpent) return null;
      const tried = checkWith(resolve(parse(other)), budget, leaveUntried);
      yield* tried.deepen();
      return budget.isSpent ? null : tried.findings;
    }),
  );
}

/** Decides on the fixes that are offered on trial. */
type Settle = (run: RulesRun, check: Pick<Check, 'text' | 'plan'>) => Work<RulesRun>;

// oxlint-disable-next-line require-yield -- it has nothing to wait for
const leaveUntried: Settle = function* (run) {
  return run;
};

/**
 * How many steps a check may take: about three seconds' work for a text of up to 40,000 characters, up to twice as many
 * for longer ones. Small plans whose tabs share flags may need all of it: `npm run bench undecided` tells what they
 * leave undecided.
 */
function stepsFor(text: string): number {
  return Math.min(15_000_000, Math.max(8_000_000, text.length * 200));
}

function checkWith(plan: Plan, budget: Budget, settle: Settle): Check {
  const { text } = plan.tree;
  let looked: Reach | null = null;
  const quick = (): Reach => (looked ??= toEnd(searching(plan)));
  function* look(): Work<void> {
    looked ??= yield* searching(plan);
  }
  const supply = checkSupply(plan);
  let reach: Reach | null = null;
  let found: RulesRun | null = null;
  // The rules run when somebody asks what they find: the notes in the margin do not, and must not wait for them.
  function* deepen(): Work<void> {
    reach ??= yield* exactReach(plan, quick, budget);
    found ??= yield* settle(yield* runRules({ text, plan, reach, supply }), { text, plan });
  }
  const deepReach = (): Reach => (reach ??= toEnd(exactReach(plan, quick, budget)));
  const run = (): RulesRun => {
    toEnd(deepen());
    return found!;
  };
  return {
    text,
    plan,
    supply,
    look,
    deepen,
    get quick() {
      return quick();
    },
    get reach() {
      return deepReach();
    },
    get soonest() {
      return reach ?? quick();
    },
    get findings() {
      return run().findings;
    },
    get accepted() {
      return run().accepted;
    },
    get witnesses() {
      return run().witnesses;
    },
  };
}
