import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { catalogue } from '../../src/core/rules/catalogue';
import { demo, demoFindings } from '../demo';

test('the example of every rule breaks that rule alone, and put right has no findings', () => {
  for (const rule of catalogue) {
    expect([...new Set(check(rule.wrong).findings.map((finding) => finding.rule))], rule.id).toEqual([rule.id]);
    expect(check(rule.right).findings, rule.id).toEqual([]);
  }
});

test('the demo has the findings that it is made for, and no others', () => {
  expect(
    check(demo)
      .findings.map((finding) => finding.rule)
      .sort(),
  ).toEqual(demoFindings);
});
