import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check as checkAnew, type Check } from '../../src/core/check';
import { statements } from '../../src/core/language/syntax';
import { applyEdits } from '../../src/core/language/edits';
import { plain } from '../../src/core/rules/parts/message';
import { demo } from '../demo';
import { planArbitrary } from './plans';
import { forAll } from './property';

let last: Check | null = null;
/** Tests ask for one text several times in a row. */
const check = (text: string): Check => (last?.text === text ? last : (last = checkAnew(text)));

describe('fixes', () => {
  const errors = (text: string, runs = true): number =>
    check(text).findings.filter(({ severity, rule }) => severity === 'error' && (runs || !rule.startsWith('stack/')))
      .length;
  /**
   * The errors outside of the statement at an offset, without those about runs, which may show only after all is read.
   */
  const errorsOutside = ({ findings, plan }: Check, at: number): number => {
    const apart = [...statements(plan.tree)].filter(({ from, to }) => from <= at && at <= to).at(-1);
    return findings.filter(
      ({ rule, severity, range }) =>
        severity === 'error' &&
        !/^(reach|stack|walk)\//.test(rule) &&
        !(apart && apart.from <= range.from && range.from <= apart.to),
    ).length;
  };
  const key = (finding: { rule: string; summary: Parameters<typeof plain>[0] }): string =>
    `${finding.rule} ${plain(finding.summary)}`;

  /** Every fix leaves a plan that reads, in which its finding is gone; and no error has come. */
  function everyFixHolds(text: string): void {
    const before = check(text);
    const syntax = before.plan.tree.problems.length;
    const [count, withoutRuns] = [errors(text), errors(text, false)];
    const outside = new Map<number, number>();
    for (const finding of before.findings) {
      for (const fix of finding.fixes) {
        const after = applyEdits(text, fix.edits);
        const result = check(after);
        const about = `${key(finding)}\n${fix.label}\n--- before\n${text}\n--- after\n${after}`;
        expect(result.plan.tree.problems.length, about).toBeLessThanOrEqual(syntax);
        const same = (findings: readonly (typeof finding)[]): number =>
          findings.filter((one) => key(one) === key(finding)).length;
        expect(same(result.findings), about).toBeLessThan(same(before.findings));
        // A name that could not be read hid whatever else was wrong with its statement: writing the right one may
        // uncover that, but nothing elsewhere. Declaring it, a type or the start uncovers all that rests on it.
        const at = finding.range.from;
        const local =
          finding.rule === 'plan/unknown-name' &&
          fix.label.startsWith('Write ') &&
          !text.includes('accept ') &&
          !/\bstart\s+$/.test(text.slice(0, at));
        if (local && !outside.has(at)) outside.set(at, errorsOutside(before, at));
        if (local) expect(errorsOutside(result, at), about).toBeLessThanOrEqual(outside.get(at)!);
        // A screen that is reached now may go back to a missing screen: that mistake was there, but hidden.
        else if (finding.rule.startsWith('reach/'))
          expect(errors(after, false), about).toBeLessThanOrEqual(withoutRuns);
        else if (!finding.rule.startsWith('plan/')) expect(errors(after), about).toBeLessThanOrEqual(count);
      }
    }
  }

  test('of the demo', () => everyFixHolds(demo));

  test('of random plans', () => {
    forAll(fc.property(planArbitrary(4), everyFixHolds), 8);
  });

  test('on trial are offered where they are enough, and not otherwise', () => {
    const plan = (more: string): string =>
      [
        'app "Huts"',
        'start home',
        'flag paid',
        'screen home "Home" { on "Order" push order }',
        'screen order "Order" {',
        '  on "Pay" sets paid = true then reset receipt',
        '}',
        `screen receipt "Receipt" { on "Home" ${more}reset home }`,
        'rule "Nothing is paid twice" never order after receipt',
        '',
      ].join('\n');
    const fixesOf = (text: string): string[] =>
      check(text).findings.flatMap(({ rule, fixes }) =>
        rule === 'stack/rule-broken' ? fixes.map(({ label }) => label) : [],
      );
    expect(fixesOf(plan(''))).toEqual(['Let order need not paid']);
    everyFixHolds(plan(''));
    // If the flag is taken back before, the condition does not help.
    expect(fixesOf(plan('sets paid = false then '))).toEqual([]);
  });

  test('on trial for a flag of a choice, too, in words that read', () => {
    const text = [
      'app "Huts"',
      'start home',
      'choice Way { open, done }',
      'flag paid: Way',
      'screen home "Home" { on "Order" push order }',
      'screen order "Order" {',
      '  on "Pay" sets paid = done then reset receipt',
      '}',
      'screen receipt "Receipt" { on "Home" reset home }',
      'rule "Nothing is paid twice" never order after receipt',
      '',
    ].join('\n');
    expect(check(text).findings.map(({ fixes }) => fixes.map(({ label }) => label))).toEqual([
      ['Let order need paid is open'],
    ]);
    everyFixHolds(text);
  });

  test('offers no argument for a value of an unknown type', () => {
    const { findings } = check(
      'start home\nscreen home "Home" { on "Hut" push hut }\nscreen hut "Hut" { takes id: HutId, all: list of HutId }\n',
    );
    expect(findings.filter(({ rule }) => rule === 'supply/missing').map(({ fixes }) => fixes)).toEqual([[], []]);
  });

  test('a variable is not taken out of a path that a URL of the plan needs', () => {
    const plan = (more: string): string =>
      `app "Huts"\norigin https://huts.example\nstart home\nscreen home "Home" { on "Hut" push hut }\nscreen hut "Hut" { link /huts/{hutId} under home }\n${more}`;
    const labels = (text: string): string[] =>
      check(text).findings.flatMap(({ rule, fixes }) =>
        rule === 'link/unknown-variable' ? fixes.map(({ label }) => label) : [],
      );
    expect(labels(plan(''))).toEqual(['Add hutId: text? to hut', 'Remove hutId']);
    expect(labels(plan('entry widget "Next" opens /huts/12\n'))).toEqual(['Add hutId: text? to hut']);
    expect(labels(plan('walk "By link" { open /huts/12 }\n'))).toEqual(['Add hutId: text? to hut']);
    expect(labels(plan('walk "By link" { open /huts }\n'))).toContain('Remove hutId');
  });

  test('one after the other, they leave the demo without findings', () => {
    let text = demo;
    for (let round = 0; round < 10; round++) {
      const fix = check(text).findings[0]?.fixes[0];
      if (fix) text = applyEdits(text, fix.edits);
    }
    expect(check(text).findings).toEqual([]);
    expect(text).toContain('on "See hut" push hut(hutId: stay.hut)');
    expect(text).toContain('push reviews(hutId)');
  });
});
