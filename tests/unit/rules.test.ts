import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { catalogue } from '../../src/core/rules/catalogue';
import { demo } from './plans';

test('the example of every rule breaks that rule alone, and put right has no findings', () => {
  for (const rule of catalogue) {
    expect([...new Set(check(rule.wrong).findings.map((finding) => finding.rule))], rule.id).toEqual([rule.id]);
    expect(check(rule.right).findings, rule.id).toEqual([]);
  }
});

test('the demo has mistakes of seven kinds, and no others', () => {
  expect(check(demo).findings.map((finding) => finding.rule).sort()).toEqual([
    'link/overlap', 'plan/unknown-name', 'reach/stranded', 'supply/fixed-id', 'supply/may-be-absent', 'supply/missing', 'supply/wrong-type',
  ]);
});
