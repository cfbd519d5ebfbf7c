import dedent from 'dedent';
import { describe, expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { toModel } from '../../src/core/model/to-model';
import { resolve } from '../../src/core/plan/resolve';

/** The declared part of the model, and the problems. */
function read(text: string, part: keyof ReturnType<typeof toModel>): { declared: unknown; problems: string[] } {
  const tree = parse(text);
  return {
    declared: toModel(resolve(tree))[part],
    problems: tree.problems.map((problem) => `${text.slice(problem.from, problem.to)}: ${problem.message}`),
  };
}

describe('what a declaration outside of screens means', () => {
  const call = (screen: string, ...given: { name: string; value: unknown }[]) => ({ screen, arguments: given });
  test.each<[text: string, part: Parameters<typeof read>[1], declared: unknown]>([
    ['variants a, b\nvariants c', 'variants', ['a', 'b', 'c']],
    ['motion slide', 'motion', 'slide'],
    ['back leaves', 'backLeaves', true],
    ['screen a { on "x" back }', 'backLeaves', false],
    [
      'flag a\nflag b: Tier = gold\nflag c = true',
      'flags',
      [
        { name: 'a' },
        { name: 'b', choice: 'Tier', initial: { path: ['gold'] } },
        { name: 'c', initial: { bool: true } },
      ],
    ],
    [
      '## The bar.\ntabs only a, b { "One" one icon star\n  "Two" m.two(x: 1) }',
      'tabs',
      [
        {
          only: ['a', 'b'],
          items: [
            { label: 'One', ...call('one'), icon: 'star' },
            { label: 'Two', ...call('m.two', { name: 'x', value: { number: '1' } }) },
          ],
        },
      ],
    ],
    [
      'menu "M" on a, m.b only v { "One" push a icon star\n "Two" when f back otherwise close motion none }',
      'menus',
      [
        {
          title: 'M',
          only: ['v'],
          on: ['a', 'm.b'],
          items: [
            { label: 'One', branches: [{ steps: [{ do: 'push', ...call('a') }] }], icon: 'star' },
            {
              label: 'Two',
              branches: [
                { when: { flag: 'f' }, steps: [{ do: 'back' }] },
                { steps: [{ do: 'close' }], motion: 'none' },
              ],
            },
          ],
        },
      ],
    ],
    [
      'menu "M" on all {}\nmenu "N" on roots {}\nmenu "O" {}',
      'menus',
      [
        { title: 'M', on: 'all', items: [] },
        { title: 'N', on: 'roots', items: [] },
        { title: 'O', items: [] },
      ],
    ],
    [
      'entry share "S" only v opens /huts/12?a=b',
      'entries',
      [{ door: 'share', label: 'S', only: ['v'], opens: { url: '/huts/12?a=b' } }],
    ],
    [
      'entry page "P" opens https://huts.example/',
      'entries',
      [{ door: 'page', label: 'P', opens: { url: 'https://huts.example/' } }],
    ],
    [
      'entry widget "W" opens stay(id: "s-1")',
      'entries',
      [{ door: 'widget', label: 'W', opens: call('stay', { name: 'id', value: { text: 's-1' } }) }],
    ],
    [
      dedent`
        rule "R" never a beneath b
        rule "S" never a after m.b
        rule "T" always a beneath b
        rule "U" from a always reach b
      `,
      'rules',
      [
        { title: 'R', claim: 'never beneath', first: 'a', second: 'b' },
        { title: 'S', claim: 'never after', first: 'a', second: 'm.b' },
        { title: 'T', claim: 'always beneath', first: 'a', second: 'b' },
        { title: 'U', claim: 'always reach', first: 'a', second: 'b' },
      ],
    ],
    [
      'walk "W" { tap "A" with x = 1, y = "t" if "open"  tap "B" unless "late" if "x" tab "T"  menu "M" if "y"  back  open /a/b  open "E" unless "z"  set f = true  expect a beneath m.b }',
      'walks',
      [
        {
          title: 'W',
          steps: [
            {
              do: 'tap',
              label: 'A',
              with: [
                { name: 'x', value: { number: '1' } },
                { name: 'y', value: { text: 't' } },
              ],
              if: ['open'],
            },
            { do: 'tap', label: 'B', with: [], if: ['x'], unless: ['late'] },
            { do: 'tab', label: 'T' },
            { do: 'menu', label: 'M', if: ['y'] },
            { do: 'back' },
            { do: 'open', url: '/a/b' },
            { do: 'open', entry: 'E', unless: ['z'] },
            { do: 'set', flag: 'f', value: { bool: true } },
            { do: 'expect', screen: 'a', beneath: 'm.b' },
          ],
        },
      ],
    ],
    [
      dedent`
        accept name/no-title on m.a because "x"
        accept plan/no-start because "y"
        accept menu/same-target on "Side drawer" because "z"
      `,
      'accepts',
      [
        { rule: 'name/no-title', on: 'm.a', because: 'x' },
        { rule: 'plan/no-start', because: 'y' },
        { rule: 'menu/same-target', on: 'Side drawer', because: 'z' },
      ],
    ],
  ])('%j', (text, part, declared) => expect(read(text, part)).toEqual({ declared, problems: [] }));
});

describe('reports a declaration that cannot be read, and reads the rest', () => {
  test.each<[text: string, problem: string]>([
    ['variants', 'variants: The name of a variant should stand after variants.'],
    ['motion', 'motion: How screens come in, such as slide or none, should stand after motion.'],
    ['include other', 'other: The name of a file in quotation marks should stand here, not other.'],
    ['flag', 'flag: The flag’s name should stand after flag.'],
    ['flag a:', ':: The choice that the flag is one of should stand after “:”.'],
    ['tabs', 'tabs: An opening brace and the items should stand after tabs.'],
    ['tabs { 1 one }', '1: A tab’s label in quotation marks should stand here, not 1.'],
    ['tabs { "One" }', '"One": A screen’s name should stand after "One".'],
    ['tabs {\n  "One" one\n', '{: This bar of tabs has no closing brace.'],
    ['menu on all { "One" back }', 'on: The menu’s title in quotation marks should stand here, not on.'],
    [
      'menu "M" { "One" }',
      '"One": A step (push, replace, present, close, back, reset, switch, sets, resume, leave) should stand after "One".',
    ],
    [
      'entry "E" opens a',
      '"E": The kind of entry (shortcut, widget, notification, share, page) should stand here, not "E".',
    ],
    [
      'entry wiget "E" opens a',
      'wiget: wiget is none of shortcut, widget, notification, share, page. Did you mean widget?',
    ],
    ['entry widget opens a', 'opens: The entry’s label in quotation marks should stand here, not opens.'],
    ['entry widget "E" a', 'a: The word opens and a URL or a screen should stand here, not a.'],
    ['rule never a beneath b', 'never: The rule’s title in quotation marks should stand here, not never.'],
    [
      'rule "R" a beneath b',
      'a: What is to hold (never A beneath B, never A after B, always A beneath B, from A always reach B) should stand here, not a.',
    ],
    ['rule "R" never a above b', 'above: The word beneath or after should stand here, not above.'],
    ['rule "R" from a never b', 'never: The words always reach should stand here, not never.'],
    ['walk { back }', '{: The walk’s title in quotation marks should stand here, not “{”.'],
    ['walk "W" { tup "A" }', 'tup: tup begins nothing in a walk. Did you mean tap?'],
    ['walk "W" { tap }', 'tap: The trigger’s name in quotation marks should stand after tap.'],
    ['walk "W" { tap "A" with x }', 'x: “=” and the value of x should stand after x.'],
    ['walk "W" { open here }', 'here: A URL, or the label of an entry in quotation marks should stand here, not here.'],
    ['walk "W" { expect }', 'expect: A screen’s name should stand after expect.'],
    ['accept', 'accept: A rule’s id, such as name/same-title, should stand after accept.'],
    ['accept name/style on a', 'a: The word because and the reason should stand after a.'],
    ['screen z "Z" as sheat {}', 'sheat: sheat is none of sheet, dialog. Did you mean sheet?'],
  ])('%j', (text, problem) => {
    const { declared, problems } = read(`${text}\nscreen last "Last" {}\n`, 'screens');
    expect(problems[0]).toBe(problem);
    expect((declared as { name: string }[]).at(-1)!.name).toBe('last');
  });
});
