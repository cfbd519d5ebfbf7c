/** Results: who asks, who answers, and where an answer reaches nobody. */
import dedent from 'dedent';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check, type Check } from '../../src/core/check';
import { toEnd } from '../../src/core/base/slices';
import { complete } from '../../src/core/assist/complete';
import { putBetween } from '../../src/core/edit/restructure';
import { renameableAt, rename } from '../../src/core/edit/rename';
import { applyEdits } from '../../src/core/language/edits';
import { format } from '../../src/core/language/format';
import { parse } from '../../src/core/language/parse';
import { toModel } from '../../src/core/model/to-model';
import { writePlan } from '../../src/core/model/write-plan';
import type { Missed } from '../../src/core/plan/model';
import { resolve } from '../../src/core/plan/resolve';
import { missedIn } from '../../src/core/reach/properties/missed';
import { suspecting } from '../../src/core/reach/properties/suspects';
import { activeStack } from '../../src/core/walk/configuration';
import { Data } from '../../src/core/walk/data';
import { replay } from '../../src/core/walk/replay';
import { restore, write } from '../../src/core/walk/written';
import { Walker } from '../../src/core/walk/walker';
import { asModel } from '../../src/wire/model';
import { allConfigurations, doorsOf } from './brute-force';
import { planText } from './plan-text';
import { smallPlanArbitrary } from './plans';
import { forAll } from './property';
import { expectWalksToReplay } from './replays';

/** A picker, and the screen that opens it; `more` are further screens. */
const picking = (book: string, pick: string, more = ''): string => `start book
choice Season { summer, winter }
id HutId: int
flag signedIn
screen book "Book from {from}" {
  has from: text, until: text, guests: int, seen: text?, hutId: HutId
  ${book}
}
screen pick "Pick a day" {
  has chosen: text, other: int, maybe: text?
  ${pick}
}
${more}`;

/** Findings about results, as `rule: text of the range (walk)`; their walks have to replay. */
function found(text: string): string[] {
  const checked = check(text);
  expect(checked.plan.tree.problems).toEqual([]);
  expectWalksToReplay(text, checked);
  return checked.findings
    .filter(({ rule }) => rule.startsWith('result/') || rule === 'supply/fixed-id')
    .map(
      ({ rule, range, walk }) => `${rule}: ${text.slice(range.from, range.to)}${walk ? ` (${walk.join(', ')})` : ''}`,
    );
}

const good = picking('on "Day" push pick gives from', 'returns text\n  on "Choose" back with chosen');

describe('types', () => {
  test.each([
    ['a result that fits both sides', 'gives from', 'returns text', 'back with chosen', []],
    ['an asker whose value may be absent', 'gives seen', 'returns text', 'back with chosen', []],
    ['a value that the asker lacks', 'gives form', 'returns text', 'back with chosen', ['result/unknown-value: form']],
    ['a flag', 'gives signedIn', 'returns text', 'back with chosen', ['result/unknown-value: signedIn']],
    [
      'another type than the asker has',
      'gives guests',
      'returns text',
      'back with chosen',
      ['result/wrong-type: guests'],
    ],
    ['another type than is returned', 'gives from', 'returns text', 'back with other', ['result/wrong-type: other']],
    ['a literal of another type', 'gives from', 'returns text', 'back with 3', ['result/wrong-type: 3']],
    ['a value that may be absent', 'gives from', 'returns text', 'back with maybe', ['result/may-be-absent: maybe']],
    ['a value tested before', 'gives from', 'returns text', 'when maybe is given back with maybe', []],
    ['a result that may be absent', 'gives from', 'returns text?', 'back with maybe', ['result/may-be-absent: from']],
    ['a value that the screen lacks', 'gives from', 'returns text', 'back with chosn', ['result/unknown-value: chosn']],
    ['a sample of an id', 'gives hutId', 'returns HutId', 'back with 12', ['supply/fixed-id: 12']],
    ['a screen that returns nothing', 'gives from', '', 'back', ['result/undeclared: from']],
    ['a result that is not declared', '', '', 'back with chosen', ['result/undeclared: chosen']],
    ['a result that nobody asks for', '', 'returns text', 'back with chosen', ['result/unasked: returns text']],
    ['a question without an answer', 'gives from', 'returns text', 'back', ['result/unanswered: returns text']],
  ])('%s', (_what, gives, returns, answer, findings) => {
    expect(found(picking(`on "Day" push pick ${gives}`, `${returns}\n  on "Choose" ${answer}`))).toEqual(findings);
  });

  test('only triggers ask and answer', () => {
    const text = picking(
      'on "Day" push pick gives from',
      'returns text\n  on "Choose" back with chosen\n  needs signedIn else push pick gives from',
      'menu "More" { "Pick" push pick gives from }\nevent "Late" close with 3\n',
    );
    expect(found(text).filter((one) => one.startsWith('result/undeclared'))).toEqual([
      'result/undeclared: from',
      'result/undeclared: from',
      'result/undeclared: 3',
    ]);
  });

  test('every fix of a misfit removes its finding', () => {
    let fixes = 0;
    for (const [gives, returns, answer] of [
      ['gives form', 'returns text', 'back with chosen'],
      ['gives guests', 'returns text', 'back with chosen'],
      ['gives from', 'returns text', 'back with other'],
      ['gives from', 'returns text', 'back with maybe'],
      ['gives from', 'returns Season', 'back with summer'],
      ['gives from', '', 'back with chosen'],
      ['', 'returns text', 'back with chosen'],
    ] as const) {
      const text = picking(`on "Day" push pick ${gives}`, `${returns}\n  on "Choose" ${answer}`);
      for (const finding of check(text).findings) {
        if (!finding.rule.startsWith('result/')) continue;
        for (const { label, edits } of finding.fixes) {
          fixes++;
          const ofRule = (findings: readonly string[]): string[] =>
            findings.filter((one) => one.startsWith(finding.rule));
          const after = ofRule(found(applyEdits(text, edits)));
          expect(after.length, `${label} in\n${text}`).toBeLessThan(ofRule(found(text)).length);
        }
      }
    }
    expect(fixes).toBeGreaterThan(12);
  });
});

