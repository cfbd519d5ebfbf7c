/**
 * Apps of ordinary shapes, whose tabs share flags: everything about them is decided. Each rule says by its title
 * whether it holds.
 */
import { describe, expect, test } from 'vitest';
import { toEnd } from '../../src/core/base/slices';
import { check } from '../../src/core/check';
import { answerTo } from '../../src/core/reach';
import { plain } from '../../src/core/rules/parts/message';

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
    more: 'screen news "News" { on "Read" sets unread = false }\nrule "holds" from news always reach home\nrule "holds" never news beneath news\n',
  }),
  'sign-in where a screen needs it': threeTabs({
    flags,
    hut: 'on "Book" push book',
    more: `${signIn}screen book "Book" { ${guarded} }\nrule "holds" never signIn beneath signIn\nrule "holds" from signIn always reach home\nrule "broken" never hut beneath hut\n`,
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
    more: `${signIn}screen book "Book" { ${guarded} }\nrule "holds" from book always reach me\nrule "broken" never book after signIn\n`,
  }),
  'a session that ends by itself': threeTabs({
    flags,
    hut: 'on "Book" push book',
    more: `${signIn}event "Session ends" on all when signedIn sets signedIn = false then reset signIn\nscreen book "Book" { ${guarded} }\nrule "holds" from book always reach me\n`,
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
    more: 'screen one "One" { on "Next" push two }\nscreen two "Two" { on "Next" push three }\nscreen three "Three" { on "Send" sets done = true then back past one }\nrule "holds" always one beneath three\nrule "holds" from three always reach home\nrule "holds" never one beneath one\n',
  }),
  'a wizard as a sheet': threeTabs({
    flags: 'flag done',
    hut: 'on "Review" when not done present stars',
    more: 'screen stars "Stars" { on "Next" push words }\nscreen words "Words" { on "Send" sets done = true then close }\nrule "holds" always stars beneath words\nrule "holds" from words always reach home\n',
  }),
  'a link into each tab': threeTabs({
    flags: 'flag seen',
    home: 'link /home',
    search: 'link /search\n  on "Tips" when not seen push tips',
    me: 'link /me\n  on "Tips" push tips',
    more: 'screen tips "Tips" {\n  link /tips\n  on "Got it" sets seen = true then back\n}\nrule "holds" from tips always reach me\nrule "holds" never tips beneath home\n',
  }),
  'a link to what needs a sign-in': threeTabs({
    flags,
    more: `${signIn}screen stay "Stay" {\n  link /stay\n  ${guarded}\n}\nrule "holds" from stay always reach search\nrule "broken" never home after stay\n`,
  }),
  'a first visit': threeTabs({
    flags: 'flag welcomed',
    home: 'on "Tour" when not welcomed push tour',
    me: 'on "Tour again" sets welcomed = false',
    more: 'screen tour "Tour" { on "Done" sets welcomed = true then back }\nrule "broken" never tour after tour\nrule "holds" from tour always reach me\n',
  }),
  'an order that empties a cart': threeTabs({
    flags: 'flag filled',
    hut: 'on "Add" sets filled = true',
    me: 'on "Cart" when filled push cart',
    more: 'screen cart "Cart" { on "Order" sets filled = false then replace thanks }\nscreen thanks "Thanks" { on "Done" reset home }\nrule "holds" never cart beneath thanks\nrule "holds" from thanks always reach home\n',
  }),
  'a filter that all tabs share': threeTabs({
    flags: 'choice Season { summer, winter }\nflag season: Season = summer',
    home: 'on "Skis" when season is winter push skis',
    search: 'on "Filter" present filter',
    more: 'screen filter "Filter" {\n  on "Summer" sets season = summer then close\n  on "Winter" sets season = winter then close\n}\nscreen skis "Skis" {}\nrule "holds" never filter beneath skis\nrule "holds" from filter always reach skis\n',
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
    more: 'screen stay "Stay" { on "Cancel" sets booked = false then back }\nrule "holds" from hut always reach stay\nrule "holds" from stay always reach search\n',
  }),
  'a drawer on roots': threeTabs({
    flags: 'flag beta',
    me: 'on "Join" sets beta = true',
    more: 'menu "Drawer" on roots {\n  "Labs" when beta push labs\n  "Help" push help\n}\nscreen labs "Labs" {}\nscreen help "Help" {}\nrule "holds" never help beneath help\nrule "holds" from labs always reach me\n',
  }),
  'a menu on all screens': threeTabs({
    flags: 'flag playing',
    hut: 'on "Listen" sets playing = true',
    more: 'menu "Player" on all { "Now playing" when playing push player }\nscreen player "Player" { on "Stop" sets playing = false then back }\nrule "broken" never player beneath player\nrule "holds" from player always reach home\n',
  }),
  'terms that are agreed to once': threeTabs({
    flags: 'flag agreed',
    hut: 'on "Terms" when not agreed push terms',
    more: 'screen terms "Terms" { on "Agree" sets agreed = true then back }\nrule "holds" never terms beneath hut\nrule "holds" from terms always reach home\n',
  }),
  'a list beside what it lists': threeTabs({
    flags: 'flag archived',
    me: 'on "Letters" push letters',
    more: 'screen letters "Letters" { on "Letter" push letter }\nscreen letter "Letter" beside letters { on "Archive" when not archived sets archived = true then back }\nrule "holds" always letters beneath letter\nrule "holds" from letter always reach home\n',
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
    expect(plan.screens.flatMap((screen) => (variant!.back(screen).wholeWithin ? [] : [screen.label]))).toEqual([]);
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
