import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { walkLabels } from '../../src/core/walk/tap';
import { exactStacks } from './exact-stacks';
import { planText } from './plan-text';
import { expectWalksToReplay } from './replays';

/** The verdict on a screen, its taps and walk, the screens that Back reveals, and whether Back leaves. */
function known(text: string, label: string): unknown[] {
  const { plan, reach } = check(text);
  const screen = plan.screens.find((one) => one.label === label)!;
  const [{ verdicts, back }] = reach.variants as [(typeof reach.variants)[0]];
  const { reachable, taps, walk } = verdicts[screen.index]!;
  const { reveals, leaves } = back(screen);
  return [reachable, taps, walk && walkLabels(walk), reveals.map((other) => other.label), leaves];
}
/** Findings about runs; their walks have to replay. */
function rules(text: string): string[] {
  const checked = check(text);
  expectWalksToReplay(text, checked);
  return checked.findings
    .filter(({ rule }) => !rule.startsWith('name/'))
    .map(({ rule, subject, walk }) => `${rule} ${subject}${walk ? `: ${walk.join(', ')}` : ''}`);
}

describe('plans whose answers are known by hand', () => {
  test('what a tap pushes and then shows is not revealed by going back, in an event of many outcomes, too', () => {
    const needs = 'needs f and "luck" else sets far = true then push a\n  needs not far else push a then push a';
    const text = `start home\nflag f\nflag far\nmenu "More" {\n  "On" push on\n  "F" sets f = true\n}\nscreen home "Home" {}\nscreen a "A" {\n  ${needs}\n}\nscreen on "On" {\n  on "Go" when "luck" sets f = true otherwise push a then push a then resume or present a\n}\n`;
    // One tap on “Go” may push `a`, and then set `far` while `a` is on top. Only Back reveals the `a` beneath.
    expect(rules(text).filter((one) => one.startsWith('stack/guarded'))).toEqual([
      'stack/guarded-revealed a: On, Go, Go, Back',
    ]);
  });

  test('a sign-in that stays beneath', () => {
    const text = planText`
      flag in
      start home
      screen home "Home" { on "Sign in" push login }
      screen login "Sign in" { on "Go" sets in = true then push inbox }
      screen inbox "Inbox" {}
      rule "No sign-in beneath" never login beneath inbox
    `;
    expect(known(text, 'inbox')).toEqual(['yes', 2, ['Sign in', 'Go'], ['login'], false]);
    expect(rules(text)).toEqual(['stack/rule-broken No sign-in beneath: Sign in, Go']);
    expect(rules(text.replace('then push inbox', 'then replace inbox'))).toEqual([]);
  });

  test('three gated screens in one another’s else: one tap has thousands of outcomes', () => {
    const screens = ['b', 'c', 'd'].map(
      (name, index, all) =>
        `screen ${name} "${name}" { needs "${name} is ready" else push ${all[(index + 1) % 3]} then push ${all[(index + 2) % 3]} }\n`,
    );
    const claims = ['never b beneath c', 'always b beneath d', 'from d always reach a', 'never d beneath a'].map(
      (claim) => `rule "${claim}" ${claim}\n`,
    );
    const text = `start a\nscreen a "A" { on "Go" push b then push c then push d }\n${screens.join('')}${claims.join('')}`;
    for (const label of ['b', 'c', 'd'])
      expect(known(text, label)).toEqual(['yes', 1, ['Go'], ['a', 'b', 'c', 'd'], false]);
    expect(rules(text)).toEqual([
      'stack/rule-broken never b beneath c: Go',
      'stack/rule-broken always b beneath d: Go',
    ]);
    // Each of the three pushes puts at most two times three frames on, if the innermost elses find all ready.
    expect(exactStacks(check(text).reach.variants[0]!)!.deepest()).toBe(19);
  });

  test('a screen from which events lead in many ways back to itself alone is a dead end', () => {
    // Nobody is ever a member: home puts join in its place, which "Help" and "Offer" only lead back to.
    const text = planText`
      start home
      flag member
      screen home "Home" { needs member else push join then switch join }
      screen join "Join" {
        needs "luck" else push home then push home
        on "Help" push help then resume or replace home
        on "Offer" push offer
      }
      screen help "Help" {}
      screen offer "Offer" { needs member else push join then push home }
    `;
    expect(rules(text)).toContain('reach/dead-end join: Offer');
  });

  test('a sign-out that reveals private screens', () => {
    const text = planText`
      flag in
      start home
      screen home "Home" { on "Sign in" sets in = true then push mail }
      screen mail "Mail" {
        needs in else back
        on "Me" push me
      }
      screen me "Me" { on "Sign out" sets in = false }
    `;
    expect(rules(text)).toEqual(['stack/guarded-revealed mail: Sign in, Me, Sign out, Back']);
    const { findings } = check(text);
    expect(findings[0]!.fixes.map(({ label }) => label)).toEqual(['End “Sign out” with reset home']);
  });

  test('a private screen that a step back to it shows again', () => {
    const text = planText`
      flag in
      start home
      screen home "Home" { on "Sign in" sets in = true then push mail }
      screen mail "Mail" {
        needs in else back
        on "Me" push me
      }
      screen me "Me" { on "Sure?" push sure }
      screen sure "Sure?" { on "Sign out" sets in = false then back to mail }
    `;
    expect(rules(text)).toEqual(['stack/guarded-revealed mail: Sign in, Me, Sure?, Sign out']);
    expect(rules(text.replace('back to mail', 'back past mail'))).toEqual([]);
    expect(rules(text.replace('back to mail', 'back to home'))).toEqual([]);
  });

  test('a screen that is put on anew, like the one that was taken off, is not shown again', () => {
    const text = planText`
      flag far
      start a
      screen a "A" { on "Go" reset b then sets far = false then push c }
      screen b "B" { needs far else push c then sets far = true }
      screen c "C" {
        needs not far else resume
        on "On" resume then sets far = true
      }
    `;
    expect(rules(text).filter((one) => one.startsWith('stack/guarded-revealed c'))).toEqual([]);
  });

  test('a paid order that is met again through Back', () => {
    const text = planText`
      start shop
      screen shop "Shop" { on "Order" push order }
      screen order "Order" { on "Pay" push thanks }
      screen thanks "Thanks" { on "More" push extras }
      screen extras "Extras" {}
      rule "Paid once" never order beneath thanks
      rule "Nor further down" never order beneath extras
    `;
    expect(rules(text)).toEqual([
      'stack/rule-broken Paid once: Order, Pay',
      'stack/rule-broken Nor further down: Order, Pay, More',
    ]);
    expect(rules(text.replace('push thanks', 'back past order then push thanks'))).toEqual([]);
  });

  test('a ring of three', () => {
    const text =
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" { on "A" push a }\n';
    const { reach, findings } = check(text);
    expect(rules(text)).toEqual(['stack/grows c: B, C, A']);
    expect(exactStacks(reach.variants[0]!)!.deepest()).toBeNull();
    expect(findings[0]!.fixes.map(({ label }) => label)).toEqual(['Go back to a instead']);
    expect(exactStacks(check(text.replace('push a', 'back to a')).reach.variants[0]!)!.deepest()).toBe(3);
    expect(known(text, 'a')).toEqual(['yes', 0, [], ['c'], true]);
  });

  test('how deep a stack is with each screen on top, and what piles up beneath it', () => {
    const depths = (text: string): string[] => {
      const { plan, reach } = check(`app "Huts"\n${text}`);
      return plan.screens.map((screen) => {
        const { frames, cycle } = exactStacks(reach.variants[0]!)!.deepestOn(screen);
        return `${screen.label}: ${frames ?? cycle.map(({ label }) => label).join(' on ')}`;
      });
    };
    // Beside the ring nothing piles up; above it everything does.
    expect(
      depths(
        planText`
          start home
          screen home "Home" {
            on "A" push a
            on "Map" push map
          }
          screen map "Map" {}
          screen a "A" { on "B" push b }
          screen b "B" {
            on "A" push a
            on "End" push end
          }
          screen end "End" {}
        `,
      ),
    ).toEqual(['home: 1', 'map: 2', 'a: a on b', 'b: a on b', 'end: a on b']);
    // Screens that replace one another do not pile up, however often they do.
    expect(
      depths(
        planText`
          start home
          screen home "Home" { on "A" push a }
          screen a "A" { on "B" replace b }
          screen b "B" {
            on "A" replace a
            on "Map" push map
          }
          screen map "Map" {}
        `,
      ),
    ).toEqual(['home: 1', 'a: 2', 'b: 2', 'map: 3']);
    // A screen that has replaced another piles up once the next one is pushed.
    expect(
      depths(
        'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" replace c }\nscreen c "C" { on "A" push a }\n',
      ),
    ).toEqual(['a: a on c', 'b: a on c', 'c: a on c']);
    // A link that builds a stack is as deep as that.
    expect(depths('start a\nscreen a "A" {}\nscreen b "B" {}\nscreen c "C" { link /c under a, b }\n')).toEqual([
      'a: 1',
      'b: 2',
      'c: 3',
    ]);
  });

  test('a wizard with back past', () => {
    const text = planText`
      start home
      screen home "Home" { on "New" push one }
      screen one "One" { on "Next" push two }
      screen two "Two" { on "Next" push three }
      screen three "Three" { on "Done" back past one then push made }
      screen made "Made" {}
      rule "The wizard is over" never one beneath made
    `;
    expect(known(text, 'made')).toEqual(['yes', 4, ['New', 'Next', 'Next', 'Done'], ['home'], false]);
    expect(rules(text)).toEqual([]);
  });

  test('a guard that only another tab can make true', () => {
    const text = planText`
      flag paid
      start a
      tabs {
        "A" a
        "B" b
      }
      screen a "A" { on "Open" when paid push gift }
      screen b "B" { on "Pay" sets paid = true }
      screen gift "Gift" {}
    `;
    // Two stacks that share a flag: nothing is claimed of all stacks; but these few configurations can be counted.
    expect(check(text).reach.variants[0]!.kind).toBe('bounded');
    expect(known(text, 'gift')).toEqual(['yes', 4, ['B', 'Pay', 'A', 'Open'], ['a'], false]);
  });

  test('a back to that misses on one path', () => {
    const text = planText`
      start a
      screen a "A" {
        on "B" push b
        on "C" push c
      }
      screen b "B" { on "C" push c }
      screen c "C" { on "Done" back to b }
    `;
    expect(rules(text)).toEqual(['stack/back-target-missing c: C, Done']);
    expect(known(text, 'b')).toEqual(['yes', 1, ['B'], ['a'], false]);
  });

  test('a link with nothing under it', () => {
    const text = 'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { link /b under nothing }\n';
    expect(known(text, 'b')).toEqual(['yes', 1, ['B'], ['a'], true]);
    expect(known(text.replace(' under nothing', ''), 'b')).toEqual(['yes', 1, ['B'], ['a'], false]);
  });

  test('a needs whose else itself needs', () => {
    const text = planText`
      flag old
      flag in
      start a
      screen a "A" { on "Bar" push bar }
      screen bar "Bar" { needs old else push age }
      screen age "Age" {
        needs in else push login
        on "Yes" sets old = true then resume
      }
      screen login "Sign in" { on "Go" sets in = true then resume }
    `;
    // Gates nest: the sign-in resumes the question, the question the bar, and nothing of them stays beneath.
    expect(known(text, 'bar')).toEqual(['yes', 3, ['Bar', 'Go', 'Yes'], ['a'], false]);
    expect(known(text, 'age')).toEqual(['yes', 2, ['Bar', 'Go'], ['a'], false]);
    expect(rules(text)).toEqual([]);
  });

  test('a screen that only Back shows, from one pushed together with it', () => {
    const text = planText`
      start list
      screen list "List" { on "Found" push map then push note then push hint }
      screen map "Map" {}
      screen note "Note" {}
      screen hint "Hint" {}
      rule "Map" from list always reach map
      rule "Note" from list always reach note
      rule "Hint" from map always reach hint
    `;
    expect(rules(text)).toEqual([]);
    expect(rules(text.replace('screen map "Map" {}', 'screen map "Map" { on "Anew" reset map }'))).toEqual([
      'reach/dead-end map: Found, Back, Back, Anew',
      'stack/rule-broken Hint: Found, Back, Back, Anew',
    ]);
  });

  test('a flag that can be set back before going back', () => {
    const text = planText`
      flag far
      start map
      screen map "Map" { on "Near" when not far push near }
      screen near "Near" {}
      screen list "List" {
        link /list
        on "Far" when far close otherwise sets far = true
        on "Not far" sets far = false
      }
      origin https://huts.example
      rule "Near" from list always reach near
    `;
    expect(rules(text)).toEqual(['reach/link-only list: /list', 'stack/back-target-missing list: /list, Far, Far']);
    expect(rules(text.replace('  on "Not far" sets far = false\n', ''))).toEqual([
      'reach/link-only list: /list',
      'stack/back-target-missing list: /list, Far, Far',
      'stack/rule-broken Near: /list, Far',
    ]);
  });

  test('a tab whose root is gone: it is not shown anew by coming back', () => {
    const app = (way: string): string =>
      planText`
        start home
        screen home "Home" { on "Tour" ${way} tour }
        screen tour "Tour" {}
        screen mine "Mine" { on "Done" replace done }
        screen done "Done" {}
        tabs {
          "Home" home
          "Mine" mine
        }
        rule "From the tour" from tour always reach home
        rule "From the other tab" from done always reach home
        rule "And back" from done always reach mine
      `;
    expect(rules(app('replace'))).toEqual([
      'stack/rule-broken From the tour: Tour',
      'stack/rule-broken From the other tab: Tour, Mine, Done',
      'stack/rule-broken And back: Mine, Done',
    ]);
    // While the root stays beneath, users can always go back to it.
    expect(rules(app('push'))).toEqual(['stack/rule-broken And back: Mine, Done']);
    // A reset to a tab's root puts every tab's root on its stack.
    expect(
      rules(
        app('replace')
          .replace('screen done "Done" {}', 'screen done "Done" { on "Anew" reset mine }')
          .replace('screen tour "Tour" {}', 'screen tour "Tour" { on "Anew" reset mine }'),
      ),
    ).toEqual([]);
  });

  test('a tab left with more on its stack than it had', () => {
    const text = planText`
      start a
      tabs {
        "A" a
        "B" b
      }
      screen a "A" { on "Aside" push note then switch b }
      screen b "B" {}
      screen note "Note" {}
      rule "Not on a note" never a beneath note
    `;
    expect(known(text, 'note')).toEqual(['yes', 2, ['Aside', 'A'], ['a'], false]);
    expect(rules(text)).toEqual(['stack/rule-broken Not on a note: Aside, A']);
  });
});