describe('a result that reaches nobody', () => {
  test('a picker opened from two places, one of which does not ask', () => {
    const text = picking(
      'on "Day" push pick gives from\n  on "Calendar" push pick',
      'returns text\n  on "Choose" back with chosen',
    );
    expect(found(text)).toEqual(['result/lost: chosen (Calendar, Choose)']);
    const [fix] = check(text).findings.find(({ rule }) => rule === 'result/lost')!.fixes;
    expect(found(applyEdits(text, fix!.edits))).toEqual([]);
  });

  test.each([
    ['by one that returns the same type', 'returns text\n  on "Tell" back with chosen', []],
    ['by one of another type', 'returns int\n  on "Tell" back with other', ['result/unasked: returns int']],
    ['by one that returns nothing', 'on "Tell" back', []],
  ])('replaced %s', (_how, body, findings) => {
    const text = picking(
      'on "Day" push pick gives from',
      'returns text\n  on "Choose" back with chosen\n  on "Week" replace week',
      `screen week "Week" {\n  has chosen: text, other: int\n  ${body}\n}\n`,
    );
    expect(found(text)).toEqual(findings);
  });

  test('lost through a replace that drops the question, and back to the same type', () => {
    const text = picking(
      'on "Day" push pick gives from',
      'returns text\n  on "Choose" back with chosen\n  on "Help" replace help',
      'screen help "Help" { on "Pick" replace pick }\n',
    );
    expect(found(text)).toEqual(['result/lost: chosen (Day, Help, Pick, Choose)']);
  });

  test('opened by a link', () => {
    const text = `origin huts:\n${picking(
      'on "Day" push pick gives from',
      dedent`
      link /pick
        returns text
        on "Choose" back with chosen
    `,
    )}`;
    expect(found(text)).toEqual(['result/lost: chosen (/pick, Choose)']);
  });

  test('asked after the asking screen has gone', () => {
    const text = picking(
      'on "Start" push form',
      'returns text\n  on "Choose" back with chosen',
      planText`
        screen form "Form" {
          has day: text
          on "Day" push pick gives day
          on "Last" back then push pick gives day
        }
      `,
    );
    expect(found(text)).toEqual(['result/lost: chosen (Start, Last, Choose)']);
  });

  test('put off: the question waits with the arrival, and is lost where the asking screen does not wait', () => {
    const signIn = (otherwise: string): string =>
      picking(
        'on "Start" push form',
        `needs signedIn else ${otherwise}\n  returns text\n  on "Choose" back with chosen`,
        planText`
          screen form "Form" {
            has day: text
            on "Day" push pick gives day
          }
          screen signIn "Sign in" { on "Go" sets signedIn = true then resume }
        `,
      );
    expect(found(signIn('push signIn'))).toEqual([]);
    expect(found(signIn('replace signIn'))).toEqual(['result/lost: chosen (Start, Day, Go, Choose)']);
  });

  test('a sheet that closes from further up answers for the screen that it began with', () => {
    const flow = (type: string): string =>
      picking(
        'on "Day" present pick gives from',
        'returns text\n  on "Month" push month',
        `screen month "Month" {\n  has chosen: text, other: int\n  returns ${type}\n  on "Done" close with ${type === 'text' ? 'chosen' : 'other'}\n}\n`,
      );
    expect(found(flow('text'))).toEqual([]);
    expect(found(flow('int'))).toEqual(['result/unanswered: returns text', 'result/unasked: returns int']);
  });

  test('the tap of the walk ends where its event does: beneath, or out of the app', () => {
    const lost = (steps: string): string[] =>
      found(
        picking(
          'on "Day" push pick gives from\n  on "Month" push month',
          'on "Week" push week',
          `screen month "Month" {\n  has chosen: text\n  returns text\n  on "Choose" back with chosen then ${steps}\n}\nscreen week "Week" { on "Month" push month gives from\n  has from: text }\n`,
        ),
      ).filter((one) => one.startsWith('result/lost'));
    expect(lost('back')).toEqual(['result/lost: chosen (Month, Choose)']);
    expect(lost('back to week')).toEqual(['result/lost: chosen (Month, Choose)']);
    expect(lost('push week')).toEqual(['result/lost: chosen (Month, Choose)']);
  });

  test('the last frame has nobody beneath', () => {
    const text = picking(
      'on "Day" push pick gives from\n  on "Only" reset pick',
      'returns text\n  on "Choose" back with chosen',
    );
    expect(found(text)).toEqual(['result/lost: chosen (Only, Choose)']);
  });
});

