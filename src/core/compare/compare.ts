/** Compares two versions of a plan: what has changed, and what that does to those who use the app. */
import type { Check } from '../check';
import type { Finding } from '../rules/parts/rule';
import type { Change } from './changes/change';
import { planChanges } from './changes/plan-changes';
import type { Effect } from './effects/effect';
import { matchFindings } from './effects/finding-effects';
import { effectsOf } from './effects/effects';
import { Versions } from './effects/versions';

export interface Comparison {
  readonly before: Check;
  readonly after: Check;
  readonly changes: readonly Change[];
  /** In the order of a review. */
  readonly effects: readonly Effect[];
  /** Findings that only the new plan has, in the order of its text. */
  readonly newFindings: readonly Finding[];
}

/** Compares two checked plans. Near linear in their texts, beyond their checks. */
export function compare(before: Check, after: Check): Comparison {
  const changes = planChanges(before.plan, after.plan);
  const versions = new Versions(before, after, changes);
  const match = matchFindings(versions);
  const effects = effectsOf(versions, changes, match);
  return { before, after, changes: changes.changes, effects, newFindings: match.comes };
}

/** The findings of a plan that an earlier version of it does not have, in the order of the text. */
export const newFindings = (before: Check, after: Check): readonly Finding[] =>
  matchFindings(new Versions(before, after, planChanges(before.plan, after.plan))).comes;
