/** Questions: answers held against all configurations of small plans, known answers, and questions that do not read. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check, type Check } from '../../src/core/check';
import { ask } from '../../src/core/ask/ask';
import type { PlanAnswer } from '../../src/core/ask/parts/answer';
import { forms, readQuestion } from '../../src/core/ask/parts/question';
import { sayAnswer } from '../../src/core/ask/say';
import { suggest } from '../../src/core/ask/suggest';
import type { Screen } from '../../src/core/plan/model';
import { resolve } from '../../src/core/plan/resolve';
import { parse } from '../../src/core/language/parse';
import { plain } from '../../src/core/rules/parts/message';
import { activeStack, type Configuration } from '../../src/core/walk/configuration';
import { isInSight } from '../../src/core/walk/in-sight';
import { replay } from '../../src/core/walk/replay';
import { readTrail } from '../../src/core/walk/trail';
import { demo } from '../demo';
import { allConfigurations } from './brute-force';
import { planText } from './plan-text';
import { smallPlanArbitrary } from './plans';
import { forAll } from './property';

type AnswerOf<K extends PlanAnswer['kind']> = Extract<PlanAnswer, { kind: K }>;
const askFor = <K extends PlanAnswer['kind']>(checked: Check, question: string, variant: string | null = null) =>
  ask(checked, question, variant) as AnswerOf<K>;

describe.each(['flag', 'needs', 'tabs', 'shared'] as const)('of small plans (%s)', (kind) => {
  test('what is seen while a flag has a value, and which screen leads to which, is as all configurations say', () => {
    const counts = { yes: 0, no: 0, undecided: 0 };
    forAll(
      fc.property(
        smallPlanArbitrary(kind),
        fc.nat(4),
        fc.nat(4),
        fc.nat(8),
        fc.boolean(),
        (text, a, b, c, isConditional) => {
          const checked = check(text);
          const { plan } = checked;
          const [variant] = plan.variants as [string];
          const graph = allConfigurations(plan, variant, 300);
          if (!graph || a === b) return;
          const judge = new Judge(plan.screens, graph, variant);

          const seen = askFor<'seen'>(checked, 'seen while way is far');
          const labels = seen.screens.map(({ screen }) => screen);
          const expected = judge.seenWhile('far').filter((label) => !seen.undecided.includes(label));
          expect(labels, `seen in\n${text}`).toEqual(expected);
          for (const { screen, walk } of seen.screens) if (walk) expectWalk(text, variant, walk.steps, screen);

          const [from, to] = [plan.screens[a]!, plan.screens[b]!];
          const without = c !== a && c !== b ? (plan.screens[c] ?? null) : null;
          const [held, avoided] = [
            isConditional ? ' while way is far' : '',
            without ? ` without ${without.label}` : '',
          ];
          const question = `from ${from.label}${held} to ${to.label}${avoided}`;
          const { verdict, path, keep } = askFor<'path'>(checked, question);
          counts[verdict]++;
          if (verdict !== 'undecided')
            expect(verdict, `${question} in\n${text}`).toBe(
              judge.leadsTo(from, isConditional ? 'far' : null, to, without) ? 'yes' : 'no',
            );
          if (path) expectWalk(text, variant, [...path.before, ...path.steps], null);
          // What is kept holds: a walk as well as a rule.
          if (keep)
            expect(
              check(`${text}\n${keep}\n`).findings.filter(({ rule }) => /broken/.test(rule)),
              keep,
            ).toEqual([]);
        },
      ),
      120,
    );
    expect(Math.min(counts.yes, counts.no), JSON.stringify(counts)).toBeGreaterThan(3);
    if (kind === 'flag' || kind === 'needs') expect(counts.undecided).toBe(0);
  });
});

type Graph = NonNullable<ReturnType<typeof allConfigurations>>;

class Judge {
  constructor(
    private readonly screens: readonly Screen[],
    private readonly graph: Graph,
    private readonly variant: string,
  ) {}

  /** Labels of the screens on top in some configuration with this value of the only flag. */
  seenWhile(value: string): string[] {
    const seen = new Set(
      [...this.graph.values()].flatMap(({ configuration }) =>
        configuration.flags[0] === value ? [activeStack(configuration)!.screen] : [],
      ),
    );
    return this.screens.filter((screen) => seen.has(screen)).map(({ label }) => label);
  }

  /** Whether some run shows one screen while the flag has a value, then the other, and at no time between a third. */
  leadsTo(from: Screen, value: string | null, to: Screen, without: Screen | null): boolean {
    const shows = (screen: Screen | null, configuration: Configuration): boolean =>
      isInSight(screen, activeStack(configuration), this.variant);
    const next = (key: string): string[] => {
      const { inside, own, outside } = this.graph.get(key)!;
      return [...inside, ...own, ...outside].filter((to) => !shows(without, this.graph.get(to)!.configuration));
    };
    const later = new Set(
      [...this.graph].flatMap(([key, { configuration }]) =>
        shows(from, configuration) &&
        !shows(without, configuration) &&
        (value === null || configuration.flags[0] === value)
          ? next(key)
          : [],
      ),
    );
    for (const key of later) for (const other of next(key)) later.add(other);
    return [...later].some((key) => shows(to, this.graph.get(key)!.configuration));
  }
}

