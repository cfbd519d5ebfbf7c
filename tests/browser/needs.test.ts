/**
 * What practitioners need, in the order in which they work. For each need a user begins with an empty plan, declares
 * it, sees the catch, and takes the fix, by the interface alone. Prints the effort of each.
 */
import { Key } from 'selenium-webdriver';
import { afterAll, expect, test } from 'vitest';
import { planText } from '../unit/plan-text';
import { useApp } from './use-app';
import { User, type Effort } from './user';

const app = useApp();
const findings = 'section[aria-label=Findings]';
const verdict = 'section[aria-label=Verdict]';
const panel = 'article';
const dialog = 'dialog[open]';
const phone = 'section[aria-label="The phone"]';
const stacks = 'section[aria-label=Stacks]';

/** More than this for one need, and something is harder than it has to be. */
const mostActions = 12;

const efforts = new Map<string, Effort>();

function need(number: number, what: string, meet: (user: User) => Promise<void>): void {
  test(`${number}. ${what}`, async () => {
    const user = await User.begins(app);
    await meet(user);
    efforts.set(`${String(number).padStart(2)}. ${what}`, user.effort);
    expect(user.effort.actions).toBeLessThanOrEqual(mostActions);
  });
}

afterAll(() => {
  const rows = [...efforts].map(([what, { actions, typed, took, waited }]) =>
    [
      String(actions).padStart(7),
      String(typed).padStart(5),
      `${(took / 1000).toFixed(1)} s`.padStart(6),
      `${waited} ms`.padStart(7),
      ` ${what}`,
    ].join('  '),
  );
  // The report is what this file is for, beside its verdict.
  process.stdout.write(['actions  typed    took   waited   need', ...rows, ''].join('\n'));
});

/** The beginning of most plans. */
const huts = 'app "Huts"\nstart list\n';
const withId = `${huts}id HutId: int\nrecord Hut { id: HutId, name: text }\n`;
const withLink = (link: string): string => planText`
  origin https://huts.example
  ${withId}screen list "Huts" {
    has first: HutId
    on "Hut" push hut(hutId: first)
  }
  screen hut "Hut {hutId}" {
    takes hutId: HutId
    ${link}
  }
`;

need(1, 'lay out several bare screens at once, fill them in later', async (user) => {
  await user.presses('Add many screens from a list');
  await user.types('Hut list', 'Hut', 'Booking');
  await user.sees('Understood as 3 screens', dialog);
  await user.presses('Add them');
  await user.sees('The plan has no start screen.', findings);
  await user.presses('Start at hutList');
  await user.sees('1 of 3 screens can be reached', verdict);
  await user.presses('Add a transition from hutList');
  await user.sees('2 of 3 screens can be reached', verdict);
});

need(2, 'say which screen comes first; put a landing screen before it', async (user) => {
  await user.pastes('app "Huts"\n\nscreen list "Huts"\n');
  await user.sees('The plan has no start screen.', findings);
  await user.presses('Start at list');
  await user.sees('1 of 1 screens can be reached', verdict);
  await user.goesTo('start list');
  await user.keys(Key.SHIFT, Key.F2);
  await user.types('welcome');
  await user.sees('on "Continue" push list', dialog);
  await user.presses('Put it there');
  await user.sees('2 of 2 screens can be reached', verdict);
  await user.has('start welcome');
});

need(3, 'one clear key a screen: bad ones are caught, a rename reaches every use', async (user) => {
  await user.pastes(
    planText`
      ${huts}screen list "Huts" {
        on "Button1" push screen1
        on "Map" push map
      }
      screen screen1 "Hut" {
        on "Map" push map
      }
      screen map "Map" {
        on "Hut" back to screen1
      }
      screen Map "Map of the hut"
    `,
  );
  await user.sees('“Button1” on list does not say what it does.', findings);
  await user.sees('differ only in letter case', findings);
  await user.goesTo('screen screen1');
  await user.sees('The screen is still called screen1.', panel);
  await user.presses('Rename');
  await user.types('hut');
  await user.sees('back to hut', dialog);
  await user.presses('Rename everywhere');
  await user.seesNoMore('screen1');
});

need(4, 'a title a screen, which labels the header arrow of the next one', async (user) => {
  await user.pastes(`${huts}screen list {\n  on "Hut" push hut\n}\nscreen hut "Hut"\n`);
  await user.sees('list has no title.', findings);
  await user.presses('Call it "List"');
  await user.seesNoMore('list has no title.', findings);
  await user.opens('5');
  await user.sees('List', phone);
  await user.keys('a');
  await user.finds('Header arrow, back to List');
});