/** Everything that some event of some configuration looks for in vain. */
function missedByWalking(text: string): { checked: Check; missed: Set<Missed> | null } {
  const checked = check(text);
  const { plan } = checked;
  const [variant] = plan.variants as [string];
  const nodes = allConfigurations(plan, variant, 300);
  const walker = new Walker(plan, variant);
  const missed = new Set<Missed>();
  const note = (): void => walker.missed.forEach((one) => missed.add(one));
  const doors = doorsOf(plan, variant);
  walker.coldStart();
  note();
  for (const door of doors) {
    walker.open(door);
    note();
  }
  for (const { configuration } of nodes?.values() ?? [])
    for (const event of [...walker.allEvents(configuration), ...doors]) {
      walker.after(configuration, event);
      note();
    }
  return { checked, missed: nodes && !walker.bounded ? missed : null };
}

test.each(['results', 'flag', 'tabs', 'shared'] as const)(
  'the results that reach nobody are those of all configurations by brute force (%s)',
  (kind) => {
    const counts = { lost: 0, received: 0, targets: 0, exact: 0, bounded: 0 };
    forAll(
      fc.property(smallPlanArbitrary(kind), (text) => {
        const { checked, missed } = missedByWalking(text);
        const [variant] = checked.reach.variants;
        if (!missed || variant!.kind === 'undecided') return;
        const show = (all: Iterable<Missed>): string[] =>
          [...all].map((one) => ('kind' in one ? `step ${one.range.from}` : `result ${one.value.from}`)).sort();
        if (variant!.kind === 'exact') {
          const told = [...missedIn(variant!.stacks)].flatMap((one) => (one ? [one[0]] : []));
          expect(show(told), text).toEqual(show(missed));
          counts.exact++;
        } else {
          const told = toEnd(suspecting(checked.plan, variant!)).missed;
          expect(show(told.keys()), text).toEqual(expect.arrayContaining(show(missed)));
          expect(show(missed), text).toEqual(
            expect.arrayContaining(show([...told].flatMap(([one, walk]) => (walk ? [one] : [])))),
          );
          counts.bounded++;
        }
        for (const one of missed) counts['kind' in one ? 'targets' : 'lost']++;
        counts.received += checked.supply.results.answers.filter(({ screen, result }) => {
          const isShown = variant!.verdicts[screen.index]!.reachable === 'yes';
          return isShown && screen.returns && !missed.has(result);
        }).length;
      }),
      kind === 'results' ? 300 : 60,
    );
    if (process.env.ANDANTE_TALLY) console.log(JSON.stringify(counts));
    expect(counts.targets).toBeGreaterThan(5);
    if (kind === 'results') expect(Math.min(counts.lost, counts.received)).toBeGreaterThan(10);
    else expect(counts.lost).toBeGreaterThan(0);
    expect(counts[kind === 'shared' ? 'bounded' : 'exact']).toBeGreaterThan(3);
  },
);

