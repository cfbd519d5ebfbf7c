import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Blocks } from '../../src/core/reach/system/blocks';
import { Effects, EffectTiles } from '../../src/core/reach/post-star/effects';
import { Schedule } from '../../src/core/reach/post-star/schedule';
import { Matrix } from '../../src/core/reach/post-star/tiles';
import { forAll } from './property';

/** Numbers of events: few, and about as many as a narrow array no longer holds. */
const events = fc.oneof(fc.nat(20), fc.integer({ min: 32_700, max: 32_800 }));
const sizes = fc.constantFrom(1, 2, 5, 16, 300);
/** In which row, which block of columns, and which of them. */
const places = { row: fc.nat(40), block: fc.nat(3), set: fc.integer({ min: 1, max: 2 ** 16 - 1 }) };

const membersOf = (blocks: Blocks, block: number, set: number): number[] =>
  Array.from({ length: blocks.size }, (_, place) => place)
    .filter((place) => (set >> place) & 1)
    .map((place) => blocks.number(block, place));

describe('tables of numbers', () => {
  test('a schedule gives each thing once, when it happens soonest, in order', () => {
    forAll(
      fc.property(sizes, fc.array(fc.record({ ...places, taps: events }), { maxLength: 60 }), (size, awaited) => {
        const blocks = new Blocks(size);
        const inBlock = 2 ** blocks.size - 1;
        const schedule = new Schedule<null>(blocks, true);
        const matrix = new Matrix<null, Schedule<null>>(schedule, null);
        const soonest = new Map<string, number>();
        const await_ = ({ row, block, set, taps }: (typeof awaited)[number]): void => {
          schedule.await(matrix.part(row, block), set & inBlock, taps);
          for (const column of membersOf(blocks, block, set & inBlock))
            soonest.set(`${row} ${column}`, Math.min(taps, soonest.get(`${row} ${column}`) ?? Infinity));
        };
        // Some arrive while others are being taken: they happen no sooner.
        const [first, later] = [awaited.slice(0, 40), awaited.slice(40)];
        first.forEach(await_);
        const taken = new Map<string, number>();
        const order: { readonly at: number; readonly taps: number }[] = [];
        for (let taps = schedule.nextDue(0); taps < Infinity; taps = schedule.nextDue(taps + 1)) {
          for (const part of schedule.dueAfter(taps)) {
            const { row, columnBlock } = schedule.at(part);
            for (const column of membersOf(blocks, columnBlock, schedule.take(part, taps))) {
              expect(taken.has(`${row} ${column}`)).toBe(false);
              taken.set(`${row} ${column}`, taps);
              order.push({ at: matrix.indexOf(row, column), taps });
            }
            const next = later.pop();
            if (next) await_({ ...next, taps: Math.max(next.taps, taps + 1) });
          }
        }
        for (const [key, taps] of soonest) expect([key, taken.get(key)]).toEqual([key, taps]);
        expect(taken.size).toBe(soonest.size);
        expect(schedule.inOrder([...order].reverse()).map(({ taps }) => taps)).toEqual(order.map(({ taps }) => taps));
      }),
      100,
    );
  });

  test('effects keep the fewest events and by which rule, and say what was new', () => {
    forAll(
      fc.property(
        sizes,
        fc.array(fc.record({ ...places, weight: events, rule: events }), { maxLength: 60 }),
        (size, found) => {
          const blocks = new Blocks(size);
          const tiles = new EffectTiles(blocks);
          const effects = new Effects(tiles);
          const known = new Map<string, { readonly weight: number; readonly rule: number }>();
          for (const { row, block, set, weight, rule } of found) {
            const members = membersOf(blocks, block, set & (2 ** blocks.size - 1));
            const better = members.filter((column) => weight < (known.get(`${row} ${column}`)?.weight ?? Infinity));
            expect(
              membersOf(
                blocks,
                block,
                tiles.improve(effects.part(row, block), set & (2 ** blocks.size - 1), weight, rule),
              ),
            ).toEqual(better);
            for (const column of better) known.set(`${row} ${column}`, { weight, rule });
          }
          const all = new Map<string, { readonly weight: number; readonly rule: number }>();
          for (let row = 0; row <= 40; row++)
            effects.eachInRow(row, (column, weight, at) =>
              all.set(`${row} ${column}`, { weight, rule: tiles.ruleAt(at) }),
            );
          expect(all).toEqual(known);
        },
      ),
      100,
    );
  });
});
