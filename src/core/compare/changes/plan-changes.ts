/** What one plan says and another does not, by meaning: layout, comments and the order of declarations do not count. */
import type { Plan } from '../../plan/model';
import { pair, type Pairing } from '../pairing/pair';
import { partsOf } from '../parts/parts-of';
import { wordedAfter, wordedBefore, type Worded } from '../parts/words';
import type { Change } from './change';
import { changesOf } from './changes';
import { pairParts, type PartDiff } from './diff';
import { sameScreens, type SameScreens } from './same-screens';

export interface PlanChanges {
  readonly pairing: Pairing;
  readonly worded: Readonly<Record<'before' | 'after', Worded>>;
  readonly same: SameScreens;
  readonly diff: PartDiff;
  readonly changes: readonly Change[];
}

/**
 * The changes from one plan to another. Near linear in their texts; only screens with other texts are cut into parts.
 */
export function planChanges(before: Plan, after: Plan): PlanChanges {
  const pairing = pair(before, after);
  const worded = { before: wordedBefore(pairing), after: wordedAfter(pairing) };
  const same = sameScreens(pairing, worded.before, worded.after);
  const diff = pairParts(
    partsOf(worded.before, (index) => same.toAfter.has(index)),
    partsOf(worded.after, (index) => same.toBefore.has(index)),
  );
  return { pairing, worded, same, diff, changes: changesOf(pairing, diff) };
}
