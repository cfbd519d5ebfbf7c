import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { applyEdits } from '../../src/core/language/edits';
import { catalogue } from '../../src/core/rules/catalogue';
import { plain } from '../../src/core/rules/message';
import { Lines } from '../../src/core/language/lines';
import { demo, planArbitrary, runs } from './plans';

/** What every plan of the tables begins with. */
const head = `app "Huts"
start list
id HutId: int
id StayId: text
choice Season { summer, winter }
record Hut { id: HutId, name: text, beds: int }
record Stay { id: StayId, hut: HutId }
screen hut "Hut" {
  takes hutId: HutId
  takes season: Season = summer
  takes note: text?
}
`;

/** A list screen with these members, which leads on to everything that is needed for the plan to be sound otherwise. */
const list = (members: string): string => `${head}screen list "Huts" {\n  has stay: Stay, huts: list of Hut, last: HutId?, name: text, beds: int\n${members}\n}\n`;

/** What a rule found, as `line:column-endColumn message`. */
function found(rule: string, text: string): string[] {
  const lines = new Lines(text);
  return check(text).findings.filter((finding) => finding.rule === rule).map(({ range, summary, detail }) => {
    const { line, column } = lines.positionOf(range.from);
    return `${line}:${column}-${lines.positionOf(range.to).column} ${plain(summary)} ${plain(detail)}`;
  });
}

/** Where members of `list` begin. */
const line = list('').split('\n').length - 3 + 1;

const good = '  on "Hut" for h in huts push hut(hutId: h.id)';

