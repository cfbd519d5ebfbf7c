import fc from 'fast-check';
import { expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import { check } from '../../src/core/check';
import { parse } from '../../src/core/language/parse';
import type { Branch, Plan } from '../../src/core/plan/model';
import { resolve } from '../../src/core/plan/resolve';
import { tourText } from '../../src/core/report/tour';
import { activeStack, keyOf, type Configuration } from '../../src/core/walk/configuration';
import { planTour, tapsIn, type TourTap } from '../../src/core/walk/tour';
import { isBranching } from '../../src/core/walk/event';
import { Walker } from '../../src/core/walk/walker';
import { demo } from '../demo';
import { exactStacks } from './exact-stacks';
import { planArbitrary } from './plans';
import { forAll } from './property';

/** The outcomes that a walk uses, replayed by the walker; fails if it cannot be replayed. */
function used(plan: Plan, variant: string, walk: readonly TourTap[]): Branch[] {
  const walker = new Walker(plan, variant);
  let now = walker.coldStart();
  for (const { event, branch, shows } of walk) {
    const next = now.flatMap((configuration): (Configuration | null)[] => {
      if (!isBranching(event)) return walker.after(configuration, event);
      const outcome = walker.outcomesBy(configuration, event).find((one) => one.branch === branch);
      return outcome ? (outcome.after.length > 0 ? outcome.after : [null]) : [];
    });
    expect(next.length).toBeGreaterThan(0);
    if (shows === null) break;
    now = next.filter(
      (configuration): configuration is Configuration =>
        configuration !== null && activeStack(configuration)!.screen === shows,
    );
    expect(now.length).toBeGreaterThan(0);
  }
  return walk.flatMap(({ branch }) => (branch ? [branch] : []));
}

/**
 * Minimum number of taps of any set of walks that uses every outcome, by brute force; null if there is too much to try.
 */
function fewestTaps(plan: Plan, variant: string, wanted: readonly Branch[]): number | null {
  if (wanted.length === 0) return 0;
  if (wanted.length > 7) return null;
  const walker = new Walker(plan, variant);
  const bit = new Map(wanted.map((branch, index) => [branch, 1 << index]));
  const all = (1 << wanted.length) - 1;
  const cold = walker.coldStart();
  const seen = new Set<string>();
  let level: { at: Configuration | null; done: number }[] = [{ at: null, done: 0 }];
  for (let taps = 0; level.length > 0; taps++) {
    const next: typeof level = [];
    const queue = [...level];
    for (const { at, done } of queue) {
      const key = `${at ? keyOf(at) : ''} ${done}`;
      if (seen.has(key)) continue;
      seen.add(key);
      if (done === all) return taps;
      if (seen.size > 20_000) return null;
      // Beginning anew costs no tap.
      for (const start of cold) if (!seen.has(`${keyOf(start)} ${done}`)) queue.push({ at: start, done });
      if (!at) continue;
      for (const event of walker.allEvents(at)) {
        if (isBranching(event)) {
          for (const { branch, after } of walker.outcomesBy(at, event))
            for (const to of after.length > 0 ? after : [null]) next.push({ at: to, done: done | bit.get(branch)! });
        } else for (const to of walker.after(at, event)) next.push({ at: to, done });
      }
    }
    level = next;
  }
  return null;
}

test('a tour uses every outcome that can happen, and hardly more taps than the best one', () => {
  let compared = 0;
  let worst = 0;
  forAll(
    fc.property(planArbitrary(4), (text) => {
      const { plan, reach } = check(text);
      for (const variant of reach.variants) {
        const { name, verdicts } = variant;
        const wanted = exactStacks(variant)?.outcomes();
        const tour = planTour(plan, name, wanted);
        for (const { shows } of tour.walks.flat())
          if (shows)
            expect(
              verdicts[shows.index]!.reachable,
              `${shows.label} in ${name} of\n${text}\n${tourText(tour)}`,
            ).not.toBe('no');
        if (!wanted) continue;
        if (!tour.whole) continue;
        const covered = new Set(tour.walks.flatMap((walk) => used(plan, name, walk)));
        expect(
          [...wanted].every((branch) => covered.has(branch)),
          text,
        ).toBe(true);
        const best = fewestTaps(plan, name, [...wanted]);
        if (best === null || best === 0) continue;
        compared++;
        worst = Math.max(worst, tapsIn(tour.walks) / best);
        expect(
          tapsIn(tour.walks) / best,
          `${tapsIn(tour.walks)} taps, best ${best}, ${name} of\n${text}\n${tourText(tour)}`,
        ).toBeLessThanOrEqual(1.5);
      }
    }),
    25,
  );
  expect(compared).toBeGreaterThan(5);
});

test('in a large plan, too, a guided tour uses every outcome, with few more taps', () => {
  // Screens that nothing leads to make any plan a large one.
  const idle = Array.from({ length: 201 }, (_none, index) => `screen idle${index} {}\n`).join('');
  const taps = { guided: 0, searched: 0 };
  forAll(
    fc.property(planArbitrary(4), (text) => {
      const { plan, reach } = check(`${text}\n${idle}`);
      for (const variant of reach.variants) {
        const { name, verdicts } = variant;
        const wanted = exactStacks(variant)?.outcomes();
        if (!wanted) continue;
        const guided = planTour(plan, name, wanted, ({ index }) => verdicts[index]!.walk);
        const searched = planTour(plan, name, wanted);
        expect(guided.whole, text).toBe(searched.whole);
        const covered = new Set(guided.walks.flatMap((walk) => used(plan, name, walk)));
        if (guided.whole)
          expect(
            [...wanted].every((branch) => covered.has(branch)),
            text,
          ).toBe(true);
        taps.guided += tapsIn(guided.walks);
        taps.searched += tapsIn(searched.walks);
      }
    }),
    25,
  );
  expect(taps.searched).toBeGreaterThan(20);
  expect(taps.guided / taps.searched).toBeLessThan(1.5);
});

test('a guided tour of hundreds of screens can be walked', () => {
  for (const text of [generatePlan(250, 5, 4), generatePlan(250, 5, 0, 'pairs and results')]) {
    const { plan, reach } = check(text);
    const [variant] = reach.variants;
    const wanted = exactStacks(variant!)!.outcomes();
    const tour = planTour(plan, variant!.name, wanted, ({ index }) => variant!.verdicts[index]!.walk);
    const covered = new Set(tour.walks.flatMap((walk) => used(plan, variant!.name, walk)));
    const missing = [...wanted].filter((branch) => !covered.has(branch));
    // Behind flags that are set far away, a few may not be found. Then the tour says so.
    expect(missing.length / wanted.size).toBeLessThan(0.01);
    expect(missing.length === 0 || !tour.whole).toBe(true);
  }
});

test('the tour of the demo, put into the plan, holds as walks do', () => {
  for (const variant of ['phone', 'tablet']) {
    const { plan, reach } = check(demo);
    const tour = planTour(plan, variant, exactStacks(reach.variants.find(({ name }) => name === variant)!)?.outcomes());
    const text = `${demo}\n${tourText(tour)}`;
    expect(parse(text).problems).toEqual([]);
    expect(resolve(parse(text)).walks.length).toBe(tour.walks.length + 1);
    expect(check(text).findings.filter(({ rule }) => rule === 'walk/broken')).toEqual([]);
  }
});
