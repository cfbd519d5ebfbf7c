import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { plain } from '../../src/core/rules/parts/message';
import { walkCard, type WalkCard, type WalkRequest } from '../../src/core/report/walk-card';
import type { OfferCard } from '../../src/core/report/walk-offers';
import { restOfTour } from '../../src/core/report/walk-tour';
import { demo } from '../demo';
import { planText } from './plan-text';

function walked(
  steps: string,
  {
    variant = 'phone',
    taken = Infinity,
    typed = {},
    text = demo,
  }: Partial<WalkRequest> & { variant?: string; text?: string } = {},
): WalkCard {
  return walkCard(check(text), { steps, taken, typed }, variant);
}

const offer = (card: WalkCard, label: string): OfferCard => card.phone!.offers.find((each) => each.label === label)!;
const outcomes = (card: WalkCard, label: string): string[] =>
  offer(card, label).outcomes.map(({ tail, does, shows, passes }) =>
    [`${does}${tail} → ${shows ?? 'out'}`, ...passes.map(({ name, value }) => `${name} ${value ?? 'missing'}`)].join(
      ' · ',
    ),
  );
const stack = (card: WalkCard): string[] =>
  card.stacks.map(
    ({ name, active, frames }) =>
      `${active ? '*' : ''}${name ?? 'main'}: ${frames.map(({ title, waits, lacks }) => `${title}${waits ? ` (puts off ${waits})` : ''}${lacks ? ` (needs ${lacks})` : ''}`).join(' < ')}`,
  );

describe('the phone', () => {
  test('shows titles with their values, the title beneath as the arrow’s label, and arguments', () => {
    const card = walked('tap "Search" tap "Search" with query = "by the lake", season = winter');
    expect(card.phone).toMatchObject({
      title: 'Results for by the lake',
      arrow: 'Search',
      arguments: [
        { name: 'query', value: 'by the lake' },
        { name: 'season', value: 'winter' },
      ],
    });
    expect(walked('').phone).toMatchObject({ title: 'Explore', arrow: null });
  });

  test('says what each tap does, hands over and shows', () => {
    expect(outcomes(walked('tap "Hut card" with hut = 14'), 'Book')).toEqual([
      'push dates → dates · hutId 14 · season summer',
    ]);
    expect(outcomes(walked('tap "My stays" tap "Sign in" tap "Stay row"'), 'See hut')).toEqual([
      'push hut → hut · hutId missing',
    ]);
    const pay = walked('tap "Hut card" tap "Book" tap "Continue" tap "Continue"');
    expect(outcomes(pay, 'Pay')).toEqual([
      'back past dates, then push receipt if "the card is accepted" → receipt · stayId stay-1',
      'push declined unless "the card is accepted" → declined',
    ]);
    // The two frames beneath `dates` stay, the screens above it go.
    expect(offer(pay, 'Pay').outcomes[0]!.stays).toBe(2);
    expect(outcomes(pay, 'Back')).toEqual(['takes off one → beds']);
    expect(outcomes(walked(''), 'Back')).toEqual(['takes off one → out']);
  });

  test('shows a missing argument as missing', () => {
    const card = walked('tap "My stays" tap "Sign in" tap "Stay row" tap "See hut"');
    expect(card.phone!.arguments[0]).toEqual({ name: 'hutId', value: null });
  });

  test('offers values that the user decides: rows, options, what was typed', () => {
    const [row] = offer(walked(''), 'Hut card').inputs;
    expect(row).toMatchObject({ name: 'hut', type: 'HutId', value: '12', options: ['12', '13', '14'], only: false });
    const beds = walked('tap "Hut card" tap "Book" tap "Continue"', { typed: { 'tap "Continue"': { guests: '3' } } });
    expect(
      offer(beds, 'Continue').inputs.map(({ name, value, options, only }) => [name, value, only, ...options]),
    ).toEqual([
      ['bed', 'bunk', true, 'bunk', 'room', 'tent'],
      ['guests', '3', false],
    ]);
    expect(outcomes(beds, 'Continue')[0]).toContain('guests 3');
  });

  test('greys out what cannot happen now, with what would have to hold', () => {
    const text = planText`
      flag f
      start a
      screen a "A" {
       on "Go" when f push b
       on "Set" sets f = true
      }
      screen b "B" {}
    `;
    expect(offer(walked('', { text, variant: 'app' }), 'Go')).toMatchObject({
      outcomes: [],
      lacks: 'f',
      does: 'push b',
    });
    expect(outcomes(walked('tap "Set"', { text, variant: 'app' }), 'Go')).toEqual(['push b → b']);
    expect(outcomes(walked('set f = true', { text, variant: 'app' }), 'Go')).toEqual(['push b → b']);
    expect(offer(walked('', { text, variant: 'app' }), 'Set').outcomes[0]!.sets).toEqual([
      { name: 'f', value: 'true' },
    ]);
  });

  test('tells apart controls of one name by what they show', () => {
    const text = planText`
      start a
      screen a "A" {
       on "Go" when "x" push b
       on "Go" push c
      }
      screen b "B" {}
      screen c "C" {}
    `;
    const card = walked('', { text, variant: 'app' });
    const steps = card.phone!.offers.flatMap(({ head, outcomes: all }) => all.map(({ tail }) => head + tail));
    expect(steps).toEqual(['tap "Go" if "x" expect b', 'tap "Go" expect c', 'back']);
    for (const [at, title] of ['B', 'C'].entries())
      expect(walked(steps[at]!, { text, variant: 'app' }).phone!.title).toBe(title);
  });

  test('two conditions in one tap are both told', () => {
    const text = planText`
      start a
      screen a "A" { on "Go" when "x" push b otherwise push a }
      screen b "B" { needs "y" else push c }
      screen c "C" {}
    `;
    expect(outcomes(walked('', { text, variant: 'app' }), 'Go')).toEqual([
      'push b if "x" if "y" → b',
      'push b if "x" unless "y" → c',
      'push a unless "x" → a',
    ]);
  });
});

