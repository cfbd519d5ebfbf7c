import { compare, type Comparison } from '../core/compare/compare';
import type { Weight } from '../core/compare/effects/effect';
import { jsonComparison } from '../core/compare/report/json';
import { markdownComparison } from '../core/compare/report/markdown';
import { headings, inReviewOrder, sayTotals, titleOf } from '../core/compare/report/review';
import { statementsOf } from '../core/compare/report/statements';
import type { Sources } from '../core/compare/report/places';
import { sayChange } from '../core/compare/say/say-change';
import { sayEffect } from '../core/compare/say/say-effect';
import { printable } from '../core/language/controls';
import { sarifReport } from '../core/report/sarif';
import { plain } from '../core/rules/parts/message';
import { colours } from './colours';
import { complain } from './complain';
import { jsonText } from './json';
import { standardInput } from './read';
import { version } from './version';
import { planVersion } from './version-of-plan';

export const compareFormats = ['text', 'json', 'markdown', 'sarif'] as const;
export const compareThresholds = ['breaking', 'worse', 'any'] as const;

export interface CompareOptions {
  readonly format: (typeof compareFormats)[number];
  readonly failOn: (typeof compareThresholds)[number];
}

/** Compares two versions of a plan, and prints what the change does. */
export function comparePlans(oldName: string, newName: string, { format, failOn }: CompareOptions): number {
  if (oldName === standardInput && newName === standardInput) {
    complain('Standard input can be one of the two plans, not both.');
    return 2;
  }
  const before = planVersion(oldName);
  const after = planVersion(newName);
  if (!before || !after) return 2;
  const comparison = compare(before.check, after.check);
  const sources = { before: before.source, after: after.source };
  process.stdout.write(print(comparison, sources, format));
  return fails(comparison, failOn) ? 1 : 0;
}

function print(comparison: Comparison, sources: Sources, format: CompareOptions['format']): string {
  switch (format) {
    case 'text':
      return textComparison(comparison, sources);
    case 'json':
      return jsonText(jsonComparison(comparison, sources, version));
    case 'markdown':
      return markdownComparison(comparison, sources);
    case 'sarif': {
      const check = { ...comparison.after, findings: comparison.newFindings, accepted: [] };
      return jsonText(sarifReport([{ check, source: sources.after }], version));
    }
  }
}

function fails({ changes, effects }: Comparison, failOn: CompareOptions['failOn']): boolean {
  const has = (weight: Weight): boolean => effects.some((effect) => effect.weight === weight);
  return has('breaking') || (failOn !== 'breaking' && has('worse')) || (failOn === 'any' && changes.length > 0);
}

/** Rows of a list that are shown; what breaks is shown in full. */
const mostRows = 20;

const paint: Readonly<Record<Weight, (text: string) => string>> = {
  breaking: colours.red,
  worse: colours.yellow,
  better: colours.green,
  neutral: colours.blue,
};

function textComparison(comparison: Comparison, { before, after }: Sources): string {
  const rows: string[] = [];
  for (const { weight, effects } of inReviewOrder(comparison.effects)) {
    const shown = weight === 'breaking' ? effects : effects.slice(0, mostRows);
    rows.push(paint[weight](`${headings[weight]} (${effects.length})`));
    for (const effect of shown) {
      const { summary, detail } = sayEffect(effect);
      const range = effect.after ?? effect.before;
      const at = range && (effect.after ? after : before).positionOf(range.from);
      const hurts = effect.hurts.length > 0 ? ` ${colours.dim(`[${effect.hurts.join(', ')}]`)}` : '';
      rows.push(`  ${colours.bold(printable(plain(summary)))}${hurts}`);
      if (detail.length > 0) rows.push(`    ${printable(plain(detail))}`);
      if (at) rows.push(`    ${colours.dim(`${at.file}:${at.line}:${at.column}`)}`);
    }
    if (effects.length > shown.length) rows.push(`  … and ${effects.length - shown.length} more`);
    rows.push('');
  }
  if (comparison.changes.length > 0) {
    rows.push(colours.bold(`Changes (${comparison.changes.length})`));
    for (const change of comparison.changes.slice(0, 5 * mostRows)) {
      rows.push(`  ${printable(plain(sayChange(change)))}`);
      const found = change.kind === 'changed' ? statementsOf(change, comparison) : null;
      if (!found) continue;
      rows.push(`    ${colours.dim('before')} ${printable(found.was)}`);
      rows.push(`    ${colours.dim('after ')} ${printable(found.is)}`);
    }
    if (comparison.changes.length > 5 * mostRows) rows.push(`  … and ${comparison.changes.length - 5 * mostRows} more`);
    rows.push('');
  }
  rows.push(`${printable(titleOf(comparison))}. ${comparison.changes.length > 0 ? sayTotals(comparison) : ''}`.trim());
  return `${rows.join('\n')}\n`;
}
