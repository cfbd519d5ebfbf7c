import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check as checkAnew, type Check } from '../../src/core/check';
import { statements } from '../../src/core/language/syntax';
import { applyEdits } from '../../src/core/language/edits';
import { plain } from '../../src/core/rules/parts/message';
import { demo } from '../demo';
import { planText } from './plan-text';
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

  /** What the text says once the only fix of a rule is taken; null if it has none. */
  const mended = (text: string, of: string): string | null => {
    const [fix, ...others] = check(text).findings.flatMap(({ rule, fixes }) => (rule === of ? fixes : []));
    expect(others).toEqual([]);
    return fix ? applyEdits(text, fix.edits) : null;
  };

  test('on trial for a warning, too', () => {
    const text = planText`
      app "Huts"
      origin https://huts.example
      start home
      screen home "Home" { on "Map" push map }
      screen map "Map" { link /map under nothing }
    `;
    expect(mended(text, 'link/alone')).toContain('link /map under home');
    everyFixHolds(text);
  });

  test('a screen goes off the stack before the one that it may not lie beneath, if it is always there', () => {
    const plan = (more: string): string =>
      planText`
        app "Huts"
        start home
        screen home "Home" { on "Pay" push pay ${more}}
        screen pay "Pay" { on "Card" push card }
        screen card "Card" { on "Done" push done }
        screen done "Done" {}
        rule "Paid once" never pay beneath done
      `;
    expect(mended(plan(''), 'stack/rule-broken')).toContain('on "Done" back past pay then push done');
    everyFixHolds(plan(''));
    // Where there is nothing to go back past, the step would be a mistake itself.
    expect(mended(plan('on "Card" push card '), 'stack/rule-broken')).toBeNull();
  });

  test('a record takes the place of its fields, whatever the screen says of them', () => {
    const plan = (more: string): string =>
      [
        'app "Huts"',
        'start list',
        'record Hut { name: text, beds: int, note: text? }',
        'screen list "Huts" {',
        '  has huts: list of Hut, best: Hut, season: text',
        '  on "Hut" for each in huts push hut(season, name: each.name, beds: each.beds, note: each.note)',
        '  on "Best" push hut(name: best.name, beds: best.beds, season, note: best.note)',
        '}',
        'screen hut "{name} in {season}" {',
        '  takes name: text, beds: int, season: text, note: text?',
        '  on "Book" when note is given push book(name, beds: beds) otherwise push book(name: season, beds)',
        more,
        '}',
        'screen book "Book" {',
        '  takes name: text, beds: int',
        '}',
        '',
      ].join('\n');
    const text = plan('');
    const after = mended(text.replace('  on "Best"', '  # on "Best"'), 'supply/unpacked-record');
    expect(after).toContain('push hut(season, hut: each)');
    expect(after).toContain('takes season: text\n  takes hut: Hut');
    expect(after).toContain('"{hut.name} in {season}"');
    expect(after).toContain('when hut.note is given push book(name: hut.name, beds: hut.beds)');
    expect(after).toContain('push book(name: season, beds: hut.beds)');
    expect(check(after!).findings).toEqual([]);
    everyFixHolds(text);
    // No URL brings a record, and a literal is none. Two calls have one finding each.
    const packs = (of: string): string[] =>
      check(of).findings.flatMap(({ rule, fixes }) =>
        rule === 'supply/unpacked-record' ? fixes.map(({ label }) => label) : [],
      );
    expect(packs(text)).toEqual(['Let hut take hut: Hut', 'Let hut take hut: Hut']);
    expect(packs(plan('  link /hut{?name,beds,season,note} under list'))).toEqual([]);
    expect(packs(text.replace('note: best.note', 'note: "new"'))).toEqual([]);
  });

  test('a field takes the place of a record that no URL can bring, and the screen loads the record', () => {
    const plan = (link: string): string =>
      `app "Huts"\norigin https://huts.example\nstart list\nid HutId: int\nrecord Hut { id: HutId, name: text }\nscreen list "Huts" {\n  has huts: list of Hut\n  on "Hut" for hut in huts push hut(hut)\n}\nscreen hut "{hut.name}" {\n  takes hut: Hut\n  ${link}\n}\n`;
    for (const link of ['link /huts/{hut} under list', 'link /huts under list', 'link /huts/{hutId} under list']) {
      const fix = check(plan(link))
        .findings.find(({ rule }) => rule === 'link/not-carriable')!
        .fixes.at(-1)!;
      const after = applyEdits(plan(link), fix.edits);
      expect(after).toContain('for hut in huts push hut(hutId: hut.id)');
      expect(after).toContain('  takes hutId: HutId\n  has hut: Hut\n  link /huts/{hutId} under list');
      expect(check(after).findings).toEqual([]);
      everyFixHolds(plan(link));
    }
  });

  test('a service is taken out of the arguments, and of the calls that hand it over', () => {
    const text = planText`
      app "Huts"
      start list
      screen list "Huts" {
        has api: text
        on "Hut" push hut(api)
      }
      screen hut "Hut" {
        takes api: HutService
      }
    `;
    const fixes = check(text).findings.find(({ rule }) => rule === 'plan/unknown-type')!.fixes;
    expect(check(applyEdits(text, fixes[0]!.edits)).findings).toEqual([]);
  });

  test('offers no argument for a value of an unknown type', () => {
    const { findings } = check(
      planText`
        start home
        screen home "Home" { on "Hut" push hut }
        screen hut "Hut" { takes id: HutId, all: list of HutId }
      `,
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