describe('tabs that share nothing', () => {
  test('a tab that is built with more than its root shows that one by Back alone, not by coming back to it', () => {
    const app = (then: string): string =>
      planText`
        start hello
        screen hello "Hello" { on "Go on" reset explore then ${then} }
        screen explore "Explore" { on "Map" push map }
        screen hut "Hut" {}
        screen dates "Dates" {}
        screen map "Map" {}
        screen stays "Stays" { on "Aside" push note then switch explore }
        screen note "Note" {}
        tabs {
          "Explore" explore
          "Stays" stays
        }
      `;
    const text = app('push hut then push dates then push dates');
    expect(known(text, 'explore')).toEqual(['yes', 4, ['Go on', 'Back', 'Back', 'Back'], [], true]);
    expect(known(text, 'stays')).toEqual(['yes', 2, ['Go on', 'Stays'], ['explore', 'hut', 'dates', 'map'], false]);
    const [{ verdicts }] = check(text).reach.variants as [ReturnType<typeof check>['reach']['variants'][0]];
    // The other tab shows meanwhile the stack that the link has built on it.
    expect(verdicts[6]!.walk!.map(({ shows }) => shows!.label)).toEqual(['dates', 'stays', 'dates', 'note']);
    // After another screen has replaced the root, nothing ever shows the root.
    expect(known(app('replace hut'), 'explore')).toEqual(['no', null, null, [], false]);
    expect(known(app('replace hut'), 'stays')).toEqual(['yes', 2, ['Go on', 'Stays'], ['hut'], false]);
  });

  test('a screen that is shown after one of another tab, though it was there before', () => {
    const text = planText`
      start home
      screen home "Home" { on "Order" push order }
      screen order "Order" {}
      screen mine "Mine" { on "Pay" push paid }
      screen paid "Paid" { on "Out" reset bye }
      screen bye "Bye" {}
      tabs {
        "Home" home
        "Mine" mine
      }
    `;
    expect(rules(`${text}rule "Over" never order after paid\n`)).toEqual([
      'reach/dead-end bye: Mine, Pay, Out',
      'stack/rule-broken Over: Mine, Pay, Home, Order',
    ]);
    expect(rules(`${text}rule "Over" never order after bye\nrule "Once" never mine after bye\n`)).toEqual([
      'reach/dead-end bye: Mine, Pay, Out',
    ]);
  });

  /** Three tabs, in each of which a long way leads to a dead end. */
  const far = (length: number): string => {
    const names = ['a', 'b', 'c'];
    const way = (name: string): string =>
      Array.from(
        { length },
        (_, at) =>
          `screen ${name}${at} "${name}${at}" { on "Next" ${at === length - 1 ? `reset home` : `push ${name}${at + 1}`}${at === length - 2 ? `\n  on "Give up" back past ${name}0 then replace ${name}Over\n` : ''} }\n`,
      ).join('');
    return `start a\ntabs {\n${names.map((name) => `  "${name}" ${name}\n`).join('')}}\nscreen home "Home" { on "Begin" reset a }\n${names
      .map(
        (name) => planText`
      screen ${name} "${name}" { on "Next" push ${name}0 }
      ${way(name)}screen ${name}Over "Over" {}
    `,
      )
      .join('')}rule "Home again" from bOver always reach home\n`;
  };

  test('a long way in each of three tabs to where nothing leads on', () => {
    // More configurations than anybody would look at one by one: 20 to the power of 3.
    const [found] = check(far(20)).findings.filter(({ rule }) => rule === 'stack/rule-broken');
    const steps = [...Array.from({ length: 19 }, () => 'Next'), 'Give up'];
    expect(found!.walk).toEqual([...steps, 'c', ...steps, 'b', ...steps]);
    expect(rules(far(3)).some((one) => one.startsWith('stack/rule-broken Home again'))).toBe(true);
    // With a way on from one of them there is one from everywhere.
    expect(rules(far(20).replace('screen aOver "Over" {}', 'screen aOver "Over" { on "Home" reset home }'))).toEqual(
      [],
    );
  });

  test('what only links build in two tabs is never in both at once', () => {
    const text = planText`
      start a
      tabs {
        "A" a
        "B" b
      }
      screen goal "Goal" {}
      screen a "A" { on "Goal" push goal }
      screen b "B" { on "Goal" push goal }
      screen linkA "By link" {
        link /a under a
        on "End" back to a then replace endA
      }
      screen endA "End" {}
      screen linkB "By link" {
        link /b under b
        on "End" back to b then replace endB
      }
      screen endB "End" {}
      rule "Goal" from endA always reach goal
    `;
    const broken = (plan: string): (readonly string[] | null)[] =>
      check(plan).findings.flatMap(({ rule, walk }) => (rule === 'stack/rule-broken' ? [walk] : []));
    expect(broken(text)).toEqual([]);
    expect(
      broken(
        text.replace(
          'screen b "B" { on "Goal" push goal }',
          'screen b "B" {\n  on "Goal" push goal\n  on "More" push linkB\n}',
        ),
      ),
    ).toEqual([['/a', 'B', 'More', 'End', 'A', 'End']]);
  });
});