/** Walks the steps in the plan as it is written, without what the question has added; `last` is on top at the end. */
function expectWalk(text: string, variant: string, steps: readonly string[], last: string | null): void {
  const replayed = replay(resolve(parse(text)), variant, readTrail(steps.join('\n'))!);
  const about = `${steps.join(', ')} in\n${text}`;
  expect(replayed.outcome, about).toBe('holds');
  if (last === null) return;
  expect(
    replayed.shown.at(-1)!.map(({ label }) => label),
    about,
  ).toContain(last);
}

describe('of the demo', () => {
  const checked = check(demo);

  test('the way from one screen to another, and that there is none', () => {
    expect(askFor<'path'>(checked, 'from hut to receipt')).toMatchObject({
      verdict: 'yes',
      path: { before: ['tap "Hut card"'], isShortest: true },
    });
    expect(askFor<'path'>(checked, 'from hut to receipt').path!.steps).toHaveLength(4);
    // Of two variants, the one that is asked about.
    expect(askFor<'path'>(checked, 'From stays while signedIn  to signIn ?', 'tablet')).toMatchObject({
      variant: 'tablet',
      verdict: 'yes',
    });
    const shop = check('app "A"\nstart list\nscreen list { on "Pay" reset paid }\nscreen paid {}\n');
    expect(askFor<'path'>(shop, 'from paid to list')).toMatchObject({
      verdict: 'no',
      path: null,
      keep: 'rule "No way from paid to list" never list after paid',
    });
  });

  test('the way without a third screen, by a tab that waits or not at all', () => {
    const { verdict, path } = askFor<'path'>(checked, 'from hut to receipt without dates');
    expect(verdict).toBe('yes');
    // The receipt waits in the first tab while the hut of a stay is seen in another.
    expect(path!.before.slice(-2)).toEqual(['tap "Stay row"', 'tap "See hut"']);
    expect(path!.steps).toEqual(['tab "Explore"']);
    expectWalk(demo, 'phone', [...path!.before, ...path!.steps], 'receipt');
    const shop = check(`app "A"
start list
screen list { on "Cart" push cart }
screen cart { on "Pay" push pay }
screen pay { on "OK" push paid }
screen paid {}
`);
    expect(askFor<'path'>(shop, 'from cart to paid without pay')).toMatchObject({ verdict: 'no', path: null });
    expect(plain(sayAnswer(askFor<'path'>(shop, 'from cart to paid without list')))).toBe(
      'From cart, 2 taps lead to paid without list. The walk to cart has 1 tap.',
    );
  });

  test('in a plan of three variants each gets its own answer', () => {
    const plan = check(`app "A"
variants watch, phone, tablet
start a
screen a { on "B" only phone, tablet push b
  on "C" only watch push c }
screen b {}
screen c {}
`);
    const verdicts = (question: string): string[] =>
      plan.plan.variants.map((variant) => askFor<'path'>(plan, question, variant).verdict);
    expect(verdicts('from a to b')).toEqual(['no', 'yes', 'yes']);
    expect(verdicts('from a to c')).toEqual(['yes', 'no', 'no']);
    expect(askFor<'leads'>(plan, 'what leads to b', 'watch').leads).toEqual([]);
  });

  test('a trigger of the plan may be called as one likes', () => {
    const plan = check(
      planText`
        app "A"
        start a
        flag f
        screen a { on "?" push b
         on "probe" sets f = true }
        screen b {}
      `,
    );
    expect(askFor<'path'>(plan, 'from a to b').path).toMatchObject({ steps: ['tap "?"'], isShortest: true });
    expect(askFor<'path'>(plan, 'from a while f to b').path).toMatchObject({
      before: ['tap "probe"'],
      steps: ['tap "?"'],
    });
    expect(askFor<'seen'>(plan, 'seen while f').screens.map(({ walk }) => walk!.steps)).toEqual([
      ['tap "probe"'],
      ['tap "probe"', 'tap "?"'],
    ]);
  });

  test('what is lost without a trigger', () => {
    const lost = askFor<'lost'>(checked, 'what is lost without "Book" on hut');
    expect(lost.stranded.map(({ screen }) => screen)).toEqual(['dates', 'beds', 'pay', 'declined', 'receipt']);
    expect(lost.walks).toEqual(['Book a hut']);
    expect(plain(sayAnswer(askFor<'lost'>(checked, 'what is lost without "Photos" on hut')))).toBe(
      'Without “Photos” on hut, nobody can see photos any more.',
    );
  });

  test('what is far, what Back reveals, who hands an id on', () => {
    expect(askFor<'far'>(checked, 'farther than 5 taps').screens.map(({ screen, taps }) => [screen, taps])).toEqual([
      ['writeReview', 7],
      ['reviews', 6],
    ]);
    expect(askFor<'back'>(checked, 'what Back reveals on receipt').screens.map(({ screen }) => screen)).toEqual([
      'hut',
    ]);
    expect(askFor<'journey'>(checked, 'who hands on HutId').handovers).toEqual(
      expect.arrayContaining([
        { from: 'results', value: 'row.id', by: 'transition', to: 'hut', argument: 'hutId' },
        { from: null, value: null, by: 'link', to: 'hut', argument: 'hutId' },
      ]),
    );
  });

  test('what leads to a screen in one step', () => {
    const { leads, whole } = askFor<'leads'>(checked, 'what leads to hut', 'tablet');
    expect(leads).toEqual(
      expect.arrayContaining([
        { from: 'explore', step: 'tap "Hut card"' },
        { from: 'photos', step: 'back' },
        { from: null, step: 'open /huts/{hutId}{?season,ref}' },
      ]),
    );
    // As the analysis says, whose stacks are exact for the tablet.
    expect(whole).toBe(true);
    const tablet = checked.reach.variants.find(({ name }) => name === 'tablet')!;
    const hut = checked.plan.screens.find(({ label }) => label === 'hut')!;
    expect(leads.filter(({ step }) => step === 'back').map(({ from }) => from)).toEqual(
      checked.plan.screens
        .filter((one) => one !== hut && tablet.back(one).reveals.includes(hut))
        .map((one) => one.label),
    );
  });

  test('what only a link, a menu or an event shows', () => {
    const plan = check(`app "A"
origin https://a.example
start home
menu "More" on all { "About" push about }
event "Call" push call
screen home {}
screen about {}
screen call {}
screen offer { link /offer under home }
`);
    const only = (by: string): string[] => askFor<'only'>(plan, `shown only by ${by}`).screens.map((one) => one.screen);
    expect([only('links'), only('menus'), only('events')]).toEqual([['offer'], ['about'], ['call']]);
  });
});