need(5, 'say which control leads where; what leads nowhere is caught', async (user) => {
  await user.pastes(`${huts}screen list "Huts" {\n}\nscreen hut "Hut"\n`);
  await user.goesTo('screen list');
  await user.keys(Key.ENTER);
  await user.types('on "Map" push map', 'on "Filter"');
  await user.sees('list leads to map, which is no screen of this plan.', findings);
  await user.sees('should stand after "Filter"', findings);
  await user.presses('Create the screen map');
  await user.seesNoMore('which is no screen of this plan', findings);
  await user.goesTo('on "Filter"');
  await user.types(' push filter');
  await user.presses('Create the screen filter');
  await user.sees('Nothing leads to hut.', findings);
  await user.presses('Add a transition from list');
  await user.sees('4 of 4 screens can be reached', verdict);
});

need(6, 'change the arguments of a screen that is reached from many places', async (user) => {
  await user.pastes(
    planText`
      ${huts}screen list "Huts" {
        has season: text
        on "Hut" push hut
        on "Map" push map
      }
      screen map "Map" {
        on "Pin" push hut
        on "Legend" back
      }
      screen hut "Hut"
    `,
  );
  await user.goesTo('screen hut');
  await user.sees('Ways in', panel);
  await user.presses('Arguments');
  await user.presses('Add an argument');
  await user.types('season');
  await user.keys(Key.TAB);
  await user.types('text');
  await user.sees('on "Hut" push hut(season)', dialog);
  await user.sees('on "Pin" push hut(season)', dialog);
  await user.presses('Change them');
  await user.sees('2 of 2 arguments supplied', verdict);
});

need(7, 'see the stack before and after a move', async (user) => {
  await user.pastes(
    planText`
      ${huts}screen list "Huts" {
        on "Book" push book
      }
      screen book "Book" {
        on "Pay" push receipt
      }
      screen receipt "Receipt"
    `,
  );
  await user.opens('5');
  await user.sees('Huts', phone);
  await user.keys('a');
  await user.sees('Stack · 2 screens', stacks);
  await user.keys('a');
  await user.sees('Stack · 3 screens', stacks);
  await user.opens('1');
  await user.goesTo('on "Pay"');
  await user.keys(Key.SHIFT, Key.HOME);
  await user.types('on "Pay" replace receipt');
  await user.opens('5');
  await user.sees('Stack · 2 screens', stacks);
});

need(8, 'say how a screen comes in, once for all or per move', async (user) => {
  await user.pastes(`${huts}motion slide\nscreen list "Huts" {\n  on "Map" push map\n}\nscreen map "Map"\n`);
  await user.goesTo('on "Map"');
  await user.types(' motion rise');
  await user.sees('motion rise', panel);
});

need(9, 'a ring of pushes is caught, and its cure offered', async (user) => {
  await user.pastes(
    `${huts}screen list "Huts" {\n  on "Hut" push hut\n}\nscreen hut "Hut" {\n  on "All huts" push list\n}\n`,
  );
  await user.sees('list and hut open one another in a ring', findings);
  await user.presses('Go back to list instead');
  await user.sees('Nothing found', findings);
  await user.has('on "All huts" back to list');
});

need(10, 'see what Back reveals, and whether there is a header arrow', async (user) => {
  await user.pastes(
    planText`
      ${huts}screen list "Huts" {
        on "Hut" push hut
      }
      screen hut "Hut" {
        on "Map" push map
      }
      screen map "Map"
    `,
  );
  await user.goesTo('screen map');
  await user.sees('Back from here reveals hut', panel);
  await user.sees('The header arrow is always there.', panel);
  await user.goesTo('screen list');
  await user.sees('It leaves the app. There is never a header arrow.', panel);
});

need(11, 'a move whose outcome decides; a branch that never runs is caught', async (user) => {
  await user.pastes(
    planText`
      app "Quiz"
      start question
      flag over
      screen question "Question" {
        on "Answer" when over push score
      }
      screen score "Score"
    `,
  );
  await user.sees('“Answer” on question has a condition that never holds.', findings);
  await user.goesTo('on "Answer"');
  await user.keys(Key.SHIFT, Key.HOME);
  await user.types('on "Answer" when "the answer is right" push score');
  await user.types(' otherwise push score');
  await user.sees('Nothing found', findings);
  await user.opens('5');
  await user.sees('if “the answer is right”', phone);
});

