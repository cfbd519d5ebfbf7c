import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { ruleById } from '../../src/core/rules/catalogue';
import { applyEdits } from '../../src/core/language/edits';
import { testRules } from './rule-table';

const begin = 'app "Huts"\norigin https://huts.example\norigin huts:\nstart list\n';
/** A plan whose list leads to a screen with these arguments and links. */
const hut = (members: string, more = ''): string => `${begin}id HutId: int\nchoice Season { summer, winter }\nrecord Hut { id: HutId, name: text }\n${more}screen list "Huts" {\n  on "Hut" push hut\n}\nscreen hut "Hut" {\n${members}\n}\n`;
/** Where the members of `hut` begin. */
const line = hut('').split('\n').length - 2;

/** A plan with these links, each to a screen that takes `id: int`, `slug: text` and `season: Season`, all with defaults. */
const links = (...patterns: readonly string[]): string => `${begin}choice Season { summer, winter }\nscreen list "Huts" {\n${patterns.map((_pattern, index) => `  on "To ${index}" push s${index}`).join('\n')}\n}\n${patterns.map((pattern, index) =>
  `screen s${index} "S ${index}" { takes id: int = 1, slug: text = "a", season: Season = summer\n  link ${pattern}\n}\n`).join('')}`;
/** Where the link stands of the last of so many. */
const last = (count: number): number => 6 + count + 3 * count;

/** Four links with so many variables that which of them a URL fits is too much to tell. */
const tooMuch = ruleById('link/undecided')!.wrong;

const opening = (url: string, more = ''): string => `${begin}id HutId: int\nchoice Season { summer, winter }\nentry shortcut "Hut" opens ${url}\n${more}screen list "Huts" {\n  link /huts\n  on "Hut" push hut\n}\nscreen hut "Hut" {\n  takes hutId: HutId = 1, season: Season = summer, note: text?\n  link /huts/{hutId}{?season,note}\n}\n`;

