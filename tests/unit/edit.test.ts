import { describe, expect, test } from 'vitest';
import { check, type Check } from '../../src/core/check';
import { addArguments, makeOptional, removeArgument, writeArgument } from '../../src/core/edit/arguments';
import { appendToScreen, prependToScreen } from '../../src/core/edit/body';
import { createScreen, setStart } from '../../src/core/edit/screens';
import { titleOf } from '../../src/core/language/title';
import { addTransition, freeName } from '../../src/core/edit/transitions';
import { applyEdits, type TextEdit } from '../../src/core/language/edits';
import type { Call, Screen } from '../../src/core/plan/model';
import { planText } from './plan-text';

const screenOf = (result: Check, label: string): Screen =>
  result.plan.screens.find((screen) => screen.label === label)!;

/** The first call on the screen `a`. */
function callOf(result: Check): Call {
  const step = screenOf(result, 'a').transitions[0]!.branches[0]!.steps[0]!;
  if (!('call' in step) || !step.call) throw new Error('there is no call');
  return step.call;
}

/** A text after an edit that was computed on it. */
const edited = (text: string, edit: (result: Check) => TextEdit | readonly TextEdit[]): string =>
  applyEdits(text, [edit(check(text))].flat());

describe('arguments', () => {
  const line = (list: string): string =>
    `start a\nscreen a "A" { on "x" push b${list} }\nscreen b "B" { takes x: int?, y: int?, z: int? }\n`;

  test.each([
    ['', '(x: v)'],
    ['()', '(x: v)'],
    ['(y: 1)', '(y: 1, x: v)'],
    ['(y: 1, z: 2)', '(y: 1, z: 2, x: v)'],
    ['( y: 1 )', '( y: 1, x: v )'],
  ])('one is added to %s', (before, after) => {
    expect(edited(line(before), (result) => addArguments(callOf(result), [['x', 'v']]))).toBe(line(after));
  });

  test.each([
    ['(x: 1)', 'x', ''],
    ['(x: 1, y: 2)', 'x', '(y: 2)'],
    ['(x: 1, y: 2)', 'y', '(x: 1)'],
    ['(x: 1,  y: 2, z: 3)', 'y', '(x: 1, z: 3)'],
  ])('of %s, %s is taken out', (before, name, after) => {
    expect(
      edited(line(before), (result) => {
        const call = callOf(result);
        return removeArgument(
          call,
          call.arguments.find((argument) => argument.name.text === name)!,
        );
      }),
    ).toBe(line(after));
  });

  test('are short where the value has their name, and can be made optional once', () => {
    expect(writeArgument('x', 'x')).toBe('x');
    expect(writeArgument('x', 'a.x')).toBe('x: a.x');
    const text = 'screen a "A" { takes x: list of int, y: int? }\n';
    const [x, y] = check(text).plan.screens[0]!.parameters;
    expect(applyEdits(text, [makeOptional(x!)!])).toBe('screen a "A" { takes x: list of int?, y: int? }\n');
    expect(makeOptional(y!)).toBeNull();
  });
});

describe('a line in a body', () => {
  const append = (text: string): string =>
    edited(text, (result) => appendToScreen(text, screenOf(result, 'a').node, ['on "z" back']));
  const prepend = (text: string): string =>
    edited(text, (result) => prependToScreen(text, screenOf(result, 'a').node, 'has n: int'));

  test.each([
    ['on lines of its own', 'screen a "A" {\n  on "x" back\n}\n', 'screen a "A" {\n  on "x" back\n  on "z" back\n}\n'],
    ['on one line', 'screen a "A" { on "x" back }\n', 'screen a "A" { on "x" back on "z" back }\n'],
    ['empty', 'screen a "A" {}\n', 'screen a "A" {\n  on "z" back\n}\n'],
    ['empty, on two lines', 'screen a "A" {\n}\n', 'screen a "A" {\n  on "z" back\n}\n'],
    ['left out', 'screen a "A"\nscreen b "B"\n', 'screen a "A" {\n  on "z" back\n}\nscreen b "B"\n'],
    [
      'in a module',
      'module m {\n  screen a "A" {\n    on "x" back\n  }\n}\n',
      planText`
        module m {
          screen a "A" {
            on "x" back
            on "z" back
          }
        }
      `,
    ],
    [
      'with a comment at the end',
      'screen a "A" {\n  on "x" back\n  # end\n}\n',
      'screen a "A" {\n  on "x" back\n  # end\n  on "z" back\n}\n',
    ],
  ])('at the end of a body %s', (_where, before, after) => expect(append(before)).toBe(after));

  test.each([
    [
      'before the first trigger',
      'screen a "A" {\n  takes x: int\n  on "x" back\n}\n',
      'screen a "A" {\n  takes x: int\n  has n: int\n  on "x" back\n}\n',
    ],
    [
      'before a link',
      'screen a "A" {\n  link /a\n  on "x" back\n}\n',
      'screen a "A" {\n  has n: int\n  link /a\n  on "x" back\n}\n',
    ],
    ['on one line', 'screen a "A" { on "x" back }\n', 'screen a "A" { has n: int on "x" back }\n'],
    [
      'where nothing leads on',
      'screen a "A" {\n  takes x: int\n}\n',
      'screen a "A" {\n  takes x: int\n  has n: int\n}\n',
    ],
  ])('%s', (_where, before, after) => expect(prepend(before)).toBe(after));
});