need(12, 'a finished flow does not come back through Back', async (user) => {
  await user.pastes(
    planText`
      ${huts}screen list "Huts" {
        on "Book" push pay
      }
      screen pay "Pay" {
        on "Pay" push receipt
      }
      screen receipt "Receipt" {
        on "Done" back
      }
    `,
  );
  await user.types('rule "Paid once" never pay beneath receipt');
  await user.sees('The rule “Paid once” does not hold.', findings);
  await user.sees('pay lies beneath receipt, and Back leads to it.', findings);
  await user.presses('Go back past pay first');
  await user.sees('Nothing found', findings);
});

need(13, 'a row hands its id to the detail, a field hands over what was typed', async (user) => {
  await user.pastes(
    planText`
      ${withId}screen list "Huts" {
        has nearby: list of Hut, words: text
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
      screen results "Results" {
        takes query: text
      }
    `,
  );
  await user.goesTo('has nearby');
  await user.keys(Key.ENTER);
  await user.types('on "Hut card" for hut in nearby push hut', 'on "Search" push results');
  await user.sees('“Hut card” on list opens hut without hutId.', findings);
  await user.presses('Supply hut.id');
  await user.presses('Supply words');
  await user.sees('2 of 2 arguments supplied', verdict);
  await user.has('push results(query: words)');
});

need(14, 'every caller supplies every argument by name and type', async (user) => {
  await user.pastes(
    planText`
      ${withId}screen list "Huts" {
        has first: HutId, label: text, last: HutId?
        on "First" push hut(hutID: first)
        on "Label" push hut(hutId: label)
        on "Last" push hut(hutId: last)
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
    `,
  );
  await user.sees('“First” on list gives hutID to hut, which does not take it.', findings);
  await user.sees('“Label” on list gives hut label for hutId.', findings);
  await user.sees('“Last” on list opens hut with last, which may be absent.', findings);
  await user.presses('Write hutId');
  await user.sees('1 of 3 arguments supplied', verdict);
  await user.presses('Supply first');
  await user.sees('2 of 3 arguments supplied', verdict);
  await user.presses('Supply first');
  await user.sees('3 of 3 arguments supplied', verdict);
});

need(15, 'a record handed over field by field, and a record in a URL, are caught', async (user) => {
  await user.pastes(
    planText`
      app "Huts"
      origin https://huts.example
      start list
      id HutId: int
      record Hut { id: HutId, name: text, height: int }
      screen list "Huts" {
        has huts: list of Hut
        on "Hut card" for hut in huts push hut(hutId: hut.id, name: hut.name, height: hut.height)
      }
      screen hut "Hut" {
        takes hutId: HutId, name: text, height: int
      }
    `,
  );
  await user.sees('hands hut.id, hut.name and hut.height to hut one by one.', findings);
  await user.presses('Let hut take hut: Hut');
  await user.sees('Nothing found', findings);
  await user.goesTo('takes hut: Hut');
  await user.keys(Key.ENTER);
  await user.types('link /huts/{hut}');
  await user.sees('In /huts/{hut}, hut cannot stand in a segment of the path.', findings);
});

need(16, 'try one screen alone with a sample; a sample in a real move is caught', async (user) => {
  await user.pastes(
    planText`
      ${withId}screen list "Huts" {
        on "Hut" push hut(hutId: 12)
      }
      screen hut "Hut {hutId}" {
        takes hutId: HutId sample 7
      }
    `,
  );
  await user.sees('“Hut” on list always opens hut with hutId 12.', findings);
  await user.presses('Let list hold hutId: HutId');
  await user.sees('Nothing found', findings);
  await user.goesTo('screen hut');
  await user.presses('Watch it');
  await user.presses('Next step →');
  await user.sees('Hut 7', phone);
});

need(17, 'services and view state are no arguments', async (user) => {
  await user.pastes(`${huts}screen list "Huts" {\n  on "Hut" push hut\n}\nscreen hut "Hut" {\n}\n`);
  await user.goesTo('screen hut');
  await user.keys(Key.ENTER);
  await user.types('takes api: HutService');
  await user.sees('There is no type HutService.', findings);
  await user.presses('Take api out');
  await user.sees('Nothing found', findings);
});

need(18, 'typed code for the routes', async (user) => {
  await user.pastes(
    planText`
      ${withId}screen list "Huts" {
        has huts: list of Hut
        on "Hut card" for hut in huts push hut(hutId: hut.id)
      }
      screen hut "Hut" {
        takes hutId: HutId
      }
    `,
  );
  await user.opens('6');
  await user.chooses('File', 'routes.ts');
  await user.sees('hutId: HutId');
  await user.finds('Copy');
});

