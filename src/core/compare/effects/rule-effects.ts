/** Rules of the plan that begin to hold, or that a run now breaks. */
import type { Claim } from '../../plan/model';
import { claimVerdict } from '../../report/claim-verdict';
import type { PartDiff } from '../changes/diff';
import type { RuleEffect, RuleVerdict, Weight } from './effect';
import type { Versions } from './versions';

export function ruleEffects(versions: Versions, { pairs }: PartDiff): RuleEffect[] {
  const { old, now } = versions;
  const claimsAt = (claims: readonly Claim[]) => new Map(claims.map((claim) => [claim.node.from, claim]));
  const [before, after] = [claimsAt(old.plan.claims), claimsAt(now.plan.claims)];
  return pairs.flatMap((pair): RuleEffect[] => {
    if (pair.after.kind !== 'rule') return [];
    const [was, is] = [before.get(pair.before.range!.from), after.get(pair.after.range!.from)];
    if (!was || !is) return [];
    const [verdictBefore, verdictAfter] = [claimVerdict(was, old), claimVerdict(is, now)];
    if (verdictBefore.verdict === verdictAfter.verdict) return [];
    const { finding } = verdictAfter;
    const witness = finding && now.witnesses.get(finding);
    return [
      {
        kind: 'rule',
        weight: weightOf(verdictBefore.verdict, verdictAfter.verdict),
        hurts: [],
        screen: null,
        module: null,
        variants: finding?.variant ? [finding.variant] : null,
        before: was.node,
        after: is.node,
        evidence: witness ? [{ in: 'after', ...witness }] : [],
        title: is.title,
        was: verdictBefore.verdict,
        is: verdictAfter.verdict,
        finding,
      },
    ];
  });
}

function weightOf(was: RuleVerdict, is: RuleVerdict): Weight {
  if (is === 'holds') return 'better';
  if (was === 'holds') return is === 'undecided' ? 'worse' : 'breaking';
  return is === 'broken' ? 'worse' : 'neutral';
}
