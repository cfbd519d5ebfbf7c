/** The estimate of the taps that are left, held to all ways from some configurations of random plans. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';
import { RelaxedDistances } from '../../src/core/reach/explicit/relaxed-distances';
import { ScreenDistances } from '../../src/core/reach/explicit/screen-distances';
import { keyOf, type Configuration } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';
import { fewestTaps } from './fewest-taps';
import { grammarPlan } from './grammar-plans';
import { planText } from './plan-text';
import { planArbitrary, smallPlanArbitrary } from './plans';
import { forAll } from './property';

/** Configurations near the start, in the order in which users come to them; links and events lead to some, too. */
function configurationsNear(walker: Walker, most: number): Configuration[] {
  const opened = walker.externalEvents().flatMap((event) => walker.open(event));
  const found = new Map([...walker.coldStart(), ...opened].map((each) => [keyOf(each), each]));
  for (const each of found.values()) {
    if (found.size > most) break;
    for (const event of walker.allEvents(each))
      for (const after of walker.after(each, event)) found.set(keyOf(after), after);
  }
  return [...found.values()].slice(0, most);
}

const plans = fc.oneof(
  grammarPlan('none'),
  grammarPlan('tabs'),
  planArbitrary(6),
  smallPlanArbitrary('flag'),
  smallPlanArbitrary('needs'),
  smallPlanArbitrary('shared'),
);

test('no estimate is higher than the fewest taps', () => {
  const counts = { exact: 0, closer: 0 };
  forAll(
    fc.property(plans, fc.array(fc.nat(59), { minLength: 3, maxLength: 3 }), (text, places) => {
      const plan = resolve(parse(text));
      for (const variant of plan.variants) {
        const walker = new Walker(plan, variant);
        const near = configurationsNear(walker, 60);
        const distances = new ScreenDistances(plan, variant);
        for (const place of near.length > 0 ? places : []) {
          const from = near[place % near.length]!;
          const fewest = fewestTaps(walker, [from], 150);
          for (const [goal, taps] of fewest ?? []) {
            const estimate = new RelaxedDistances(plan, variant, goal, distances).from(from);
            expect(estimate, `to ${goal.label} from ${keyOf(from)} in ${text}`).toBeLessThanOrEqual(taps);
            if (taps > 0 && estimate === taps) counts.exact++;
            if (estimate > distances.from(from, distances.to([goal]))) counts.closer++;
          }
        }
      }
    }),
    400,
  );
  expect(counts.exact).toBeGreaterThan(200);
  expect(counts.closer).toBeGreaterThan(100);
});

test('a screen that only signed-out users see is as many taps away as it takes to sign out and to come back', () => {
  const plan = resolve(
    parse(planText`
      flag in = true
      start home
      tabs {
        "Home" home
        "Me" me
      }
      screen home "Home" { on "Stays" push stays }
      screen stays "Stays" { needs in else push signIn }
      screen signIn "Sign in" { on "Sign in" sets in = true then resume or back }
      screen me "Me" { on "Sign out" when in sets in = false then reset home }
    `),
  );
  const [variant] = plan.variants;
  const signIn = plan.screens.find(({ label }) => label === 'signIn')!;
  const walker = new Walker(plan, variant!);
  const distances = new ScreenDistances(plan, variant!);
  const estimates = new RelaxedDistances(plan, variant!, signIn, distances);
  const [start] = walker.coldStart();
  // “Me”, “Sign out”, “Stays”.
  expect(estimates.from(start!)).toBe(3);
  expect(distances.from(start!, distances.to([signIn]))).toBe(1);
  const [stays] = walker.after(start!, walker.events(start!)[0]!);
  expect(estimates.from(stays!)).toBe(3);
});