describe('walks', () => {
  const walk = (steps: string): string => `${good}walk "Book" {\n${steps}\n}\n`;
  const valuesAt = (text: string): unknown => {
    const plan = resolve(parse(text));
    const replayed = replay(plan, 'app', plan.walks[0]!.body!.items, new Data(plan));
    expect(replayed.outcome).toBe('holds');
    return activeStack(replayed.run.at(-1)!.configuration!)!.values!.from;
  };

  test('a result arrives in the value that waits for it; Back by the user brings none', () => {
    expect(valuesAt(walk('tap "Day"\ntap "Choose" with chosen = "Friday"'))).toBe('"Friday"');
    expect(valuesAt(walk('tap "Day"\nback'))).toBe('"some from"');
  });

  test('a walk says what came back', () => {
    const broken = (steps: string): string[] =>
      check(walk(steps)).findings.flatMap(({ rule, range }) =>
        rule === 'walk/broken' ? [walk(steps).slice(range.from, range.to)] : [],
      );
    const tapped = 'tap "Day"\ntap "Choose" with chosen = "Friday"\n';
    expect(broken(`${tapped}expect book with from = "Friday"`)).toEqual([]);
    expect(broken(`${tapped}expect book with until = "some until", from = "Monday"`)).toEqual([
      'expect book with until = "some until", from = "Monday"',
    ]);
    expect(broken(`tap "Day"\nback\nexpect book with from = "Friday"`)).toEqual(['expect book with from = "Friday"']);
  });

  test('a killed app goes on with its question', () => {
    const plan = resolve(parse(good));
    const walker = new Walker(plan, 'app', new Data(plan));
    const trigger = (label: string, index: number) =>
      ({
        kind: 'trigger',
        transition: plan.screens[index]!.transitions.find((one) => one.trigger === label)!,
      }) as const;
    const [start] = walker.coldStart();
    const [asked] = walker.after(start!, trigger('Day', 0));
    const restored = restore(plan, 'app', JSON.parse(JSON.stringify(write(plan, asked!))) as never);
    const [back] = walker.after(restored, trigger('Choose', 1), undefined, { chosen: '"Friday"' });
    expect(activeStack(back!)!.values!.from).toBe('"Friday"');
    const next = resolve(parse(good.replace('has from: text, until', 'has begin: text, until')));
    expect(() => restore(next, 'app', write(plan, asked!))).toThrow('book has no value from any more.');
  });
});

describe('the language', () => {
  test('a plan with results is laid out, and reads back from its model', () => {
    const text = planText`
      ${good}walk "Book" {
        tap "Day"
        tap "Choose" with chosen = "Friday"
        expect book beneath book with from = "Friday"
      }
    `;
    expect(format(text.replaceAll(' gives ', '\n gives '))).not.toBeNull();
    const model = toModel(resolve(parse(text)));
    expect(asModel(model)).toEqual(model);
    expect(toModel(resolve(parse(writePlan(model))))).toEqual(model);
    expect(JSON.stringify(model)).toContain('"gives":"from"');
  });

  test('gives stands behind push and present only', () => {
    const { problems } = parse(picking('on "Day" replace pick gives from', 'returns text'));
    expect(problems.map(({ from, to }) => picking('on "Day" replace pick gives from', '').slice(from, to))).toEqual([
      'gives from',
    ]);
  });

  test('a value is renamed where it gets a result, and where it is handed back', () => {
    const renamed = (name: string, to: string): string => {
      const plan = resolve(parse(good));
      const result = rename(plan, renameableAt(plan, good.indexOf(name))!, to);
      return applyEdits(good, 'edits' in result ? result.edits : []);
    };
    expect(renamed('from:', 'begin')).toContain('push pick gives begin');
    expect(renamed('chosen:', 'day')).toContain('back with day');
  });

  test('a screen between the asking screen and the asked one leaves the question open', () => {
    const edits = putBetween(resolve(parse(good)), good.indexOf('pick gives'), 'intro')!;
    const after = applyEdits(good, edits);
    expect(after).toContain('on "Day" push intro gives from');
    expect(found(after)).toEqual([]);
  });

  test('completion offers the values that fit', () => {
    const offered = (text: string): string[] =>
      complete(check(text.replace('|', '')), text.indexOf('|'))!.options.map(({ label }) => label);
    expect(offered(good.replace('gives from', 'gives |'))).toEqual(['from', 'until', 'seen']);
    expect(offered(good.replace('with chosen', 'with |'))).toEqual(['chosen']);
    expect(offered(good.replace('push pick gives from', 'push pick |'))).toContain('gives');
    expect(offered(good.replace('back with chosen', 'back |'))).toContain('with');
    expect(offered(good.replace('returns text', 'returns |'))).toContain('Season');
  });
});
