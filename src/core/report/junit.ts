import type { Check } from '../check';
import { catalogue } from '../rules/catalogue';
import { plain } from '../rules/parts/message';
import type { Source } from './source';

/**
 * The XML that build servers read as test results: a suite for each file, a case for each rule. A rule with findings of
 * the threshold or above has failed. Each finding is a failure of its own case, named after the rule and its subject.
 *
 * @param fails whether a finding of a severity makes the check fail
 */
export function junitReport(
  checks: readonly { readonly check: Check; readonly source: Source }[],
  fails: (severity: string) => boolean,
): string {
  const suites = checks.map(({ check, source }) => {
    const cases: string[] = [];
    let failures = 0;
    for (const rule of catalogue) {
      const found = check.findings.filter((finding) => finding.rule === rule.id);
      if (found.length === 0) cases.push(`    <testcase classname="${escape(source.file)}" name="${rule.id}"/>`);
      for (const finding of found) {
        const { file, line, column } = source.positionOf(finding.range.from);
        const name = `${rule.id}${finding.subject === null ? '' : ` on ${finding.subject}`} (${file}:${line}:${column})`;
        const text = `${file}:${line}:${column} ${finding.severity}\n${plain(finding.summary)}\n${plain(finding.detail)}`;
        const failed = fails(finding.severity);
        if (failed) failures++;
        cases.push(
          [
            `    <testcase classname="${escape(source.file)}" name="${escape(name)}">`,
            failed
              ? `      <failure type="${finding.severity}" message="${escape(plain(finding.summary))}">${escape(text)}</failure>`
              : `      <system-out>${escape(text)}</system-out>`,
            '    </testcase>',
          ].join('\n'),
        );
      }
    }
    return {
      cases,
      failures,
      text: `  <testsuite name="${escape(source.file)}" tests="${cases.length}" failures="${failures}" errors="0" skipped="0">\n${cases.join('\n')}\n  </testsuite>`,
    };
  });
  const sum = (of: (suite: (typeof suites)[number]) => number): number =>
    suites.reduce((all, suite) => all + of(suite), 0);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<testsuites name="andante" tests="${sum((suite) => suite.cases.length)}" failures="${sum((suite) => suite.failures)}" errors="0">`,
    ...suites.map((suite) => suite.text),
    '</testsuites>',
    '',
  ].join('\n');
}

const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\n': '&#10;',
  '\t': '&#9;',
};

/**
 * Text for XML 1.0: markup is escaped, and characters that no document may hold (section 2.2), or that steer a
 * terminal, are replaced.
 */
const escape = (text: string): string =>
  text
    .replace(
      /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069\ufffe\uffff]/g,
      '\ufffd',
    )
    .replace(/[&<>"\n\t]/g, (character: string) => entities[character]!);
