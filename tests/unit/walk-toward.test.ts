/** Ways from one screen to another: the fewest taps, held to all configurations. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import { ask } from '../../src/core/ask/ask';
import { walkToward } from '../../src/core/reach';
import { check } from '../../src/core/check';
import { Ends } from '../../src/core/walk/ends';
import { Walker } from '../../src/core/walk/walker';
import { fewestTaps } from './fewest-taps';
import { grammarPlan } from './grammar-plans';
import { planArbitrary } from './plans';
import { forAll } from './property';

test('a way that is said to have the fewest taps has them', () => {
  const counts = { shortest: 0, far: 0 };
  forAll(
    fc.property(fc.oneof(planArbitrary(8), grammarPlan('none'), grammarPlan('tabs')), (text) => {
      const { plan, reach } = check(text);
      for (const variant of reach.variants) {
        for (const [index, { walk }] of variant.verdicts.entries()) {
          const goal = plan.screens[(index + 1) % plan.screens.length]!;
          const walker = new Walker(plan, variant.name);
          const taps = walk && fewestTaps(walker, new Ends(walker).of(walk), 200)?.get(goal);
          if (!taps) continue;
          const way = walkToward(plan, variant.name, walk, goal)!;
          const about = `from ${plan.screens[index]!.label} to ${goal.label} in ${text}`;
          expect(way.taps.length, about).toBeGreaterThanOrEqual(taps);
          if (!way.isShortest) continue;
          expect(way.taps.length, about).toBe(taps);
          counts.shortest++;
          if (taps > 1) counts.far++;
        }
      }
    }),
    200,
  );
  expect(counts.shortest).toBeGreaterThan(60);
  expect(counts.far).toBeGreaterThan(10);
});

test('of hundreds of screens, every way that is found has the fewest taps', () => {
  const { plan, reach } = check(generatePlan(300, 5, 4));
  const [variant] = reach.variants;
  for (const index of [11, 85, 159, 233]) {
    const way = walkToward(plan, variant!.name, variant!.verdicts[index]!.walk!, plan.screens[(index * 7) % 300]!);
    expect(way).toMatchObject({ isShortest: true });
  }
});

test('in a large app whose tabs share flags, a way is found that has to sign out, go elsewhere and sign in', () => {
  const checked = check(readFileSync(new URL('../../demo/tidewater.andante', import.meta.url), 'utf8'));
  const asked = (question: string): unknown => {
    const answer = ask(checked, question, 'phone');
    return answer.kind === 'path' && [answer.verdict, answer.path?.isShortest, answer.path?.steps.length];
  };
  // Whoever has shown a card is not asked for it again, until the next sign-in.
  for (const screen of ['formPages', 'permit', 'formCheck'])
    expect(asked(`from ${screen} to idScanner`), screen).toEqual(['yes', true, 7]);
});