testRules([
  {
    rule: 'link/invalid',
    broken: [
      [hut('  takes day: text?\n  link /huts?day={day}'), `${line + 1}:13-14 The link /huts?day={day} to hut does not read. The query is written as {?name}, behind the path: the order of its names is free, and each may be left out.`],
      [hut('  link /huts//map'), `${line}:13-15 The link /huts//map to hut does not read. Nothing stands between two slashes there.`],
      [hut('  takes rest: text?\n  link /huts{/rest}'), `${line + 1}:13-20 The link /huts{/rest} to hut does not read. What takes the rest of the path is written with a star.`],
      [hut('  takes a: text = "", b: text = ""\n  link /huts/{a}{b}'), `${line + 1}:17-20 The link /huts/{a}{b} to hut does not read. Two variables side by side could be told apart in many ways; a text has to stand between them.`],
      [hut('  link /100%/{+x}'), `${line}:12-13 The link /100%/{+x} to hut does not read. % is no percent sign with two hexadecimal digits, or no UTF-8.`],
      [hut('  link https://hut.example/huts'), `${line}:8-27 The link https://hut.example/huts to hut is meant for https://hut.example, which is no origin of the app. Did you mean https://huts.example?`],
      [hut('  link /hut', 'origin https://huts.example/app\n'), '8:8-32 The origin https://huts.example/app does not read. An origin ends with its host; what stands behind that belongs into the patterns.'],
      [hut('  link /hut', 'origin https://\n'), '8:8-16 The origin https:// does not read. An origin is a scheme and a host, such as https://huts.example, or a scheme of the app’s own, such as huts:.'],
    ],
    fine: [hut('  link /100%25/huts.html'), hut('  takes rest: text?, day: text?\n  link /huts{/rest*}{?day}'), hut('  link HTTPS://Huts.Example:443/huts'), hut('  link huts:/huts')],
  },
  {
    rule: 'link/unknown-variable',
    broken: [
      [hut('  takes hutId: HutId = 1\n  link /huts/{hutID}'), `${line + 1}:15-20 The link /huts/{hutID} brings hutID to hut, which does not take it. Did you mean hutId?`],
      [hut('  link /huts{?colour}'), `${line}:15-21 The link /huts{?colour} brings colour to hut, which does not take it. hut takes nothing.`],
      [hut('  takes hutId: HutId = 1\n  link /huts/{hutId}{/where*}'), `${line + 1}:23-28 The link /huts/{hutId}{/where*} brings where to hut, which does not take it. hut takes hutId: HutId.`],
    ],
    fine: [hut('  takes hutId: HutId = 1\n  link /huts/{hutId}'), hut('  has name: text\n  link /huts')],
  },
  {
    rule: 'link/missing-argument',
    broken: [
      [hut('  takes hutId: HutId\n  link /huts{?hutId}'), `${line + 1}:15-20 A URL of /huts{?hutId} may leave out hutId, which hut requires. hut takes hutId: HutId and has no default. In the path, no URL can leave it out: /huts/{hutId}.`],
      [hut('  takes hutId: HutId, day: date\n  link /huts/{hutId}{?note}\n  takes note: text?'), `${line + 1}:8-28 The link /huts/{hutId}{?note} opens hut without day. hut takes day: date and has no default. In the path, no URL can leave it out: /huts/{hutId}/{day}{?note}.`],
      [hut('  takes hutId: HutId, days: list of date\n  link /huts/{hutId}'), `${line + 1}:8-21 The link /huts/{hutId} opens hut without days. hut takes days: list of date and has no default. Give it one, or let it be absent.`],
    ],
    fine: [hut('  takes hutId: HutId, season: Season = summer, note: text?\n  link /huts/{hutId}'), hut('  takes days: list of date\n  link /huts{?days}'), hut('  takes path: text\n  link /huts{/path*}')],
  },
  {
    rule: 'link/not-carriable',
    broken: [
      [hut('  takes hut: Hut\n  link /huts'), `${line + 1}:8-13 The link /huts can never bring hut, which hut requires. It is of type Hut, a record, which only code can hand over. Take its id (HutId) instead, and load the rest.`],
      [hut('  takes hut: Hut?\n  link /huts{?hut}'), `${line + 1}:15-18 In /huts{?hut}, hut cannot ride in a URL. It is of type Hut, a record, which only code can hand over. Take its id (HutId) instead, and load the rest.`],
      [hut('  takes days: list of date\n  link /huts/{days}'), `${line + 1}:15-19 In /huts/{days}, days cannot ride in a segment of the path. It is of type list of date, and a segment has one value. In the query a list can ride.`],
      [hut('  takes id: HutId\n  link /huts{/id*}'), `${line + 1}:15-17 In /huts{/id*}, id cannot ride as the rest of the path. It is of type HutId; the rest of a path is text, or a list with a value for each segment.`],
      [hut('  takes huts: list of Hut\n  link /huts'), `${line + 1}:8-13 The link /huts can never bring huts, which hut requires. It is of type list of Hut, whose items no URL can carry.`],
    ],
    fine: [hut('  takes hut: Hut?\n  link /huts'), hut('  takes days: list of date\n  link /huts{/days*}'), hut('  takes days: list of date, at: instant, how: url, cheap: bool\n  link /huts/{at}/{how}/{cheap}{?days}')],
  },
  {
    rule: 'link/no-origin',
    broken: [
      ['app "Saddleback Huts"\nstart a\nscreen a "A" { link /a }\n', '3:21-23 The app has links, but no origin under which they live. Name one at the beginning: origin https://huts.example, or a scheme of the app’s own, origin saddleback-huts:.'],
      ['start a\nscreen a "A" { link /a }\nscreen b "B" { link /b }\n', '2:21-23 The app has links, but no origin under which they live. Name one at the beginning: origin https://huts.example, or a scheme of the app’s own, origin app:.'],
      ['app "3 peaks"\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" { link /b }\n', '4:21-23 The app has links, but no origin under which they live. Name one at the beginning: origin https://huts.example, or a scheme of the app’s own, origin app3peaks:.'],
    ],
    fine: ['app "A"\norigin a:\nstart a\nscreen a "A" { link /a }\n', 'app "A"\nstart a\nscreen a "A"\n', 'app "A"\nstart a\nscreen a "A" { link https://a.example/b }\n'],
  },
  {
    rule: 'link/overlap',
    broken: [
      [links('/{slug}', '/{slug}'), `${last(2)}:8-15 The links /{slug} to s0 and /{slug} to s1 fit one URL, and neither is more specific. https://huts.example/a fits both, and opens s0 only because its line comes first. Tell them apart by a text in the path, or by types.`],
      [links('/{id}/huts', '/{season}/huts', '/{slug}.html', '/x{slug}'), `${last(4)}:8-16 The links /{slug}.html to s2 and /x{slug} to s3 fit one URL, and neither is more specific. https://huts.example/x.html fits both, and opens s2 only because its line comes first. Tell them apart by a text in the path, or by types.`],
      [links('/a/{slug}', 'https://huts.example/a/{slug}'), `${last(2)}:8-37 The links /a/{slug} to s0 and https://huts.example/a/{slug} to s1 fit one URL, and neither is more specific. https://huts.example/a/a fits both, and opens s0 only because its line comes first. Tell them apart by a text in the path, or by types.`],
      [`${begin}screen list "Huts" {\n  takes a: text = "", b: text = ""\n  link /{a}\n  link /{b}\n}\n`, '8:8-12 The links /{a} and /{b}, both to list, fit one URL, and neither is more specific. https://huts.example/a fits both, and opens list only because its line comes first. Tell them apart by a text in the path, or by types.'],
    ],
    fine: [links('/{slug}', '/{id}', '/{season}', '/new'), links('https://huts.example/{slug}', 'huts:/{slug}'), links('/{slug}/a', '/{slug}/b', '/a/{slug}')],
  },
  {
    rule: 'link/shadowed',
    broken: [
      [links('/summer', '/winter', '/{season}'), `${last(3)}:8-17 No URL opens s2 by /{season}. Whatever fits it fits something more specific: https://huts.example/summer opens s0 by /summer.`],
      [links('/x/summer', '/x/winter{?slug}', '/{slug}', '/x/{season}{?id}'), `${last(4)}:8-24 No URL opens s3 by /x/{season}{?id}. Whatever fits it fits something more specific: https://huts.example/x/summer opens s0 by /x/summer.`],
      [`${begin}choice One { only }\nscreen list "Huts" {\n  takes one: One = only\n  link /only\n  link /{one}\n}\n`, '9:8-14 No URL opens list by /{one}. Whatever fits it fits something more specific: https://huts.example/only opens list by /only.'],
    ],
    fine: [links('/summer', '/{season}'), links('/{id}', '/{slug}'), links('/summer{?id}', '/winter', '/{season}')],
  },
  {
    rule: 'link/undecided',
    broken: [
      [tooMuch, '11:8-12 There is too much to work out to tell whether /{a} to tour clashes with other links. That it overlaps another, or never wins, is not ruled out. The more variables a segment has, and the more patterns begin and end alike, the more has to be looked at together.'],
      [tooMuch.replace('start', 'origin huts:\nstart'), '12:8-12 There is too much to work out to tell whether /{a} to tour clashes with other links. That it overlaps another, or never wins, is not ruled out. The more variables a segment has, and the more patterns begin and end alike, the more has to be looked at together.'],
      [tooMuch.replace('link /{a}\n', 'link /{b}\n'), '11:8-12 There is too much to work out to tell whether /{b} to tour clashes with other links. That it overlaps another, or never wins, is not ruled out. The more variables a segment has, and the more patterns begin and end alike, the more has to be looked at together.'],
    ],
    fine: [links(...[...'-.~_+!*;'].map((sign) => `/x${sign}{slug}`)), links('/{slug}', ...Array.from({ length: 200 }, (_none, index) => `/n${index}`))],
  },
  {
    rule: 'link/alone',
    broken: [
      [hut('  link /hut under nothing'), `${line}:8-12 The link /hut shows hut with nothing beneath it. Back leaves the app at once, and there is no header arrow. Build the stack that somebody would have who had tapped there.`],
      [hut('  link /hut under nothing\n  link /hut2 under list', 'tabs { "Huts" list }\n'), `${line + 1}:8-12 The link /hut shows hut with nothing beneath it. Back leaves the app at once, and there is no header arrow. Build the stack that somebody would have who had tapped there.`],
      [hut('  link /hut under wide', 'variants phone, tablet\nscreen wide "Wide" only tablet {}\n'), `${line + 2}:8-12 The link /hut shows hut with nothing beneath it. Back leaves the app at once, and there is no header arrow. Build the stack that somebody would have who had tapped there.`],
    ],
    fine: [hut('  link /hut'), hut('  link /hut under list'), hut('  link /hut under nothing', 'tabs { "Hut" hut  "Huts" list }\n'), `${begin}screen list "Huts" { link /list under nothing }\n`],
  },
  {
    rule: 'entry/unresolved',
    broken: [
      [opening('/hut/12'), '7:28-35 The URL of “Hut” opens nothing. /huts/{hutId}{?season,note} to hut comes nearest: hut stands where it has huts.'],
      [opening('https://hats.example/huts'), '7:28-53 The URL of “Hut” does not read. https://hats.example/huts: https://hats.example is no origin of this app.'],
      [opening('https://huts.example/huts/%zz'), '7:28-57 The URL of “Hut” does not read. https://huts.example/huts/%zz: %zz at character 27 is no percent sign with two hexadecimal digits.'],
      [opening('/a/b/c/d/e'), '7:28-38 The URL of “Hut” opens nothing. No pattern of the plan comes near to /a/b/c/d/e.'],
      [opening('/huts/1/map'), '7:28-39 The URL of “Hut” opens nothing. /huts/{hutId}{?season,note} to hut comes nearest: map is too much.'],
      ['app "A"\nstart a\nentry page "A" opens /a\nscreen a "A"\n', '3:22-24 The URL of “A” opens nothing. The plan has no links.'],
    ],
    fine: [opening('/huts'), opening('huts://huts/12'), opening('https://HUTS.example:443/huts/12?season=winter#map'), opening('/huts/twelve')],
  },
  {
    rule: 'entry/bad-argument',
    broken: [
      [opening('/huts/twelve'), '7:28-40 A value in the URL of “Hut” does not fit /huts/{hutId}{?season,note}. twelve stands for hutId, which wants an int. Nothing opens.'],
      // Another pattern takes an int by another name in the same place.
      [opening('/huts/twelve/map', 'screen map "Map" {\n  takes near: int = 1\n  link /maps/{near}\n  link /huts/{near}/map\n}\n'), '7:28-44 A value in the URL of “Hut” does not fit /huts/{near}/map. twelve stands for near, which wants an int. Nothing opens.'],
      [opening('/huts/12?season=autumn'), '7:28-50 A value in the URL of “Hut” does not fit /huts/{hutId}{?season,note}. autumn stands for season, which wants summer or winter. Nothing opens.'],
      [opening('/huts/12?saeson=winter'), '7:28-50 The URL of “Hut” hands over saeson, which /huts/{hutId}{?season,note} does not have. Did you mean season?'],
      [opening('/huts/12?note=a&note=b'), '7:28-50 The URL of “Hut” hands over note, twice. note is there more than once; the first counts.'],
      [opening('/huts/12?utm=mail'), '7:28-45 The URL of “Hut” hands over utm, which /huts/{hutId}{?season,note} does not have. utm is not looked at.'],
    ],
    fine: [opening('/huts/12?season=winter&note='), opening('/hats/12'), opening('/huts')],
  },
]);

