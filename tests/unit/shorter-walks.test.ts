/** Shortest walks to single screens, sought without what cannot lead there in time: held to all configurations. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Budget } from '../../src/core/base/budget';
import { toEnd } from '../../src/core/base/slices';
import { check } from '../../src/core/check';
import { Explored } from '../../src/core/reach/explicit';
import { Walker } from '../../src/core/walk/walker';
import { fewestTaps } from './fewest-taps';
import { grammarPlan } from './grammar-plans';
import { planArbitrary, smallPlanArbitrary } from './plans';
import { forAll } from './property';

test('a walk is found exactly where it is in time', () => {
  const counts = { found: 0, tooLate: 0, far: 0 };
  const plans = fc.oneof(
    planArbitrary(12),
    smallPlanArbitrary('needs'),
    smallPlanArbitrary('shared'),
    grammarPlan('none'),
    grammarPlan('tabs'),
  );
  forAll(
    fc.property(plans, (text) => {
      const { plan } = check(text);
      for (const variant of plan.variants) {
        const walker = new Walker(plan, variant);
        const all = fewestTaps(walker, walker.coldStart(), 400);
        for (const [screen, taps] of all ?? []) {
          const seek = (deadline: number): ReturnType<typeof Explored.prototype.shorterWalks> =>
            new Explored(plan, variant, new Budget(10_000_000)).shorterWalks(new Map([[screen, deadline]]));
          const { walks } = toEnd(seek(taps));
          expect(walks.get(screen), `${screen.label} after ${taps} taps in ${text}`).toMatchObject({ taps });
          counts.found++;
          counts.far += Number(taps > 1);
          const early = toEnd(seek(taps - 1));
          expect(early.walks.size).toBe(0);
          if (early.searched >= taps - 1) counts.tooLate++;
        }
      }
    }),
    600,
  );
  expect(counts.tooLate).toBe(counts.found);
  expect(counts.far, JSON.stringify(counts)).toBeGreaterThan(40);
});
