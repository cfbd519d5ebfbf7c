import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { keepWalks } from '../../src/core/propose/keep-walk';
import { applyEdits } from '../../src/core/language/edits';
import { parse } from '../../src/core/language/parse';
import { openUrl, urlOf } from '../../src/core/links/open';
import type { Plan } from '../../src/core/plan/model';
import { resolve } from '../../src/core/plan/resolve';
import { activeStack, keyOf, type Configuration } from '../../src/core/walk/configuration';
import { Data } from '../../src/core/walk/data';
import { outcomesOfEvent } from '../../src/core/walk/outcomes';
import { replay } from '../../src/core/walk/replay';
import { headOf, readTrail, retrace, tailOf } from '../../src/core/walk/trail';
import { readLiteral } from '../../src/core/plan/value';
import { Walker } from '../../src/core/walk/walker';
import { NotRestored, restore, write } from '../../src/core/walk/written';
import { demo } from '../demo';
import { planText } from './plan-text';
import { planArbitrary } from './plans';
import { forAll } from './property';

const planOf = (text: string) => resolve(parse(text));

/** Random walks over the offers: the steps as the language writes them, and the configuration after each. */
function* stroll(
  plan: Plan,
  picks: readonly number[],
): Generator<{ variant: string; steps: readonly string[]; configuration: Configuration }> {
  const data = new Data(plan);
  for (const variant of plan.variants) {
    const walker = new Walker(plan, variant, data);
    let [configuration] = walker.coldStart();
    const steps: string[] = [];
    for (const pick of picks) {
      if (!configuration) break;
      yield { variant, steps, configuration };
      const doors = plan.screens.flatMap((screen) =>
        screen.links.flatMap((link) => {
          const url = urlOf(link, data.sampleFor(link));
          return url !== null && openUrl(plan, variant, url)?.link === link ? [{ kind: 'link', link } as const] : [];
        }),
      );
      const all = [...walker.events(configuration), ...doors].flatMap((event) =>
        outcomesOfEvent(walker, configuration!, event).map((outcome) => ({ event, outcome })),
      );
      const chosen = all[pick % all.length];
      if (!chosen?.outcome.after) break;
      steps.push(
        headOf(chosen.event, data) +
          tailOf(chosen.outcome.assumed) +
          (chosen.outcome.isDetermined ? '' : ` expect ${activeStack(chosen.outcome.after)!.screen.label}`),
      );
      configuration = chosen.outcome.after;
    }
  }
}

describe('a walk by hand', () => {
  test('a walk written in the language leads to the same place', () => {
    let walked = 0;
    forAll(
      fc.property(planArbitrary(6), fc.array(fc.nat(60), { maxLength: 8 }), (text, picks) => {
        const plan = planOf(text);
        for (const { variant, steps, configuration } of stroll(plan, picks)) {
          const nodes = readTrail(steps.join(' '));
          expect(nodes, steps.join(' ')).not.toBeNull();
          const replayed = replay(plan, variant, nodes!);
          // Controls of one name, and links with equal samples, may lead elsewhere too: it is enough that one way leads
          // here.
          expect(replayed.outcome, `${steps.join(' ')} in ${variant} of\n${text}`).toBe('holds');
          const shows = activeStack(configuration)!.screen;
          expect(replayed.shown.at(-1)).toContain(shows);
          walked++;
        }
      }),
      80,
    );
    expect(walked).toBeGreaterThan(70);
  });

  test('goes on as before after the app is killed and restored', () => {
    forAll(
      fc.property(planArbitrary(6), fc.array(fc.nat(60), { maxLength: 8 }), (text, picks) => {
        const plan = planOf(text);
        for (const { variant, configuration } of stroll(plan, picks)) {
          const back = restore(
            plan,
            variant,
            JSON.parse(JSON.stringify(write(plan, configuration))) as ReturnType<typeof write>,
          );
          expect(back).toEqual(configuration);
          expect(keyOf(back)).toBe(keyOf(configuration));
        }
      }),
      200,
    );
  });

  test.each([
    ['a screen that is gone', 'screen b "B" {}', 'app has no screen b any more.'],
    ['a flag that cannot be that', 'flag f: Tier = plain\nchoice Tier { plain, gold }', 'f cannot be true any more.'],
    ['other tabs', 'tabs { "A" a }', 'It has 0 tabs, and app has 1.'],
  ])('is not restored with %s', (what, change, why) => {
    const before = planOf('start a\nflag f\nscreen a "A" { on "B" sets f = true then push b }\nscreen b "B" {}\n');
    const [on] = new Walker(before, 'app').coldStart();
    const [deep] = new Walker(before, 'app').after(on!, {
      kind: 'trigger',
      transition: before.screens[0]!.transitions[0]!,
    });
    const written = write(before, deep!);
    const text = what.includes('screen')
      ? 'start a\nflag f\nscreen a "A" {}\n'
      : `start a\n${change}\nscreen a "A" {}\nscreen b "B" {}\n`;
    expect(() => restore(planOf(text), 'app', written)).toThrow(new NotRestored(why));
  });
});