test('every fix of a link or an entry puts right what it is offered for', () => {
  const broken = [
    hut('  takes day: text?\n  link /huts?day={day}'), hut('  link /huts//map'), hut('  takes rest: text?\n  link /huts{/rest}'), hut('  takes a: text = "x"\n  link /huts/{a'), hut('  link https://hut.example/huts'), hut('  link /hut', 'origin https://huts.example/app\n'),
    hut('  takes hutId: HutId = 1\n  link /huts/{hutID}'), hut('  link /huts{?colour}'), hut('  takes a: text?\n  link /huts/x{b}y{?a,c}'),
    hut('  takes hutId: HutId\n  link /huts{?hutId}'), hut('  takes day: date\n  link /{?note}\n  takes note: text?'), hut('  takes days: list of date\n  link /huts'),
    hut('  takes days: list of date\n  link /huts/{days}/map'), hut('  takes hut: Hut?\n  link /huts{?hut}'), 'app "A"\nstart a\nscreen a "A" { link /a }\n',
    links('/{slug}', '/{slug}'), links('/a{?slug}', '/a{?id}'), links('/summer', '/winter', '/{season}'), hut('  link /hut under nothing'), opening('/hut/12'), opening('/huts/12?saeson=winter'),
    `${begin}entry page "Huts" opens //huts.example/huts\nscreen list "Huts" { link /huts }\n`,
  ];
  let tried = 0;
  for (const text of broken) {
    const checked = check(text);
    const own = checked.findings.filter(({ rule }) => /^(link|entry)\//.test(rule));
    expect(own.length, text).toBeGreaterThan(0);
    for (const finding of own) {
      for (const fix of finding.fixes) {
        const after = check(applyEdits(text, fix.edits)).findings.filter(({ rule }) => rule === finding.rule);
        expect(after.length, `${finding.rule}: ${fix.label}\n${applyEdits(text, fix.edits)}`).toBeLessThan(own.filter(({ rule }) => rule === finding.rule).length);
        tried++;
      }
    }
  }
  expect(tried).toBeGreaterThan(30);
});
