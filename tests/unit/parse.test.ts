import { describe, expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import type {
  ArgumentListNode,
  BranchNode,
  ConditionNode,
  MemberNode,
  ScreenReference,
  StepNode,
  TypeNode,
  ValueNode,
} from '../../src/core/language/syntax';
import { resolve } from '../../src/core/plan/resolve';
import { planText } from './plan-text';

// Short forms of trees, so that a table can hold the meaning of a statement.
const value = (node: ValueNode | null): string => {
  if (!node) return '-';
  if (node.kind === 'path') return node.names.map((name) => name.text).join('/');
  return `${node.kind} ${node.kind === 'number' ? node.text : node.value}`;
};
const type = (node: TypeNode | null): string =>
  !node ? '-' : node.kind === 'named' ? node.name.text : `${node.kind}(${type(node.of)})`;
const reference = (node: ScreenReference | null): string =>
  node ? `${node.module ? `${node.module.text}/` : ''}${node.name.text}` : '-';
const list = (node: ArgumentListNode | null): string =>
  node ? `[${node.items.map((item) => `${item.name.text}=${value(item.value)}`).join(' ')}]` : '';
const step = (node: StepNode): string => {
  switch (node.kind) {
    case 'back':
    case 'close':
      return `${node.kind}${node.with ? ` with ${value(node.with)}` : ''}`;
    case 'back to':
    case 'back past':
      return `${node.kind} ${reference(node.target)}`;
    case 'leave':
      return `leave ${node.what?.value ?? '-'}`;
    case 'sets':
      return `sets ${node.flag?.text ?? '-'}=${value(node.value)}`;
    case 'resume':
      return `resume${node.or ? ` or ${step(node.or)}` : ''}`;
    default:
      return `${node.kind} ${reference(node.target)}${list(node.list)}${node.gives ? ` gives ${node.gives.text}` : ''}`;
  }
};
const condition = (node: ConditionNode | null): string => {
  if (!node) return '-';
  switch (node.kind) {
    case 'flag':
      return node.name.text;
    case 'is':
      return `${node.name.text}${node.not ? '!' : '='}${value(node.value)}`;
    case 'given':
      return `${node.not ? 'no ' : 'some '}${node.names.map((name) => name.text).join('/')}`;
    case 'maybe':
      return `"${node.text.value}"`;
    case 'not':
      return `not ${condition(node.of)}`;
    default:
      return `(${condition(node.left)} ${node.kind} ${condition(node.right)})`;
  }
};
const branch = (node: BranchNode): string =>
  `${node.condition ? `when ${condition(node.condition)}: ` : ''}${node.steps.map(step).join(', ')}${node.motion ? ` motion ${node.motion.text}` : ''}`;
const member = (node: MemberNode): string => {
  switch (node.kind) {
    case 'takes':
      return `takes ${node.parameters.map((one) => `${one.name.text}:${type(one.type)}=${value(one.initial)}${one.sample ? `~${value(one.sample)}` : ''}`).join(' ')}`;
    case 'has':
      return `has ${node.fields.map((one) => `${one.name.text}:${type(one.type)}`).join(' ')}`;
    case 'returns':
      return `returns ${type(node.type)}`;
    case 'needs':
      return `needs ${condition(node.condition)} else ${node.otherwise.map(step).join(', ')}`;
    case 'link':
      return `link ${node.pattern?.text ?? '-'} under ${node.under?.map((one) => reference(one.target) + list(one.list)).join(' ') ?? 'default'}`;
    case 'on': {
      const only = node.only ? ` only ${node.only.variants.map((name) => name.text).join(' ')}` : '';
      const loop = node.loop ? ` for ${node.loop.variable.text} in ${value(node.loop.list)}` : '';
      return `on ${node.trigger?.value ?? '-'}${only}${loop}: ${node.branches.map(branch).join(' else ')}`;
    }
  }
};

/** The members of a screen with this body, and the problems. */
function read(body: string): { members: string[]; problems: string[] } {
  const tree = parse(`screen a "A" {\n${body}\n}\n`);
  const [screen] = tree.declarations;
  return {
    members: screen?.kind === 'screen' ? screen.body!.items.map(member) : [],
    problems: tree.problems.map((problem) => `${tree.text.slice(problem.from, problem.to)}: ${problem.message}`),
  };
}

describe('what a statement means', () => {
  test.each([
    ['takes a: int', 'takes a:int=-'],
    [
      'takes a: int = 1, b: text? = "x", c: list of list of Hut?',
      'takes a:int=number 1 b:optional(text)=string x c:optional(list(list(Hut)))=-',
    ],
    ['takes a: Season = summer', 'takes a:Season=summer'],
    ['takes a: int,\n  b: int', 'takes a:int=- b:int=-'],
    ['has a: list of text, b: bool?', 'has a:list(text) b:optional(bool)'],
    ['on "x" back', 'on x: back'],
    ['on "x" push b', 'on x: push b'],
    ['on "x" push m.b()', 'on x: push m/b[]'],
    ['returns list of date?', 'returns optional(list(date))'],
    ['on "x" back with a.b then close with 3', 'on x: back with a/b, close with number 3'],
    [
      'on "x" push b(c) gives d then present m.b gives e motion none',
      'on x: push b[c=-] gives d, present m/b gives e motion none',
    ],
    [
      'on "x" push b(a, c: d.e.f, g: -1.5, h: "t", i: true)',
      'on x: push b[a=- c=d/e/f g=number -1.5 h=string t i=bool true]',
    ],
    ['on "x"\n  for row in a.rows\n  replace b', 'on x for row in a/rows: replace b'],
    ['on "x" back then back then reset b(c)', 'on x: back, back, reset b[c=-]'],
    ['on "\\"é\\u00e9" leave "Mail"', 'on "éé: leave Mail'],
    ['link /a/{b}', 'link /a/{b} under default'],
    ['link /a under nothing', 'link /a under '],
    ['link x:/a{?b} under c, m.d(e: 1)', 'link x:/a{?b} under c m/d[e=number 1]'],
    ['takes a: int = 1 sample 2, b: HutId sample 12', 'takes a:int=number 1~number 2 b:HutId=-~number 12'],
    [
      'on "x" present b then close then back to b then back past m.b',
      'on x: present b, close, back to b, back past m/b',
    ],
    [
      'on "x" switch b(c) then sets f = true then sets tier = gold',
      'on x: switch b[c=-], sets f=bool true, sets tier=gold',
    ],
    ['on "x" resume or back', 'on x: resume or back'],
    ['on "x" resume then push b motion slide', 'on x: resume, push b motion slide'],
    ['on "x" when f push b otherwise push c', 'on x: when f: push b else push c'],
    [
      'on "x" when "paid" back motion none otherwise when not f back to b\n  otherwise close',
      'on x: when "paid": back motion none else when not f: back to b else close',
    ],
    [
      'on "x" only phone, tablet for r in rows when a or b and not c push d',
      'on x only phone tablet for r in rows: when (a or (b and not c)): push d',
    ],
    [
      'on "x" when (a or b) and t is gold and t is not old push d',
      'on x: when (((a or b) and t=gold) and t!old): push d',
    ],
    ['on "x" when h.ref is given and s is not given push d', 'on x: when (some h/ref and no s): push d'],
    [
      'needs signedIn else push signIn(a) then sets f = false',
      'needs signedIn else push signIn[a=-], sets f=bool false',
    ],
    ['needs not "locked" else back', 'needs not "locked" else back'],
    [
      'takes takes: int on "on" push on has has: text link /link under link',
      'takes takes:int=-|on on: push on|has has:text|link /link under link',
    ],
  ])('%j', (body, meaning) => {
    expect(read(body)).toEqual({ members: meaning.split('|'), problems: [] });
  });
});

describe('reports a statement that cannot be read, and keeps its readable part', () => {
  test.each([
    ['takes', [], 'takes: The name of an argument should stand after takes.'],
    ['takes a', ['takes a:-=-'], 'a: A colon and the type of a should stand after a.'],
    ['takes a:', ['takes a:-=-'], ':: A type should stand after “:”.'],
    ['takes a: list of', ['takes a:-=-'], 'of: The type of the list’s items should stand after of.'],
    ['takes a: int =', ['takes a:int=-'], '=: A value should stand after “=”.'],
    ['on push b', ['on -: push b'], 'push: The trigger’s name in quotation marks should stand here, not push.'],
    ['on "x" psh b', ['on x: '], 'psh: psh is no step. Did you mean push?'],
    [
      'on "x" push b then',
      ['on x: push b'],
      'then: A step (push, replace, present, close, back, reset, switch, sets, resume, leave) should stand after then.',
    ],
    ['on "x" push m.', ['on x: push m'], '.: The name of a screen in the module should stand after “.”.'],
    ['on "x" push b(c d)', ['on x: push b[c=- d=-]'], 'd: A comma should stand here, not d.'],
    ['on "x" push b(12)', ['on x: push b[]'], '12: Say which argument 12 is for, as in name: 12.'],
    ['on "x" push b(hut.id)', ['on x: push b[]'], 'hut.id: Say which argument hut.id is for, as in name: hut.id.'],
    ['on "x" for row push b', ['on x for row in -: push b'], 'push: The word in should stand here, not push.'],
    [
      'on "x" leave',
      ['on x: leave -'],
      'leave: What the app is left for, in quotation marks, should stand after leave.',
    ],
    ['on "x" back to', ['on x: back to -'], 'to: A screen’s name should stand after to.'],
    [
      'on "x" when push b',
      ['on x: when push: '],
      'b: b is no step. A trigger can push, replace, present, close, back, reset, switch, sets, resume, leave.',
    ],
    ['on "x" when', ['on x: '], 'when: A condition: a flag, or a text in quotation marks, should stand after when.'],
    [
      'on "x" when f',
      ['on x: when f: '],
      'f: A step (push, replace, present, close, back, reset, switch, sets, resume, leave) should stand after f.',
    ],
    [
      'on "x" when f = true push b',
      ['on x: when f=bool true: push b'],
      '=: A condition compares with the word is, as in tier is member; “=” gives a value.',
    ],
    [
      'on "x" when (a or b push c',
      ['on x: when (a or b): push c'],
      'push: A closing parenthesis should stand here, not push.',
    ],
    ['on "x" when a.b push c', ['on x: when a: push c'], 'push: The words is given should stand here, not push.'],
    [
      'on "x" push b otherwise back',
      ['on x: push b else back'],
      'otherwise: This otherwise belongs to no when: the steps before it always happen.',
    ],
    ['on "x" push b as sheet', ['on x: push b'], 'as sheet: Write as sheet behind the title of the screen.'],
    ['on "x" sets f', ['on x: sets f=-'], 'f: “=” and what f becomes should stand after f.'],
    ['on "x" sets', ['on x: sets -=-'], 'sets: The name of a flag should stand after sets.'],
    ['needs f', ['needs f else '], 'f: The word else and what happens instead should stand after f.'],
    ['needs', ['needs - else '], 'needs: A condition: a flag, or a text in quotation marks, should stand after needs.'],
    [
      'link under b',
      ['link - under b'],
      'under: A URL pattern, which begins with a slash or a scheme, should stand here, not under.',
    ],
    [
      'on "a\\x" back',
      ['on a\\x": back'],
      '"a\\x": This text holds an escape that does not exist. Write \\" for a quotation mark and \\\\ for a backslash.',
    ],
    [';', [], ';: “;” begins nothing in a screen. What can stand here: takes, has, returns, needs, on, link.'],
    ['on "x" back;', ['on x: back'], ';: A statement ends with its line, without “;”.'],
  ])('%j', (body, members, problem) => {
    const result = read(`${body}\nhas z: int`);
    expect(result.members.filter((one) => !/^(takes|has|on|link) $/.test(one)).slice(0, -1)).toEqual(members);
    expect(result.members.at(-1)).toBe('has z:int');
    expect(result.problems[0]).toBe(problem);
  });
});

describe('names', () => {
  const targets = (text: string): (string | null)[] =>
    resolve(parse(text)).screens.flatMap((screen) =>
      screen.transitions.flatMap((transition) =>
        transition.branches
          .flatMap((one) => one.steps)
          .map((one) => ('call' in one ? (one.call?.target?.node.title?.value ?? null) : null)),
      ),
    );

  test.each([
    ['a bare name that is unique', 'screen a "A" { on "x" push b }\nmodule m {\n  screen b "MB"\n}\n', ['MB']],
    [
      'a bare name in its own module',
      'screen b "B"\nmodule m {\n  screen a "A" { on "x" push b }\n  screen b "MB"\n}\n',
      ['MB'],
    ],
    [
      'a name with its module',
      'screen b "B"\nscreen a "A" { on "x" push m.b }\nmodule m {\n  screen b "MB"\n}\n',
      ['MB'],
    ],
    [
      'a bare name of several modules',
      planText`
        screen a "A" { on "x" push b }
        module m {
          screen b "MB"
        }
        module n {
          screen b "NB"
        }
      `,
      [null],
    ],
    ['the first of two in one module', 'screen a "A" { on "x" push b }\nscreen b "B1"\nscreen b "B2"\n', ['B1']],
    ['a module that there is not', 'screen a "A" { on "x" push n.b }\nmodule m {\n  screen b "MB"\n}\n', [null]],
  ])('%s', (_what, text, titles) => expect(targets(text)).toEqual(titles));

  test('a module written in two parts is one, and labels carry the module only where they must', () => {
    const plan = resolve(
      parse(
        planText`
          module m by "T" {
            screen a "A"
          }
          module n {
            screen a "NA"
            screen b "B"
          }
          module m {
            screen c "C"
          }
        `,
      ),
    );
    expect(
      plan.modules.map((module) => [module.name, module.owner, module.screens.map((screen) => screen.label)]),
    ).toEqual([
      ['m', 'T', ['m.a', 'c']],
      ['n', null, ['n.a', 'b']],
    ]);
  });
});
