/**
 * Apps of ordinary shapes, whose tabs share flags: everything about them is decided. Each rule says by its title
 * whether it holds.
 */
import { describe, expect, test } from 'vitest';
import { toEnd } from '../../src/core/base/slices';
import { check } from '../../src/core/check';
import { answerTo } from '../../src/core/reach';
import { plain } from '../../src/core/rules/parts/message';
import { planText } from './plan-text';

/** Three tabs: a list that leads from hut to hut, a search, and a page of one's own. */
const threeTabs = (parts: {
  readonly flags?: string;
  readonly home?: string;
  readonly hut?: string;
  readonly search?: string;
  readonly me?: string;
  readonly more?: string;
}): string => `app "Huts"
origin https://huts.example
start home
${parts.flags ?? ''}
tabs {
  "Home" home
  "Search" search
  "Me" me
}
screen home "Home" {
  on "Hut" push hut(hutId: 1)
  ${parts.home ?? ''}
}
screen hut "Hut" {
  takes hutId: int
  on "Next hut" push hut(hutId: 2)
  ${parts.hut ?? ''}
}
screen search "Search" {
  on "Found" push hut(hutId: 3)
  ${parts.search ?? ''}
}
screen me "Me" {
  ${parts.me ?? ''}
}
${parts.more ?? ''}
`;

const signIn = `screen signIn "Sign in" {
  on "Sign in" sets signedIn = true then resume or reset home
  on "Not now" back
}
`;
const guarded = 'needs signedIn else push signIn';
const flags = 'flag signedIn';

const apps: Readonly<Record<string, string>> = {
  'three tabs and a badge': threeTabs({
    flags: 'flag unread = true',
    home: 'on "News" push news',
    me: 'on "Unread" when unread push news',
    more: planText`
      screen news "News" { on "Read" sets unread = false }
      rule "holds" from news always reach home
      rule "holds" never news beneath news
    `,
  }),
  'sign-in where a screen needs it': threeTabs({
    flags,
    hut: 'on "Book" push book',
    more: planText`
      ${signIn}screen book "Book" { ${guarded} }
      rule "holds" never signIn beneath signIn
      rule "holds" from signIn always reach home
      rule "broken" never hut beneath hut
    `,
  }),
  'sign-in of a tab': threeTabs({
    flags,
    me: `${guarded}\n  on "Settings" push settings`,
    more: `${signIn}screen settings "Settings" {}
rule "holds" from settings always reach home
rule "holds" from hut always reach settings
rule "broken" never settings after signIn
`,
  }),
  'sign-out by reset': threeTabs({
    flags,
    hut: 'on "Book" push book',
    me: 'on "Sign out" when signedIn sets signedIn = false then reset home',
    more: `${signIn}screen book "Book" { ${guarded} }\nrule "holds" from book always reach me\n`,
  }),
  'sign-out without reset': threeTabs({
    flags,
    hut: 'on "Book" push book',
    me: 'on "Sign out" when signedIn sets signedIn = false',
    more: planText`
      ${signIn}screen book "Book" { ${guarded} }
      rule "holds" from book always reach me
      rule "broken" never book after signIn
    `,
  }),
  'a session that ends by itself': threeTabs({
    flags,
    hut: 'on "Book" push book',
    more: planText`
      ${signIn}event "Session ends" on all when signedIn sets signedIn = false then reset signIn
      screen book "Book" { ${guarded} }
      rule "holds" from book always reach me
    `,
  }),
  'a tab behind a sign-in, and a session that ends': threeTabs({
    flags,
    me: `${guarded}\n  on "Settings" push settings`,
    more: `${signIn}event "Session ends" on hut when signedIn sets signedIn = false
screen settings "Settings" { ${guarded} }
rule "holds" from hut always reach settings
rule "holds" from signIn always reach search
`,
  }),
  'a wizard inside a tab': threeTabs({
    flags: 'flag done',
    home: 'on "Apply" when not done push one',
    more: planText`
      screen one "One" { on "Next" push two }
      screen two "Two" { on "Next" push three }
      screen three "Three" { on "Send" sets done = true then back past one }
      rule "holds" always one beneath three
      rule "holds" from three always reach home
      rule "holds" never one beneath one
    `,
  }),
  'a wizard as a sheet': threeTabs({
    flags: 'flag done',
    hut: 'on "Review" when not done present stars',
    more: planText`
      screen stars "Stars" { on "Next" push words }
      screen words "Words" { on "Send" sets done = true then close }
      rule "holds" always stars beneath words
      rule "holds" from words always reach home
    `,
  }),
  'a link into each tab': threeTabs({
    flags: 'flag seen',
    home: 'link /home',
    search: 'link /search\n  on "Tips" when not seen push tips',
    me: 'link /me\n  on "Tips" push tips',
    more: planText`
      screen tips "Tips" {
        link /tips
        on "Got it" sets seen = true then back
      }
      rule "holds" from tips always reach me
      rule "holds" never tips beneath home
    `,
  }),
  'a link to what needs a sign-in': threeTabs({
    flags,
    more: `${signIn}screen stay "Stay" {\n  link /stay\n  ${guarded}\n}\nrule "holds" from stay always reach search\nrule "broken" never home after stay\n`,
  }),
  'a first visit': threeTabs({
    flags: 'flag welcomed',
    home: 'on "Tour" when not welcomed push tour',
    me: 'on "Tour again" sets welcomed = false',
    more: planText`
      screen tour "Tour" { on "Done" sets welcomed = true then back }
      rule "broken" never tour after tour
      rule "holds" from tour always reach me
    `,
  }),
  'an order that empties a cart': threeTabs({
    flags: 'flag filled',
    hut: 'on "Add" sets filled = true',
    me: 'on "Cart" when filled push cart',
    more: planText`
      screen cart "Cart" { on "Order" sets filled = false then replace thanks }
      screen thanks "Thanks" { on "Done" reset home }
      rule "holds" never cart beneath thanks
      rule "holds" from thanks always reach home
    `,
  }),
  'a filter that all tabs share': threeTabs({
    flags: 'choice Season { summer, winter }\nflag season: Season = summer',
    home: 'on "Skis" when season is winter push skis',
    search: 'on "Filter" present filter',
    more: planText`
      screen filter "Filter" {
        on "Summer" sets season = summer then close
        on "Winter" sets season = winter then close
      }
      screen skis "Skis" {}
      rule "holds" never filter beneath skis
      rule "holds" from filter always reach skis
    `,
  }),
  'a subscription behind two doors': threeTabs({
    flags: 'flag signedIn\nflag paid',
    hut: 'on "Map" push map',
    me: 'on "Cancel" when paid sets paid = false',
    more: `${signIn}screen map "Map" {
  ${guarded}
  needs paid else push offer
}
screen offer "Offer" { on "Buy" sets paid = true then resume or back }
rule "holds" from map always reach me
rule "holds" from offer always reach home
`,
  }),
  'a switch to another tab': threeTabs({
    flags: 'flag booked',
    hut: 'on "Book" sets booked = true then switch me',
    me: 'on "Stay" when booked push stay',
    more: planText`
      screen stay "Stay" { on "Cancel" sets booked = false then back }
      rule "holds" from hut always reach stay
      rule "holds" from stay always reach search
    `,
  }),
  'a drawer on roots': threeTabs({
    flags: 'flag beta',
    me: 'on "Join" sets beta = true',
    more: planText`
      menu "Drawer" on roots {
        "Labs" when beta push labs
        "Help" push help
      }
      screen labs "Labs" {}
      screen help "Help" {}
      rule "holds" never help beneath help
      rule "holds" from labs always reach me
    `,
  }),
  'a menu on all screens': threeTabs({
    flags: 'flag playing',
    hut: 'on "Listen" sets playing = true',
    more: planText`
      menu "Player" on all { "Now playing" when playing push player }
      screen player "Player" { on "Stop" sets playing = false then back }
      rule "broken" never player beneath player
      rule "holds" from player always reach home
    `,
  }),
  'terms that are agreed to once': threeTabs({
    flags: 'flag agreed',
    hut: 'on "Terms" when not agreed push terms',
    more: planText`
      screen terms "Terms" { on "Agree" sets agreed = true then back }
      rule "holds" never terms beneath hut
      rule "holds" from terms always reach home
    `,
  }),
  'a list beside what it lists': threeTabs({
    flags: 'flag archived',
    me: 'on "Letters" push letters',
    more: planText`
      screen letters "Letters" { on "Letter" push letter }
      screen letter "Letter" beside letters { on "Archive" when not archived sets archived = true then back }
      rule "holds" always letters beneath letter
      rule "holds" from letter always reach home
    `,
  }),
  'Back that leaves from every tab': `${threeTabs({
    flags: 'flag night',
    me: 'on "Night" sets night = true\n  on "Day" sets night = false',
    home: 'on "Stars" when night push stars',
    more: 'screen stars "Stars" {}\nrule "holds" from stars always reach me\nrule "holds" never stars beneath stars\n',
  })}back leaves\n`,
};

