import { expect, test } from 'vitest';
import { Budget, TooMuch } from '../../src/core/base/budget';
import { toEnd } from '../../src/core/base/slices';
import { check } from '../../src/core/check';
import { deciding } from '../../src/core/reach/properties/claims';

test('a part of a budget ends before the whole, and what it spends is spent there', () => {
  const whole = new Budget(100);
  const part = whole.part(30);
  part.spend(30);
  expect([part.isSpent, whole.isSpent, whole.rest]).toEqual([true, false, 70]);
  expect(() => part.need(1)).toThrow(TooMuch);
});

test('a part is no more than what is left, and ends with the whole', () => {
  const whole = new Budget(100);
  whole.spend(80);
  const part = whole.part(50);
  expect(part.rest).toBe(20);
  whole.spend(20);
  expect([part.rest, part.isSpent]).toEqual([0, true]);
});

test('a question about what was shown before leaves half of what is left to the next questions', () => {
  const huts = Array.from({ length: 40 }, (_none, index) => index);
  const { plan, reach } = check(
    [
      'app "Huts"\nstart h0\nflag signedIn\ntabs { "Huts" h0 "Me" me }',
      ...huts.map(
        (hut) => `screen h${hut} "Hut" { on "Next" when signedIn push h${(hut + 1) % 40} otherwise push h0 }`,
      ),
      'screen me "Me" { on "Sign in" sets signedIn = true on "Sign out" sets signedIn = false }',
      'rule "Never" never me beneath h1\n',
    ].join('\n'),
  );
  const [variant] = reach.variants;
  if (variant?.kind !== 'bounded') throw new Error('The tabs do not share a flag.');
  const { upperBound } = variant;
  const { budget } = upperBound;
  budget.spend(budget.rest - 8000);
  expect(toEnd(upperBound.monitoring(plan.screens[0]!))).toBe(null);
  expect(budget.rest).toBeGreaterThan(100);
  expect(toEnd(deciding(upperBound, plan.claims[0]!))).toBe('holds');
});
