import dedent from 'dedent';
import { expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { ruleById } from '../../src/core/rules/catalogue';
import { applyEdits } from '../../src/core/language/edits';
import { planText } from './plan-text';
import { testRules } from './rule-table';

const begin = 'app "Huts"\norigin https://huts.example\norigin huts:\nstart list\n';
/** A plan whose list leads to a screen with these arguments and links. */
const hut = (members: string, more = ''): string =>
  planText`
    ${begin}id HutId: int
    choice Season { summer, winter }
    record Hut { id: HutId, name: text }
    ${more}screen list "Huts" {
      on "Hut" push hut
    }
    screen hut "Hut" {
    ${members}
    }
  `;
/** First line of the members of `hut`. */
const line = hut('').split('\n').length - 2;

/**
 * A plan with these links, each to a screen that takes `id: int`, `slug: text` and `season: Season`, all with defaults.
 */
const links = (...patterns: readonly string[]): string =>
  `${begin}choice Season { summer, winter }\nscreen list "Huts" {\n${patterns.map((_pattern, index) => `  on "To ${index}" push s${index}`).join('\n')}\n}\n${patterns
    .map(
      (pattern, index) =>
        `screen s${index} "S ${index}" { takes id: int = 1, slug: text = "a", season: Season = summer\n  link ${pattern}\n}\n`,
    )
    .join('')}`;
/** Line of the last of a number of links. */
const last = (count: number): number => 6 + count + 3 * count;

/** Four links with so many variables that deciding between them takes too much work. */
const tooMuch = ruleById('link/undecided')!.wrong;

const opening = (url: string, more = ''): string =>
  `${begin}id HutId: int\nchoice Season { summer, winter }\nentry shortcut "Hut" opens ${url}\n${more}screen list "Huts" {\n  link /huts\n  on "Hut" push hut\n}\nscreen hut "Hut" {\n  takes hutId: HutId = 1, season: Season = summer, note: text?\n  link /huts/{hutId}{?season,note}\n}\n`;

testRules([
  {
    rule: 'link/invalid',
    broken: [
      [
        hut('  takes day: text?\n  link /huts?day={day}'),
        { at: `${line + 1}:13-14`, subject: 'hut', fixes: [`${line + 1}:8-23 /huts{?day}`] },
      ],
      [hut('  link /huts//map'), { at: `${line}:13-15`, subject: 'hut', fixes: [`${line}:8-18 /huts/map`] }],
      [
        hut('  takes rest: text?\n  link /huts{/rest}'),
        { at: `${line + 1}:13-20`, subject: 'hut', fixes: [`${line + 1}:8-20 /huts{/rest*}`] },
      ],
      [hut('  takes a: text = "", b: text = ""\n  link /huts/{a}{b}'), { at: `${line + 1}:17-20`, subject: 'hut' }],
      [hut('  link /100%/{+x}'), { at: `${line}:12-13`, subject: 'hut' }],
      [
        hut('  link https://hut.example/huts'),
        {
          at: `${line}:8-27`,
          subject: 'hut',
          fixes: [`${line}:8-27 https://huts.example`, '3:13-13 \norigin https://hut.example'],
        },
      ],
      [
        hut('  link /hut', 'origin https://huts.example/app\n'),
        { at: '8:8-32', fixes: ['8:8-32 https://huts.example'] },
      ],
      [hut('  link /hut', 'origin https://\n'), { at: '8:8-16' }],
    ],
    fine: [
      hut('  link /100%25/huts.html'),
      hut('  takes rest: text?, day: text?\n  link /huts{/rest*}{?day}'),
      hut('  link HTTPS://Huts.Example:443/huts'),
      hut('  link huts:/huts'),
    ],
  },
  {
    rule: 'link/unknown-variable',
    broken: [
      [
        hut('  takes hutId: HutId = 1\n  link /huts/{hutID}'),
        {
          at: `${line + 1}:15-20`,
          subject: 'hut',
          fixes: [`${line + 1}:15-20 hutId`, `${line + 1}:3-3 takes hutID: text?\n  `, `${line + 1}:8-21 /huts`],
        },
      ],
      [
        hut('  link /huts{?colour}'),
        { at: `${line}:15-21`, subject: 'hut', fixes: [`${line}:3-3 takes colour: text?\n  `, `${line}:8-22 /huts`] },
      ],
      [
        hut('  takes hutId: HutId = 1\n  link /huts/{hutId}{/where*}'),
        {
          at: `${line + 1}:23-28`,
          subject: 'hut',
          fixes: [`${line + 1}:3-3 takes where: text?\n  `, `${line + 1}:8-30 /huts/{hutId}`],
        },
      ],
    ],
    fine: [hut('  takes hutId: HutId = 1\n  link /huts/{hutId}'), hut('  has name: text\n  link /huts')],
  },
  {
    rule: 'link/missing-argument',
    broken: [
      [
        hut('  takes hutId: HutId\n  link /huts{?hutId}'),
        { at: `${line + 1}:15-20`, subject: 'hut', fixes: [`${line + 1}:8-21 /huts/{hutId}`, '12:21-21 ?'] },
      ],
      [
        hut('  takes hutId: HutId, day: date\n  link /huts/{hutId}{?note}\n  takes note: text?'),
        {
          at: `${line + 1}:8-28`,
          subject: 'hut',
          fixes: [`${line + 1}:8-28 /huts/{hutId}/{day}{?note}`, '12:32-32  = "2026-01-31"', '12:32-32 ?'],
        },
      ],
      [
        hut('  takes hutId: HutId, days: list of date\n  link /huts/{hutId}'),
        { at: `${line + 1}:8-21`, subject: 'hut', fixes: ['12:41-41 ?'] },
      ],
    ],
    fine: [
      hut('  takes hutId: HutId, season: Season = summer, note: text?\n  link /huts/{hutId}'),
      hut('  takes days: list of date\n  link /huts{?days}'),
      hut('  takes path: text\n  link /huts{/path*}'),
    ],
  },
  {
    rule: 'link/not-carriable',
    broken: [
      [
        hut('  takes hut: Hut\n  link /huts'),
        {
          at: `${line + 1}:8-13`,
          subject: 'hut',
          fixes: [
            dedent`
              12:3-17 takes hutId: HutId and 9:3-3 has hutId: HutId
                 and 9:20-20 (hutId) and 13:3-3 has hut: Hut
                 and 13:8-13 /huts/{hutId}
            `,
          ],
        },
      ],
      [
        hut('  takes hut: Hut?\n  link /huts{?hut}'),
        { at: `${line + 1}:15-18`, subject: 'hut', fixes: [`${line + 1}:8-19 /huts`] },
      ],
      [
        hut('  takes days: list of date\n  link /huts/{days}'),
        { at: `${line + 1}:15-19`, subject: 'hut', fixes: [`${line + 1}:8-20 /huts{?days}`] },
      ],
      [
        hut('  takes id: HutId\n  link /huts{/id*}'),
        { at: `${line + 1}:15-17`, subject: 'hut', fixes: [`${line + 1}:8-19 /huts{?id}`] },
      ],
      [hut('  takes huts: list of Hut\n  link /huts'), { at: `${line + 1}:8-13`, subject: 'hut' }],
    ],
    fine: [
      hut('  takes hut: Hut?\n  link /huts'),
      hut('  takes days: list of date\n  link /huts{/days*}'),
      hut('  takes days: list of date, at: instant, how: url, cheap: bool\n  link /huts/{at}/{how}/{cheap}{?days}'),
    ],
  },
  {
    rule: 'link/no-origin',
    broken: [
      [
        'app "Saddleback Huts"\nstart a\nscreen a "A" { link /a }\n',
        { at: '3:21-23', fixes: ['1:22-22 \norigin saddleback-huts:'] },
      ],
      [
        'start a\nscreen a "A" { link /a }\nscreen b "B" { link /b }\n',
        { at: '2:21-23', fixes: ['1:1-1 origin app:\n'] },
      ],
      [
        'app "3 peaks"\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" { link /b }\n',
        { at: '4:21-23', fixes: ['1:14-14 \norigin app3peaks:'] },
      ],
    ],
    fine: [
      'app "A"\norigin a:\nstart a\nscreen a "A" { link /a }\n',
      'app "A"\nstart a\nscreen a "A"\n',
      'app "A"\nstart a\nscreen a "A" { link https://a.example/b }\n',
    ],
  },
  {
    rule: 'link/overlap',
    broken: [
      [
        links('/{slug}', '/{slug}'),
        { at: `${last(2)}:8-15`, subject: 's1', url: 'https://huts.example/a', fixes: [`${last(2)}:8-15 /s1/{slug}`] },
      ],
      [
        links('/{id}/huts', '/{season}/huts', '/{slug}.html', '/x{slug}'),
        {
          at: `${last(4)}:8-16`,
          subject: 's3',
          url: 'https://huts.example/x.html',
          fixes: [`${last(4)}:8-16 /s3/x{slug}`],
        },
      ],
      [
        links('/a/{slug}', 'https://huts.example/a/{slug}'),
        {
          at: `${last(2)}:8-37`,
          subject: 's1',
          url: 'https://huts.example/a/a',
          fixes: [`${last(2)}:8-37 https://huts.example/a/s1/{slug}`],
        },
      ],
      [
        `${begin}screen list "Huts" {\n  takes a: text = "", b: text = ""\n  link /{a}\n  link /{b}\n}\n`,
        { at: '8:8-12', subject: 'list', url: 'https://huts.example/a', fixes: ['8:8-12 /list/{b}'] },
      ],
    ],
    fine: [
      links('/{slug}', '/{id}', '/{season}', '/new'),
      links('https://huts.example/{slug}', 'huts:/{slug}'),
      links('/{slug}/a', '/{slug}/b', '/a/{slug}'),
    ],
  },
  {
    rule: 'link/shadowed',
    broken: [
      [
        links('/summer', '/winter', '/{season}'),
        {
          at: `${last(3)}:8-17`,
          subject: 's2',
          url: 'https://huts.example/summer',
          fixes: [`${last(3)}:8-17 /s2/{season}`, `${last(3)}:3-17 `],
        },
      ],
      [
        links('/x/summer', '/x/winter{?slug}', '/{slug}', '/x/{season}{?id}'),
        {
          at: `${last(4)}:8-24`,
          subject: 's3',
          url: 'https://huts.example/x/summer',
          fixes: [`${last(4)}:8-24 /x/s3/{season}{?id}`, `${last(4)}:3-24 `],
        },
      ],
      [
        `${begin}choice One { only }\nscreen list "Huts" {\n  takes one: One = only\n  link /only\n  link /{one}\n}\n`,
        { at: '9:8-14', subject: 'list', url: 'https://huts.example/only', fixes: ['9:8-14 /list/{one}', '9:3-14 '] },
      ],
    ],
    fine: [links('/summer', '/{season}'), links('/{id}', '/{slug}'), links('/summer{?id}', '/winter', '/{season}')],
  },
  {
    rule: 'link/undecided',
    broken: [
      [tooMuch, { at: '12:8-12', subject: 'tour' }],
      [tooMuch.replace('start', 'origin huts:\nstart'), { at: '13:8-12', subject: 'tour' }],
      [tooMuch.replace('link /{a}\n', 'link /{b}\n'), { at: '12:8-12', subject: 'tour' }],
    ],
    fine: [
      links(...[...'-.~_+!*;'].map((sign) => `/x${sign}{slug}`)),
      links('/{slug}', ...Array.from({ length: 200 }, (_none, index) => `/n${index}`)),
    ],
  },
  {
    rule: 'link/alone',
    broken: [
      [hut('  link /hut under nothing'), { at: `${line}:8-12`, subject: 'hut', fixes: [`${line}:12-26  under list`] }],
      [
        hut('  link /hut under nothing\n  link /hut2 under list', 'tabs { "Huts" list }\n'),
        { at: `${line + 1}:8-12`, subject: 'hut', fixes: [`${line + 1}:12-26  under list`] },
      ],
      [
        hut('  link /hut under wide', 'variants phone, tablet\nscreen wide "Wide" only tablet {}\n'),
        { at: `${line + 2}:8-12`, subject: 'hut', variant: 'phone', fixes: [`${line + 2}:12-23  under list`] },
      ],
    ],
    fine: [
      hut('  link /hut'),
      hut('  link /hut under list'),
      hut('  link /hut under nothing', 'tabs { "Hut" hut  "Huts" list }\n'),
      `${begin}screen list "Huts" { link /list under nothing }\n`,
    ],
  },
  {
    rule: 'entry/unresolved',
    broken: [
      [opening('/hut/12'), { at: '7:28-35', subject: 'Hut', url: '/hut/12', fixes: ['7:28-35 /huts/12'] }],
      [opening('https://hats.example/huts'), { at: '7:28-53', subject: 'Hut', url: 'https://hats.example/huts' }],
      [
        opening('https://huts.example/huts/%zz'),
        { at: '7:28-57', subject: 'Hut', url: 'https://huts.example/huts/%zz' },
      ],
      [opening('/a/b/c/d/e'), { at: '7:28-38', subject: 'Hut', url: '/a/b/c/d/e' }],
      [opening('/huts/1/map'), { at: '7:28-39', subject: 'Hut', url: '/huts/1/map' }],
      ['app "A"\nstart a\nentry page "A" opens /a\nscreen a "A"\n', { at: '3:22-24', subject: 'A', url: '/a' }],
    ],
    fine: [
      opening('/huts'),
      opening('huts://huts/12'),
      opening('https://HUTS.example:443/huts/12?season=winter#map'),
      opening('/huts/twelve'),
    ],
  },
  {
    rule: 'entry/bad-argument',
    broken: [
      [opening('/huts/twelve'), { at: '7:28-40', subject: 'Hut', url: '/huts/twelve' }],
      // Another pattern takes an int by another name in the same place.
      [
        opening(
          '/huts/twelve/map',
          'screen map "Map" {\n  takes near: int = 1\n  link /maps/{near}\n  link /huts/{near}/map\n}\n',
        ),
        { at: '7:28-44', subject: 'Hut', url: '/huts/twelve/map' },
      ],
      [opening('/huts/12?season=autumn'), { at: '7:28-50', subject: 'Hut', url: '/huts/12?season=autumn' }],
      [
        opening('/huts/12?saeson=winter'),
        { at: '7:28-50', subject: 'Hut', url: '/huts/12?saeson=winter', fixes: ['7:37-43 season'] },
      ],
      [opening('/huts/12?note=a&note=b'), { at: '7:28-50', subject: 'Hut', url: '/huts/12?note=a&note=b' }],
      [opening('/huts/12?utm=mail'), { at: '7:28-45', subject: 'Hut', url: '/huts/12?utm=mail' }],
    ],
    fine: [opening('/huts/12?season=winter&note='), opening('/hats/12'), opening('/huts')],
  },
]);

test('every fix of a link or an entry puts right what it is offered for', () => {
  const broken = [
    hut('  takes day: text?\n  link /huts?day={day}'),
    hut('  link /huts//map'),
    hut('  takes rest: text?\n  link /huts{/rest}'),
    hut('  takes a: text = "x"\n  link /huts/{a'),
    hut('  link https://hut.example/huts'),
    hut('  link /hut', 'origin https://huts.example/app\n'),
    hut('  takes hutId: HutId = 1\n  link /huts/{hutID}'),
    hut('  link /huts{?colour}'),
    hut('  takes a: text?\n  link /huts/x{b}y{?a,c}'),
    hut('  takes hutId: HutId\n  link /huts{?hutId}'),
    hut('  takes day: date\n  link /{?note}\n  takes note: text?'),
    hut('  takes days: list of date\n  link /huts'),
    hut('  takes days: list of date\n  link /huts/{days}/map'),
    hut('  takes hut: Hut?\n  link /huts{?hut}'),
    'app "A"\nstart a\nscreen a "A" { link /a }\n',
    links('/{slug}', '/{slug}'),
    links('/a{?slug}', '/a{?id}'),
    links('/summer', '/winter', '/{season}'),
    hut('  link /hut under nothing'),
    opening('/hut/12'),
    opening('/huts/12?saeson=winter'),
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
        expect(after.length, `${finding.rule}: ${fix.label}\n${applyEdits(text, fix.edits)}`).toBeLessThan(
          own.filter(({ rule }) => rule === finding.rule).length,
        );
        tried++;
      }
    }
  }
  expect(tried).toBeGreaterThan(30);
});
