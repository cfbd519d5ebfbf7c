import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { patternFor } from '../../src/core/edit/links';
import { propose } from '../../src/core/propose/propose';
import type { ChangeRequest } from '../../src/core/propose/request';
import { applyEdits } from '../../src/core/language/edits';
import { readPattern } from '../../src/core/links/template';
import { linksCard, type TreeRow } from '../../src/core/report/links-card';
import { about, layOutTree } from '../../src/ui/links/layout';
import { lookAt } from '../../src/ui/links/audit-file';
import { planArbitrary } from './plans';
import { forAll } from './property';

const text = `app "Huts"
origin https://huts.example
start list
record Hut { id: int, name: text }
screen list "Huts" {
  has huts: list of Hut
  on "Hut" for hut in huts push hutDetail(hutId: hut.id, days: days)
  has days: list of date
}
screen hutDetail "Hut" {
  takes hutId: int, day: date?, days: list of date, hut: Hut?
  on "Back" back
}
`;

describe('adding a link', () => {
  const after = (request: Extract<ChangeRequest, { kind: 'link' }>): string => {
    const answer = propose(check(text), request);
    return 'refusal' in answer
      ? answer.refusal
      : applyEdits(text, answer.edits)
          .split('\n')
          .find((line) => line.includes('link '))!
          .trim();
  };

  test('makes a pattern of the screen’s name, with what it requires in the path and the rest in the query', () => {
    expect(after({ kind: 'link', screen: 'hutDetail', pattern: null, under: 'list' })).toBe(
      'link /hut-detail/{hutId}{?day,days} under list',
    );
    expect(after({ kind: 'link', screen: 'list', pattern: '/', under: null })).toBe('link /');
  });

  test.each<[Partial<Extract<ChangeRequest, { kind: 'link' }>>, string]>([
    [{ screen: '' }, 'Name the screen that the link opens.'],
    [{ screen: 'hat' }, 'There is no screen hat.'],
    [{ under: 'hat' }, 'There is no screen hat.'],
    [{ pattern: 'huts' }, 'A pattern begins with a slash or with an origin, and has no blanks.'],
    [{ pattern: '/a b' }, 'A pattern begins with a slash or with an origin, and has no blanks.'],
  ])('%j is refused', (request, why) =>
    expect(after({ kind: 'link', screen: 'list', pattern: null, under: null, ...request })).toBe(why),
  );

  test('of any screen gives a pattern that reads, and brings all that can be brought', () => {
    forAll(
      fc.property(planArbitrary(4), (source) => {
        const { plan } = check(source);
        for (const screen of plan.screens) {
          const pattern = patternFor(screen);
          const { template } = readPattern(pattern);
          expect(template, pattern).not.toBeNull();
          const once = new Set(screen.parameters.map(({ name }) => name)).size === screen.parameters.length;
          if (!once) continue;
          const answer = propose(check(source), { kind: 'link', screen: screen.label, pattern: null, under: null });
          if ('refusal' in answer) throw new Error(answer.refusal);
          expect(
            answer.come.filter((finding) => /^link\/(invalid|unknown-variable|missing-argument)/.test(finding)),
            source,
          ).toEqual([]);
        }
      }),
      12,
    );
  });
});

describe('the tree of URLs, laid out', () => {
  const segment = fc.constantFrom('a', 'b', '{x}', '{n}', 'c');
  const patterns = fc.uniqueArray(
    fc.tuple(fc.array(segment, { maxLength: 4 }), fc.constantFrom('', '{/rest*}')).map(([parts, rest]) => {
      const seen = new Set<string>();
      return `/${parts.filter((part) => !part.startsWith('{') || (!seen.has(part) && seen.add(part))).join('/')}${rest}`;
    }),
    { minLength: 1, maxLength: 12 },
  );

  test('has a row for each pattern, whose segments read down from the row’s beginning are the pattern', () => {
    forAll(
      fc.property(patterns, fc.integer({ min: 0, max: 1500 }), (all, available) => {
        const source = `app "A"\norigin a:\nstart s\nscreen s "S" {\n  takes x: text?, n: int?, rest: text?\n${all.map((pattern) => `  link ${pattern}\n`).join('')}}\n`;
        const [space] = linksCard(check(source), { urls: '' }, null).spaces;
        const { rows } = space!;
        expect(rows.map(({ leaf }) => leaf.pattern).sort()).toEqual([...all].sort());
        const whole = (row: TreeRow, upTo = Infinity): string[] =>
          [
            ...(row.parent === null ? [] : whole(rows[row.parent]!, row.column)),
            ...row.segments.map(({ text: part }) => part).slice(0, upTo - row.column),
          ].slice(0, upTo);
        const { lefts, ends, rails, width } = layOutTree(space!, available);
        rows.forEach((row, index) => {
          const path = whole(row).join('/').replace('/{/', '{/');
          // Variables of the same type are one node, and here of one name.
          expect(path === '/' ? path : `/${path}`).toBe(row.leaf.pattern);
          expect(lefts[row.column + row.segments.length]).toBeLessThanOrEqual(ends[index]!);
          expect(width).toBeGreaterThan(ends[index]!);
          // A rail goes down to a row from the row that it hangs on.
          for (let above = row.parent ?? index; above < index; above++)
            expect(rails[above]!.has(row.column - 1)).toBe(true);
          expect(about(row.leaf)).not.toMatch(/^ · | · $/);
        });
        // Screens stand in one column where there is room for it, and else each behind its own path.
        expect(new Set(layOutTree(space!, Infinity).ends).size === 1).toBe(lefts.at(-1)! <= 430);
        expect(layOutTree(space!, 0).ends).toEqual(rows.map((row) => lefts[row.column + row.segments.length]));
      }),
      200,
    );
  });
});

describe('a file of URLs', () => {
  const look = async (name: string, content: string): Promise<readonly [readonly string[] | null, number | null]> => {
    const { columns, column } = await lookAt(new File([content], name));
    return [columns, column];
  };
  test.each<[what: string, name: string, content: string, columns: readonly string[] | null, column: number | null]>([
    ['one a line', 'urls.txt', '/huts/1\n/huts/2?a=1,2\n', null, null],
    ['one a line, without a name for it', 'urls', 'https://a.example/b,c\nhttps://a.example/d,e\n', null, null],
    ['CSV by its name', 'sent.csv', 'id,link\n1,/huts/1\n', ['id', 'link'], 1],
    [
      'CSV by what is in it',
      'sent.txt',
      'when,to,link\nMay,"a, b",https://a.example/\nJune,c,/x\n',
      ['when', 'to', 'link'],
      2,
    ],
    ['CSV without a URL in sight', 'sent.csv', 'id,name\n1,a\n', ['id', 'name'], 0],
    ['a log', 'access.log', '203.0.113.7 - - [10/Oct/2026:13:55:36 +0000] "GET /a HTTP/1.1" 200 1\n', null, null],
    ['nothing', 'empty.txt', '', null, null],
    ['nothing that is CSV', 'empty.csv', '', null, null],
  ])('%s', async (_what, name, content, columns, column) =>
    expect(await look(name, content)).toEqual([columns, column]),
  );

  test('reads only the beginning of a long text', async () => {
    expect(await look('large.csv', `id,link\n${'1,/huts/1\n'.repeat(50_000)}`)).toEqual([['id', 'link'], 1]);
    expect(await look('wide.csv', 'x'.repeat(200_000))).toEqual([null, null]);
  });
});
