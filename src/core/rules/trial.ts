import { applyEdits } from '../language/edits';
import type { RulesRun } from './catalogue';
import { plain } from './parts/message';
import type { Finding, Fix } from './parts/rule';

/** Most fixes of a plan on trial, and screens of a plan with trials: each trial costs an analysis. */
const mostTrials = 8;
const mostScreens = 300;

/**
 * Keeps the fixes on trial that work: with such a fix the finding is gone, and there is no new error.
 *
 * @param findingsIn all findings of another text, with its own fixes untried; null past the budget. Pauses now and then
 */
export function* settleTrials(
  run: RulesRun,
  text: string,
  screens: number,
  findingsIn: (text: string) => Generator<void, readonly Finding[] | null, void>,
): Generator<void, RulesRun, void> {
  if (!run.findings.some(({ fixes }) => fixes.some(({ onTrial }) => onTrial))) return run;
  let left = screens > mostScreens ? 0 : mostTrials;
  const errors = (findings: readonly Finding[]): number =>
    findings.filter(({ severity }) => severity === 'error').length;
  const same = (findings: readonly Finding[], { rule, summary }: Finding): number =>
    findings.filter((each) => each.rule === rule && plain(each.summary) === plain(summary)).length;
  const witnesses = new Map(run.witnesses);
  const findings: Finding[] = [];
  for (const finding of run.findings) {
    const fixes: Fix[] = [];
    for (const { onTrial, ...fix } of finding.fixes) {
      if (onTrial) {
        if (left-- <= 0) continue;
        const after = yield* findingsIn(applyEdits(text, fix.edits));
        const most = errors(run.findings) - (finding.severity === 'error' ? 1 : 0);
        if (!after || errors(after) > most || same(after, finding) >= same(run.findings, finding)) continue;
      }
      fixes.push(fix);
    }
    const settled: Finding = { ...finding, fixes };
    findings.push(settled);
    const witness = witnesses.get(finding);
    witnesses.delete(finding);
    if (witness) witnesses.set(settled, witness);
  }
  return { ...run, findings, witnesses };
}
