import dedent from 'dedent';
import fc from 'fast-check';
import { describe, expect, inject, test } from 'vitest';
import { check } from '../../src/core/check';
import { applyEdits } from '../../src/core/language/edits';
import { format } from '../../src/core/language/format';
import { IncrementalParser } from '../../src/core/language/incremental';
import { parse } from '../../src/core/language/parse';
import { visit } from '../../src/core/language/parts';
import type { TextRange } from '../../src/core/language/range';
import { statements } from '../../src/core/language/syntax';
import { tokenize } from '../../src/core/language/tokens';
import { demo } from '../demo';
import { grammarPlan } from './grammar-plans';
import { planText } from './plan-text';
import { planArbitrary } from './plans';
import { forAll } from './property';

/** A tree without its places, to compare the meaning of two texts. */
const meaning = (text: string): unknown =>
  JSON.parse(
    JSON.stringify(parse(text).declarations, (key, value: unknown) =>
      key === 'from' || key === 'to' ? undefined : value,
    ),
  );

const screens = (text: string): string[] => check(text).plan.screens.map((screen) => screen.label);
const problems = (text: string): string[] => parse(text).problems.map((problem) => problem.message);

describe('reading', () => {
  test('the demo reads, and every statement has the range of its own words', () => {
    const tree = parse(demo);
    expect(tree.problems).toEqual([]);
    const heads = [...statements(tree)].map((node) => demo.slice(node.from, node.to).split(/\s/)[0]);
    expect(new Set(heads)).toEqual(
      new Set([
        'variants',
        'motion',
        'flag',
        'tabs',
        'menu',
        'event',
        '"Explore"',
        '"My',
        '"Help"',
        '"About"',
        'entry',
        'needs',
        'rule',
        'walk',
        'tap',
        'expect',
        'accept',
        'app',
        'origin',
        'start',
        'id',
        'choice',
        'record',
        'module',
        'screen',
        'private',
        'takes',
        'has',
        'returns',
        'on',
        'link',
      ]),
    );
  });

  test('keywords are names where a name stands', () => {
    const text = planText`
      app "A"
      start link
      record R { on: text, takes: int }
      screen link "L" {
        takes start: text?,
              screen: int?
        has on: R, module: date
        on "Go on" replace link(start: on.on)
      }
    `;
    expect(problems(text)).toEqual([]);
    expect(check(text).findings).toEqual([]);
  });

  test('doc comments stay with what follows them', () => {
    const [app, screen] = parse(
      '## What it is.\n## In two lines.\napp "A"\n# no doc\n## One.\nscreen a {}',
    ).declarations;
    expect(app).toMatchObject({ kind: 'app', doc: 'What it is.\nIn two lines.' });
    expect(screen).toMatchObject({ kind: 'screen', doc: 'One.' });
  });

  test('`list of T?` is a list that may be absent', () => {
    const [screen] = check('start a\nscreen a "A" { has rows: list of text? }').plan.screens;
    expect(screen!.holds[0]!.type).toEqual({
      kind: 'optional',
      of: { kind: 'list', of: { kind: 'base', name: 'text' } },
    });
  });
});

