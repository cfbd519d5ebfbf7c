import { markdown, markdownCode } from '../../base/markdown';
import type { Message } from '../../rules/parts/message';
import type { Comparison } from '../compare';
import type { Change } from '../changes/change';
import type { Effect, Weight } from '../effects/effect';
import { sayChange } from '../say/say-change';
import { sayEffect } from '../say/say-effect';
import { headings, inReviewOrder, sayTotals, titleOf } from './review';
import { statementsOf } from './statements';
import type { Sources } from './places';

/** Longest list that is shown unfolded, and longest at all: code hosts refuse comments that are too long. */
const mostUnfolded = 10;
const mostListed = 100;

/** A comment for a review, in CommonMark with `<details>` for what is long. */
export function markdownComparison(comparison: Comparison, sources: Sources): string {
  const parts = [`### ${markdown(titleOf(comparison))}`];
  if (comparison.changes.length > 0) parts.push(sayTotals(comparison));
  for (const { weight, effects } of inReviewOrder(comparison.effects)) {
    const rows = effects.map((effect) => effectRow(effect, sources));
    parts.push(section(headings[weight], rows, weight === 'breaking' ? mostUnfolded : 0, weight));
  }
  if (comparison.changes.length > 0)
    parts.push(
      section(
        'Changes',
        comparison.changes.map((change) => changeRow(change, comparison, sources)),
        0,
        'changes',
      ),
    );
  return `${parts.join('\n\n')}\n`;
}

function section(heading: string, rows: readonly string[], unfolded: number, what: Weight | 'changes'): string {
  const shown = rows.slice(0, mostListed);
  const more = rows.length > shown.length ? [`- … and ${rows.length - shown.length} more.`] : [];
  const open = shown.slice(0, unfolded);
  const folded = [...shown.slice(unfolded), ...more];
  const count = open.length === 0 ? rows.length : folded.length;
  const summary = open.length === 0 ? `${heading} (${count})` : `${count} more`;
  return [
    ...(open.length > 0 ? [`**${heading}**`, open.join('\n')] : []),
    ...(folded.length > 0 ? [`<details><summary>${summary}</summary>`, folded.join('\n'), '</details>'] : []),
    ...(what === 'breaking' && rows.length === 0 ? ['Nothing breaks.'] : []),
  ].join('\n\n');
}

const inline = (message: Message): string =>
  message.map((part) => (typeof part === 'string' ? markdown(part) : markdownCode(part.code))).join('');

function effectRow(effect: Effect, { before, after }: Sources): string {
  const { summary, detail } = sayEffect(effect);
  const range = effect.after ?? effect.before;
  const at = range && (effect.after ? after : before).positionOf(range.from);
  const rule = 'finding' in effect && effect.finding ? ` ${markdownCode(effect.finding.rule)}` : '';
  const place = at ? ` (${markdownCode(`${at.file}:${at.line}`)})` : '';
  return `- ${inline(summary)}${detail.length > 0 ? ` ${inline(detail)}` : ''}${rule}${place}`;
}

function changeRow(change: Change, comparison: Comparison, { before, after }: Sources): string {
  const lines = [`- ${inline(sayChange(change))}`];
  if (change.kind === 'changed') {
    const found = statementsOf(change, comparison);
    if (found) lines.push(`  before ${markdownCode(found.was)}`, `  after ${markdownCode(found.is)}`);
  }
  const range = change.kind === 'removed' ? change.part.range : 'part' in change ? change.part.range : null;
  const at = range && (change.kind === 'removed' ? before : after).positionOf(range.from);
  if (at) lines[0] += ` (${markdownCode(`${at.file}:${at.line}`)})`;
  return lines.join('\\\n');
}