describe('stacks', () => {
  test('stacks stand side by side, the active one first, with deferred arrivals and missing arguments', () => {
    expect(stack(walked('tab "My stays"'))).toEqual([
      '*Explore: Sign in (puts off stays) < Explore',
      'My stays: My stays (needs signedIn)',
      'Help: Help',
    ]);
    expect(stack(walked('tab "My stays" tap "Sign in"'))).toEqual([
      '*My stays: My stays',
      'Explore: Explore',
      'Help: Help',
    ]);
  });

  test('of a link in mid-walk are the link’s own, with the arguments of the URL', () => {
    const card = walked('set signedIn = true tap "Search" open /stays/s-9');
    expect(stack(card)).toEqual(['*My stays: Stay s-9 < My stays', 'Explore: Explore', 'Help: Help']);
    expect(stack(walked('open /huts/44?season=winter'))[0]).toBe('*Explore: some name < Explore');
    expect(walked('open /huts/44?season=winter').phone!.arguments).toEqual([
      { name: 'hutId', value: '44' },
      { name: 'season', value: 'winter' },
      { name: 'ref', value: 'absent' },
    ]);
    expect(stack(walked('set signedIn = true open "Stay tomorrow"'))[0]).toBe('*Explore: Stay s-1 < Explore');
  });
});

describe('the walk so far', () => {
  test('goes back to any step, and keeps the later ones', () => {
    const card = walked('tap "Search" tap "Filters" back', { taken: 1 });
    expect([card.taken, card.phone!.title]).toEqual([1, 'Search']);
    expect(card.steps.map(({ text, stack: labels }) => `${text} ${labels?.join('>')}`)).toEqual([
      ' explore',
      'tap "Search" explore>search',
      'tap "Filters" explore>search>filters',
      'back explore>search',
    ]);
  });

  test.each([
    ['tap "Serch"', 1, 'explore has nothing called “Serch”; “Search” comes nearest.', 'Explore'],
    ['tap "Search" open /nowhere', 2, '“/nowhere” opens no screen here.', 'Search'],
    ['open "Stay tomorow"', 1, '“Stay tomorow” opens no screen here; “Stay tomorrow” comes nearest.', 'Explore'],
    [
      'set signedOut = true',
      1,
      'Andante cannot read this step: the plan has no such flag, or the flag no such value.',
      'Explore',
    ],
    ['back tap "Search"', 2, 'The step before it has left the app.', undefined],
  ])('%s stops at step %i and says why', (steps, step, why, title) => {
    const card = walked(steps);
    expect([card.broken!.step, plain(card.broken!.why), card.phone?.title]).toEqual([step, why, title]);
  });

  test.each([
    ['back', 'left'],
    ['tap', 'unreadable'],
    ['tap "Search" }', 'unreadable'],
  ])('%s is %s', (steps, state) => {
    expect(walked(steps)).toMatchObject({ state, phone: null, stacks: [] });
  });

  test('without a start there is nothing to walk', () =>
    expect(walked('', { text: 'screen a "A"' })).toMatchObject({ state: 'no-start', phone: null }));
});

describe('kept walks', () => {
  const text = planText`
    start a
    screen a "A" {
     on "B" push b
     on "C" push c
    }
    screen b "B" { on "Out" back past a }
    screen c "C" {}
    walk "Out" {
     tap "B"
     tap "Out"
    }
    walk "Odd" { tap "Nowhere" }
  `;

  test('are replayed, and what they use is counted', () => {
    const { kept, coverage } = walked('', { text, variant: 'app' });
    expect(
      kept.map(({ name, taps, outcome, ends, broken }) => [name, taps, outcome, ends, broken && plain(broken.why)]),
    ).toEqual([
      ['Out', 2, 'holds', null, null],
      ['Odd', 1, 'broken', null, 'a has nothing called “Nowhere”.'],
    ]);
    expect(coverage).toEqual({ used: 2, all: 3 });
    expect(walked(kept[0]!.steps, { text, variant: 'app' }).state).toBe('left');
  });

  test('a tour of the rest uses what they do not', () => {
    expect(restOfTour(check(text), null).walks).toEqual([{ steps: ['tap "C"', 'expect c'], taps: 1, ends: 'c' }]);
  });
});
