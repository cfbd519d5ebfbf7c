import fc from 'fast-check';
import { expect, test } from 'vitest';
import { demo, planArbitrary, runs } from './plans';
import { expectWalksToReplay } from './replays';

test('the walk of every finding can be walked, on the demo and on random plans', () => {
  let walks = expectWalksToReplay(demo);
  fc.assert(fc.property(planArbitrary(5), (text) => { walks += expectWalksToReplay(text); }), runs(80));
  expect(walks).toBeGreaterThan(25);
});