need(19, 'tabs, a drawer, a menu: each item leads to a screen with its arguments', async (user) => {
  await user.pastes(
    `${huts}screen list "Huts"\nscreen stays "My stays"\nscreen about "About" {\n  takes topic: text\n}\n`,
  );
  await user.types('tabs { "Huts" list "Stays" stays "Help" help }', 'menu "Drawer" on roots { "About" push about }');
  await user.sees('A tab leads to help, which is no screen of this plan.', findings);
  await user.presses('Create the screen help');
  await user.sees('“About” in the menu “Drawer” opens about without topic.', findings);
  await user.presses('Let topic be absent on about');
  await user.sees('4 of 4 screens can be reached', verdict);
  await user.sees('Nothing found', findings);
});

need(20, 'tabs on a phone, a drawer on a wide screen: what one cannot reach is caught', async (user) => {
  await user.pastes(
    planText`
      app "Huts"
      variants phone, tablet wide
      start list
      tabs only phone { "Huts" list "Stays" stays }
      screen list "Huts"
      screen stays "My stays"
    `,
  );
  await user.sees('stays is reached in phone, not in tablet.', findings);
  await user.types('menu "Drawer" only tablet on roots { "Stays" reset stays "Huts" reset list }');
  await user.sees('Nothing found', findings);
});

need(21, 'moves that leave the app never count as a way on', async (user) => {
  await user.pastes(
    planText`
      ${huts}screen list "Huts" {
        on "Pay" reset paid
      }
      screen paid "Paid" {
        on "Call the hut" leave "Phone call"
      }
    `,
  );
  await user.sees('paid is a dead end: the only way out is to leave the app.', findings);
  await user.presses('Lead from paid back to list');
  await user.sees('Nothing found', findings);
});

need(22, 'one list of all URLs that open the app', async (user) => {
  await user.pastes(withLink('link /huts/{hutId}'));
  await user.types('entry notification "Hut of the month" opens /hut/12');
  await user.sees('The URL of “Hut of the month” opens nothing.', findings);
  await user.presses('Write /huts/12');
  await user.sees('Nothing found', findings);
  await user.opens('4');
  await user.sees('1 pattern; a URL takes the topmost that fits');
  await user.sees('“Hut of the month” notification /huts/12 hut');
});

need(23, 'what arrives by link has a stack under it', async (user) => {
  await user.pastes(withLink('link /huts/{hutId} under nothing'));
  await user.sees('The link /huts/{hutId} shows hut with nothing beneath it.', findings);
  await user.presses('Put list under it');
  await user.sees('Nothing found', findings);
  await user.opens('4');
  await user.sees('under list');
});

need(24, 'paste a URL, see what it opens, or what nearly fits', async (user) => {
  await user.pastes(withLink('link /huts/{hutId} under list'));
  await user.opens('4');
  await user.pressesAt('#try-urls');
  await user.types('https://huts.example/huts/12', '/huts/twelve');
  await user.sees('hutId 12');
  await user.sees('stack list › hut; Back shows list');
  await user.sees('twelve stands for hutId, which wants an int');
});

need(25, 'a value that only code can hand over makes a link impossible', async (user) => {
  await user.pastes(
    planText`
      origin https://huts.example
      ${withId}screen list "Huts" {
        has huts: list of Hut
        on "Hut card" for hut in huts push hut(hut)
      }
      screen hut "Hut" {
        takes hut: Hut
      }
    `,
  );
  await user.goesTo('takes hut: Hut');
  await user.keys(Key.ENTER);
  await user.types('link /huts/{hutId}');
  await user.sees('The link /huts/{hutId} can never bring hut, which hut requires.', findings);
  await user.presses('Let hut take hutId and load hut');
  await user.sees('Nothing found', findings);
  await user.has('push hut(hutId: hut.id)');
});

need(26, 'walk by hand, switch state, open a link, keep the walk, plan a tour of the rest', async (user) => {
  await user.pastes(
    planText`
      origin https://huts.example
      ${huts}flag signedIn
      screen list "Huts" {
        on "Stays" when signedIn push stays otherwise push signIn
      }
      screen signIn "Sign in" {
        on "Sign in" sets signedIn = true then back
      }
      screen stays "My stays" {
        link /stays under list
      }
    `,
  );
  await user.opens('5');
  await user.sees('Huts', phone);
  await user.pressesAt('[aria-label=signedIn] button:last-child');
  await user.keys('a');
  await user.sees('My stays', phone);
  await user.keys('l');
  await user.types('/stays');
  await user.keys(Key.ENTER);
  await user.sees('Stack · 2 screens', stacks);
  await user.keys('k');
  await user.types('See my stays');
  await user.keys(Key.ENTER);
  await user.sees('See my stays', 'section[aria-label="Kept walks"]');
  await user.presses('Plan a tour of the rest');
  await user.presses('Keep them all');
  await user.sees('3 of 3 outcomes', 'section[aria-label=Coverage]');
});

