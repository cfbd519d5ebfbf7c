/** Changes to a plan, shown before they are made: the edits, and the verdict before and after. */
import { check, type Check } from '../check';
import type { ListedScreen } from '../edit/add-many';
import { applyEdits, type TextEdit } from '../language/edits';
import { countAll, type Counts } from '../report/counts';
import { plain } from '../rules/parts/message';
import { changedLines, type LineChange } from './changed-lines';
import { editsOf, type Refusal } from './edits-of';
import type { ChangeRequest } from './request';

export interface Proposal {
  readonly edits: readonly TextEdit[];
  readonly lines: readonly LineChange[];
  readonly before: Counts;
  readonly after: Counts;
  /** Summaries of the findings that would go. */
  readonly gone: readonly string[];
  readonly come: readonly string[];
  /** Meaning of a pasted list; null for other requests. */
  readonly listed: readonly ListedScreen[] | null;
  /** The pattern of an added link; null for other requests. */
  readonly pattern: string | null;
  /** Number of ways in at which a person has to decide. */
  readonly open: number;
}

/** A proposal, or in one sentence why there is none. */
export type Proposed = Proposal | Refusal;

/** Proposes a change. Checks the whole changed plan: costs as much as a check. */
export function propose(now: Check, request: ChangeRequest): Proposed {
  const written = editsOf(now, request);
  if ('refusal' in written) return written;
  const { edits, listed = null, pattern = null, open = 0 } = written;
  const then = check(applyEdits(now.text, edits));
  const [before, after] = [summariesOf(now), summariesOf(then)];
  return {
    edits,
    lines: changedLines(now.text, edits),
    before: countAll(now),
    after: countAll(then),
    gone: without(before, after),
    come: without(after, before),
    listed,
    pattern,
    open,
  };
}

const summariesOf = ({ findings }: Check): string[] =>
  findings.map((finding) => `${finding.rule}: ${plain(finding.summary)}`);

/** Multiset difference of two lists. */
function without(list: readonly string[], other: readonly string[]): string[] {
  const left = new Map<string, number>();
  for (const one of other) left.set(one, (left.get(one) ?? 0) + 1);
  return list.filter((one) => {
    const count = left.get(one) ?? 0;
    left.set(one, count - 1);
    return count <= 0;
  });
}
