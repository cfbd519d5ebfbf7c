import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { addToPath, addToQuery, moveToPath, moveToQuery, setApart, takeOut } from '../../src/core/edit/patterns';
import { arrivalOf } from '../../src/core/walk/arrival';
import { readPattern } from '../../src/core/links/template';
import { linksCard } from '../../src/core/report/links-card';
import { UrlReader, type BuiltCard } from '../../src/core/report/url-card';
import { plain } from '../../src/core/rules/parts/message';
import { activeStack, keyOf, screensOf, type Configuration } from '../../src/core/walk/configuration';
import { Data } from '../../src/core/walk/data';
import { Walker } from '../../src/core/walk/walker';
import { demo } from '../demo';
import { planText } from './plan-text';
import { planArbitrary } from './plans';
import { forAll } from './property';

const huts = `app "Huts"
origin https://huts.example
variants phone, tablet
start list
flag signedIn
flag paid
choice Tier { guest, member, board }
flag tier: Tier = guest
tabs only phone { "Huts" list  "Mine" mine }
entry widget "Mine" opens mine
screen list "Huts"
screen hut "Hut" {
  takes hutId: int, season: text = "summer", ref: text?, days: list of date
  link /huts/{hutId}{?season,ref,days}
}
screen mine "Mine" {
  needs signedIn else push signIn
  link /mine under nothing
}
screen bill "Bill" {
  takes no: int
  needs paid else push pay(no)
  link /mine/bills/{no} under mine
}
screen board "Board" {
  needs tier is board and "the door is open" else push signIn
  link /board
}
screen signIn "Sign in" { on "Sign in" sets signedIn = true then resume }
screen pay "Pay" {
  takes no: int
  needs signedIn else push signIn
  on "Pay" sets paid = true then resume
}
`;

const { plan } = check(huts);
const show = ({ when, stack, back, putOffBy }: BuiltCard): string =>
  `${when && `${when}: `}${stack.join(' > ')}, Back ${back ?? 'leaves'}${putOffBy ? `, since ${putOffBy.screen} needs ${putOffBy.needs}` : ''}`;
const told = (url: string, variant = 'phone') => {
  const { state, opens, takes, cold, once, remarks, why, nearest } = new UrlReader(plan, variant).card(url);
  return {
    state,
    opens: opens?.screen ?? null,
    takes: takes.map(({ name, value, from }) => `${name} ${value} ${from}`),
    cold: cold.map(show),
    once: once && show(once),
    remarks: remarks.map(plain),
    why: why && plain(why),
    nearest: nearest.map(({ pattern }) => pattern),
  };
};

