import { applyEdits } from '../language/edits';
import type { RulesRun } from './catalogue';
import { plain } from './message';
import type { Finding } from './rule';

/** So many fixes of one plan are tried out, and of larger plans none: each takes an analysis of its own. */
const mostTrials = 8;
const mostScreens = 300;

/**
 * Keeps those of the fixes offered on trial that do what they say: with them the finding is gone, and there is no error more.
 *
 * @param findingsIn all findings of another text, fixes on trial left as they are
 */
export function settleTrials(run: RulesRun, text: string, screens: number, findingsIn: (text: string) => readonly Finding[]): RulesRun {
  if (!run.findings.some(({ fixes }) => fixes.some(({ onTrial }) => onTrial))) return run;
  let left = screens > mostScreens ? 0 : mostTrials;
  const errors = (findings: readonly Finding[]): number => findings.filter(({ severity }) => severity === 'error').length;
  const same = (findings: readonly Finding[], { rule, summary }: Finding): number =>
    findings.filter((each) => each.rule === rule && plain(each.summary) === plain(summary)).length;
  const witnesses = new Map(run.witnesses);
  const findings = run.findings.map((finding) => {
    const fixes = finding.fixes.flatMap(({ onTrial, ...fix }) => {
      if (!onTrial) return [fix];
      if (left-- <= 0) return [];
      const after = findingsIn(applyEdits(text, fix.edits));
      return errors(after) < errors(run.findings) && same(after, finding) < same(run.findings, finding) ? [fix] : [];
    });
    const settled: Finding = { ...finding, fixes };
    const witness = witnesses.get(finding);
    witnesses.delete(finding);
    if (witness) witnesses.set(settled, witness);
    return settled;
  });
  return { ...run, findings, witnesses };
}
