import type { AcceptNode } from '../../language/syntax';
import type { Plan } from '../../plan/model';
import type { Accepted, Finding, Silenced } from './rule';

/**
 * Removes accepted findings: each accept silences the first finding of its rule about its name, in the order of the
 * text. A second finding needs a second accept, so new findings always show.
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
