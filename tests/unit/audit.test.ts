import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, test } from 'vitest';
import { Audit } from '../../src/core/audit/audit';
import { LineCutter, longestLine, urlIn } from '../../src/core/audit/lines';
import { auditColumns, auditRows, byScreen } from '../../src/core/audit/rows';
import { check } from '../../src/core/check';
import { UrlReader } from '../../src/core/report/url-card';
import { demo } from '../demo';
import { forAll } from './property';

const { plan } = check(demo);
const reader = new UrlReader(plan, 'phone');

const url = fc.oneof(
  fc.constantFrom(
    '/huts/12',
    '/huts/12?season=winter',
    '/huts/12?season=spring',
    '/huts/x',
    '/hut/12',
    '/huts/12/reviews',
    '/huts/1/2/3/4',
    '/stays',
    '/stays/s-1',
    '/help',
    '/help/a',
    '/help/b?x=1',
    'saddleback:help',
    'https://saddleback.example/stays/',
    'https://x.example/',
    'nothing',
    '//saddleback.example/',
    'https://a@saddleback.example/',
    '/%',
    '/%ff',
    '/\ud800',
    'javascript:alert(1)',
    ' /huts',
    '',
  ),
  fc
    .array(fc.constantFrom('/', 'huts', 'stays', '12', '?', 'season=', 'winter', '%2F', '%', 'é', '&'), {
      maxLength: 8,
    })
    .map((parts) => parts.join('')),
);

describe('an audit', () => {
  test('counts what each URL by itself would do', () => {
    forAll(
      fc.property(fc.array(url, { maxLength: 60 }), (urls) => {
        const audit = new Audit(plan, 'phone');
        for (const each of urls) audit.add(each);
        const report = audit.report();
        const cards = urls.map((each) => reader.card(each));
        const of = (state: string): number => cards.filter((card) => card.state === state).length;
        expect([report.total, report.opens, report.gated, report.lost, report.unreadable]).toEqual([
          urls.length,
          of('opens'),
          of('gated'),
          of('lost'),
          of('unreadable'),
        ]);
        expect(report.ambiguous).toBe(cards.filter(({ ties }) => ties.length > 0).length);
        const sum = (groups: readonly { readonly count: number }[]): number =>
          groups.reduce((all, { count }) => all + count, 0);
        expect([
          sum(report.opened),
          sum(report.lostGroups),
          sum(report.unreadableGroups),
          sum(report.ambiguousGroups),
        ]).toEqual([report.opens + report.gated, report.lost, report.unreadable, report.ambiguous]);
        // A lost one is with the pattern that it comes nearest to by itself.
        for (const { pattern, examples } of report.lostGroups)
          for (const example of examples) expect(reader.card(example).nearest[0]?.pattern ?? null).toBe(pattern);
        expect(byScreen(report).reduce((all, { opens, gated }) => all + opens + gated, 0)).toBe(
          report.opens + report.gated,
        );
      }),
      150,
    );
  });

  test('keeps no more of many URLs than of few', () => {
    const audit = new Audit(plan, 'phone');
    for (let index = 0; index < 20_000; index++)
      for (const each of [
        `/${index}/x`,
        `/huts${index}/12`,
        `https://host${index}.example/`,
        `/huts/12?season=${'x'.repeat(index % 3000)}`,
      ])
        audit.add(each);
    const report = audit.report();
    expect(report.total).toBe(80_000);
    expect(report.opens + report.gated + report.lost + report.unreadable).toBe(80_000);
    expect(report.unreadableGroups.length).toBeLessThanOrEqual(500);
    expect(JSON.stringify(report).length).toBeLessThan(500_000);
  });

  test('as rows has nothing that a spreadsheet runs as a formula', () => {
    const audit = new Audit(plan, 'phone');
    for (const each of ["=cmd|' /C calc'!A1", '+1', '-1', '@SUM(A1)', '\t=1', '/help/=1', '/huts/1']) audit.add(each);
    const csv = Papa.unparse(auditRows(audit.report()), { columns: [...auditColumns], escapeFormulae: true });
    const cells = Papa.parse<string[]>(csv).data.flat();
    expect(cells.length).toBeGreaterThan(20);
    for (const cell of cells) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
  });
});

describe('the lines of a file', () => {
  test('are the same however the file comes in pieces', () => {
    forAll(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom('a', '\n', '\r\n', '/', ' ', '"') }), { maxLength: 12 }),
        (pieces) => {
          const whole = pieces.join('');
          const read = (parts: readonly string[]): string[] => {
            const lines: string[] = [];
            const cutter = new LineCutter();
            for (const part of parts) cutter.push(part, (line) => lines.push(line));
            cutter.end((line) => lines.push(line));
            return lines;
          };
          const expected = whole.split('\n').map((line) => line.replace(/\r$/, ''));
          if (expected.at(-1) === '' && !whole.endsWith('\r')) expected.pop();
          expect(read(pieces)).toEqual(expected);
          expect(read([...whole])).toEqual(expected);
        },
      ),
      300,
    );
  });

  test('are cut where one has no end', () => {
    const lines: string[] = [];
    const cutter = new LineCutter();
    for (let index = 0; index < 40; index++) cutter.push('x'.repeat(100_000), (line) => lines.push(line));
    cutter.push('\n/huts\n', (line) => lines.push(line));
    expect(lines.map((line) => line.length)).toEqual([longestLine, 5]);
  });

  test.each([
    ['/huts/12', '/huts/12'],
    ['  https://a.example/b \t', 'https://a.example/b'],
    ['', null],
    ['   ', null],
    ['203.0.113.7 - anna [10/Oct/2026:13:55:36 +0000] "GET /huts/12?a=b HTTP/1.1" 200 2326', '/huts/12?a=b'],
    [
      '203.0.113.7 - - [10/Oct/2026:13:55:36 +0000] "POST https://a.example/x HTTP/2.0" 404 0 "https://b.example/y" "Browser \\"1\\""',
      'https://a.example/x',
    ],
    ['203.0.113.7 - - [10/Oct/2026:13:55:36 +0000] "HEAD /old" 400 0', '/old'],
    ['/say?text="GET"', '/say?text="GET"'],
  ])('%s has the URL %s', (line, found) => expect(urlIn(line)).toBe(found));
});
