import type { AcceptNode } from '../../language/syntax';
import type { Plan } from '../../plan/model';
import type { Accepted, Finding, Silenced } from './rule';

/**
 * Takes out what the plan accepts: each accept silences one finding of its rule that is about its name, the first in
 * the order of the text. A second finding of the kind takes a second accept, so that new ones are always seen.
 */
export function silence(plan: Plan, findings: readonly Finding[]): Silenced {
  const used = new Set<AcceptNode>();
  if (plan.accepts.length === 0) return { findings, accepted: [], used };
  const labels = new Map<string, string>();
  for (const screen of plan.screens) {
    for (const name of [screen.label, ...(screen.module ? [`${screen.module.name}.${screen.name}`] : [])])
      labels.set(name, screen.label);
  }
  const waiting = new Map<string, AcceptNode[]>();
  const keyOf = (rule: string, subject: string | null): string => `${rule} ${subject ?? ''}`;
  for (const accept of plan.accepts) {
    if (!accept.rule || !accept.because) continue;
    const subject = accept.subject && (labels.get(accept.subject.text) ?? accept.subject.text);
    const key = keyOf(accept.rule.text, subject);
    waiting.set(key, [...(waiting.get(key) ?? []), accept]);
  }
  const accepted: Accepted[] = [];
  const remaining = findings.filter((finding) => {
    const accept = waiting.get(keyOf(finding.rule, finding.subject))?.shift();
    if (!accept) return true;
    used.add(accept);
    accepted.push({ finding, because: accept.because!.value });
    return false;
  });
  return { findings: remaining, accepted, used };
}
