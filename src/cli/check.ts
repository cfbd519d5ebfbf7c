import { check } from '../core/check';
import { jsonReport, type JsonReport } from '../core/report/json';
import { severities, type Severity } from '../core/rules/rule';
import { forEachPlan } from './read';
import { textReport } from './text-report';
import { version } from './version';

export interface CheckOptions {
  readonly format: 'text' | 'json';
  readonly failOn: Severity;
}

/** Checks plans and prints what was found: one object a file as JSON (a list of them where there are several files), or text. */
export function checkFiles(files: readonly string[], { format, failOn }: CheckOptions): number {
  const reports: JsonReport[] = [];
  const threshold = severities.indexOf(failOn);
  let failed = false;
  const readable = forEachPlan(files, (file, text) => {
    const result = check(text);
    failed ||= result.findings.some((finding) => severities.indexOf(finding.severity) <= threshold);
    if (format === 'json') reports.push(jsonReport(result, file, version));
    else process.stdout.write(textReport(result, file));
  });
  if (format === 'json' && reports.length > 0) {
    process.stdout.write(`${JSON.stringify(files.length === 1 ? reports[0] : reports, null, 2)}\n`);
  }
  return !readable ? 2 : failed ? 1 : 0;
}