/** What these apps do wrong, beside the rules that do not hold. */
const mistakes: Readonly<Record<string, readonly string[]>> = {
  'sign-out without reset': ['stack/guarded-revealed'],
  'a subscription behind two doors': ['stack/guarded-revealed'],
};

describe.each(Object.entries(apps))('%s', (name, written) => {
  // Names of rules are unique.
  const text = written.replace(/rule "(holds|broken)" (.*)/g, 'rule "$1: $2" $2');
  const { plan, reach, findings } = check(text);
  const [variant] = reach.variants;
  const expected = (title: string): string => title.slice(0, title.indexOf(':'));

  test('has the mistakes that it was made with', () => {
    const broken = plan.claims.filter(({ title }) => expected(title) === 'broken').map(() => 'stack/rule-broken');
    const errors = findings.filter(({ severity }) => severity === 'error').map(({ rule }) => rule);
    expect(errors.sort()).toEqual([...(mistakes[name] ?? []), ...broken]);
  });

  test('leaves nothing undecided', () => {
    expect(plan.screens.filter(({ index }) => variant!.verdicts[index]!.reachable !== 'yes')).toEqual([]);
    expect(plan.screens.flatMap((screen) => (variant!.back(screen).whole ? [] : [screen.label]))).toEqual([]);
    expect(findings.flatMap(({ rule, detail }) => (rule === 'stack/undecided' ? [plain(detail)] : []))).toEqual([]);
    const answers = plan.claims.map((claim) => {
      const answer = toEnd(answerTo(plan, variant!, claim));
      return `${typeof answer === 'string' ? answer : 'broken'}: ${claim.title.slice(claim.title.indexOf(':') + 2)}`;
    });
    expect(answers).toEqual(plan.claims.map(({ title }) => title));
  });
});

test('most of these apps have tabs that depend on one another', () => {
  const kinds = Object.values(apps).map((text) => check(text).reach.variants[0]!.kind);
  expect(kinds.filter((kind) => kind === 'bounded').length).toBeGreaterThan(15);
});
