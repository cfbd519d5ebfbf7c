/** Every reader of plans answers about any text, within its promised limits. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { complete } from '../../src/core/assist/complete';
import { describe as describeAt } from '../../src/core/assist/describe';
import { outline } from '../../src/core/assist/outline';
import { check } from '../../src/core/check';
import { format } from '../../src/core/language/format';
import { parse } from '../../src/core/language/parse';
import { storable, unstorableIn } from '../../src/core/language/storable';
import { maximumDepth } from '../../src/core/base/limits';
import { toModel } from '../../src/core/model/to-model';
import { writePlan } from '../../src/core/model/write-plan';
import { detail } from '../../src/core/report/detail';
import { jsonReport } from '../../src/core/report/json';
import { linksCard } from '../../src/core/report/links-card';
import { marginNotes } from '../../src/core/report/margin';
import { overview } from '../../src/core/report/overview';
import { sarifReport } from '../../src/core/report/sarif';
import { junitReport } from '../../src/core/report/junit';
import { Source } from '../../src/core/report/source';
import { supplyTable } from '../../src/core/report/supply-table';
import { walkCard } from '../../src/core/report/walk-card';
import { asModel, isMisfit } from '../../src/wire/model';
import { NoPlan, textOfBytes } from '../../src/wire/plan-file';
import { mutant } from './mutants';
import { forAll } from './property';

/** Asks of a text all that can be asked of one. */
function askAll(text: string, offset: number): void {
  const checked = check(text);
  const source = new Source('a.andante', {
    text,
    pieces: [{ file: 'a.andante', from: 0, to: text.length, at: 0 }],
    files: new Map([['a.andante', text]]),
  });
  marginNotes(checked);
  jsonReport(checked, source, '0');
  sarifReport([{ check: checked, source }], '0');
  junitReport([{ check: checked, source }], () => true);
  overview(checked);
  supplyTable(checked);
  linksCard(checked, { urls: '/s0\n/huts/12?season=winter\nrandom:/s1' }, null);
  walkCard(checked, { steps: 'tap "T0" back', taken: 2, typed: {} }, null);
  // Some of its screens are enough: there are many plans.
  for (const { label } of checked.plan.screens.slice(offset % 2, (offset % 2) + 2)) detail(checked, label);
  complete(checked, offset);
  describeAt(checked, offset);
  outline(checked.plan);
  format(text);
  parse(writePlan(toModel(checked.plan)));
}

test('of a mutated plan everything is answered', () => {
  forAll(
    fc.property(mutant, fc.nat(), (text, at) => askAll(text, at % (text.length + 1))),
    250,
  );
});

test.each([
  ['two links without a pattern', 'screen i link\nscreen i link'],
  ['an empty link in two bodies', 'start a\nscreen a "A" { link }\nscreen b "B" { link under a }\n'],
  ['nothing', ''],
  ['a NUL', 'start a\nscreen a "A\0"\n'],
])('of %s everything is answered', (_what, text) => {
  for (let at = 0; at <= text.length; at++) askAll(text, at);
});

test('elses that lead to one another ten thousand times overflow nothing', () => {
  const screens = Array.from(
    { length: 10_000 },
    (_none, index) => `screen s${index} "S${index}" { needs "q${index}" else push s${index + 1} }\n`,
  );
  const { reach, findings } = check(`start s0\n${screens.join('')}screen s10000 "Last"\n`);
  expect(reach.variants[0]!.verdicts[10_000]!.reachable).not.toBe('no');
  expect(findings.map(({ rule }) => rule)).not.toContain('plan/syntax');
});

describe('a statement that nests too deep is one finding', () => {
  const on = (condition: string): string =>
    `start a\nflag f\nscreen a "A" {\n  on "Go" when ${condition} push b\n  on "On" push b\n}\nscreen b "B"\n`;
  test.each([
    ['parentheses', (depth: number) => on(`${'('.repeat(depth)}f${')'.repeat(depth)}`)],
    ['not', (depth: number) => on(`${'not '.repeat(depth)}f`)],
    [
      'or between texts',
      (depth: number) => on(Array.from({ length: depth }, (_none, index) => `"c${index}"`).join(' or ')),
    ],
    ['and between flags', (depth: number) => on(Array.from({ length: depth }, () => 'f').join(' and '))],
    [
      'or behind resume',
      (depth: number) => `start a\nscreen a "A" {\n  on "Go" ${'resume or '.repeat(depth)}back\n}\n`,
    ],
    ['list of', (depth: number) => `start a\nscreen a "A" {\n  has all: ${'list of '.repeat(depth)}int\n}\n`],
  ])('%s', (_what, text) => {
    const problems = (depth: number): string[] => check(text(depth)).plan.tree.problems.map(({ message }) => message);
    expect(problems(maximumDepth - 10)).toEqual([]);
    for (const depth of [maximumDepth + 10, 20_000])
      expect(problems(depth)).toEqual([expect.stringContaining(`nest ${maximumDepth} levels deep`)]);
    askAll(text(20_000), 40);
  });

  test('of JSON, too', () => {
    let condition: unknown = { flag: 'f' };
    for (let depth = 0; depth < 2000; depth++) condition = { not: condition };
    const model = { screens: [{ name: 'a', on: [{ trigger: 'Go', branches: [{ when: condition, steps: [] }] }] }] };
    const misfit = asModel(model);
    expect(isMisfit(misfit) && misfit[0]!.message).toContain('nests deeper');
  });
});

describe('characters that no plan can hold', () => {
  test.each([
    ['a\nb\0c', 'Line 2, column 2 holds a NUL (U+0000), which no plan can hold.'],
    ['\ud83c', 'Line 1, column 1 holds half of a surrogate pair (U+D83C), which no plan can hold.'],
    ['ab\udfd4c', 'Line 1, column 3 holds half of a surrogate pair (U+DFD4), which no plan can hold.'],
    ['a hut 🏔 and a tab\t', null],
  ])('%j', (text, said) => {
    expect(unstorableIn(text)).toBe(said);
    expect(unstorableIn(storable(text))).toBeNull();
  });

  test('a file with a NUL is refused with a sentence', () => {
    expect(() => textOfBytes('huts.andante', new TextEncoder().encode('start a\0'))).toThrow(
      new NoPlan('huts.andante is no plan. Line 1, column 8 holds a NUL (U+0000), which no plan can hold.'),
    );
  });
});
