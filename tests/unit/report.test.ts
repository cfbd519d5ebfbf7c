import fc from 'fast-check';
import { Source } from '../../src/core/report/source';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { Lines } from '../../src/core/language/lines';
import { countAll } from '../../src/core/report/counts';
import { detail } from '../../src/core/report/detail';
import { jsonReport } from '../../src/core/report/json';
import { marginNotes } from '../../src/core/report/margin';
import { overview } from '../../src/core/report/overview';
import { enumerate, plain, say, words } from '../../src/core/rules/parts/message';
import { packMargin, packOverview, unpackMargin, unpackOverview } from '../../src/ui/analysis/packing';
import { demo, demoCounts } from '../demo';
import { planArbitrary } from './plans';
import { forAll } from './property';

describe('counts', () => {
  test('of the demo', () => {
    expect(countAll(check(demo))).toEqual(demoCounts);
  });

  test('add up, whatever the plan', () => {
    forAll(
      fc.property(planArbitrary(), (text) => {
        const result = check(text);
        const counts = countAll(result);
        expect(counts.reached + counts.stranded + counts.undecided).toBe(counts.screens);
        expect(counts.errors + counts.warnings + counts.notes).toBe(result.findings.length);
        expect(counts.supplied).toBeLessThanOrEqual(counts.arguments);
        const missing = [...result.findings, ...result.accepted.map((one) => one.finding)].filter(
          (finding) => finding.rule === 'supply/missing',
        );
        expect(counts.missing).toBe(missing.length);
        const stranded = [...result.findings, ...result.accepted.map((one) => one.finding)].filter(
          (finding) => finding.rule === 'reach/stranded',
        );
        expect(counts.stranded).toBe(stranded.length);
      }),
      25,
    );
  });
});

describe('the margin', () => {
  /** Notes of a plan as `line text`. */
  function notes(text: string): string[] {
    const lines = new Lines(text);
    return marginNotes(check(text)).map((note) => `${lines.lineOf(note.at)} ${note.tone}: ${note.text}`);
  }

  test('says for each line what the analysis knows', () => {
    expect(
      notes(`start a
id ItemId: int
screen a "A" {
  has item: ItemId, last: ItemId?
  on "Good" push b(itemId: item)
  on "Missing" push b
  on "Absent" push b(itemId: last)
  on "Fixed" push b(itemId: 3)
  on "Unknown" push b(itemId: nope)
  on "Wrong" push b(itemId: "x")
  on "Surplus" push b(itemId: item, colour: item)
  on "Nowhere" push d
  on "Away" leave "Mail"
  on "Plain" push c
}
screen b "B" {
  takes itemId: ItemId
  takes note: text?
}
screen c "C"
screen e "E"
`),
    ).toEqual([
      '3 plain: at start · 1 way in',
      '5 holds: ✓ supplied',
      '6 broken: itemId missing',
      '7 doubtful: itemId may be absent',
      '8 doubtful: itemId always the same',
      '9 broken: itemId unknown',
      '10 broken: itemId does not fit',
      '11 broken: colour not taken',
      '12 broken: no such screen',
      '16 plain: 1 tap · 7 ways in',
      '17 doubtful: 3 of 7 bring it',
      '18 plain: nobody brings it',
      '20 plain: 1 tap · 1 way in',
      '21 broken: stranded',
    ]);
  });

  test('without a start tells only the ways in', () => {
    expect(notes('screen a "A" { on "b" push b }\nscreen b "B"\n')).toEqual([
      '1 plain: no way in',
      '2 plain: 1 way in',
    ]);
  });

  test('is in the order of the text, and survives the way from the worker', () => {
    forAll(
      fc.property(planArbitrary(), (text) => {
        const margin = marginNotes(check(text));
        expect(margin.map((note) => note.at)).toEqual(margin.map((note) => note.at).sort((a, b) => a - b));
        expect(unpackMargin(packMargin(margin))).toEqual(margin);
      }),
      25,
    );
  });
});

