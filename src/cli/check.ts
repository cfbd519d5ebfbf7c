import { check, type Check } from '../core/check';
import { newFindings } from '../core/compare/compare';
import { jsonReport } from '../core/report/json';
import { junitReport } from '../core/report/junit';
import { sarifReport } from '../core/report/sarif';
import type { Source } from '../core/report/source';
import { severities, type Severity } from '../core/rules/parts/rule';
import { complain } from './complain';
import { jsonText } from './json';
import { forEachWhole } from './read';
import { textReport } from './text-report';
import { version } from './version';
import { planVersion } from './version-of-plan';

export const checkFormats = ['text', 'json', 'sarif', 'junit'] as const;

export interface CheckOptions {
  readonly format: (typeof checkFormats)[number];
  readonly failOn: Severity;
  /** An earlier version of the plan, whose findings are not reported. */
  readonly since?: string;
}

/** Checks plans and prints the findings. As JSON it prints one object for one file, and a list for several. */
export function checkFiles(files: readonly string[], { format, failOn, since }: CheckOptions): number {
  const old = since === undefined ? null : olderVersion(files, since);
  if (since !== undefined && !old) return 2;
  const checks: { check: Check; source: Source }[] = [];
  const fails = (severity: string): boolean => severities.indexOf(severity as Severity) <= severities.indexOf(failOn);
  const readable = forEachWhole(files, (source, text) => {
    const whole = check(text);
    const result = old ? { ...whole, findings: newFindings(old, whole) } : whole;
    checks.push({ check: result, source });
    if (format === 'text') process.stdout.write(textReport(result, source));
  });
  if (checks.length > 0 && format !== 'text') process.stdout.write(print(checks, format, files.length > 1, fails));
  return !readable ? 2 : checks.some((one) => one.check.findings.some((finding) => fails(finding.severity))) ? 1 : 0;
}

/** The earlier version of the one plan; null if it cannot be read, which is said on standard error. */
function olderVersion(files: readonly string[], since: string): Check | null {
  if (files.length === 1) return planVersion(since)?.check ?? null;
  complain('With --since, name one plan: it is compared with its earlier version.');
  return null;
}

function print(
  checks: readonly { check: Check; source: Source }[],
  format: CheckOptions['format'],
  several: boolean,
  fails: (severity: string) => boolean,
): string {
  if (format === 'junit') return junitReport(checks, fails);
  if (format === 'sarif') return jsonText(sarifReport(checks, version));
  const reports = checks.map((one) => jsonReport(one.check, one.source, version));
  return jsonText(several ? reports : reports[0]);
}
