/** Arguments that all screens of a module take: handed on within it, and brought by whoever enters. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check, type Check } from '../../src/core/check';
import { complete } from '../../src/core/assist/complete';
import { currentSignature } from '../../src/core/edit/signature';
import { lift, liftableIn, lower } from '../../src/core/edit/lift';
import { renameableAt, rename } from '../../src/core/edit/rename';
import { applyEdits } from '../../src/core/language/edits';
import { format } from '../../src/core/language/format';
import { toModel } from '../../src/core/model/to-model';
import { writePlan } from '../../src/core/model/write-plan';
import type { PlanModel } from '../../src/core/model/model';
import { marginNotes } from '../../src/core/report/margin';
import { propose } from '../../src/core/propose/propose';
import { walkCard } from '../../src/core/report/walk-card';
import { asModel } from '../../src/wire/model';
import { planText } from './plan-text';
import { forAll } from './property';

/** A module whose screens all take a hut; `entered` are ways in from the list. */
const booking = (entered: string, more = ''): string => `app "Huts"
origin huts:
start list

id HutId: int

screen list "Huts" {
  has near: HutId
  ${entered}
}

module booking by "Booking team" {
  takes hutId: HutId sample 12

  screen dates "Dates for {hutId}" {
    link /book/{hutId}
    on "Continue" push beds(nights: 2)
    on "Another" push dates(hutId: near)
    has near: HutId
  }

  screen beds "Beds" {
    takes nights: int
    needs "open" else push closed
    on "Again" replace beds(nights)
  }

  screen closed "Closed" {
    on "Elsewhere" push list
  }
${more}}
`;

const good = 'on "Book" push dates(hutId: near)';

/** The status of each argument on each way in, as `Continue dates>beds: hutId handed-on`. */
function statuses(text: string): string[] {
  const { supply } = check(text);
  return supply.waysIn.flatMap(({ site, target, cells }) =>
    cells.map(
      ({ parameter, status }) =>
        `${site.kind === 'transition' ? site.transition.trigger : site.kind} ${target.name}: ${parameter.name} ${status}`,
    ),
  );
}

