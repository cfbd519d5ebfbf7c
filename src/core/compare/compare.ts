/** Compares two versions of a plan: what has changed, and what that does to those who use the app. */
import { toEnd, type Work } from '../base/slices';
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
}

/** Compares two checked plans, with pauses. Near linear in their texts, beyond their checks. */
function* comparing(before: Check, after: Check): Work<Comparison> {
  yield* before.deepen();
  yield* after.deepen();
  const changes = planChanges(before.plan, after.plan);
  yield;
  const versions = new Versions(before, after, changes);
  const effects = yield* effectsOf(versions, changes);
  return { before, after, changes: changes.changes, effects };
}

/** Compares two checked plans without a pause. */
export const compare = (before: Check, after: Check): Comparison => toEnd(comparing(before, after));

/** The findings of a plan that an earlier version of it does not have, in the order of the text. */
export function newFindings(before: Check, after: Check): readonly Finding[] {
  return matchFindings(new Versions(before, after, planChanges(before.plan, after.plan))).comes;
}
