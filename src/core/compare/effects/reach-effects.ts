/** Screens that are lost or found, and those that have come nearer or farther. */
import type { Finding } from '../../rules/parts/rule';
import type { Screen } from '../../plan/model';
import type { Verdict } from '../../reach';
import type { Evidence, Reached, ReachEffect, Weight } from './effect';
import { merged } from './merged';
import type { VariantPair, Versions } from './versions';

export function reachEffects(versions: Versions, comes: readonly Finding[]): ReachEffect[] {
  const findings = new Map(comes.map((finding) => [`${finding.rule} ${finding.subject}`, finding]));
  return [...versions.after].flatMap(([before, after]) =>
    merged(
      versions.variantsWith(before, after).flatMap((pair) => effectIn(pair, before, after, findings) ?? []),
      versions,
      ({ was, is }) => JSON.stringify([was, is]),
    ),
  );
}

function effectIn(
  { name, before: old, after: now }: VariantPair,
  before: Screen,
  after: Screen,
  findings: ReadonlyMap<string, Finding>,
): ReachEffect | null {
  const [was, is] = [old.verdicts[before.index]!, now.verdicts[after.index]!];
  const weight = weightOf(was, is);
  if (weight === null) return null;
  const evidence: Evidence[] = [
    ...(was.walk ? [{ in: 'before' as const, variant: old.name, walk: was.walk }] : []),
    ...(is.walk ? [{ in: 'after' as const, variant: now.name, walk: is.walk }] : []),
  ];
  return {
    kind: 'reach',
    weight,
    hurts: [],
    screen: after.label,
    module: after.module?.name ?? null,
    variants: [name],
    before: before.nameNode,
    after: after.nameNode,
    evidence,
    was: reachedBy(was),
    is: reachedBy(is),
    finding: findings.get(`${is.reachable === 'no' ? 'reach/stranded' : 'reach/link-only'} ${after.label}`) ?? null,
  };
}

const reachedBy = ({ reachable, taps, fromOutside }: Verdict): Reached => ({ reachable, taps, fromOutside });

/** Null if nothing has changed that a user would notice, or nothing that is proved. */
function weightOf(was: Verdict, is: Verdict): Weight | null {
  if (was.reachable !== is.reachable) {
    if (is.reachable === 'no') return was.reachable === 'yes' ? 'breaking' : 'worse';
    if (is.reachable === 'yes') return 'better';
    return was.reachable === 'yes' ? 'worse' : 'better';
  }
  if (is.reachable !== 'yes' || was.isShortest === false || is.isShortest === false) return null;
  if (was.fromOutside !== is.fromOutside) return is.fromOutside ? 'worse' : 'better';
  if (was.taps === is.taps || was.taps === null || is.taps === null) return null;
  return is.taps > was.taps ? 'worse' : 'better';
}