describe('recovery: one mistake gives its own finding and leaves the rest', () => {
  const whole = `app "A"
start a
module m {
  screen a "A" {
    on "b" push b
  }
  screen b "B" {
    on "c" push c
  }
}
module n {
  screen c "C" {
    on "x" back
  }
}
`;
  const cases: [name: string, change: (text: string) => string, message: RegExp, screens?: string[]][] = [
    [
      'a closing brace of a screen is missing',
      (text) => text.replace('push b\n  }', 'push b'),
      /^The screen a has no closing brace\.$/,
    ],
    [
      'the closing brace of a module’s last screen is missing',
      (text) => text.replace('push c\n  }', 'push c'),
      /^The screen b has no closing brace\.$/,
    ],
    [
      'the closing brace of a module is missing',
      (text) => text.replace('}\n}\nmodule n', '}\nmodule n'),
      /^The module m has no closing brace\.$/,
    ],
    [
      'an opening brace of a screen is missing',
      (text) => text.replace('"A" {', '"A"'),
      /^The screen a has no opening brace\.$/,
    ],
    [
      'an opening brace of a module is missing',
      (text) => text.replace('module m {', 'module m'),
      /^The module m has no opening brace\.$/,
    ],
    ['a brace too many', (text) => text.replace('push b\n  }', 'push b\n    }\n  }'), /^This brace closes nothing\.$/],
    ['a half-typed trigger', (text) => text.replace('on "b" push b', 'on "b'), /no closing quotation mark/],
    ['a half-typed step', (text) => text.replace('push c', 'push'), /^A screen’s name should stand after push\.$/],
    ['a step left out', (text) => text.replace('on "c" push c', 'on "c"'), /^A step \(.*\) should stand after "c"\.$/],
    ['a misspelt step', (text) => text.replace('push b', 'psuh b'), /^psuh is no step\. Did you mean push\?$/],
    [
      'a misspelt statement',
      (text) => text.replace('on "b"', 'no "b"'),
      /^no begins nothing in a screen\. Did you mean on\?$/,
    ],
    [
      'an open list of arguments',
      (text) => text.replace('push b', 'push b(x: y'),
      /^This list of arguments has no closing parenthesis\.$/,
    ],
    ['a character from nowhere', (text) => text.replace('on "b"', '% on "b"'), /^“%” begins nothing in a screen/],
  ];
  test.each(cases)('%s', (_name, change, message) => {
    const text = change(whole);
    expect(text).not.toBe(whole);
    const found = problems(text);
    expect(found[0]).toMatch(message);
    expect(new Set(found).size, found.join('\n')).toBeLessThanOrEqual(2);
    expect(screens(text)).toEqual(['a', 'b', 'c']);
    expect(check(text).plan.screens[2]!.module!.name).toBe('n');
  });

  test('any prefix of the demo, and any text with a hole in it, is read without throwing and with every range inside', () => {
    const inside = (text: string): void => {
      const result = check(text);
      const places = [
        ...result.plan.tree.problems,
        ...result.findings.map((finding) => finding.range),
        ...statements(result.plan.tree),
      ];
      for (const { from, to } of places)
        expect(from >= 0 && from <= to && to <= text.length, `${from}-${to} of ${text.length}`).toBe(true);
      for (const finding of result.findings) for (const fix of finding.fixes) applyEdits(text, fix.edits);
    };
    for (let length = inject('freshSeed') % 23; length <= demo.length; length += 23) parse(demo.slice(0, length));
    for (let length = 0; length <= demo.length; length += 526) inside(demo.slice(0, length));
    forAll(
      fc.property(
        fc.nat(demo.length),
        fc.nat(60),
        fc.string({ maxLength: 8, unit: fc.constantFrom(...'{}()":,.?=#-/ \nab1é') }),
        (at, gap, insert) => {
          inside(demo.slice(0, at) + insert + demo.slice(at + gap));
        },
      ),
      8,
    );
    forAll(fc.property(fc.string({ unit: 'binary', maxLength: 200 }), inside), 40);
  });

  test.each([
    ['in one screen', `screen a {\n${'  on "x" psuh b\n'.repeat(2000)}}\n`],
    ['in blocks that are never closed', 'scren a {{ on push ( }\n'.repeat(2000)],
    ['of strange characters', '%\n'.repeat(2000)],
  ])('two thousand syntax errors %s are all found', (_where, text) => {
    const { findings } = check(text);
    expect(findings.filter((finding) => finding.rule === 'plan/syntax').length).toBeGreaterThanOrEqual(2000);
  });

  test('a misspelt statement with a block of its own is skipped whole', () => {
    expect(
      problems(planText`
      scren a "A" {
        on "x" push b
      }
      screen b "B" {
        on "y" back
      }
    `),
    ).toEqual(['scren begins nothing outside a screen. Did you mean screen?']);
    expect(
      screens(planText`
      module m {
        scren a "A" {
          on "x" push b
        }
        screen b "B" {
        }
      }
    `),
    ).toEqual(['b']);
  });
});

/** Any kind of plan that reads without a problem. */
const wholePlan = fc.oneof(fc.constant(demo), grammarPlan('none'), grammarPlan('tabs'));

test('going through a tree comes to every node once, and each stands within the one that holds it', () => {
  const isNode = (value: unknown): value is TextRange => typeof value === 'object' && value !== null && 'from' in value;
  const nodesIn = (value: unknown, within: TextRange): TextRange[] => {
    if (Array.isArray(value)) return value.flatMap((item) => nodesIn(item, within));
    if (!isNode(value)) return [];
    if (value.from < within.from || value.to > within.to)
      throw new Error(`${JSON.stringify(value)} is not within ${JSON.stringify(within)}`);
    return [value, ...Object.values(value).flatMap((part) => nodesIn(part, value))];
  };
  forAll(
    fc.property(wholePlan, (text) => {
      const { declarations, problems } = parse(text);
      expect(problems).toEqual([]);
      const visited: TextRange[] = [];
      for (const declaration of declarations) visit(declaration, 'declaration', (node) => visited.push(node));
      const all = nodesIn(declarations, { from: 0, to: text.length });
      expect(visited).toHaveLength(all.length);
      expect(new Set(visited)).toEqual(new Set(all));
    }),
    100,
  );
});