need(27, 'the app is killed and restored', async (user) => {
  await user.pastes(`${huts}screen list "Huts" {\n  on "Book" push book\n}\nscreen book "Book"\n`);
  await user.opens('5');
  await user.sees('Huts', phone);
  await user.keys('a');
  await user.sees('Stack · 2 screens', stacks);
  await user.pressesAt('[aria-label="This walk"] summary');
  await user.sees('"screen": "book"', '[aria-label="This walk"] details');
});

need(28, 'modules with owners, and screens that others may not open', async (user) => {
  await user.pastes(
    planText`
      ${huts}module discover by "Explore team" {
        screen list "Huts" {
          on "Pay" push card
        }
      }
      module pay {
        private screen card "Card"
      }
    `,
  );
  await user.sees('list uses card, which is private to pay.', findings);
  await user.presses('Make card public');
  await user.sees('The module pay has no owner.', findings);
  await user.presses('Make Explore team the owner');
  await user.sees('Nothing found', findings);
});

need(29, 'one plan for several platforms, each checked', async (user) => {
  await user.pastes(
    planText`
      app "Huts"
      variants ios, android
      start list
      screen list "Huts" {
        on "Widget" only android push widgets
      }
      screen widgets "Widgets"
    `,
  );
  await user.sees('widgets is reached in android, not in ios.', findings);
  await user.presses('Have it only in android');
  await user.sees('Nothing found', findings);
  await user.has('screen widgets "Widgets" only android');
});

need(30, 'see the whole app; see what a change breaks before it is merged', async (user) => {
  await user.pastes(
    planText`
      origin https://huts.example
      ${huts}screen list "Huts" {
        on "Map" push map
      }
      screen map "Map" {
        link /map under list
      }
    `,
  );
  await user.opens('2');
  await user.sees('map', '[data-testid=chart]');
  await user.opens('7');
  await user.pressesAt('input[aria-label="Name of the revision"]');
  await user.types('Release 1');
  await user.keys(Key.ENTER);
  await user.sees('Release 1', '[aria-label=Revisions]');
  await user.opens('1');
  await user.goesTo('link /map');
  await user.keys(Key.SHIFT, Key.HOME);
  await user.types('link /maps under list');
  await user.opens('7');
  await user.sees('https://huts.example/map opens nothing any more.', '[data-testid=review]');
});

need(31, 'a picker hands its choice back, with its type', async (user) => {
  await user.pastes(
    planText`
      ${huts}screen list "Huts" {
        has day: date
        on "Choose a day" push pick
      }
      screen pick "Pick a day" {
        has chosen: date
        on "Choose" back with chosen
      }
    `,
  );
  await user.goesTo('has chosen');
  await user.keys(Key.ENTER);
  await user.types('returns date');
  await user.sees('pick returns date, and nobody asks for it.', findings);
  await user.presses('Give it to day on list');
  await user.sees('Nothing found', findings);
  await user.has('push pick gives day');
});

need(32, 'a flow of screens shares an argument', async (user) => {
  await user.pastes(
    planText`
      ${withId}module book by "Booking team" {
        screen dates "Dates" {
          takes hutId: HutId
          on "Next" push beds(hutId)
        }
        screen beds "Beds" {
          takes hutId: HutId
          on "Next" push pay(hutId)
        }
        screen pay "Pay" {
          takes hutId: HutId
          on "Next" push paid(hutId)
        }
        screen paid "Paid" {
          takes hutId: HutId
        }
      }
      screen list "Huts" {
        has first: HutId
        on "Book" push dates(hutId: first)
      }
    `,
  );
  await user.sees('dates, beds and pay pass hutId on as it is.', findings);
  await user.presses('Let book take hutId');
  await user.sees('Nothing found', findings);
  await user.has('module book by "Booking team" {\n  takes hutId: HutId\n');
});

need(33, 'what a timer or the server does is declared, and counts for Back', async (user) => {
  await user.pastes(
    planText`
      ${huts}flag signedIn
      screen list "Huts" {
        on "Stays" push stays
      }
      screen signIn "Sign in" {
        on "Sign in" sets signedIn = true then resume or back
      }
      screen stays "My stays" {
        needs signedIn else push signIn
        on "Stay" push stay
      }
      screen stay "Stay"
    `,
  );
  await user.types('event "Session ended" on stay sets signedIn = false');
  await user.sees('Going back shows stays although what it needs does not hold.', findings);
  await user.presses('End “Session ended” with reset list');
  await user.sees('Nothing found', findings);
});
