/** The prototype's states: what a tap does is what the walker does. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { resolve } from '../../src/core/plan/resolve';
import { activeStack, keyOf } from '../../src/core/walk/configuration';
import type { Outcome } from '../../src/core/walk/outcomes';
import { Walker } from '../../src/core/walk/walker';
import { App, type State } from '../../src/prototype/walked';
import { demo } from '../demo';
import { grammarPlan } from './grammar-plans';
import { forAll } from './property';

const keyOfState = ({ configuration }: State): string => (configuration ? keyOf(configuration) : 'left');

/** The outcome of a question that a number picks. */
const picked = ({ question }: State, pick: number): Outcome | undefined =>
  question?.answers[pick % question.answers.length]!.outcome;

test('leads where the walker leads, along random taps of random plans', () => {
  let taps = 0;
  forAll(
    fc.property(
      fc.oneof(grammarPlan('none'), grammarPlan('tabs')),
      fc.array(fc.nat(1000), { minLength: 6, maxLength: 12 }),
      (text, picks) => {
        const app = new App(text);
        for (const variant of app.plan.variants) {
          const walker = new Walker(app.plan, variant);
          let state = app.start(variant);
          for (const pick of picks) {
            const { configuration } = state;
            if (!configuration) break;
            const scene = app.scene(state)!;
            const control = scene.controls[pick % scene.controls.length]!;
            const tapped = app.tap(state, control);
            const outcome = picked(tapped, pick);
            const next = outcome ? app.answer(tapped, outcome) : tapped;
            // Beside configurations, the walker does not list that the app may be left as well.
            const isLeft = next.configuration === null && outcome?.isDetermined === false;
            const after = walker.after(configuration, control.event, outcome?.assumed);
            if (walker.bounded) break;
            const keys = after.length === 0 || isLeft ? ['left'] : after.map(keyOf);
            // A control that cannot be used now changes nothing.
            if (control.card.outcomes.length === 0) expect(keyOfState(next)).toBe(keyOfState(state));
            else expect(keys, text).toContain(keyOfState(next));
            taps++;
            state = next.configuration ? next : app.start(variant);
          }
        }
      },
    ),
    60,
  );
  expect(taps).toBeGreaterThan(200);
});

describe('the demo', () => {
  const app = new App(demo);
  /** The state after taps by label, the first of a name each. */
  const after = (...labels: string[]): State =>
    labels.reduce(
      (state, label) =>
        app.tap(
          state,
          app.scene(state)!.controls.find(({ card }) => card.label === label)!,
        ),
      app.start('phone'),
    );
  const top = (state: State): string => activeStack(state.configuration!)!.screen.label;

  test('asks how a condition turns out, and each answer leads elsewhere', () => {
    const asked = after('Hut card', 'Book', 'Continue', 'Continue', 'Pay');
    expect(top(asked)).toBe('pay');
    expect(asked.question!.answers.map(({ text }) => text)).toEqual([
      'if “the card is accepted”',
      'unless “the card is accepted”',
    ]);
    const [yes, no] = asked.question!.answers;
    expect(top(app.answer(asked, yes!.outcome))).toBe('receipt');
    expect(top(app.answer(asked, no!.outcome))).toBe('declined');
    expect(app.withoutQuestion(asked).question).toBeNull();
  });

  test('moves screens as the plan says, on and back, and not between tabs', () => {
    expect(after('Hut card').arrived).toEqual({ motion: 'slide', direction: 'on' });
    expect(after('Hut card', 'Map legend').arrived).toEqual({ motion: 'rise', direction: 'on' });
    expect(after('Hut card', 'Back').arrived).toEqual({ motion: 'slide', direction: 'back' });
    expect(after('Help').arrived.direction).toBe('still');
  });

  test('says where the app is left for a while, and that no link fits', () => {
    expect(after('Hut card', 'Share').said).toBe('Here the app hands over to: Share sheet.');
    expect(app.open(app.start('phone'), '/nowhere').said).toBe('No link of this app fits /nowhere.');
    expect(top(app.open(app.start('phone'), '/huts/7'))).toBe('hut');
  });

  test('hands typed values over, and keeps those that do not fit out', () => {
    const explore = app.start('phone');
    const card = app.scene(explore)!.controls.find((control) => control.card.label === 'Hut card')!;
    const state = app.tap(app.type(explore, card, 'hut', '13'), card);
    expect(app.scene(state)!.top.values).toContainEqual({ name: 'hutId', value: '13' });
  });

  test('shows a wide variant with its list beside the detail', () => {
    const wide = new App(
      `app "A"
variants tablet wide
start a
screen a "List" {
  on "One" push b
}
screen b "Detail" beside a {
}
`,
    );
    const start = wide.start('tablet');
    const state = wide.tap(start, wide.scene(start)!.controls[0]!);
    const scene = wide.scene(state)!;
    expect([scene.top.title, scene.list?.title, scene.arrow]).toEqual(['Detail', 'List', null]);
    expect(scene.controls.some(({ card }) => card.beside && card.label === 'One')).toBe(true);
  });
});

test('a plan without a start, or without screens, shows nothing and can be asked nothing', () => {
  for (const text of ['', 'app "A"\n', 'screen a {}\n']) {
    const app = new App(text);
    const state = app.start(resolve(parse(text)).variants[0]!);
    expect(state.configuration).toBeNull();
    expect(app.scene(state)).toBeNull();
    expect(app.open(state, 'nonsense').said).toContain('nonsense');
  }
});