describe('parsing again after an edit', () => {
  test('gives what parsing anew gives, edit after edit', () => {
    const edit = fc.record({
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      gap: fc.oneof({ weight: 4, arbitrary: fc.nat(3) }, { weight: 1, arbitrary: fc.nat(400) }),
      insert: fc.oneof(
        fc.constantFrom(
          '',
          'x',
          '\n',
          '{',
          '}',
          ' ',
          '"',
          '## doc\n',
          '/* ',
          ' */',
          '# ',
          'screen z "Z" {\n  }\n',
          '  }\n',
          'on "x" push hut\n',
        ),
        fc.string({ maxLength: 4 }),
      ),
    });
    forAll(
      fc.property(wholePlan, fc.array(edit, { minLength: 1, maxLength: 8 }), (written, edits) => {
        const parser = new IncrementalParser();
        let text = written;
        parser.parse(text);
        for (const { at, gap, insert } of edits) {
          const from = Math.floor(at * text.length);
          text = text.slice(0, from) + insert + text.slice(from + gap);
          expect(parser.parse(text)).toEqual(parse(text));
        }
      }),
      100,
    );
  });

  test('takes over what has not changed', () => {
    const parser = new IncrementalParser();
    const screens = (tree: ReturnType<typeof parse>): unknown[] =>
      tree.declarations.flatMap((node) =>
        node.kind === 'module' ? node.body!.items.filter(({ kind }) => kind === 'screen') : [],
      );
    const before = screens(parser.parse(demo));
    const after = screens(parser.parse(demo.replace('push reveiws', 'push reviews2')));
    expect(after.filter((screen) => !before.includes(screen))).toHaveLength(1);
  });
});

describe('laying out', () => {
  test('indents by braces, one statement a line, comments where they were', () => {
    const text = planText`
      app   "A"



      start a
      module m by "T"{ # whose
      screen a "A"{
      # first
      takes x:int=1 ,y : text ?
      on "b"   push b( x :y )
             then back # and home
      }
      screen b "B" { on "c" back }}
    `;
    expect(format(text)).toBe(`app "A"

start a
module m by "T" { # whose
  screen a "A" {
    # first
    takes x: int = 1, y: text?
    on "b" push b(x: y)
        then back # and home
  }
  screen b "B" { on "c" back }
}
`);
  });

  test.each([
    ['', ''],
    ['\n\n# only a comment\n\n\n', '# only a comment\n'],
    [
      'app "A" start a screen a "A" {on "x" back takes n:int}',
      'app "A"\nstart a\nscreen a "A" { on "x" back takes n: int }\n',
    ],
    [
      dedent`
      screen a "A"{


      on "x" back


      on "y" back

      }
    `,
      'screen a "A" {\n  on "x" back\n\n  on "y" back\n}\n',
    ],
    [
      'record Hut {\nid:HutId,\n    name : text }\nid HutId:int',
      'record Hut {\n  id: HutId,\n  name: text\n}\nid HutId: int\n',
    ],
    ['choice C{a,b ,c}', 'choice C { a, b, c }\n'],
    ['choice C {}', 'choice C {}\n'],
    ['screen a "A" {\n\ttakes n: int,\n\tm: int\n}', 'screen a "A" {\n  takes n: int,\n      m: int\n}\n'],
    [
      'screen a "A" {\n      # why\n on "x" push  m . b ( c : d . e )\n}',
      'screen a "A" {\n  # why\n  on "x" push m.b(c: d.e)\n}\n',
    ],
    ['screen a "A" {}   # end  \nscreen b "B"', 'screen a "A" {}   # end\nscreen b "B"\n'],
    ['##  doc  \nscreen a "A"', '##  doc\nscreen a "A"\n'],
    ['module m by "T" { screen a "A" }', 'module m by "T" { screen a "A" }\n'],
    ['module m {\nprivate   screen a "A"\n}\n', 'module m {\n  private screen a "A"\n}\n'],
    ['screen a "A" {\r\n  link   /a/{b}   under  b ,c\r\n}\r\n', 'screen a "A" {\n  link /a/{b} under b, c\n}\n'],
  ])('of %j', (text, laidOut) => {
    expect(format(text)).toBe(laidOut);
    expect(format(laidOut)).toBe(laidOut);
  });

  test('the demo is laid out, and what does not read is left alone', () => {
    expect(format(demo)).toBe(demo);
    expect(format('screen a {')).toBeNull();
  });

  test('a plan that was laid out means the same, keeps its comments, and stays as it is', () => {
    forAll(
      fc.property(planArbitrary(), (text) => {
        const once = format(text);
        expect(once, text).not.toBeNull();
        expect(meaning(once!)).toEqual(meaning(text));
        const comments = (source: string): string[] =>
          tokenize(source)
            .filter(({ kind }) => kind === 'comment' || kind === 'doc')
            .map(({ text: words, first }) => `${first} ${words.trim()}`);
        expect(comments(once!)).toEqual(comments(text));
        expect(format(once!)).toBe(once);
      }),
      200,
    );
  });
});

describe('text edits', () => {
  test('apply together, each at its place in the old text', () => {
    expect(
      applyEdits('abcdef', [
        { from: 4, to: 5, insert: 'E' },
        { from: 0, to: 0, insert: '<' },
        { from: 1, to: 3, insert: '' },
      ]),
    ).toBe('<adEf');
    expect(
      applyEdits('ab', [
        { from: 1, to: 1, insert: '1' },
        { from: 1, to: 1, insert: '2' },
      ]),
    ).toBe('a12b');
  });

  test('refuse to overlap or to leave the text', () => {
    expect(() =>
      applyEdits('abc', [
        { from: 0, to: 2, insert: '' },
        { from: 1, to: 3, insert: '' },
      ]),
    ).toThrow(RangeError);
    expect(() => applyEdits('abc', [{ from: 2, to: 4, insert: '' }])).toThrow(RangeError);
  });
});
