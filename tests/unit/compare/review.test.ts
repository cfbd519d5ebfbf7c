import { Parser } from 'commonmark';
import { describe, expect, test } from 'vitest';
import { check } from '../../../src/core/check';
import { compare } from '../../../src/core/compare/compare';
import { comparisonCard } from '../../../src/core/compare/report/cards';
import { markdownComparison } from '../../../src/core/compare/report/markdown';
import { Source } from '../../../src/core/report/source';
import { app, pairs } from './known-pairs';

/** Names and labels that a reader of Markdown or HTML could take for markup. */
const hostile = app.replaceAll('"Hut"', '"*Hut* <b> `x` [y](z)"').replaceAll('"Book"', '"# Book _now_"');

/** Texts of a comment's list items, and all HTML in it. */
function read(comment: string): { items: number; html: string[]; markup: string[] } {
  const seen = { items: 0, html: [] as string[], markup: [] as string[] };
  const walker = new Parser().parse(comment).walker();
  for (let event = walker.next(); event; event = walker.next()) {
    if (!event.entering) continue;
    const { type, literal } = event.node;
    if (type === 'item') seen.items++;
    else if (type.startsWith('html')) seen.html.push(literal!.replace(/\d+/g, 'N'));
    else if (type === 'emph' || type === 'link' || type === 'image') seen.markup.push(type);
  }
  return seen;
}

describe('a comment for a review', () => {
  test.each(pairs)('$name: lists all, and no label is read as markup', ({ edits }) => {
    let after = hostile;
    for (const [from, to] of edits) after = after.replace(from, () => to);
    const comparison = compare(check(hostile), check(after));
    const sources = { before: Source.of('a.andante', hostile), after: Source.of('b.andante', after) };
    const { items, html, markup } = read(markdownComparison(comparison, sources));
    expect(items).toBe(comparison.effects.length + comparison.changes.length);
    expect(
      html.filter((one) => !/^<\/?details>|^<details><summary>[\w ]+( \(N\)| more)?<\/summary>/.test(one)),
    ).toEqual([]);
    expect(markup).toEqual([]);
  });

  test('and the view show both walks of a kept walk, up to where they part', () => {
    const after = app.replace('    on "Book" push dates(hutId, season)\n', '');
    const { effects } = comparisonCard(compare(check(app), check(after)));
    const walks = effects.find(({ kind }) => kind === 'walk')!.walks;
    expect(walks.map((walk) => walk.steps.map(({ shows }) => shows))).toEqual([
      // An expect shows what the step before it shows.
      ['hut', 'signIn', 'signIn', 'dates', 'receipt', 'receipt'],
      ['hut', null, null, null, null, null],
    ]);
  });
});