describe('screens', () => {
  test.each([
    ['giftCard', 'Gift card'],
    ['hut', 'Hut'],
    ['my_stays', 'My stays'],
    ['page2', 'Page2'],
    ['HTTPStatus', 'Http status'],
    ['_', '_'],
  ])('the title of %s is %s', (name, title) => expect(titleOf(name)).toBe(title));

  test('a new one follows another, with arguments, or ends the plan', () => {
    const text = 'module m {\n  screen a "A"\n}\n';
    expect(edited(text, (result) => createScreen(text, 'mapView', screenOf(result, 'a'), [{ name: 'x', type: 'int' }])))
      .toBe(planText`
      module m {
        screen a "A"

        screen mapView "Map view" {
          takes x: int
        }
      }
    `);
    expect(applyEdits('', [createScreen('', 'a', null, [])])).toBe('screen a "A" {\n}\n');
  });

  test.each([
    ['app "A"\nstart b\nscreen a "A"\n', 'app "A"\nstart a\nscreen a "A"\n'],
    ['app "A"\norigin https://a.example\nscreen a "A"\n', 'app "A"\norigin https://a.example\nstart a\nscreen a "A"\n'],
    ['# top\nscreen a "A"\n', '# top\nstart a\n\nscreen a "A"\n'],
  ])('the start is set: %#', (before, after) => {
    expect(edited(before, (result) => setStart(result.plan, screenOf(result, 'a')))).toBe(after);
  });
});

describe('a new transition', () => {
  const head = 'start a\nid HutId: int\nrecord Hut { id: HutId }\n';
  const add = (text: string): string =>
    edited(text, (result) => addTransition(text, result.plan, screenOf(result, 'a'), screenOf(result, 'b')).edits);

  test.each([
    [
      'with the target’s title',
      'screen a "A"\nscreen b "The map"\n',
      'screen a "A" {\n  on "The map" push b\n}\nscreen b "The map"\n',
    ],
    [
      'with a title of its own where the target’s shows values',
      'screen a "A"\nscreen b "{x}"\n',
      'screen a "A" {\n  on "B" push b\n}\nscreen b "{x}"\n',
    ],
    [
      'with the likely value',
      'screen a "A" {\n  has hut: Hut\n}\nscreen b "B" { takes hutId: HutId, n: int? }\n',
      planText`
        screen a "A" {
          has hut: Hut
          on "B" push b(hutId: hut.id)
        }
        screen b "B" { takes hutId: HutId, n: int? }
      `,
    ],
    [
      'holding what is lacking',
      'screen a "A" {\n  has beds: int\n}\nscreen b "B" { takes amount: int }\n',
      planText`
        screen a "A" {
          has beds: int
          has amount: int
          on "B" push b(amount)
        }
        screen b "B" { takes amount: int }
      `,
    ],
    [
      'under another name where its own is taken',
      'screen a "A" {\n  has amount: text\n}\nscreen b "B" { takes amount: int }\n',
      planText`
        screen a "A" {
          has amount: text
          has bAmount: int
          on "B" push b(amount: bAmount)
        }
        screen b "B" { takes amount: int }
      `,
    ],
  ])('%s', (_how, before, after) => {
    expect(add(head + before)).toBe(head + after);
    expect(check(head + after).findings.filter((finding) => finding.severity === 'error')).toEqual([]);
  });

  test('free names', () => {
    expect(freeName('x', 'b', new Set())).toBe('x');
    expect(freeName('x', 'b', new Set(['x']))).toBe('bX');
    expect(freeName('x', 'b', new Set(['x', 'bX', 'bX2']))).toBe('bX3');
  });
});