describe('what a URL does', () => {
  test('with its arguments, defaults, and what is left out', () => {
    expect(told('/huts/12?ref=mail&days=2026-05-01,2026-05-02&x=1')).toEqual({
      state: 'opens',
      opens: 'hut',
      takes: ['hutId 12 url', 'season summer default', 'ref mail url', 'days 2026-05-01, 2026-05-02 url'],
      cold: ['list > hut, Back list'],
      once: null,
      remarks: ['Andante ignores x.'],
      why: null,
      nearest: [],
    });
    expect(told('/huts/12').takes).toEqual([
      'hutId 12 url',
      'season summer default',
      'ref null absent',
      'days  default',
    ]);
  });

  test('where it is put off, by what, and what follows once that holds', () => {
    expect(told('/mine')).toMatchObject({
      state: 'gated',
      cold: ['signIn, Back leaves, since mine needs signedIn'],
      once: 'signedIn: mine, Back list',
    });
    // On a tablet there are no tabs, and Back on the only frame leaves.
    expect(told('/mine', 'tablet')).toMatchObject({ once: 'signedIn: mine, Back leaves' });
    // The first that lacks something puts all of it off; both are wanted for the whole stack.
    expect(told('/mine/bills/7')).toMatchObject({
      state: 'gated',
      cold: ['signIn, Back leaves, since mine needs signedIn'],
      once: 'signedIn and paid: mine > bill, Back mine',
    });
    expect(told('/board')).toMatchObject({
      state: 'gated',
      cold: ['signIn, Back leaves, since board needs tier is board and "the door is open"'],
      once: 'tier is board and “the door is open”: list > board, Back list',
    });
  });

  test('where what happens instead leaves the app', () => {
    const left = check(
      planText`
        app "A"
        origin a:
        start a
        flag open
        screen a "A"
        screen b "B" {
          needs open else back
          link /b under a
        }
      `,
    ).plan;
    expect(new UrlReader(left, null).card('/b')).toMatchObject({
      state: 'gated',
      cold: [{ stack: [], putOffBy: { screen: 'b', needs: 'open' } }],
      once: { when: 'open', stack: ['a', 'b'], back: 'a' },
    });
  });

  test('where nothing fits, the nearest and the reason', () => {
    expect(told('/huts/twelve')).toMatchObject({
      state: 'lost',
      why: 'twelve stands for hutId, which wants an int',
      nearest: ['/huts/{hutId}{?season,ref,days}'],
    });
    expect(told('/huts/12?days=2026-05-01,soon')).toMatchObject({
      state: 'lost',
      why: 'soon stands for days, which wants a date such as 2026-01-31',
    });
    expect(told('/mine/bills')).toMatchObject({ state: 'lost', why: 'it ends where {no} should follow' });
    expect(told('/board/a')).toMatchObject({ state: 'lost', why: 'the pattern ends before a' });
    expect(told('ftp://huts.example/')).toMatchObject({
      state: 'unreadable',
      why: 'ftp://huts.example is no origin of this app',
    });
    expect(new UrlReader(check('start a\nscreen a "A"').plan, null).card('/a')).toMatchObject({
      state: 'lost',
      why: ['the app has no links'],
    });
  });

  test('the conditions shown for a deferred link suffice', () => {
    let putOff = 0;
    forAll(
      fc.property(planArbitrary(5), (source) => {
        const { plan: any } = check(source);
        for (const variant of any.variants) {
          const walker = new Walker(any, variant);
          for (const door of walker.externalEvents()) {
            const { cold, once } = arrivalOf(any, new Walker(any, variant, new Data(any)), door);
            // The card lists exactly the screens that the walker shows on a cold start.
            const shown = (configurations: readonly Configuration[]): string[] =>
              [...new Set(configurations.map(keyOf))].sort();
            if (!walker.bounded)
              expect(shown(cold.flatMap(({ after }) => after ?? []))).toEqual(shown(walker.open(door)));
            if (!once) continue;
            putOff++;
            const from = { ...walker.nothing, flags: any.flags.map((flag) => once.flags.get(flag) ?? flag.initial) };
            const after = walker.after(from, door, once.texts);
            expect(
              after.some((each) => keyOf(each) === keyOf(once.after)),
              source,
            ).toBe(true);
            expect([...screensOf(activeStack(once.after))].reverse()).toEqual(walker.stackOf(door));
          }
        }
      }),
      300,
    );
    expect(putOff).toBeGreaterThan(20);
  });

  test('what takes one condition to hold at one use and to fail at another is among the results', () => {
    // Both screens of the stack have a hut of their own. Where one of them lacks what it needs, the app is left.
    const { plan } = check(
      planText`
        start home
        record Hut { ref: text? }
        screen home "Home" {
          has hut: Hut
          needs hut.ref is not given else close
        }
        screen goal "Goal" {
          has hut: Hut
          needs hut.ref is given else close
        }
        entry widget "Goal" opens goal
      `,
    );
    const { cold } = arrivalOf(plan, new Walker(plan, 'app', new Data(plan)), {
      kind: 'entry',
      entry: plan.entries[0]!,
    });
    expect(cold.map(({ after }) => after && activeStack(after)!.screen.label)).toEqual([null, 'goal']);
  });

  test('answers for every plan and every text', () => {
    const text = fc.oneof(
      fc.string({ unit: 'binary' }),
      fc.constantFrom('/a/1', '/a/x', '/a', '/a/1/b', 'https://a.example/a/1'),
    );
    forAll(
      fc.property(planArbitrary(4), fc.array(text, { maxLength: 5 }), (source, urls) => {
        const checked = check(source);
        for (const variant of checked.plan.variants) {
          const { results, spaces, unusable } = linksCard(checked, { urls: urls.join('\n') }, variant);
          for (const { state, opens, why, cold } of results) {
            expect(opens === null).toBe(why !== null);
            if (state === 'opens') expect(cold.some(({ putOffBy }) => putOffBy === null)).toBe(true);
          }
          // Every link of the variant has its row, or is listed as unusable.
          const links = checked.plan.screens.flatMap((screen) =>
            screen.only === null || screen.only.has(variant) ? screen.links : [],
          );
          for (const { rows, origins } of spaces)
            if (origins.length === 0) expect(rows.length + unusable.length).toBe(links.length);
        }
      }),
      60,
    );
  });
});

test('the tree’s rows are in the order in which a URL tries them', () => {
  const card = linksCard(
    check(
      planText`
        ${huts}screen more "More" {
          takes a: text?, b: int?, rest: text?
          link /
          link /mine{/rest*}
          link /mine/{a}
          link /mine/{b}/x
          link /mine/{b}
          link /mine/new.html
          link https://huts.example/mine/{a}/y
        }
      `,
    ),
    { urls: '' },
    'phone',
  );
  const rows = card.spaces[0]!.rows.map(({ column, segments, parent, leaf }) =>
    `${'. '.repeat(column)}${segments.map(({ text }) => text).join(' ')} ${parent} ${leaf.screen} ${leaf.types}`.trim(),
  );
  expect(rows).toEqual([
    '/ null more',
    'huts {hutId} null hut int · ?season, ref, days',
    'mine null mine',
    '. bills {no} 2 bill int',
    '. new.html 2 more',
    '. {b} 2 more int',
    '. . x 5 more int',
    '. {a} 2 more text',
    '. . y 7 more text',
    '. {/rest*} 2 more any depth',
    'board null board',
  ]);
  expect(card.entries).toMatchObject([{ label: 'Mine', door: 'widget', screen: { label: 'mine', state: 'gated' } }]);
  expect(card.examples[0]).toBe('https://huts.example/huts/1');
});