describe.each<{ rule: string; broken: [text: string, ...messages: string[]][]; fine: string[] }>([
  {
    rule: 'supply/missing',
    broken: [
      [list('  on "Hut" push hut'), `${line}:17-20 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(season: winter)'), `${line}:20-36 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, stay.hut fits.`],
      [list('  on "Hut" for h in huts push hut()'), `${line}:34-36 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, h.id and stay.hut fit.`],
      [`${head.replace('start list', 'start hut')}`, '2:7-10 A cold start opens hut without hutId. hut takes hutId: HutId and has no default; a cold start has no values to hand over.'],
      [`${head}screen list "L" {\n  on "Hut" push hut\n}\n`, '14:17-20 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, no value is of type HutId.'],
    ],
    fine: [list(good), list('  on "Hut" push hut(hutId: stay.hut)'), list('  takes hutId: HutId = 1\n  on "Hut" push hut(hutId)')],
  },
  {
    rule: 'supply/unknown-argument',
    broken: [
      [list('  on "Hut" push hut(hutID: stay.hut)'), `${line}:21-26 “Hut” on list gives hutID to hut, which does not take it. Did you mean hutId?`],
      [list('  on "Hut" push hut(hutId: stay.hut, colour: name)'), `${line}:38-44 “Hut” on list gives colour to hut, which does not take it. hut takes hutId: HutId, season: Season and note: text?.`],
      [list('  on "Hut" push hut(hutId: stay.hut, hutId: stay.hut)'), `${line}:38-43 “Hut” on list gives hutId to hut twice. The first value counts.`],
      [list(`${good}\n  on "Me" push list(name)`), `${line + 1}:21-25 “Me” on list gives name to list, which does not take it. list takes nothing.`],
    ],
    fine: [list('  on "Hut" push hut(note: name, hutId: stay.hut)'), list(good)],
  },
  {
    rule: 'supply/wrong-type',
    broken: [
      [list('  on "Hut" push hut(hutId: stay.id)'), `${line}:21-35 “Hut” on list gives hut stay.id for hutId. hutId is of type HutId and stay.id of type StayId; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(hutId: "twelve")'), `${line}:21-36 “Hut” on list gives hut "twelve" for hutId. hutId is of type HutId and "twelve" of type text; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(hutId: stay.hut, season: name)'), `${line}:38-50 “Hut” on list gives hut name for season. season is of type Season and name of type text; what can be chosen: summer or winter.`],
      [list('  on "Hut" push hut(hutId: stay.hut, note: beds)'), `${line}:38-48 “Hut” on list gives hut beds for note. note is of type text? and beds of type int; on list, stay.id, name fit.`.replace('stay.id, name fit', 'name fits')],
      [list('  on "Hut" for h in name push hut(hutId: stay.hut)'), `${line}:21-25 “Hut” on list goes through something that is no list. What stands behind in is of type text; a list is wanted.`],
      [`${head}screen list "L" {\n  takes n: int = "x"\n}\n`, '14:18-21 The default of n on list does not fit its type. n is of type int and "x" of type text.'],
    ],
    fine: [list('  on "Hut" push hut(hutId: stay.hut, season: winter, note: "x")'), list('  takes height: decimal = 3\n  on "Me" push list(height: beds)'), list('  takes at: date = "2026-05-01"')],
  },
  {
    rule: 'supply/unknown-value',
    broken: [
      [list('  on "Hut" push hut(hutId: stay.huts)'), `${line}:21-37 “Hut” on list gives hut stay.huts, which is no value there. Did you mean stay.hut?`],
      [list('  on "Hut" push hut(hutId)'), `${line}:21-26 “Hut” on list gives hut hutId, which is no value there. hut takes hutId: HutId; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(hutId: stay.hut, season: sumer)'), `${line}:38-51 “Hut” on list gives hut sumer, which is no value there. Did you mean summer?`],
      [list('  on "Hut" for h in hats push hut(hutId: h.id)'), `${line}:21-25 “Hut” on list goes through hats, which is no value there. Lists on list: huts.`],
      [`${head}screen list "L" {\n  takes s: Season = autumn\n}\n`, '14:21-27 The default of s on list is autumn, which is no value of Season. What can be chosen: summer or winter.'],
    ],
    fine: [list(good), list('  on "Hut" push hut(hutId: stay.hut, season: summer)')],
  },
  {
    rule: 'supply/may-be-absent',
    broken: [
      [list('  on "Hut" push hut(hutId: last)'), `${line}:21-32 “Hut” on list opens hut with last, which may be absent. hut requires hutId: HutId; on list, stay.hut fits.`],
      [list('  takes s: Season?\n  on "Hut" push hut(hutId: stay.hut, season: s)'), `${line + 1}:38-47 “Hut” on list opens hut with s, which may be absent. hut requires season: Season; what can be chosen: summer or winter.`],
      [list('  takes best: Hut?\n  on "Hut" push hut(hutId: best.id)'), `${line + 1}:21-35 “Hut” on list opens hut with best.id, which may be absent. hut requires hutId: HutId; on list, stay.hut fits.`],
    ],
    fine: [list('  takes n: text?\n  on "Hut" push hut(hutId: stay.hut, note: n)'), list(good)],
  },
  {
    rule: 'supply/fixed-id',
    broken: [
      [list('  on "Hut" push hut(hutId: 12)'), `${line}:21-30 “Hut” on list always opens hut with hutId 12. A HutId should come from data; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(season: winter, hutId: 12)'), `${line}:37-46 “Hut” on list always opens hut with hutId 12. A HutId should come from data; on list, stay.hut fits.`],
      [`${head.replace('start list', 'start hut(hutId: 12)')}`, '2:11-20 A cold start always opens hut with hutId 12. A HutId should come from data; a cold start has no values to hand over.'],
    ],
    fine: [list(good), list('  takes h: HutId = 12\n  on "Hut" push hut(hutId: h)')],
  },
  {
    rule: 'plan/unknown-name',
    broken: [
      [list('  on "Hut" push hutt'), `${line}:17-21 list leads to hutt, which is no screen of this plan. Did you mean hut?`],
      [list('  on "Map" push map'), `${line}:17-20 list leads to map, which is no screen of this plan. Create it, or name a screen that exists.`],
      [head.replace('start list', 'start lst'), '2:7-10 The app is to start at lst, which is no screen of this plan. Create it, or name a screen that exists.'],
      [`start a\nmodule m {\n  screen b "B" {}\n}\nmodule n {\n  screen b "B" {}\n}\nscreen a "A" { on "b" push b }\n`, '8:28-29 b may be any of 2 screens. Say which one with its module: m.b or n.b.'],
      [list('  link /huts under hutt'), `${line}:20-24 list leads to hutt, which is no screen of this plan. Did you mean hut?`],
    ],
    fine: [list(good), 'start a\nmodule m {\n  screen b "B" { on "c" push c }\n  screen c "C" {}\n}\nmodule n {\n  screen c "C" {}\n}\nscreen a "A" {\n  on "b" push m.b\n  on "c" push n.c\n}\n'],
  },
  {
    rule: 'plan/duplicate-name',
    broken: [
      [`${list(good)}screen hut "H" {}\n`, '17:8-11 The screen hut is declared a second time; line 8 has the first. The first one counts. Give this one another name, or take it out.'],
      [`${list(good)}screen HUT "H" {}\n`, '17:8-11 The screens HUT and hut (line 8) differ by letter case alone. Give one of them another name.'],
      [`${head}start hut\nscreen list "L" {}\n`, '13:1-10 The start is declared a second time; line 2 has the first. The first one counts. Give this one another name, or take it out.'],
      [`${list(good)}id HutId: text\n`, '17:4-9 The type HutId is declared a second time; line 3 has the first. The first one counts. Give this one another name, or take it out.'],
      [list('  takes name: text'), `${line}:9-13 The value name is declared a second time; line ${line - 1} has the first. The first one counts. Give this one another name, or take it out.`],
      [`${list(good)}choice text { a }\n`, '17:8-12 text is a type of the language and cannot be declared again. The first one counts. Give this one another name, or take it out.'],
    ],
    fine: [list(good), 'start a\nscreen a "A" { on "a" push m.a }\nmodule m {\n  screen a "A" {}\n}\n'],
  },
  {
    rule: 'plan/unknown-type',
    broken: [
      [list('  takes h: HutID = 1'), `${line}:12-17 There is no type HutID. Did you mean HutId?`],
      [list('  takes h: list of Guest'), `${line}:20-25 There is no type Guest. Declare it, or use one that the plan has.`],
      [`${list(good)}id X: HutId\n`, '17:7-12 X is to be carried by HutId, which is no base type. An id is carried by text, int, decimal, bool, date, time, instant or url.'],
    ],
    fine: [list('  takes h: list of HutId'), list('  has a: text, b: int, c: decimal, d: bool, e: date, f: time, g: instant, h: url')],
  },
  {
    rule: 'plan/cyclic-type',
    broken: [
      [`${list(good)}record A { a: A }\n`, '17:8-9 The record A contains itself: A > A. No value of it can ever be made. Let one of the fields be optional, a list, or an id.'],
      [`${list(good)}record A { b: B }\nrecord B { a: A }\n`, '17:8-9 The record A contains itself: A > B > A. No value of it can ever be made. Let one of the fields be optional, a list, or an id.', '18:8-9 The record B contains itself: B > A > B. No value of it can ever be made. Let one of the fields be optional, a list, or an id.'],
      [`${list(good)}record A { n: int, b: B }\nrecord B { b: B }\n`, '18:8-9 The record B contains itself: B > B. No value of it can ever be made. Let one of the fields be optional, a list, or an id.'],
    ],
    fine: [`${list(good)}record A { a: A? }\n`, `${list(good)}record A { all: list of A }\n`],
  },
  {
    rule: 'plan/no-start',
    broken: [
      ['app "A"\nscreen a "A" {}\n', '1:1-8 No screen comes first. Say where a cold start begins, as in start a.'],
      ['screen a "A" { takes x: int }\n', '1:1-2 No screen comes first. Say where a cold start begins, as in start a.'],
      ['# two\nscreen a "A"\nscreen b "B"\n', '1:1-2 No screen comes first. Say where a cold start begins, as in start a.'],
    ],
    fine: ['start a\nscreen a "A" {}\n', 'start b\nscreen a "A" {}\n', 'app "A"\n'],
  },
  {
    rule: 'plan/syntax',
    broken: [
      [list('  on "Hut" psuh hut'), `${line}:12-16 psuh is no step. Did you mean push? What can be read around it still counts.`],
      [list('  taks x: int'), `${line}:3-7 taks begins nothing in a screen. Did you mean takes? What can be read around it still counts.`],
      [`${list(good)}}\n`, '17:1-2 This brace closes nothing. What can be read around it still counts.'],
    ],
    fine: [list(good), '# nothing but a comment\n'],
  },
  {
    rule: 'reach/stranded',
    broken: [
      [list(''), '8:8-11 Nothing leads to hut. No trigger on another screen opens it, so nobody will ever see it.'],
      [`${list(good)}screen a "A" { on "a" push a }\n`, '17:8-9 Nothing leads to a. It only leads to itself, so nobody will ever see it.'],
      [`${list(good)}screen a "A" { on "b" push b }\nscreen b "B" { on "a" push a }\n`, '17:8-9 No walk gets to a. Only b leads here, and no walk gets there either.', '18:8-9 No walk gets to b. Only a leads here, and no walk gets there either.'],
      [`${list(good)}screen a "A" { on "c" push c }\nscreen b "B" { on "c" push c }\nscreen c "C" {}\n`,
        '17:8-9 Nothing leads to a. No trigger on another screen opens it, so nobody will ever see it.',
        '18:8-9 Nothing leads to b. No trigger on another screen opens it, so nobody will ever see it.',
        '19:8-9 No walk gets to c. Only a and b lead here, and no walk gets to them either.'],
    ],
    fine: [list(good), 'screen a "A" {}\n', 'start a\nscreen a "A" { on "x" push b then push c }\nscreen b "B" {}\nscreen c "C" {}\n'],
  },
  {
    rule: 'name/no-title',
    broken: [
      ['start a\nscreen a {}\n', '2:8-9 a has no title. Its header stays empty, and so does the label beside the header arrow of the next screen.'],
      ['start a\nscreen a "  " {}\n', '2:8-9 a has no title. Its header stays empty, and so does the label beside the header arrow of the next screen.'],
      ['start a\nscreen a\n', '2:8-9 a has no title. Its header stays empty, and so does the label beside the header arrow of the next screen.'],
    ],
    fine: [list(good), 'start a\nscreen a "{name}" {}\n'],
  },
])('$rule', ({ rule, broken, fine }) => {
  test.each(broken)('finds: %#', (text, ...messages) => {
    expect(found(rule, text)).toEqual(messages);
  });
  test.each(fine)('leaves alone: %#', (text) => {
    expect(found(rule, text)).toEqual([]);
  });
});