describe('a question that does not read', () => {
  const plan = check(demo);

  test.each([
    ['from hutt to receipt', 'The plan has no screen hutt. Did you mean hut?'],
    ['from hut to hut', 'A way leads from one screen to another one. Name two screens.'],
    ['from hut to stay without hut', 'The way begins at hut and ends at stay. Name a third screen to avoid.'],
    ['seen while signdIn', '“signdIn” is no condition on flags alone. The flags are signedIn.'],
    ['seen while signedIn push hut then', '“signedIn push hut then” is no condition. The flags are signedIn.'],
    ['seen while signedIn } screen x {', '“signedIn } screen x {” is no condition. The flags are signedIn.'],
    ['who hands on HutID', 'The plan declares no type HutID. Did you mean HutId?'],
  ])('%s', (question, sentence) => {
    expect(() => ask(plan, question, null)).toThrow(sentence);
  });

  test('names the triggers that there are, all questions, and a line of the plan that does not read', () => {
    expect(() => ask(plan, 'what is lost without "Buy" on hut', null)).toThrow(
      /^hut has no trigger “Buy”. It has .*“Book”/,
    );
    expect(() => ask(plan, 'what now?', null)).toThrow(/none of the questions: from SCREEN to SCREEN;/);
    const half = check(planText`
      app "A"
      start a
      screen a {
       on "B" push
      }
      screen b {}
    `);
    expect(() => ask(half, 'from a to b', null)).toThrow(/^Line 4 does not read yet: /);
  });

  test('names the nearest question, if one has words in common', () => {
    expect(() => ask(plan, 'where does Back go from hut?', null)).toThrow(
      /The nearest is: what Back reveals on SCREEN\.$/,
    );
    expect(() => ask(plan, 'screens four taps away', null)).toThrow(/The nearest is: farther than NUMBER taps\.$/);
  });

  test.each([
    ['the shortest way from hut to receipt', 'from hut to receipt'],
    ['How do I get from hut to receipt without passing dates?', 'from hut to receipt without dates'],
    ['walk from hut while signedIn to receipt', 'from hut while signedIn to receipt'],
    ['which screens open receipt', 'what leads to receipt'],
    ['what goes to receipt', 'what leads to receipt'],
    ['what is lost if "Book" on hut goes', 'what is lost without "Book" on hut'],
    ['screens further than 4 taps away', 'farther than 4 taps'],
    ['only shown by a link', 'shown only by links'],
    ['what can Back reveal under receipt', 'what Back reveals on receipt'],
    ['What Back can show on receipt?', 'what Back reveals on receipt'],
    ['what is seen when not signedIn', 'seen while not signedIn'],
    ['which screens hand on HutId', 'who hands on HutId'],
  ])('%s means %s', (asked, form) => {
    expect(readQuestion(asked, plan.plan)).toEqual(readQuestion(form, plan.plan));
  });

  test.each(forms.map(({ example }) => example))('but the example does: %s', (example) => {
    expect(plain(sayAnswer(ask(plan, example, null)))).not.toBe('');
    expect(readQuestion(example, plan.plan).kind).toBe(forms.find((one) => one.example === example)!.kind);
  });
});

