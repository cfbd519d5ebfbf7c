import fc from 'fast-check';
import { expect, test } from 'vitest';
import { outOfOrder } from '../../../src/core/compare/changes/order';
import { forAll } from '../property';

test('as few siblings as possible count as moved, and the others stand in order', () => {
  forAll(
    fc.property(fc.uniqueArray(fc.nat(20), { maxLength: 9 }), (places) => {
      const isRising = (all: readonly number[]): boolean => all.every((place, at) => at === 0 || all[at - 1]! < place);
      const moved = outOfOrder(places);
      expect(isRising(places.filter((_place, index) => !moved.has(index)))).toBe(true);
      let longest = 0;
      for (let subset = 0; subset < 2 ** places.length; subset++) {
        const kept = places.filter((_place, index) => (subset >> index) % 2 === 1);
        if (isRising(kept)) longest = Math.max(longest, kept.length);
      }
      expect(moved.size).toBe(places.length - longest);
    }),
    100,
  );
});
