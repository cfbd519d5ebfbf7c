import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { walkLabels } from '../../src/core/walk/tap';
import { exactStacks } from './exact-stacks';
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
    const text =
      'flag in\nstart home\nscreen home "Home" { on "Sign in" push login }\nscreen login "Sign in" { on "Go" sets in = true then push inbox }\nscreen inbox "Inbox" {}\nrule "No sign-in beneath" never login beneath inbox\n';
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
    const text =
      'start home\nflag member\nscreen home "Home" { needs member else push join then switch join }\nscreen join "Join" {\n  needs "luck" else push home then push home\n  on "Help" push help then resume or replace home\n  on "Offer" push offer\n}\nscreen help "Help" {}\nscreen offer "Offer" { needs member else push join then push home }\n';
    expect(rules(text)).toContain('reach/dead-end join: Offer');
  });

  test('a sign-out that reveals private screens', () => {
    const text =
      'flag in\nstart home\nscreen home "Home" { on "Sign in" sets in = true then push mail }\nscreen mail "Mail" {\n  needs in else back\n  on "Me" push me\n}\nscreen me "Me" { on "Sign out" sets in = false }\n';
    expect(rules(text)).toEqual(['stack/guarded-revealed mail: Sign in, Me, Sign out, Back']);
    const { findings } = check(text);
    expect(findings[0]!.fixes.map(({ label }) => label)).toEqual(['End “Sign out” with reset home']);
  });

  test('a private screen that a step back to it shows again', () => {
    const text =
      'flag in\nstart home\nscreen home "Home" { on "Sign in" sets in = true then push mail }\nscreen mail "Mail" {\n  needs in else back\n  on "Me" push me\n}\nscreen me "Me" { on "Sure?" push sure }\nscreen sure "Sure?" { on "Sign out" sets in = false then back to mail }\n';
    expect(rules(text)).toEqual(['stack/guarded-revealed mail: Sign in, Me, Sure?, Sign out']);
    expect(rules(text.replace('back to mail', 'back past mail'))).toEqual([]);
    expect(rules(text.replace('back to mail', 'back to home'))).toEqual([]);
  });

  test('a screen that is put on anew, like the one that was taken off, is not shown again', () => {
    const text =
      'flag far\nstart a\nscreen a "A" { on "Go" reset b then sets far = false then push c }\nscreen b "B" { needs far else push c then sets far = true }\nscreen c "C" {\n  needs not far else resume\n  on "On" resume then sets far = true\n}\n';
    expect(rules(text).filter((one) => one.startsWith('stack/guarded-revealed c'))).toEqual([]);
  });

  test('a paid order that is met again through Back', () => {
    const text =
      'start shop\nscreen shop "Shop" { on "Order" push order }\nscreen order "Order" { on "Pay" push thanks }\nscreen thanks "Thanks" { on "More" push extras }\nscreen extras "Extras" {}\nrule "Paid once" never order beneath thanks\nrule "Nor further down" never order beneath extras\n';
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
        'start home\nscreen home "Home" {\n  on "A" push a\n  on "Map" push map\n}\nscreen map "Map" {}\nscreen a "A" { on "B" push b }\nscreen b "B" {\n  on "A" push a\n  on "End" push end\n}\nscreen end "End" {}\n',
      ),
    ).toEqual(['home: 1', 'map: 2', 'a: a on b', 'b: a on b', 'end: a on b']);
    // Screens that replace one another do not pile up, however often they do.
    expect(
      depths(
        'start home\nscreen home "Home" { on "A" push a }\nscreen a "A" { on "B" replace b }\nscreen b "B" {\n  on "A" replace a\n  on "Map" push map\n}\nscreen map "Map" {}\n',
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
    const text =
      'start home\nscreen home "Home" { on "New" push one }\nscreen one "One" { on "Next" push two }\nscreen two "Two" { on "Next" push three }\nscreen three "Three" { on "Done" back past one then push made }\nscreen made "Made" {}\nrule "The wizard is over" never one beneath made\n';
    expect(known(text, 'made')).toEqual(['yes', 4, ['New', 'Next', 'Next', 'Done'], ['home'], false]);
    expect(rules(text)).toEqual([]);
  });

  test('a guard that only another tab can make true', () => {
    const text =
      'flag paid\nstart a\ntabs {\n  "A" a\n  "B" b\n}\nscreen a "A" { on "Open" when paid push gift }\nscreen b "B" { on "Pay" sets paid = true }\nscreen gift "Gift" {}\n';
    // Two stacks that share a flag: nothing is claimed of all stacks; but these few configurations can be counted.
    expect(check(text).reach.variants[0]!.kind).toBe('bounded');
    expect(known(text, 'gift')).toEqual(['yes', 4, ['B', 'Pay', 'A', 'Open'], ['a'], false]);
  });

  test('a back to that misses on one path', () => {
    const text =
      'start a\nscreen a "A" {\n  on "B" push b\n  on "C" push c\n}\nscreen b "B" { on "C" push c }\nscreen c "C" { on "Done" back to b }\n';
    expect(rules(text)).toEqual(['stack/back-target-missing c: C, Done']);
    expect(known(text, 'b')).toEqual(['yes', 1, ['B'], ['a'], false]);
  });

  test('a link with nothing under it', () => {
    const text = 'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { link /b under nothing }\n';
    expect(known(text, 'b')).toEqual(['yes', 1, ['B'], ['a'], true]);
    expect(known(text.replace(' under nothing', ''), 'b')).toEqual(['yes', 1, ['B'], ['a'], false]);
  });

  test('a needs whose else itself needs', () => {
    const text =
      'flag old\nflag in\nstart a\nscreen a "A" { on "Bar" push bar }\nscreen bar "Bar" { needs old else push age }\nscreen age "Age" {\n  needs in else push login\n  on "Yes" sets old = true then resume\n}\nscreen login "Sign in" { on "Go" sets in = true then resume }\n';
    // Gates nest: the sign-in resumes the question, the question the bar, and nothing of them stays beneath.
    expect(known(text, 'bar')).toEqual(['yes', 3, ['Bar', 'Go', 'Yes'], ['a'], false]);
    expect(known(text, 'age')).toEqual(['yes', 2, ['Bar', 'Go'], ['a'], false]);
    expect(rules(text)).toEqual([]);
  });

  test('a screen that only Back shows, from one pushed together with it', () => {
    const text =
      'start list\nscreen list "List" { on "Found" push map then push note then push hint }\nscreen map "Map" {}\nscreen note "Note" {}\nscreen hint "Hint" {}\n' +
      'rule "Map" from list always reach map\nrule "Note" from list always reach note\nrule "Hint" from map always reach hint\n';
    expect(rules(text)).toEqual([]);
    expect(rules(text.replace('screen map "Map" {}', 'screen map "Map" { on "Anew" reset map }'))).toEqual([
      'reach/dead-end map: Found, Back, Back, Anew',
      'stack/rule-broken Hint: Found, Back, Back, Anew',
    ]);
  });

  test('a flag that can be set back before going back', () => {
    const text =
      'flag far\nstart map\nscreen map "Map" { on "Near" when not far push near }\nscreen near "Near" {}\nscreen list "List" {\n  link /list\n  on "Far" when far close otherwise sets far = true\n  on "Not far" sets far = false\n}\norigin https://huts.example\nrule "Near" from list always reach near\n';
    expect(rules(text)).toEqual(['reach/link-only list: /list', 'stack/back-target-missing list: /list, Far, Far']);
    expect(rules(text.replace('  on "Not far" sets far = false\n', ''))).toEqual([
      'reach/link-only list: /list',
      'stack/back-target-missing list: /list, Far, Far',
      'stack/rule-broken Near: /list, Far',
    ]);
  });

  test('a tab whose root is gone: it is not shown anew by coming back', () => {
    const app = (way: string): string =>
      `start home\nscreen home "Home" { on "Tour" ${way} tour }\nscreen tour "Tour" {}\nscreen mine "Mine" { on "Done" replace done }\nscreen done "Done" {}\ntabs {\n  "Home" home\n  "Mine" mine\n}\n` +
      'rule "From the tour" from tour always reach home\nrule "From the other tab" from done always reach home\nrule "And back" from done always reach mine\n';
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
    const text =
      'start a\ntabs {\n  "A" a\n  "B" b\n}\nscreen a "A" { on "Aside" push note then switch b }\nscreen b "B" {}\nscreen note "Note" {}\nrule "Not on a note" never a beneath note\n';
    expect(known(text, 'note')).toEqual(['yes', 2, ['Aside', 'A'], ['a'], false]);
    expect(rules(text)).toEqual(['stack/rule-broken Not on a note: Aside, A']);
  });
});

