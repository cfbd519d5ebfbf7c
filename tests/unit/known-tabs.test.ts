/** Plans about which an analysis was once wrong: mostly tabs that share a flag. Each answer is worked out by hand. */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { describe as describeAt } from '../../src/core/assist/describe';
import { check } from '../../src/core/check';
import type { Screen } from '../../src/core/plan/model';
import { walkRevealing } from '../../src/core/reach';
import type { VariantReach } from '../../src/core/reach/verdicts/reach';
import { mayReach } from '../../src/core/reach/explicit';
import { walkLabels, type Tap } from '../../src/core/walk/tap';
import { toEnd } from '../../src/core/base/slices';
import { answerTo } from '../../src/core/reach/properties/suspects';
import { exactStacks } from './exact-stacks';
import { planText } from './plan-text';
import { expectWalksToReplay } from './replays';

const tabs = 'tabs {\n  "Home" home\n  "More" more\n}\n';

function verdict(text: string, label: string): unknown[] {
  const { plan, reach } = check(text);
  const { reachable, taps } = reach.variants[0]!.verdicts.find((_one, index) => plan.screens[index]!.label === label)!;
  return [reachable, taps];
}

/** The screens that Back reveals on a screen, and whether these are all. */
function back(text: string, label: string): unknown[] {
  const { plan, reach } = check(text);
  const { reveals, whole } = reach.variants[0]!.back(plan.screens.find((one) => one.label === label)!);
  return [reveals.map((one) => one.label), whole];
}

