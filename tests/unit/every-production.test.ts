/** Every production of the language, in every position: the walker judges the verdicts of a check. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';
import { grammarPlan, productions, productionsOf } from './grammar-plans';
import { forAll } from './property';
import { expectWalksToReplay } from './replays';
import { expectVerdictsToHold, type Tally } from './seen';

/** All rules of two screens. */
const claimsOf = (a: string, b: string): string[] => [
  ...(a === b ? [] : [`from ${a} always reach ${b}`, `never ${a} after ${b}`]),
  `never ${a} beneath ${b}`,
  `always ${a} beneath ${b}`,
];
const pairs = fc.array(fc.tuple(fc.constantFrom('s0', 's1', 's2', 's3'), fc.constantFrom('s0', 's1', 's2', 's3')), {
  minLength: 2,
  maxLength: 2,
});

test('the random plans use every production in every position', () => {
  const used = new Map<string, number>();
  for (const text of fc.sample(grammarPlan('tabs'), { numRuns: 3000, seed: 20 })) {
    const plan = resolve(parse(text));
    expect([plan.tree.problems, plan.problems], text).toEqual([[], []]);
    for (const production of productionsOf(plan)) used.set(production, (used.get(production) ?? 0) + 1);
  }
  expect(
    Math.min(...productions.map((production) => used.get(production) ?? 0)),
    [...used].filter(([, count]) => count < 10).join('; '),
  ).toBeGreaterThanOrEqual(10);
  expect([...used.keys()].filter((production) => !productions.includes(production))).toEqual([]);
});

describe.each([
  ['no tabs', 'none', 40],
  ['tabs', 'tabs', 56],
] as const)('of plans with %s', (_name, kind, count) => {
  test('no verdict contradicts a walk, and walks show the faults that they stand for', () => {
    const tally: Tally = new Map();
    forAll(
      fc.property(grammarPlan(kind), pairs, (text, asked) => {
        const claims = [...new Set(asked.flatMap(([a, b]) => claimsOf(a, b)))];
        const checked = check(`${text}\n${claims.map((claim) => `rule "${claim}" ${claim}`).join('\n')}\n`);
        for (const variant of checked.reach.variants) expectVerdictsToHold(checked, variant, tally);
        expectWalksToReplay(checked.text, checked);
      }),
      count,
    );
    if (process.env.ANDANTE_TALLY)
      console.log(
        [...tally]
          .sort()
          .map((each) => each.join(': '))
          .join('\n'),
      );
    const counted = (what: string): number => tally.get(what) ?? 0;
    expect(counted('rule exact holds')).toBeGreaterThan(count / 4);
    expect(counted('rule exact broken')).toBeGreaterThan(count / 4);
    if (kind === 'tabs')
      expect(
        Math.min(counted('variant bounded'), counted('rule bounded holds'), counted('rule bounded broken')),
      ).toBeGreaterThan(count / 10);
  });
});
