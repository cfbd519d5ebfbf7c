import type { Check } from '../core/check';
import { Lines } from '../core/language/lines';
import { countAll } from '../core/report/counts';
import { plain } from '../core/rules/message';
import type { Finding, Severity } from '../core/rules/rule';
import { colours } from './colours';
import { nameOf } from './read';

const paint: Record<Severity, (text: string) => string> = { error: colours.red, warning: colours.yellow, note: colours.blue };

/** How much of a long line is shown. */
const widest = 100;

/** What a person reads in a terminal: each finding with its line and a marker beneath, then the verdict. */
export function textReport(result: Check, file: string): string {
  const lines = new Lines(result.text);
  return result.findings.map((finding) => `${showFinding(finding, file, lines)}\n`).join('') + `${showVerdict(result, file)}\n`;
}

function showFinding(finding: Finding, file: string, lines: Lines): string {
  const { line, column } = lines.positionOf(finding.range.from);
  const colour = paint[finding.severity];
  const source = lines.textOf(line);
  const length = Math.max(1, Math.min(finding.range.to - finding.range.from, source.length - column + 1));
  const indent = /^\s*/.exec(source)![0].length;
  const first = column - 1 > widest ? column - 1 - widest / 2 : Math.min(indent, column - 1);
  const number = String(line);
  const rows = [
    `${file}:${line}:${column} ${colour(finding.severity)} ${finding.rule}`,
    `  ${colours.bold(printable(plain(finding.summary)))}`,
    `  ${colours.dim(number)}  ${printable(source.slice(first, first + widest))}`,
    `  ${' '.repeat(number.length)}  ${' '.repeat(column - 1 - first)}${colour('‾'.repeat(Math.min(length, widest)))}`,
    `  ${printable(plain(finding.detail))}`,
  ];
  const [fix] = finding.fixes;
  if (fix) rows.push(`  ${colours.dim('Fix:')} ${printable(fix.label)}`);
  return `${rows.join('\n')}\n`;
}

/** Text from a plan is shown as it is, but must not steer the terminal: C0 and C1 control characters become dots. */
// eslint-disable-next-line no-control-regex
const printable = (text: string): string => text.replace(/\t/g, ' ').replace(/[\u0000-\u001f\u007f-\u009f]/g, '·');

const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

function showVerdict(result: Check, file: string): string {
  const { screens, reached, undecided, arguments: all, supplied, errors, warnings, notes } = countAll(result);
  const reach = undecided > 0
    ? `nothing can be said about reaching ${count(undecided, 'screen')} without a start`
    : `${reached} of ${count(screens, 'screen')} can be reached`;
  const found = [[errors, 'error'], [warnings, 'warning'], [notes, 'note']] as const;
  const sum = found.filter(([n]) => n > 0).map(([n, one]) => count(n, one)).join(', ');
  const colour = errors > 0 ? colours.red : warnings > 0 ? colours.yellow : colours.green;
  return `${nameOf(file)}: ${reach}, ${supplied} of ${count(all, 'argument')} supplied. ${colour(sum === '' ? 'Nothing found.' : `${sum}.`)}`;
}