test('every walk that the analysis finds can be written down and walked again: of screens and of findings', () => {
  let walked = 0;
  const follow = (text: string): void => {
    const { plan, reach, findings, witnesses } = check(text);
    for (const { name, verdicts } of reach.variants) {
      for (const screen of plan.screens) {
        const { walk } = verdicts[screen.index]!;
        if (!walk) continue;
        const steps = retrace(plan, name, walk);
        if (!plan.start?.target || !new Walker(plan, name).coldStart().length) continue;
        expect(steps, `${screen.label} in ${name} of\n${text}`).not.toBeNull();
        const replayed = replay(plan, name, readTrail(steps!.join(' '))!);
        // A sample may not fit a pattern that another one shadows; all else leads to the screen.
        if (walk.some(({ kind }) => kind === 'link' || kind === 'entry')) continue;
        expect(replayed.outcome, `${steps!.join(' ')} in ${name} of\n${text}`).toBe('holds');
        expect(replayed.shown.at(-1)).toContain(screen);
        walked++;
      }
    }
    for (const finding of findings) {
      const witness = witnesses.get(finding);
      if (witness && new Walker(plan, witness.variant).coldStart().length)
        expect(
          retrace(plan, witness.variant, witness.walk),
          `${finding.rule} in ${witness.variant} of\n${text}`,
        ).not.toBeNull();
    }
  };
  follow(demo);
  forAll(fc.property(planArbitrary(5), follow), 50);
  expect(walked).toBeGreaterThan(70);
});

describe('a walk that is kept', () => {
  test.each([
    [
      'behind the last one',
      'start a\nwalk "V" { back }  # leaves\nscreen a "A"\n',
      planText`
        start a
        walk "V" { back }  # leaves

        walk "W" {
          back
        }
        screen a "A"
      `,
    ],
    [
      'behind the last rule',
      'rule "R" never a beneath a\nscreen a "A"\n',
      planText`
        rule "R" never a beneath a

        walk "W" {
          back
        }
        screen a "A"
      `,
    ],
    [
      'at the end',
      'start a\nscreen a "A"',
      planText`
      start a
      screen a "A"

      walk "W" {
        back
      }
    `,
    ],
    [
      'under a name of its own',
      'walk "W" {}\nwalk "W 2" {}\n',
      planText`
        walk "W" {}
        walk "W 2" {}

        walk "W 3" {
          back
        }
      `,
    ],
  ])('stands %s', (_where, text, after) =>
    expect(applyEdits(text, keepWalks(planOf(text), [{ title: 'W', steps: ['back'] }]))).toBe(after),
  );
});

test.each([
  ['text', '12 "m"', '"12 \\"m\\""'],
  ['int', '12', '12'],
  ['int', '1.5', null],
  ['int', '', null],
  ['decimal', '1.5', '1.5'],
  ['bool', 'true', 'true'],
  ['bool', 'yes', null],
  ['date', '2026-02-01', '"2026-02-01"'],
  ['date', '1 Feb', null],
  ['url', 'https://a.example/', '"https://a.example/"'],
])('as %s, %j is typed as %j', (name, typed, literal) =>
  expect(readLiteral(typed, { kind: 'base', name: name as 'text' })).toBe(literal),
);