test('the example of every rule breaks that rule alone, and put right has no findings', () => {
  for (const rule of catalogue) {
    expect([...new Set(check(rule.wrong).findings.map((finding) => finding.rule))], rule.id).toContain(rule.id);
    expect(check(rule.right).findings, rule.id).toEqual([]);
  }
});

test('the demo has mistakes of six kinds, and no others', () => {
  expect(check(demo).findings.map((finding) => finding.rule).sort()).toEqual([
    'plan/unknown-name', 'reach/stranded', 'supply/fixed-id', 'supply/may-be-absent', 'supply/missing', 'supply/wrong-type',
  ]);
});

describe('fixes', () => {
  const errors = (text: string): number => check(text).findings.filter((finding) => finding.severity === 'error').length;
  const key = (finding: { rule: string; summary: Parameters<typeof plain>[0] }): string => `${finding.rule} ${plain(finding.summary)}`;

  /** Every fix leaves a plan that reads, in which its finding is gone; and no error has come. */
  function everyFixHolds(text: string): void {
    const before = check(text);
    const syntax = before.plan.tree.problems.length;
    const count = errors(text);
    for (const finding of before.findings) {
      for (const fix of finding.fixes) {
        const after = applyEdits(text, fix.edits);
        const result = check(after);
        const about = `${key(finding)}\n${fix.label}\n--- before\n${text}\n--- after\n${after}`;
        expect(result.plan.tree.problems.length, about).toBeLessThanOrEqual(syntax);
        const same = (findings: readonly typeof finding[]): number => findings.filter((one) => key(one) === key(finding)).length;
        expect(same(result.findings), about).toBeLessThan(same(before.findings));
        // A name that could not be read hid whatever else was wrong with its statement: reading it may uncover that.
        if (!finding.rule.startsWith('plan/')) expect(errors(after), about).toBeLessThanOrEqual(count);
      }
    }
  }

  test('of the demo', () => everyFixHolds(demo));

  test('of random plans', () => {
    fc.assert(fc.property(planArbitrary(4), everyFixHolds), runs(300));
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