test('of patterns that clash, both are marked', () => {
  const marked = linksCard(check(demo), { urls: '' }, null)
    .spaces[0]!.rows.filter(({ leaf }) => leaf.clashes)
    .map(({ leaf }) => leaf.pattern);
  expect(marked).toEqual(['/help/{about}', '/help/{topic}']);
});

test('examples of all patterns of the demo open their screens, or are those of a clash', () => {
  const checked = check(demo);
  const { examples } = linksCard(checked, { urls: '' }, null);
  const { results } = linksCard(checked, { urls: examples.join('\n') }, null);
  expect(results.map(({ opens }) => opens?.screen)).toEqual([
    'hut',
    'reviews',
    'stays',
    'stay',
    'help',
    'questions',
    'questions',
  ]);
});

describe('changes to a pattern', () => {
  test.each<[what: string, made: string | null, wanted: string | null]>([
    ['into the path', addToPath('/huts{?day}', 'id'), '/huts/{id}{?day}'],
    ['into the path of the root', addToPath('/', 'id'), '/{id}'],
    ['before the rest', addToPath('/huts{/rest*}', 'id'), '/huts/{id}{/rest*}'],
    ['into the query', addToQuery('/huts/{id}', 'day'), '/huts/{id}{?day}'],
    ['into a query that is there', addToQuery('/{?a}', 'b'), '/{?a,b}'],
    ['twice', addToQuery('/{a}', 'a'), null],
    ['out of the path', takeOut('/huts/{id}/map', 'id'), '/huts/map'],
    ['out of a segment', takeOut('/huts/x{id}.html', 'id'), '/huts/x.html'],
    ['out of the query', takeOut('/huts{?a,b}', 'a'), '/huts{?b}'],
    ['all of the query', takeOut('/huts{?a}', 'a'), '/huts'],
    ['the rest', takeOut('/huts{/rest*}{?a}', 'rest'), '/huts{?a}'],
    ['all there is', takeOut('/{id}', 'id'), '/'],
    ['of an origin', takeOut('https://a.example/{id}', 'id'), 'https://a.example/'],
    ['from the query', moveToPath('/huts{?id}', 'id'), '/huts/{id}'],
    ['from the path', moveToQuery('/huts/{id}/map', 'id'), '/huts/map{?id}'],
    ['apart', setApart('/huts/{slug}', 'by-name'), '/huts/by-name/{slug}'],
    ['apart at the root', setApart('/{slug}', 'hut'), '/hut/{slug}'],
    ['apart before the rest', setApart('/a{/rest*}', 'all'), '/a/all{/rest*}'],
    ['apart once more', setApart('/hut/{slug}', 'hut'), null],
    ['of what does not read', addToPath('/{', 'id'), null],
  ])('%s', (_what, made, wanted) => expect(made).toBe(wanted));

  test('give a pattern that reads', () => {
    const part = fc.constantFrom('/a', '/{a}', '/x{b}', '/{c}.html', '{/rest*}', '{?q}', '{?q,r}', '/');
    forAll(
      fc.property(
        fc.array(part, { maxLength: 4 }).map((parts) => parts.join('') || '/'),
        (pattern) => {
          for (const made of [
            addToPath(pattern, 'new'),
            addToQuery(pattern, 'new'),
            setApart(pattern, 'apart'),
            ...['a', 'b', 'c', 'q', 'r', 'rest'].flatMap((name) => [
              takeOut(pattern, name),
              moveToPath(pattern, name),
              moveToQuery(pattern, name),
            ]),
          ]) {
            if (made !== null) expect(readPattern(made).problem).toBeNull();
          }
        },
      ),
      300,
    );
  });
});

test('before anybody types, URLs of a clash and of each kind are answered, or those of the chosen screen', () => {
  const told = (screen: string | null): string[] =>
    linksCard(check(demo), { urls: '' }, null, screen).telling.map(
      ({ state, opens, ties }) => `${opens?.screen} ${state}${ties.length > 0 ? ', ambiguous' : ''}`,
    );
  expect(told(null)).toEqual([
    'questions opens, ambiguous',
    'hut opens',
    'reviews opens',
    'stays gated',
    'stay gated',
    'help opens',
  ]);
  expect(told('stay')).toEqual(['stay gated']);
  expect(linksCard(check(demo), { urls: '/huts/1' }, null).telling).toEqual([]);
});