describe('tabs that share flags', () => {
  test('a single tab shares them with nobody, and a tap on it looks at what its screen needs', () => {
    const text = planText`
      flag in
      start list
      tabs { "List" list }
      screen list "List" { on "Sign in" sets in = true then push mail }
      screen mail "Mail" {
        needs in else present login
        on "Sign out" sets in = false
      }
      screen login "Sign in" as sheet { on "Go" sets in = true then resume }
    `;
    expect(known(text, 'login')).toEqual(['yes', 3, ['Sign in', 'Sign out', 'List'], ['mail'], false]);
    expect(check(text).reach.variants[0]!.kind).toBe('exact');
  });

  const shop = (done: string): string => `start home
flag in
tabs {
  "Home" home
  "Mine" mine
}
screen home "Home" { on "Order" push order }
screen order "Order" { on "Pay" when in ${done} }
screen receipt "Receipt" { on "Done" reset home }
screen mine "Mine" {
  needs in else present login
  on "Out" sets in = false then reset home
}
screen login "Sign in" as sheet { on "Go" sets in = true then resume }
rule "Paid once" never order beneath receipt
`;

  test('what the upper bound lacks is proved never to happen', () => {
    const { reach } = check(shop('replace receipt'));
    expect(reach.variants[0]!.kind).toBe('bounded');
    // Signing out empties all stacks: nobody comes back to the stack of a user who was signed in. The sign-in can be
    // requested twice.
    expect(rules(shop('replace receipt'))).toEqual(['stack/grows login: Mine, Mine']);
    const leaky = shop('replace receipt')
      .replace('screen home "Home" {', 'screen home "Home" { on "Forget me" sets in = false')
      .replace('on "Out" sets in = false then reset home', 'on "Mail" push mail')
      .concat('screen mail "Mail" {}\n');
    expect(rules(leaky)).toContain('stack/guarded-revealed mine: Mine, Go, Mail, Home, Forget me, Mine, Back');
  });

  test('what a walk shows is told', () =>
    expect(rules(shop('push receipt')).join(';')).toContain('stack/rule-broken Paid once: Order, Mine, Go, Home, Pay'));

  test('a way that goes on to a tab after a sign-in is proved', () => {
    const text = `${shop('replace receipt')}rule "A way on" from order always reach receipt\n`;
    expect(rules(text).filter((one) => /undecided|rule-broken/.test(one))).toEqual([]);
  });

  test('a walk that taps what is not on the screen shows nothing', () => {
    // Only that the tab would show its root anew could break it: and that it does not.
    const text = planText`
      flag far
      start hello
      tabs {
        "A" a
        "B" b
      }
      screen hello "Hello" { on "Go" push b }
      screen b "B" { on "In" reset a then replace hello }
      screen a "A" {
        on "Far" sets far = true
        on "Note" push note
      }
      screen note "Note" {}
      screen c "C" { on "Home" when far push a }
      rule "Home" from note always reach a
    `;
    expect(rules(text).filter((one) => one.startsWith('stack/rule-broken'))).toEqual([]);
  });
});
