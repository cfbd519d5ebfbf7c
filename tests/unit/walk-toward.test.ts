/** Ways from one screen to another: the fewest taps, held to all configurations. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import { ask } from '../../src/core/ask/ask';
import { walkToward } from '../../src/core/reach';
import { check } from '../../src/core/check';
import type { Plan, Screen } from '../../src/core/plan/model';
import { activeStack, keyOf, type Configuration } from '../../src/core/walk/configuration';
import { Ends } from '../../src/core/walk/ends';
import type { Tap } from '../../src/core/walk/tap';
import { Walker } from '../../src/core/walk/walker';
import { grammarPlan } from './grammar-plans';
import { planArbitrary } from './plans';
import { forAll } from './property';

/** The fewest taps from the end of a walk to a screen, as far as few configurations show it; null past a limit. */
function fewest(plan: Plan, variant: string, first: readonly Tap[], goal: Screen): number | null {
  const walker = new Walker(plan, variant);
  const seen = new Set<string>();
  const fresh = (level: readonly Configuration[]): Configuration[] =>
    level.filter((each) => !seen.has(keyOf(each)) && seen.add(keyOf(each)));
  let level = fresh(new Ends(walker).of(first));
  for (let taps = 0; level.length > 0 && seen.size < 200 && !walker.bounded; taps++) {
    if (taps > 0 && level.some((each) => activeStack(each)!.screen === goal)) return taps;
    level = fresh(level.flatMap((each) => walker.events(each).flatMap((event) => walker.after(each, event))));
  }
  return null;
}

test('a way that is said to have the fewest taps has them', () => {
  const counts = { shortest: 0, far: 0 };
  forAll(
    fc.property(fc.oneof(planArbitrary(8), grammarPlan('none'), grammarPlan('tabs')), (text) => {
      const { plan, reach } = check(text);
      for (const variant of reach.variants) {
        for (const [index, { walk }] of variant.verdicts.entries()) {
          const goal = plan.screens[(index + 1) % plan.screens.length]!;
          const taps = walk && fewest(plan, variant.name, walk, goal);
          if (taps === null) continue;
          const way = walkToward(plan, variant.name, walk!, goal)!;
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
  expect(asked('from idScanner to seatTaken')).toEqual(['yes', true, 6]);
  expect(asked('from emergency while signedIn to library')).toEqual(['yes', true, 3]);
});