describe('tabs that share nothing', () => {
  test('a tab that is built with more than its root shows that one by Back alone, not by coming back to it', () => {
    const app = (then: string): string =>
      `start hello\nscreen hello "Hello" { on "Go on" reset explore then ${then} }\nscreen explore "Explore" { on "Map" push map }\nscreen hut "Hut" {}\nscreen dates "Dates" {}\nscreen map "Map" {}\nscreen stays "Stays" { on "Aside" push note then switch explore }\nscreen note "Note" {}\ntabs {\n  "Explore" explore\n  "Stays" stays\n}\n`;
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
    const text =
      'start home\nscreen home "Home" { on "Order" push order }\nscreen order "Order" {}\nscreen mine "Mine" { on "Pay" push paid }\nscreen paid "Paid" { on "Out" reset bye }\nscreen bye "Bye" {}\ntabs {\n  "Home" home\n  "Mine" mine\n}\n';
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
    return `start a\ntabs {\n${names.map((name) => `  "${name}" ${name}\n`).join('')}}\nscreen home "Home" { on "Begin" reset a }\n${names.map((name) => `screen ${name} "${name}" { on "Next" push ${name}0 }\n${way(name)}screen ${name}Over "Over" {}\n`).join('')}rule "Home again" from bOver always reach home\n`;
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
    const text =
      'start a\ntabs {\n  "A" a\n  "B" b\n}\nscreen goal "Goal" {}\nscreen a "A" { on "Goal" push goal }\nscreen b "B" { on "Goal" push goal }\n' +
      'screen linkA "By link" {\n  link /a under a\n  on "End" back to a then replace endA\n}\nscreen endA "End" {}\nscreen linkB "By link" {\n  link /b under b\n  on "End" back to b then replace endB\n}\nscreen endB "End" {}\nrule "Goal" from endA always reach goal\n';
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
    const text =
      'flag in\nstart list\ntabs { "List" list }\nscreen list "List" { on "Sign in" sets in = true then push mail }\nscreen mail "Mail" {\n  needs in else present login\n  on "Sign out" sets in = false\n}\nscreen login "Sign in" as sheet { on "Go" sets in = true then resume }\n';
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
    const text =
      'flag far\nstart hello\ntabs {\n  "A" a\n  "B" b\n}\nscreen hello "Hello" { on "Go" push b }\nscreen b "B" { on "In" reset a then replace hello }\nscreen a "A" {\n  on "Far" sets far = true\n  on "Note" push note\n}\nscreen note "Note" {}\n' +
      'screen c "C" { on "Home" when far push a }\nrule "Home" from note always reach a\n';
    expect(rules(text).filter((one) => one.startsWith('stack/rule-broken'))).toEqual([]);
  });
});