describe('while a question is typed', () => {
  const { plan } = check(demo);

  test.each([
    ['f', ['from ', 'farther than ']],
    ['from hu', ['from hut']],
    ['from hut', ['from hut to ', 'from hut while ']],
    ['From hut t', ['from hut to ']],
    ['from hut while not', ['from hut while not signedIn']],
    ['from hut to stay w', ['from hut to stay without ']],
    ['what is lost without "Book" on ', ['what is lost without "Book" on hut']],
    ['what leads to h', ['what leads to hut', 'what leads to help']],
    ['shown only by ', ['shown only by links', 'shown only by menus', 'shown only by events']],
    ['who hands on HutI', ['who hands on HutId']],
    ['why', []],
  ])('“%s” may go on', (typed, next) => {
    expect(suggest(typed, plan)).toEqual(next);
  });

  test('picking what is offered leads to a question that reads, whichever is picked', () => {
    forAll(
      fc.property(fc.array(fc.nat(39), { minLength: 12, maxLength: 12 }), (picks) => {
        let text = '';
        for (const pick of picks) {
          const offered = suggest(text, plan);
          if (offered.length === 0) break;
          text = offered[pick % offered.length]!;
        }
        // A screen may be picked twice, which is refused in a sentence.
        const screens = [...text.matchAll(/\b(?:from|to|without) (\w\S*)/g)].map(([, screen]) => screen);
        if (new Set(screens).size === screens.length) expect(() => readQuestion(text, plan), text).not.toThrow();
      }),
      200,
    );
  });
});
