import type { Check } from '../check';
import type { Claim } from '../plan/model';
import { plain } from '../rules/parts/message';
import type { Finding } from '../rules/parts/rule';

/** Whether a rule of the plan holds in every run of every variant; `unread` names no two screens. */
export interface ClaimVerdict {
  readonly verdict: 'holds' | 'broken' | 'undecided' | 'unread';
  /** The finding that says so, accepted or not; null for a rule that holds or does not read. */
  readonly finding: Finding | null;
}

/** Reads the verdict on a claim off the findings. Linear in their number. */
export function claimVerdict({ node, first, second, title }: Claim, { findings, accepted }: Check): ClaimVerdict {
  if (!first || !second) return { verdict: 'unread', finding: null };
  const all = [...findings, ...accepted.map(({ finding }) => finding)];
  const broken = all.find(({ rule, range }) => rule === 'stack/rule-broken' && range.from === node.from);
  if (broken) return { verdict: 'broken', finding: broken };
  const open = all.find(
    ({ rule, summary, detail }) =>
      rule === 'stack/undecided' && `${plain(summary)} ${plain(detail)}`.includes(`“${title}”`),
  );
  return open ? { verdict: 'undecided', finding: open } : { verdict: 'holds', finding: null };
}
