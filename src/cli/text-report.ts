import type { Check } from '../core/check';
import type { Source } from '../core/report/source';
import { countAll } from '../core/report/counts';
import { plain } from '../core/rules/parts/message';
import type { Finding, Severity } from '../core/rules/parts/rule';
import { colours } from './colours';
import { printable } from '../core/language/controls';
import { nameOf } from './read';

const paint: Record<Severity, (text: string) => string> = {
  error: colours.red,
  warning: colours.yellow,
  note: colours.blue,
};

/** How much of a long line is shown. */
const widest = 100;

/** Report for a terminal: each finding with its line and a marker beneath, then the verdict. */
export function textReport(result: Check, source: Source): string {
  return (
    result.findings.map((finding) => `${showFinding(finding, source)}\n`).join('') +
    `${showVerdict(result, source.file)}\n`
  );
}

function showFinding(finding: Finding, source: Source): string {
  const position = source.positionOf(finding.range.from);
  const { file, line, column } = position;
  const colour = paint[finding.severity];
  const written = source.lineAt(position);
  const length = Math.max(1, Math.min(finding.range.to - finding.range.from, written.length - column + 1));
  const indent = /^\s*/.exec(written)![0].length;
  const first = column - 1 > widest ? column - 1 - widest / 2 : Math.min(indent, column - 1);
  const number = String(line);
  const rows = [
    `${file}:${line}:${column} ${colour(finding.severity)} ${finding.rule}`,
    `  ${colours.bold(printable(plain(finding.summary)))}`,
    `  ${colours.dim(number)}  ${printable(written.slice(first, first + widest))}`,
    `  ${' '.repeat(number.length)}  ${' '.repeat(column - 1 - first)}${colour('‾'.repeat(Math.min(length, widest)))}`,
    `  ${printable(plain(finding.detail))}`,
  ];
  const [fix] = finding.fixes;
  if (fix) rows.push(`  ${colours.dim('Fix:')} ${printable(fix.label)}`);
  return `${rows.join('\n')}\n`;
}

const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

function showVerdict(result: Check, file: string): string {
  const { screens, reached, undecided, arguments: all, supplied, errors, warnings, notes } = countAll(result);
  const reach =
    undecided > 0 && undecided === screens
      ? `nothing can be said about reaching ${count(undecided, 'screen')} without a start`
      : `${reached} of ${count(screens, 'screen')} can be reached${undecided > 0 ? `, ${undecided} undecided` : ''}`;
  const found = [
    [errors, 'error'],
    [warnings, 'warning'],
    [notes, 'note'],
  ] as const;
  const sum = found
    .filter(([n]) => n > 0)
    .map(([n, one]) => count(n, one))
    .join(', ');
  const colour = errors > 0 ? colours.red : warnings > 0 ? colours.yellow : colours.green;
  const accepted = result.accepted.length > 0 ? ` ${result.accepted.length} accepted.` : '';
  return `${nameOf(file)}: ${reach}, ${supplied} of ${count(all, 'argument')} supplied. ${colour(sum === '' ? 'Nothing found.' : `${sum}.`)}${accepted}`;
}