/** The findings of rules that look at runs, each with its subject and walk; all walks have to replay. */
function found(text: string): string[] {
  const checked = check(text);
  expectWalksToReplay(text, checked);
  return checked.findings
    .filter(({ rule }) => /^(reach|stack)\//.test(rule))
    .map(({ rule, subject, walk }) => `${rule} ${subject}${walk ? `: ${walk.join(', ')}` : ''}`);
}

test('says “at most” where a smaller number of taps is not ruled out', () => {
  // Flags that two tabs set in turn, with more stacks than the exploration walks.
  const inTurn = (count: number): string => {
    const sets = (rest: number): string =>
      Array.from({ length: count }, (_none, index) =>
        index % 2 === rest ? `  on "F${index}" ${index > 0 ? `when f${index - 1} ` : ''}sets f${index} = true\n` : '',
      ).join('');
    const flags = Array.from({ length: count }, (_none, index) => `flag f${index}\n`).join('');
    return planText`
      start home
      ${flags}${tabs}screen home "Home" {
      ${sets(0)}  on "Next" push home
      }
      screen more "More" {
      ${sets(1)}  on "Next" push more
        on "Deep" when f${count - 1} push deep
      }
      screen deep "Deep" {}
    `;
  };
  const told = (text: string): unknown[] => [
    ...verdict(text, 'deep'),
    describeAt(check(text), text.indexOf('deep "Deep"'))!.facts[0],
  ];
  expect(told(inTurn(3))).toEqual(['yes', 7, '7 taps from a cold start.']);
  expect(told(inTurn(15))).toEqual(['yes', 31, 'At most 31 taps from a cold start.']);
  const linked = inTurn(200).replace('screen deep "Deep" {', '$& link /deep ');
  expect(told(linked)).toEqual(['yes', 1, 'At most 1 tap from outside.']);
});

test('finds the shortest way inside where each tap has many outcomes', () => {
  const text = `start home
flag f
flag far
tabs {
  "More" more
  "Home" home
}
entry widget "Lucky" opens prize
screen home "Home" as sheet {
  needs not "luck" else push wait then resume or back
  on "Again" when not f push home otherwise when f resume or push home
  on "Try" when "luck" push prize then push home then present home
}
screen more "More" {}
screen wait "Wait" { needs far else back to wait then push home then push home }
screen prize "Prize" {}
`;
  const { plan, reach } = check(text);
  expect(reach.variants[0]!.verdicts[plan.screens.findIndex(({ name }) => name === 'prize')]).toMatchObject({
    reachable: 'yes',
    taps: 3,
    fromOutside: false,
    isShortest: true,
  });
});

test('an else that switches from tab to tab after all stacks were emptied puts on a gate, the root', () => {
  const text = planText`
    start out
    tabs {
      "Home" home
      "More" more
    }
    screen out "Out" {}
    screen home "Home" { on "Ask" push ask }
    screen more "More" {}
    screen ask "Ask" { on "Go on" resume then push last }
    screen goal "Goal" {
      needs "signed in" else switch more then switch home
      link /goal under nothing
    }
    screen last "Last" {}
    rule "R" never goal beneath last
  `;
  // The link is put off by the root of "Home", from which "Go on" takes it up again.
  expect(found(text)).toContain('stack/rule-broken R: /goal, Ask, Go on');
  // An else that begins there finds no gate of its own: "Go on" has no arrival to make.
  const before = text.replace('link /goal under nothing', '').replace('on "Ask"', 'on "Goal" push goal\n  on "Ask"');
  expect(found(before).filter((one) => one.startsWith('stack/rule-broken'))).toEqual([]);
});

test('of two elses, one in the other, each knows whether it began before all stacks were emptied', () => {
  // The outer else has put on the root of "Home", the inner one the frame above it: "Go on" makes the inner arrival.
  const text = planText`
    start out
    tabs {
      "Home" home
      "More" more
    }
    screen out "Out" {}
    screen home "Home" {}
    screen more "More" {}
    screen ask "Ask" { on "Go on" resume then push last }
    screen inner "Inner" { needs "old enough" else switch home then push ask }
    screen goal "Goal" {
      needs "signed in" else reset more then push inner
      link /goal under nothing
    }
    screen last "Last" {}
    rule "R" never inner beneath last
    rule "S" never goal beneath last
  `;
  const { plan, reach } = check(text);
  const [r, s] = plan.claims.map((claim) => toEnd(answerTo(plan, reach.variants[0]!, claim)));
  expect(r).toHaveLength(2);
  expect(s).toBe('holds');
});

test('an else that comes back to its tab leaves a gate there, which waits for what another tab does', () => {
  // The else puts "Ask" on, and looks at "More" before it ends: "Ask" puts the goal off until "More" has set the flag.
  const text = planText`
    start home
    flag f
    tabs {
      "Home" home
      "More" more
    }
    screen home "Home" { on "Goal" push goal }
    screen more "More" { on "F" sets f = true }
    screen ask "Ask" { on "Go on" resume then push last }
    screen goal "Goal" { needs f else push ask then switch more then switch home }
    screen last "Last" {}
    rule "R" never goal beneath last
  `;
  expect(found(text)).toContain('stack/rule-broken R: Goal, More, F, Home, Go on');
});

test('an event changes the flags for the other tabs also after it has emptied all stacks', () => {
  // From the start “Go”, the tab “More” and its “Open” lead to the goal: the flag is set once “More” has its root again.
  const text = planText`
    start home
    flag far
    tabs {
      "Home" home
      "More" more
      "Last" last
    }
    screen home "Home" { on "Go" when not far reset home then switch last then sets far = true }
    screen more "More" { on "Open" when far push home then switch goal }
    screen goal "Goal" {}
    screen last "Last" {}
    rule "R" from home always reach goal
  `;
  const { plan, reach } = check(text);
  expect(toEnd(answerTo(plan, reach.variants[0]!, plan.claims[0]!))).toBe('holds');
});

test('going back reveals a screen without its needs, though the same tap can also put it on anew', () => {
  const text = planText`
    start home
    choice Way { near, far }
    flag f
    flag way: Way = near
    tabs {
      "Home" home
      "More" more
    }
    screen home "Home" {
      needs not f else back to home
      on "Ask" push ask
    }
    screen more "More" {
      needs "luck" else sets way = near
      needs not (way is not far) else sets f = true
      on "Go" when f back to home then resume or replace more then push more
    }
    screen ask "Ask" { needs not "luck" else sets way = far then back to home }
  `;
  expect(found(text).filter((one) => one.startsWith('stack/guarded-revealed more'))).toHaveLength(1);
});

test('an event that switches tabs midway goes on with the flags of that moment', () => {
  // Only the second "Go", with f already set, puts p onto p.
  const text = planText`
    flag f
    start home
    tabs {
      "More" more
      "Home" home
    }
    screen home "Home" { on "Go" switch more then push pay then sets f = true }
    screen more "More" { on "Stop" when f leave "Mail" }
    screen pay "Pay" {}
    rule "R" never pay beneath pay
  `;
  expect(found(text)).toEqual(['stack/grows home: Go, Home, Go', 'stack/rule-broken R: Go, Home, Go']);
  expect(back(text, 'pay')).toEqual([['more', 'pay'], true]);
});

describe('of tabs that share a flag', () => {
  test.each(['resume or sets f = true', 'leave "Mail" then resume or sets f = true'])(
    'a flag that %s sets in one tab opens a screen from the other',
    (steps) => {
      const text = planText`
        flag f
        start home
        ${tabs}screen home "Home" { on "Set" ${steps} }
        screen more "More" { on "Open" when f push detail }
        screen detail "Detail" {}
      `;
      expect(verdict(text, 'detail')).toEqual(['yes', 3]);
      expect(found(text)).toEqual([]);
    },
  );

  test('one that it clears does, too', () => {
    const text = planText`
      flag f = true
      start home
      ${tabs}screen home "Home" { on "Clear" resume or sets f = false }
      screen more "More" { on "Open" when not f push detail }
      screen detail "Detail" {}
    `;
    expect(verdict(text, 'detail')).toEqual(['yes', 3]);
  });

  test('what a screen shows beneath itself is all that it does', () => {
    const text = planText`
      flag f
      start home
      ${tabs}screen home "Home" {}
      screen more "More" { on "Open" when not f push more then resume or sets f = true }
    `;
    expect(back(text, 'more')).toEqual([['home', 'more'], true]);
  });

  test('a frame that is left on its tab is shown when that tab is', () => {
    const text = planText`
      flag f
      start home
      ${tabs}screen home "Home" {}
      screen more "More" { on "Away" push detail then switch home }
      screen detail "Detail" {
        on "Flag" sets f = true
        on "On" when f push last
      }
      screen last "Last" {}
    `;
    expect(verdict(text, 'detail')).toEqual(['yes', 3]);
    expect(verdict(text, 'last')).toEqual(['yes', 5]);
  });

  test('a gate that is removed and put on again does not make the stack grow', () => {
    const text = planText`
      flag in
      start home
      ${tabs}screen home "Home" { on "Private" resume or push private }
      screen more "More" { on "Sign in" sets in = true }
      screen private "Private" { needs in else push home }
    `;
    expect(found(text)).toEqual([]);
  });

  test('a push onto itself makes the stack grow, with a walk', () => {
    const text = planText`
      flag in
      start home
      ${tabs}screen home "Home" { on "Again" when not in push home }
      screen more "More" { on "Sign in" sets in = true }
    `;
    expect(found(text)).toEqual(['stack/grows home: Again', 'stack/doubled home']);
  });

  test('what only a screen does that nothing reaches opens nothing', () => {
    const text = planText`
      flag f
      start home
      ${tabs}screen home "Home" {}
      screen more "More" { on "Open" when f push detail }
      screen detail "Detail" {}
      screen lost "Lost" { on "Set" sets f = true }
    `;
    expect(verdict(text, 'detail')).toEqual(['no', null]);
    expect(found(text)).toContain('reach/gated more');
  });

  test('follows a transition that goes on after a switch to another tab', () => {
    const text = planText`
      start home
      ${tabs}screen home "Home" {
        on "Jump" switch more then push detail
        on "Mine" push mine
      }
      screen mine "Mine" {}
      screen more "More" { on "List" push list }
      screen list "List" { on "Go home" switch home }
      screen detail "Detail" { on "Home" back then switch home }
      rule "R" never list beneath detail
      rule "S" never mine beneath detail
      rule "T" never detail after more
    `;
    expect(found(text).filter((one) => one.startsWith('stack/rule'))).toEqual([
      'stack/rule-broken R: More, List, Go home, Jump',
      'stack/rule-broken T: More, Home, Jump',
    ]);
  });

  test('the top of a tab decides whether an arrival is deferred, not its root', () => {
    const text = planText`
      flag far
      start list
      tabs {
        "Home" home
        "List" list
      }
      screen home "Home" { needs far else push note }
      screen note "Note" {}
      screen list "List" { on "Go" switch home then replace list }
      rule "R" never home beneath list
    `;
    expect(found(text)).toContain('stack/rule-broken R: Back, Home, List, Go');
  });

  test('what stays undecided is named, and so is the screen', () => {
    // Whether both tabs can be left so that the other one's flag is set would take a queue of settings of any length.
    const { plan, reach, findings } = check(
      planText`
        flag f
        start home
        ${tabs}screen home "Home" { on "Set" sets f = true }
        screen more "More" { on "Clear" when f sets f = false then push more }
        rule "R" from more always reach home
      `,
    );
    const [variant] = reach.variants as [(typeof reach.variants)[0]];
    const isUndecided =
      plan.claims.some((claim) => toEnd(answerTo(plan, variant, claim)) === 'undecided') ||
      variant.verdicts.some(({ reachable }) => reachable === 'undecided');
    expect(findings.some(({ rule }) => rule === 'stack/undecided')).toBe(isUndecided);
  });
});

describe('without tabs', () => {
  test('a menu on roots stands on what it resets to behind or', () => {
    const text = planText`
      start home
      menu "Lists" on roots { "Item" resume or reset list }
      screen home "Home" {}
      screen list "List" { on "On" push on }
      screen on "On" {}
    `;
    const { plan, reach } = check(text);
    expect(
      exactStacks(reach.variants[0]!)!
        .system.variant.offersOn(plan.screens.find(({ name }) => name === 'list')!)
        .map(({ event }) => event.kind),
    ).toEqual(['trigger', 'item']);
  });

  test.each([
    [
      'at a cold start',
      planText`
        flag f
        start home
        screen home "Home" { needs f else push in then back to more }
        screen in "In" { on "In" sets f = true then resume }
        screen more "More" {}
      `,
      'stack/back-target-missing home',
    ],
    [
      'where a link is put off',
      planText`
        flag f
        start home
        screen home "Home" {}
        screen stay "Stay" {
          needs f else back to home then push home
          link /stay
        }
        origin huts:
      `,
      null,
    ],
    [
      'where more is gone back, and the app is left',
      'start home\nscreen home "Home" { on "Out" back to more then back }\nscreen more "More" {}\n',
      'stack/back-target-missing home',
    ],
    [
      'where nothing modal is there to close',
      'start home\nscreen home "Home" { on "Done" push more then close }\nscreen more "More" {}\n',
      'stack/back-target-missing home',
    ],
    [
      'behind or',
      'start home\nscreen home "Home" { on "Done" resume or back to more }\nscreen more "More" {}\n',
      'stack/back-target-missing home',
    ],
  ])('a step back misses its target %s', (_where, text, finding) => {
    const all = found(text).filter((one) => one.startsWith('stack/back-target-missing'));
    expect(all.map((one) => one.split(':')[0])).toEqual(finding ? [finding] : []);
  });

  test('finds menu items and branches that never happen', () => {
    const text = planText`
      flag f
      start home
      menu "More" {
        "Vip" when f leave "Mail"
        "Two" when not f leave "Mail" otherwise leave "Web"
      }
      screen home "Home" {}
    `;
    expect(found(text)).toEqual(['reach/gated More', 'reach/dead-transition More']);
  });

  test('a screen is not said to be led to by nothing that a tab leads to', () => {
    const { findings } = check(
      planText`
        variants p, t
        start home
        tabs only t {
          "Shop" shop
          "More" more
        }
        screen home "Home" {}
        screen shop "Shop" {}
        screen more "More" {}
      `,
    );
    expect(
      findings
        .filter(({ rule }) => rule === 'reach/stranded')
        .map(({ summary }) => summary.map((part) => (typeof part === 'string' ? part : part.code)).join('')),
    ).toEqual(['No walk reaches shop.', 'No walk reaches more.']);
  });
});

test('the steps after “resume or” do not run when a gate is removed', () => {
  const { plan } = check(
    planText`
      flag f
      start home
      screen home "Home" {
        needs f else resume or replace map then push hut then back to home
      }
      screen map "Map" { on "Home" push home }
      screen hut "Hut" {}
    `,
  );
  expect([...mayReach(plan, 'app')].map(({ label }) => label).sort()).toEqual(['hut', 'map']);
});

test('an event that replaces the root of a tab at once shows the tabs', () => {
  const { plan } = check(
    planText`
      start home
      tabs {
        "Huts" huts
        "More" more
      }
      screen home "Home" { on "Go" switch huts then replace hut }
      screen huts "Huts" {}
      screen more "More" {}
      screen hut "Hut" {}
    `,
  );
  expect([...mayReach(plan, 'app')].map(({ label }) => label).sort()).toEqual(['home', 'hut', 'huts', 'more']);
});

test('the last frame stays that was put on after an arrival that did nothing', () => {
  // Signed in, the link runs the else on an empty stack: it arrives at its own screen, which does nothing.
  const text = planText`
    origin huts:
    flag in
    start home
    screen home "Home" { on "In" sets in = true }
    screen hut "Hut" {
      link /hut
      needs not in else push hut then push map then back to home
    }
    screen map "Map" {}
  `;
  expect([verdict(text, 'map'), verdict(`${text}tabs {\n  "Home" home\n  "Hut" hut\n}\n`, 'map')]).toEqual([
    ['yes', 2],
    ['yes', 2],
  ]);
});

test('a tap on a tab whose top screen may be put off is worked off with each value of the flags', () => {
  // Signed in, "Home" shows `secret` and its else puts `more` onto the stack of the other tab; signed out it does not.
  const text = planText`
    flag in
    start home
    tabs {
      "Home" home
      "More" more
    }
    screen home "Home" { on "In" push secret then sets in = true }
    screen secret "Secret" { needs not in else push more }
    screen more "More" { on "Hut" push hut }
    screen hut "Hut" {}
    rule "R" never hut beneath more
  `;
  expect(found(text)).toContain('stack/rule-broken R: In, More, Hut, Home');
});

test('a first tab shows what it was left with since the link that opened the other one', () => {
  // On s0 only T0 leads, after a link that leaves the first tab with its root.
  const text = planText`
    origin huts:
    start home
    tabs {
      "Home" home
      "More" more
    }
    screen home "Home" {}
    screen more "More" {}
    screen hut "Hut" { link /hut }
    screen stay "Stay" {
      link /stay under more
      on "Go" back to hut then replace hut
    }
  `;
  expect(back(text, 'hut')).toEqual([['home'], true]);
  expect(back(text, 'more')).toEqual([['home', 'hut'], true]);
});

describe('where the meaning was open', () => {
  const stays = planText`
    flag in
    start home
    screen home "Home" { on "In" push secret }
    screen secret "Secret" { on "Stays" reset stays }
    screen stays "Stays" { needs in else push signIn }
    screen signIn "Sign in" { on "Go" sets in = true then resume }
  `;

  test('a reset empties all stacks, also where its screen puts it off', () => {
    expect(back(stays, 'signIn')).toEqual([[], true]);
    expect(found(`${stays}rule "R" never secret beneath signIn\n`).filter((one) => one.startsWith('stack'))).toEqual(
      [],
    );
    // A push does not.
    expect(back(stays.replace('reset stays', 'push stays'), 'signIn')).toEqual([['secret'], true]);
  });

  test('a gate within a gate remembers the outermost arrival', () => {
    const text = planText`
      flag a
      flag b
      start home
      screen home "Home" { on "Go" push goal }
      screen goal "Goal" { needs a else push first }
      screen first "First" {
        needs b else push second
        on "A" sets a = true then resume
      }
      screen second "Second" { on "B" sets b = true then resume }
    `;
    const { plan, reach } = check(text);
    const walk = reach.variants[0]!.verdicts[plan.screens.findIndex(({ name }) => name === 'goal')]!.walk!;
    expect([walkLabels(walk), walk.map(({ shows }) => shows!.label)]).toEqual([
      ['Go', 'B', 'A'],
      ['second', 'first', 'goal'],
    ]);
  });

  test('an else that comes back to its own screen is as if it had not: what it did before stands', () => {
    const text = planText`
      flag f
      start home
      screen home "Home" { on "Go" push goal }
      screen goal "Goal" { needs f else push other then push goal }
      screen other "Other" {}
    `;
    expect([verdict(text, 'goal'), verdict(text, 'other')]).toEqual([
      ['no', null],
      ['yes', 1],
    ]);
  });

  test('a link to the start without under has nothing beneath', () => {
    expect(back('start home\norigin huts:\nscreen home "Home" { link /home }\n', 'home')).toEqual([[], true]);
  });

  test('a tab that is left empty shows its root again', () => {
    const text = `start home\n${tabs}screen home "Home" { on "Swap" back then switch more }\nscreen more "More" {}\n`;
    expect([verdict(text, 'more'), back(text, 'more')]).toEqual([
      ['yes', 1],
      [['home'], true],
    ]);
  });
});

test.each(['tidewater', 'saddleback'])('what Back reveals in %s is decided, of the first tab, too', (name) => {
  const { plan, reach } = check(readFileSync(new URL(`../../demo/${name}.andante`, import.meta.url), 'utf8'));
  const [phone] = reach.variants;
  expect(phone!.kind).toBe('bounded');
  const shown = plan.screens.filter(({ index }) => phone!.verdicts[index]!.reachable === 'yes');
  expect(shown.filter((screen) => !phone!.back(screen).whole).map(({ label }) => label)).toEqual([]);
  // Nearly all screens can lie on the first tab while users look at another one.
  for (const { call } of plan.tabBars[0]!.tabs.slice(1)) {
    const { toFirstTab, reveals } = phone!.back(call!.target!);
    expect(toFirstTab).toBe(true);
    expect(reveals.length).toBeGreaterThan(0.8 * shown.length);
  }
});

test('a walk that breaks a rule in a large app goes deep into one tab, and then deep into another', () => {
  const leaves = ['a', 'b', 'c', 'd', 'e', 'f'];
  /** A chain of screens, each with ways aside: too many configurations to look at all that are so near. */
  const chain = (name: string): string =>
    Array.from({ length: 8 }, (_, at) => {
      const aside = leaves.map((leaf) => `  on "${leaf}" push ${name}${at}${leaf}\n`).join('');
      const next = at < 7 ? `  on "Next" push ${name}${at + 1}\n` : '';
      const ends = leaves.map((leaf) => `screen ${name}${at}${leaf} "Aside" {}\n`).join('');
      return `screen ${name}${at} "Chain" {\n${next}${aside}  on "Set" sets f = true\n}\n${ends}`;
    }).join('');
  const { plan, reach } = check(
    `flag f\nstart h0\ntabs {\n  "Home" h0\n  "More" m0\n}\n${chain('h')}${chain('m')}rule "R" never m7 after h7\n`,
  );
  const walk = toEnd(answerTo(plan, reach.variants[0]!, plan.claims[0]!)) as readonly Tap[];
  expect(walkLabels(walk)).toEqual([...Array<string>(7).fill('Next'), 'More', ...Array<string>(7).fill('Next')]);
});

test('a walk shows what Back reveals in the first tab', () => {
  const { plan, reach } = check(
    ['start a', 'tabs { "A" a', '"B" b }', 'screen a { on "Two" push two }', 'screen two', 'screen b', ''].join('\n'),
  );
  const [variant] = reach.variants as [VariantReach];
  const [a, two, b] = plan.screens as [Screen, Screen, Screen];
  expect(variant.back(b).reveals).toEqual([a, two]);
  expect(walkLabels(walkRevealing(variant, b, a)!)).toEqual(['B']);
  // The shortest walk to b leaves the first tab with its root on top.
  expect(walkLabels(walkRevealing(variant, b, two)!)).toEqual(['Two', 'B']);
});

test('from a sign-in that puts a screen off, nothing leads back to a welcome that only the start shows', () => {
  const text = planText`
    flag in
    start welcome
    tabs {
      "Huts" huts
      "Stays" stays
    }
    screen welcome "Welcome" { on "Begin" reset huts }
    screen huts "Huts" { on "Hut" push hut }
    screen hut "Hut" { on "Next" push hut }
    screen stays "My stays" {
      needs in else push signIn
      on "Sign out" sets in = false then reset huts
    }
    screen signIn "Sign in" { on "Sign in" sets in = true then resume or back }
    rule "R" from signIn always reach welcome
    rule "S" from signIn always reach huts
  `;
  const { plan, reach } = check(text);
  const answers = plan.claims.map((claim) => toEnd(answerTo(plan, reach.variants[0]!, claim)));
  expect(found(text)).toContain('stack/rule-broken R: Begin, Stays');
  expect(answers[1]).toBe('holds');
});
