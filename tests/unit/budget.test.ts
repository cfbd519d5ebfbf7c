import { expect, test } from 'vitest';
import { Budget, TooMuch } from '../../src/core/base/budget';

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