const found = (text: string): string[] =>
  check(text)
    .findings.filter(({ rule }) => /^(supply|link|plan)\//.test(rule))
    .map(({ rule, subject }) => `${rule} ${subject}`);

describe('an argument of a module', () => {
  test('is handed on within it, also where an arrival is put off, unless a call gives another value', () => {
    expect(statuses(booking(good))).toEqual([
      'Book dates: hutId supplied',
      'Continue beds: hutId handed-on',
      'Continue beds: nights supplied',
      'Another dates: hutId supplied',
      'Again beds: hutId handed-on',
      'Again beds: nights supplied',
      'needs closed: hutId handed-on',
    ]);
    expect(found(booking(good))).toEqual([]);
  });

  test('is missing on every way in from outside that does not bring it', () => {
    const outside = 'on "Book" push dates\n  on "Straight" push beds(nights: 1)';
    const text = planText`
      ${booking(outside)}menu "More" on list { "Dates" push dates }
      event "Answer" on list push dates
      entry widget "Book" opens dates
    `;
    expect(found(text)).toEqual([
      'supply/missing list',
      'supply/missing list',
      'supply/missing More',
      'supply/missing Answer',
      'supply/missing Book',
    ]);
    // A link brings it in its URL; what it builds beneath is entered from outside, too.
    const linked = booking(good, '  screen receipt "Receipt" {\n    link /receipts/{hutId} under dates\n  }\n');
    expect(found(linked)).toEqual(['supply/missing receipt']);
    expect(found(linked.replace('under dates', 'under dates(hutId)'))).toEqual([]);
    expect(found(linked.replace('/receipts/{hutId} under dates', '/receipts under nothing'))).toContain(
      'link/missing-argument receipt',
    );
  });

  test('may not be taken or held once more', () => {
    const twice = booking(good, '  screen more "More" {\n    takes hutId: HutId\n  }\n');
    const { plan } = check(twice);
    expect(plan.problems.map(({ kind }) => kind)).toEqual(['duplicate']);
    expect(plan.screens.at(-1)!.parameters.map(({ name }) => name)).toEqual(['hutId']);
    expect(check(booking(good, '  takes hutId: int\n')).plan.problems.map(({ kind }) => kind)).toEqual(['duplicate']);
  });

  test('goes from screen to screen in a walk', () => {
    const shown = (steps: string): (string | null)[] =>
      walkCard(check(booking(good)), { steps, taken: 9, typed: {} }, null).phone!.arguments.map(({ value }) => value);
    expect(shown('tap "Book"')).toEqual(['12']);
    expect(shown('tap "Book" tap "Continue" if "open"')).toEqual(['12', '2']);
    expect(shown('open /book/7 tap "Continue" unless "open"')).toEqual(['7']);
    expect(shown('open /book/7 tap "Continue" if "open" tap "Again" if "open"')).toEqual(['7', '2']);
  });

  test('comes with a link into the middle of the module, and is there when Back reveals what the link built', () => {
    const text = booking(
      good,
      '  screen meals "Meals" {\n    link /meals/{hutId} under dates(hutId)\n    on "On" push closed\n  }\n',
    );
    expect(found(text)).toEqual([]);
    const shown = (steps: string): unknown => {
      const { phone } = walkCard(check(text), { steps, taken: 9, typed: {} }, null);
      return [phone!.title, ...phone!.arguments.map(({ value }) => value)];
    };
    expect(shown('open /meals/7')).toEqual(['Meals', '7']);
    expect(shown('open /meals/7 tap "On"')).toEqual(['Closed', '7']);
    expect(shown('open /meals/7 back')).toEqual(['Dates for 7', '7']);
  });

  test('is renamed everywhere at once', () => {
    const text = booking(good);
    const { plan } = check(text);
    const at = renameableAt(plan, text.indexOf('hutId: HutId'))!;
    const renamed = rename(plan, at, 'hut');
    expect('edits' in renamed && applyEdits(text, renamed.edits)).toBe(text.replaceAll('hutId', 'hut'));
    // From a use within a screen, too.
    expect(renameableAt(plan, text.indexOf('{hutId}"') + 2)!.symbol).toBe(at.symbol);
  });

  test('is no argument of one screen when these are changed, and no call within the module has to give it', () => {
    const { plan } = check(booking(good));
    const beds = plan.screens.find(({ name }) => name === 'beds')!;
    expect(currentSignature(plan, beds).map(({ name }) => name)).toEqual(['nights']);
  });

  test('stands in the margin with those who bring it', () => {
    const text = booking(`${good}\n  on "Blind" push dates`);
    const notes = marginNotes(check(text)).filter(({ at }) => text.startsWith('hutId: HutId', at));
    expect(notes.map(({ text: said, tone }) => [said, tone])).toEqual([['2 of 3 bring it', 'doubtful']]);
  });

  test('is laid out, and survives the way through JSON', () => {
    const text = format(booking(good))!;
    expect(format(text)).toBe(text);
    const model: unknown = JSON.parse(JSON.stringify(toModel(check(text).plan)));
    expect(asModel(model)).toEqual(model);
    expect((model as PlanModel).modules).toEqual([
      {
        name: 'booking',
        owner: 'Booking team',
        takes: [{ name: 'hutId', type: 'HutId', sample: { number: '12' } }],
      },
    ]);
    expect(toModel(check(writePlan(model as PlanModel)).plan)).toEqual(model);
  });

  test('is offered where a module’s statement may begin', () => {
    const begun = 'start a\nscreen a "A" {}\nmodule m {\n  ';
    expect(complete(check(begun), begun.length)!.options.map(({ label }) => label)).toEqual([
      'screen',
      'private',
      'takes',
    ]);
  });
});

/** Modules of four screens that mostly take an argument, and pass it on, replace it, or do not name it. */
const passing = fc
  .array(
    fc.record({
      takes: fc.oneof({ weight: 5, arbitrary: fc.constant(true) }, { weight: 1, arbitrary: fc.constant(false) }),
      more: fc.boolean(),
      linked: fc.oneof({ weight: 5, arbitrary: fc.constant(false) }, { weight: 1, arbitrary: fc.constant(true) }),
      to: fc.array(fc.tuple(fc.nat(3), fc.constantFrom('pass', 'pass', 'pass', 'other', 'nothing')), { maxLength: 3 }),
      asks: fc.option(fc.nat(3), { freq: 4 }),
    }),
    { minLength: 4, maxLength: 4 },
  )
  .map((screens) => {
    const call = (to: number, how: string, from: number): string => {
      const own = how === 'pass' && screens[from]!.takes ? 'id' : how === 'nothing' ? '' : 'id: other';
      return `m${to}${screens[to]!.takes && own ? `(${own})` : ''}`;
    };
    const bodies = screens.map(({ takes, more, linked, to, asks }, index) =>
      [
        `  screen m${index} "M${index}" {`,
        ...(takes ? [`    takes id: Id${more ? ', note: text?' : ''}`] : []),
        '    has other: Id',
        ...(asks === null ? [] : [`    needs "open" else push ${call(asks, takes ? 'pass' : 'nothing', index)}`]),
        ...(linked && takes ? [`    link /m${index}/{id}`] : []),
        ...to.map(([target, how], at) => `    on "T${at}" push ${call(target, how, index)}`),
        '  }',
      ].join('\n'),
    );
    const entered = screens.flatMap(({ takes }, index) =>
      takes ? [`  on "M${index}" push m${index}(id: near)\n`] : [],
    );
    return `app "R"\norigin r:\nstart list\nid Id: int\nscreen list "L" {\n  has near: Id\n${entered.join('')}}\nmodule m by "M" {\n${bodies.join('\n')}\n}\n`;
  });

/** The verdicts on all screens, and the findings but those about passing on. */
const verdicts = ({ reach, findings }: Check): unknown => [
  reach.variants.map((variant) => variant.verdicts.map(({ reachable, taps }) => [reachable, taps])),
  findings.flatMap(({ rule, subject }) => (rule === 'module/passed-on' ? [] : [`${rule} ${subject}`])),
];

test('is lowered by a proposal, which says why where it cannot be', () => {
  const text = booking(good);
  const request = { kind: 'lower', module: 'booking', name: 'hutId' } as const;
  const made = propose(check(text), request);
  const lowered = 'edits' in made ? applyEdits(text, made.edits) : '';
  expect(lowered).toContain('on "Continue" push beds(nights: 2, hutId)');
  expect(lowered).toContain('needs "open" else push closed(hutId)');
  expect(found(lowered)).toEqual([]);
  const said = (source: string, name: string): string => {
    const answer = propose(check(source), { ...request, name });
    return 'refusal' in answer ? answer.refusal : '';
  };
  expect(said(text, 'nights')).toBe('The module booking takes no nights any more.');
  expect(
    said(
      text.replace('on "Again" replace', 'has all: list of HutId\n    on "Again" for hutId in all replace'),
      'hutId',
    ),
  ).toBe('A trigger in booking calls its rows hutId: rename one of the two first.');
});

test('an argument that a module is made to take changes no verdict', () => {
  let lifted = 0;
  forAll(
    fc.property(passing, (text) => {
      const before = check(text);
      for (const each of liftableIn(before.plan.modules[0]!, before.supply, 1)) {
        lifted++;
        const changed = applyEdits(text, lift(before.plan, each));
        const after = check(changed);
        expect(after.plan.problems, changed).toEqual([]);
        expect(verdicts(after), `${text}\n---\n${changed}`).toEqual(verdicts(before));
        const [module] = after.plan.modules;
        expect(module!.parameters.map(({ name }) => name)).toEqual(['id']);
        const back = applyEdits(changed, lower(after.plan, after.supply, module!, module!.parameters[0]!)!);
        const again = check(back);
        expect([again.plan.problems, again.plan.modules[0]!.parameters], back).toEqual([[], []]);
        expect(verdicts(again), `${changed}\n---\n${back}`).toEqual(verdicts(before));
      }
    }),
    200,
  );
  expect(lifted).toBeGreaterThan(20);
});
