import { describe, expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import type { Plan } from '../../src/core/plan/model';
import { resolve } from '../../src/core/plan/resolve';
import { labelOf } from '../../src/core/walk/tap';
import type { Configuration, Stack } from '../../src/core/walk/configuration';
import type { AppEvent } from '../../src/core/walk/event';
import { Walker } from '../../src/core/walk/walker';
import { planText } from './plan-text';

/** A stack, bottom first: modal frames in brackets, gates with the arrival that they put off. */
function showStack(stack: Stack): string {
  const frames: string[] = [];
  for (let frame = stack; frame; frame = frame.below) {
    const name = frame.modal ? `[${frame.screen.name}]` : frame.screen.name;
    frames.unshift(frame.putOff ? `${name}<${frame.putOff.kind} ${frame.putOff.screen.name}>` : name);
  }
  return frames.join(' ') || '-';
}

/** `main stack | tab | tab`, the active one marked; behind it the flags that are not as they began. */
function show(plan: Plan, { flags, active, stacks }: Configuration): string {
  const set = plan.flags.flatMap((flag, index) =>
    flags[index] === flag.initial ? [] : [`${flag.name}=${flags[index]}`],
  );
  const all =
    stacks.length === 1
      ? showStack(stacks[0]!)
      : stacks.map((stack, place) => `${place === active ? '*' : ''}${showStack(stack)}`).join(' | ');
  return [all, ...set].join(' ; ');
}

/**
 * Walks by labels (a link by its pattern), from a cold start on; every configuration that can come of it, or `left`.
 */
function walk(text: string, taps: readonly string[], variant = 'app'): string[] {
  const plan = resolve(parse(text));
  expect(plan.tree.problems).toEqual([]);
  const walker = new Walker(plan, variant);
  const outside: AppEvent[] = [
    ...plan.screens.flatMap((screen) => screen.links.map((link): AppEvent => ({ kind: 'link', link }))),
    ...plan.entries.map((entry): AppEvent => ({ kind: 'entry', entry })),
  ];
  let now = walker.coldStart();
  for (const tap of taps) {
    now = now.flatMap((configuration) => {
      const event = [...walker.events(configuration), ...outside].find((one) => labelOf(one) === tap);
      if (!event) throw new Error(`${tap} is not on offer in ${show(plan, configuration)}`);
      return walker.after(configuration, event);
    });
  }
  return now.length === 0 ? ['left'] : [...new Set(now.map((configuration) => show(plan, configuration)))];
}

/** A plan of bare screens around the triggers of the start `a`. */
const plan = (steps: string, more = ''): string =>
  `start a\nscreen a "A" { on "Go" ${steps} }\nscreen b "B" { on "On" push c }\nscreen c "C" {}\nscreen s "S" as sheet { on "On" push c }\n${more}`;

describe('what each step does to the stack', () => {
  test.each<[steps: string, ...after: string[]]>([
    ['push b', 'a b'],
    ['push b then push c', 'a b c'],
    ['replace b', 'b'],
    ['push b then replace c', 'a c'],
    ['present b', 'a [b]'],
    ['push s', 'a [s]'],
    ['reset b', 'b'],
    ['push b then reset c', 'c'],
    ['switch b', 'b'],
    ['leave "Mail"', 'a'],
    ['push b then back', 'a'],
    ['back', 'left'],
    ['back then push b', 'b'],
    ['push b then push c then back to a', 'a'],
    ['push b then push c then back to b', 'a b'],
    ['push b then back to c', 'a'],
    ['push b then push c then back past b', 'a'],
    ['back past a then push b', 'b'],
    ['push b then back past c', 'a'],
    ['present b then push c then close', 'a'],
    ['push b then close', 'a'],
    ['push s then push s then close', 'a [s]'],
    ['resume', 'a'],
    ['resume or push b', 'a b'],
    ['push nowhere then push b', 'a b'],
    ['when "it rains" push b otherwise push c', 'a b', 'a c'],
    ['when "it rains" push b', 'a b'],
    ['when "it rains" and not "it rains" push b otherwise push c', 'a c'],
  ])('%s', (steps, ...after) => expect(walk(plan(steps), ['Go'])).toEqual(after));

  test.each<[what: string, steps: string, taps: string[], after: string[]]>([
    ['to the start, step by step', 'push b then push c', ['Go', 'Back', 'Back'], ['a']],
    ['out of the app from the last frame', 'push b', ['Back'], ['left']],
    ['and a replaced frame does not come again', 'push b then replace c', ['Go', 'Back'], ['a']],
  ])('Back leads %s', (_what, steps, taps, after) => expect(walk(plan(steps), taps)).toEqual(after));
});

describe('flags', () => {
  const flagged = (on: string): string =>
    planText`
      choice Tier { plain, gold }
      flag ready
      flag tier: Tier
      start a
      screen a "A" {
      ${on}
      }
      screen b "B"
      screen c "C"
    `;
  test.each<[on: string, taps: string[], after: string]>([
    ['on "Go" when ready push b', ['Go'], 'left'],
    ['on "Go" when ready push b otherwise push c', ['Go'], 'a c'],
    ['on "Set" sets ready = true\non "Go" when ready push b otherwise push c', ['Set', 'Go'], 'a b ; ready=true'],
    ['on "Set" sets ready = true then sets ready = false then sets tier = gold', ['Set'], 'a ; tier=gold'],
    ['on "Up" sets tier = gold\non "Go" when tier is not plain and not ready push b', ['Up', 'Go'], 'a b ; tier=gold'],
    ['on "Go" when tier is gold push b otherwise when ready or tier is plain push c', ['Go'], 'a c'],
  ])('%s', (on, taps, after) => expect(walk(flagged(on), taps)).toEqual([after]));
});

describe('needs', () => {
  const gated = (stays: string, more = ''): string => `flag signedIn
start a
screen a "A" {
  on "Stays" push stays
  on "Both" push b then push stays
  on "Instead" replace stays
}
screen b "B" {}
screen stays "Stays" { ${stays} }
screen signIn "Sign in" {
  on "Yes" sets signedIn = true then resume or back
  on "Help" push b
  on "Give up" resume
}
${more}`;
  const usual = 'needs signedIn else push signIn';

  test.each<[what: string, text: string, taps: string[], after: string[]]>([
    ['puts the arrival off, and resume makes it', gated(usual), ['Stays', 'Yes'], ['a stays ; signedIn=true']],
    ['remembers the arrival on the frame that the else puts on', gated(usual), ['Stays'], ['a signIn<push stays>']],
    [
      'keeps what lies above the gate until it is resumed',
      gated(usual, 'menu "M" on b { "Done" sets signedIn = true then resume }'),
      ['Stays', 'Help', 'Done'],
      ['a stays ; signedIn=true'],
    ],
    ['forgets the arrival when Back takes the gate off', gated(usual), ['Stays', 'Back'], ['a']],
    ['asks again on resume', gated(usual), ['Stays', 'Give up'], ['a signIn<push stays>']],
    ['lets the steps before it stand', gated(usual), ['Both'], ['a b signIn<push stays>']],
    ['makes a replace only when it is resumed', gated(usual), ['Instead', 'Yes'], ['stays ; signedIn=true']],
    [
      'goes either way on a condition in quotes',
      gated('needs "a friend" else push signIn'),
      ['Stays'],
      ['a signIn<push stays>', 'a stays'],
    ],
    [
      'takes the lowest of several frames as the gate',
      gated('needs signedIn else push b then push signIn'),
      ['Stays', 'Yes'],
      ['a stays ; signedIn=true'],
    ],
    [
      'may set what it needs',
      gated('needs signedIn else sets signedIn = true then push stays'),
      ['Stays'],
      ['a stays<push stays> ; signedIn=true'],
    ],
    ['that leads to itself ends', gated('needs signedIn else push stays'), ['Stays'], ['a']],
    [
      'does not matter to what Back reveals',
      gated(`${usual}\n on "Out" sets signedIn = false then push b`),
      ['Stays', 'Yes', 'Out', 'Back'],
      ['a stays'],
    ],
  ])('%s', (_what, text, taps, after) => expect(walk(text, taps)).toEqual(after));
});

describe('tabs and menus', () => {
  const tabbed = (more = ''): string => `variants phone, tablet
start a
tabs only phone {
  "One" a
  "Two" b
}
menu "Drawer" on roots {
  "Home" reset a
  "Extra" reset d
}
screen a "A" {
  on "Deep" push c
  on "Out" reset d
}
screen b "B" { on "Deep" push c }
screen c "C" { on "Two now" switch b }
screen d "D" { on "To two" switch b }
${more}`;

  test.each<[what: string, taps: string[], after: string, variant?: string]>([
    ['each hold their root at the start', [], '- | *a | b'],
    ['keep their stacks', ['Deep', 'Two', 'Deep', 'One'], '- | *a c | b c'],
    ['are switched to by a step, too', ['Deep', 'Two now'], '- | a c | *b'],
    ['go back to the first tab from the last frame of another', ['Two', 'Back'], '- | *a | b'],
    ['leave the app from the last frame of the first', ['Back'], 'left'],
    ['are emptied by a reset to a screen that is none of their roots', ['Two', 'One', 'Out'], '*d | - | -'],
    ['are come to from the main stack, which is emptied', ['Out', 'To two'], '- | a | *b'],
    ['hold their roots again after a reset to one of them', ['Deep', 'Two', 'Home'], '- | *a | b'],
    ['where a variant has none, switch is reset', ['Deep', 'Two now'], 'b', 'tablet'],
    ['show a menu on the start, and on what it resets to itself', ['Extra', 'Home'], 'a', 'tablet'],
  ])('%s', (_what, taps, after, variant = 'phone') => expect(walk(tabbed(), taps, variant)).toEqual([after]));

  test('show no menu that is for roots on other screens, and the bar only on a tab’s stack', () => {
    expect(() => walk(tabbed(), ['Deep', 'Home'], 'phone')).toThrow('Home is not on offer');
    expect(() => walk(tabbed(), ['Out', 'One'], 'phone')).toThrow('One is not on offer');
  });

  test('with `back leaves` every tab’s last frame leaves the app', () =>
    expect(walk(tabbed('back leaves\n'), ['Two', 'Back'], 'phone')).toEqual(['left']));
});

describe('links and entries', () => {
  const linked = `flag signedIn
start a
screen a "A" { on "Deep" push c }
screen b "B" { link /b }
screen c "C" { link /c under a, b }
screen d "D" { link /d under nothing }
screen e "E" {
  link /e under b
  needs signedIn else push signIn
}
screen signIn "Sign in" { on "Yes" sets signedIn = true then resume }
entry widget "Widget" opens b
`;
  test.each<[taps: string[], after: string]>([
    [['/b'], 'a b'],
    [['/c'], 'a b c'],
    [['/d'], 'd'],
    [['Deep', '/c'], 'a b c'],
    [['Widget'], 'a b'],
    [['Deep', '/e'], 'signIn<link e>'],
    [['/e', 'Yes'], 'b e ; signedIn=true'],
    [['/d', 'Back'], 'left'],
    [['/c', 'Back', 'Back'], 'a'],
  ])('%j builds its stack', (taps, after) => expect(walk(linked, taps)).toEqual([after]));

  test('a link whose stack stands on a tab’s root builds on that tab, and the others hold theirs', () => {
    const text = planText`
      start a
      tabs {
        "One" a
        "Two" b
      }
      screen a "A" { on "Deep" push c }
      screen b "B" {}
      screen c "C" { link /c under b }
    `;
    expect(walk(text, ['Deep', '/c'])).toEqual(['- | a | *b c']);
  });
});