describe('overview and detail', () => {
  test('tell the same of every plan, and survive the way from the worker', () => {
    forAll(
      fc.property(planArbitrary(), (text) => {
        const result = check(text);
        const whole = overview(result);
        const { ways, ...rest } = whole;
        const back = unpackOverview(structuredClone(packOverview(whole)));
        expect({ ...back, ways: back.ways }).toEqual({ ...rest, ways });
        let entering = 0;
        for (const card of whole.screens) {
          // Of two screens with one label, the detail is of the first.
          if (whole.screens.find((one) => one.label === card.label) !== card) continue;
          const one = detail(result, card.label)!;
          expect(one.index).toBe(card.index);
          expect(one.findings.length).toBe(card.found);
          expect(one.walk?.length ?? null).toBe(card.taps);
          expect(one.walk?.at(-1)?.shows ?? card.index).toBe(card.index);
          expect(one.parameters.map((parameter) => parameter.name)).toEqual(card.takes);
          expect(one.waysIn.filter((way) => way.screen !== null && way.step !== 'under').length).toBe(
            ways.filter((way) => way.to === card.index).length,
          );
          expect(text.slice(card.at)).toMatch(/^s\d/);
          entering += one.waysIn.length;
        }
        expect(entering).toBeLessThanOrEqual(result.supply.waysIn.length);
        expect(detail(result, 'no such screen')).toBeNull();
        expect(detail(result, null)).toBeNull();
      }),
      25,
    );
  });

  test('the demo’s stay', () => {
    const stay = detail(check(demo), 'stay')!;
    expect(stay).toMatchObject({
      label: 'stay',
      doc: 'One booking, from its day of arrival on.',
      private: false,
      parameters: [{ name: 'stayId', type: 'StayId', initial: null }],
      links: [{ pattern: '/stays/{stayId}' }],
    });
    expect(stay.walk!.map((step) => step.label)).toEqual(['My stays', 'Sign in', 'Stay row']);
    expect(stay.waysIn.map((way) => [way.trigger, way.step, way.tone])).toEqual([
      ['See stay', 'replace', 'holds'],
      ['Stay row', 'push', 'holds'],
      ['Save', 'replace', 'holds'],
      ['Stay tomorrow', 'entry', 'holds'],
    ]);
    expect(
      stay.waysOut.map((way) =>
        way.branches[0]!.steps.map((step) => `${step.kind} ${step.name} ${step.broken.join()}`.trim()),
      ),
    ).toEqual([['push hut hutId'], ['push changeStay'], ['push cancelStay'], ['leave Phone call']]);
  });
});

describe('the JSON report', () => {
  test('has places from 1, within the text, and every screen in the order declared', () => {
    forAll(
      fc.property(planArbitrary(), (text) => {
        const result = check(text);
        const report = jsonReport(result, Source.of('x.andante', text), '0');
        const rows = text.split('\n');
        for (const { line, column, endLine, endColumn, message } of report.findings) {
          expect(line).toBeGreaterThanOrEqual(1);
          expect(column).toBeLessThanOrEqual(rows[line - 1]!.length + 1);
          expect(endLine > line || (endLine === line && endColumn >= column)).toBe(true);
          expect(endColumn).toBeLessThanOrEqual(rows[endLine - 1]!.length + 1);
          expect(message).toMatch(/^\S.*[.?]$/s);
        }
        expect(report.screens.map((screen) => screen.name)).toEqual(result.plan.screens.map((screen) => screen.name));
        expect(JSON.parse(JSON.stringify(report))).toEqual(report);
      }),
      25,
    );
  });
});

describe('messages', () => {
  test('mark what stands in the plan', () => {
    expect(say`${'hut'} takes ${2} of ${words('them')}`).toEqual([{ code: 'hut' }, ' takes ', '2', ' of ', 'them']);
    expect(plain(say`a ${say`b ${'c'}`}`)).toBe('a b c');
  });

  test.each([
    [['a'], 'a'],
    [['a', 'b'], 'a and b'],
    [['a', 'b', 'c'], 'a, b and c'],
    [['a', 'b', 'c', 'd'], 'a, b, c and d'],
    [['a', 'b', 'c', 'd', 'e'], 'a, b, c and 2 more'],
  ])('list %j as “%s”', (names, text) => expect(plain(enumerate(names))).toBe(text));
});
