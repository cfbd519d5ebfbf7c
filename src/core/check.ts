import { parse } from './language/parse';
import type { SyntaxTree } from './language/syntax';
import type { Plan } from './plan/model';
import { resolve } from './plan/resolve';
import type { Reach, ReachAnalysis } from './reach/reach';
import { searchReach } from './reach/search';
import type { Accepted } from './rules/accept';
import { runRules } from './rules/catalogue';
import type { Finding } from './rules/rule';
import { checkSupply, type Supply } from './supply/supply';

/** The analysis of reach that is in force: all else knows its verdicts alone. */
const analyseReach: ReachAnalysis = searchReach;

/** All that is known of a plan. */
export interface Check {
  readonly text: string;
  readonly plan: Plan;
  readonly reach: Reach;
  readonly supply: Supply;
  /** In the order of the text, without those that the plan accepts. */
  readonly findings: readonly Finding[];
  readonly accepted: readonly Accepted[];
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
  const { text } = tree;
  const plan = resolve(tree);
  const reach = analyseReach(plan);
  const supply = checkSupply(plan);
  // The rules run when somebody asks what they find: the notes in the margin do not, and must not wait for them.
  let found: ReturnType<typeof runRules> | null = null;
  const run = (): ReturnType<typeof runRules> => (found ??= runRules({ text, plan, reach, supply }));
  return { text, plan, reach, supply, get findings() { return run().findings; }, get accepted() { return run().accepted; } };
}
