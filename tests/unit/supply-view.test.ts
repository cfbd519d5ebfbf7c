import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { overview } from '../../src/core/report/overview';
import { supplyTable } from '../../src/core/report/supply-table';
import { cellOfFinding, moveCell, type CellPlace, type Move } from '../../src/ui/supply/cells';
import { applyFilter, everything, readFilter, wayKinds, writeFilter } from '../../src/ui/supply/filter';
import { layOutBlocks, rowHeight, rowsWithin, rowTop } from '../../src/ui/supply/layout';
import { demo } from '../demo';
import { planArbitrary } from './plans';
import { forAll } from './property';

describe('the table of supply', () => {
  test('has a cell for each argument on each way in, and each finding about one at its cell', () => {
    forAll(
      fc.property(planArbitrary(), (text) => {
        const result = check(text);
        const { blocks, counts } = supplyTable(result);
        const all = blocks.flatMap(({ rows, columns }) =>
          rows.flatMap((row) => row.cells.map((cell, at) => ({ ...cell, kind: columns[at]!.kind }))),
        );
        const cells = all.filter(({ kind }) => kind === 'argument');
        expect(cells.length).toBe(result.supply.waysIn.reduce((sum, wayIn) => sum + wayIn.cells.length, 0));
        expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(cells.length);
        const results = all.filter(({ kind }) => kind === 'result');
        expect(results.length).toBe(result.supply.waysIn.filter(({ target }) => target.returns).length);
        expect(results.filter(({ status }) => status !== 'unasked').length).toBe(
          result.supply.results.questions.filter(({ target }) => target.returns).length,
        );
        for (const { status, finding } of results)
          if (finding !== null) expect(result.findings[finding]!.rule).toBe(`result/${status}`);
        const about = result.findings.flatMap((finding, index) => (finding.argument === null ? [] : [index]));
        expect(cells.flatMap((cell) => cell.finding ?? []).sort((a, b) => a - b)).toEqual(about);
        for (const { status, at, finding } of cells) {
          if (finding === null) continue;
          expect(result.findings[finding]!.rule).toBe(`supply/${status}`);
          expect(at).toBe(result.findings[finding]!.range.from);
        }
      }),
      25,
    );
  });

  test('tells every kind of way in to the demo’s stay', () => {
    const { blocks } = supplyTable(check(demo));
    const stay = blocks.find((block) => block.columns[0]?.name === 'stayId' && block.rows.length > 1)!;
    expect(stay.rows.map((row) => [row.kind, row.step, row.name, row.cells[0]!.value])).toEqual([
      ['transition', 'replace', 'See stay', 'stayId'],
      ['transition', 'push', 'Stay row', 's.id'],
      ['transition', 'replace', 'Save', 'stayId'],
      ['entry', 'entry', 'Stay tomorrow', '"s-1"'],
    ]);
  });
});

describe('the filter', () => {
  test('survives the address', () => {
    for (const wrong of [true, false]) {
      for (const module of [null, '', 'booking']) {
        for (const way of [null, ...wayKinds.map(([kind]) => kind)])
          expect(readFilter(writeFilter({ wrong, module, way }))).toEqual({ wrong, module, way });
      }
    }
    expect(readFilter('nonsense,way:nowhere')).toEqual(everything);
  });

  test('filters the demo by wrong arguments, by module and by way in', () => {
    const result = check(demo);
    const view = overview(result);
    const { blocks } = supplyTable(result);
    const left = (filter: Partial<typeof everything>): string[] =>
      applyFilter(blocks, view, { ...everything, ...filter }).map((block) => view.screens[block.screen]!.label);
    expect(left({ wrong: true })).toEqual(['filters', 'hut', 'reviews']);
    expect(left({ module: 'account' })).toEqual(['resetCode', 'stay', 'changeStay', 'cancelStay']);
    expect(left({ way: 'entry' })).toEqual(['stay']);
    expect(left({ module: 'support' })).toEqual(['questions', 'contact']);
  });
});

describe('the layout', () => {
  const layouts = fc
    .tuple(planArbitrary(8), fc.integer({ min: 360, max: 2400 }))
    .map(([text, width]) => ({ ...layOutBlocks(supplyTable(check(text)).blocks, width), available: width }));

  test('has no two blocks on one another, each wide enough, in the order of the text down every column', () => {
    forAll(
      fc.property(layouts, ({ placed, width, height, available }) => {
        placed.forEach((one, index) => {
          expect(one.left + one.width).toBeLessThanOrEqual(Math.max(width, available) + 0.001);
          expect(one.top + one.height).toBeLessThanOrEqual(height);
          expect(one.height).toBeGreaterThanOrEqual(rowTop(Math.max(1, one.block.rows.length)));
          for (const other of placed.slice(index + 1)) {
            const apart =
              one.left + one.width <= other.left ||
              other.left + other.width <= one.left ||
              one.top + one.height <= other.top ||
              other.top + other.height <= one.top;
            expect(apart).toBe(true);
            if (other.left === one.left) expect(other.top).toBeGreaterThan(one.top);
          }
        });
      }),
      25,
    );
  });

  test('draws just the rows between two heights', () => {
    forAll(
      fc.property(layouts, fc.nat(2000), fc.nat(800), ({ placed }, from, span) => {
        for (const one of placed) {
          const [first, last] = rowsWithin(one, from, from + span);
          one.block.rows.forEach((_row, index) => {
            const top = one.top + rowTop(index);
            const inside = top < from + span && top + rowHeight > from;
            expect(index >= first && index < last).toBe(inside);
          });
        }
      }),
      25,
    );
  });
});

describe('keys', () => {
  test('every cell can be reached by arrows, and none leads out of the table', () => {
    forAll(
      fc.property(planArbitrary(5), (text) => {
        const { blocks } = supplyTable(check(text));
        const key = ({ block, row, column }: CellPlace): string => `${block} ${row} ${column}`;
        const begin = moveCell(blocks, null, 'down');
        const seen = new Map<string, CellPlace>(begin ? [[key(begin), begin]] : []);
        for (const place of seen.values()) {
          for (const move of ['up', 'down', 'left', 'right', 'first', 'last'] satisfies Move[]) {
            const next = moveCell(blocks, place, move)!;
            expect(blocks[next.block]!.rows[next.row]!.cells[next.column]).toBeDefined();
            if (!seen.has(key(next))) seen.set(key(next), next);
          }
        }
        expect(seen.size).toBe(blocks.reduce((sum, { rows, columns }) => sum + rows.length * columns.length, 0));
      }),
      20,
    );
  });

  test('a finding leads to its cell', () => {
    const result = check(demo);
    const { blocks } = supplyTable(result);
    const index = result.findings.findIndex((finding) => finding.rule === 'supply/missing');
    const place = cellOfFinding(blocks, index)!;
    expect(blocks[place.block]!.rows[place.row]!.cells[place.column]!.status).toBe('missing');
    expect(
      cellOfFinding(
        blocks,
        result.findings.findIndex((finding) => finding.rule === 'reach/stranded'),
      ),
    ).toBeNull();
  });
});
