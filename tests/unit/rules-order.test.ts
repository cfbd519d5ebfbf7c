import { planText } from './plan-text';
import { good, line, list, testRules } from './rule-table';

/** Screens that a menu or tabs lead to, all of them bare. */
const bare = (...names: string[]): string => names.map((name) => `screen ${name} "Screen ${name}"\n`).join('');
const tabs = (...names: string[]): string =>
  `start ${names[0]}\ntabs {\n${names.map((name) => `  "Tab ${name}" ${name}\n`).join('')}}\n${bare(...names)}`;
const menu = (items: string): string => `start a\nmenu "More" {\n${items}\n}\n${bare('a', 'b')}`;
const module = (name: string, body: string, owner = ''): string => `module ${name}${owner} {\n${body}\n}\n`;

/** A module of four screens that take an argument, each with its way on. */
const chain = (...ways: readonly string[]): string => {
  const screens = ['a', 'b', 'c', 'd'].map(
    (name, index) =>
      `  screen ${name} "${name.toUpperCase()}" {\n    takes id: int\n${ways[index] ? `    on "On" ${ways[index]}\n` : ''}  }\n`,
  );
  return planText`
    origin huts:
    start list
    screen list "List" { on "A" push a(id: 2) }
    module m by "M" {
    ${screens.join('')}}
  `;
};

testRules([
  {
    rule: 'module/passed-on',
    broken: [
      [
        chain('push b(id)', 'push c(id)', 'push d(id)'),
        {
          at: '6:11-13',
          subject: 'm',
          fixes: [
            '4:18-18 \n  takes id: int\n and 6:1-7:1  and 10:1-11:1  and 14:1-15:1  and 18:1-19:1  and 7:19-23  and 11:19-23  and 15:19-23 ',
          ],
        },
      ],
      [
        chain('push b(id: id)', 'push c(id) then push d(id)', 'push d(id)'),
        {
          at: '6:11-13',
          subject: 'm',
          fixes: [
            '4:18-18 \n  takes id: int\n and 6:1-7:1  and 10:1-11:1  and 14:1-15:1  and 18:1-19:1  and 7:19-27  and 11:19-23  and 11:35-39  and 15:19-23 ',
          ],
        },
      ],
      [
        chain('push b(id)', 'push c(id)', 'push a(id)'),
        {
          at: '6:11-13',
          subject: 'm',
          fixes: [
            '4:18-18 \n  takes id: int\n and 6:1-7:1  and 10:1-11:1  and 14:1-15:1  and 18:1-19:1  and 15:19-23  and 7:19-23  and 11:19-23 ',
          ],
        },
      ],
    ],
    fine: [
      // Two screens pass it on; another one gives another value.
      chain('push b(id)', 'push c(id)', 'push d(id: 1)'),
      // A link enters a screen that does not take it.
      chain('push b(id)', 'push c(id)', 'push d(id)').replace('takes id: int\n  }\n}', 'link /d\n  }\n}'),
      // Of two types it is two arguments.
      chain('push b(id)', 'push c(id)', 'push d(id)').replace('takes id: int\n  }\n}', 'takes id: decimal\n  }\n}'),
    ],
  },
  {
    rule: 'menu/too-many-tabs',
    broken: [
      [tabs('a', 'b', 'c', 'd', 'e', 'f'), { at: '8:3-12', subject: 'Tab f' }],
      [tabs('a', 'b', 'c', 'd', 'e', 'f', 'g'), { at: '8:3-9:12', subject: 'Tab f' }],
      [tabs('a', 'b', 'c', 'd', 'e', 'f').replace('"Tab f" f', '"Tab f" g'), { at: '8:3-12', subject: 'Tab f' }],
    ],
    fine: [
      tabs('a', 'b', 'c', 'd', 'e'),
      `variants p, t\n${tabs('a', 'b', 'c').replace('tabs', 'tabs only p')}${planText`
        tabs only t {
          "A" a
          "B" b
          "C" c
        }
      `}`,
    ],
  },
  {
    rule: 'menu/same-target',
    broken: [
      [menu('  "One" push b\n  "Two" push b'), { at: '4:3-15', subject: 'More' }],
      [menu('  "One" push b\n  "Two" reset b'), { at: '4:3-16', subject: 'More' }],
      [`start a\ntabs {\n  "A" a\n  "B" a\n}\n${bare('a')}`, { at: '4:3-8', subject: 'B' }],
    ],
    fine: [
      menu('  "One" push b(x: 1)\n  "Two" push b(x: 2)'),
      menu('  "One" when "it is open" push b\n  "Two" push b'),
      menu('  "One" push b then push a\n  "Two" push b'),
    ],
  },
  {
    rule: 'module/private',
    broken: [
      [
        `start a\nscreen a "A" { on "B" push b }\n${module('m', '  private screen b "B"')}`,
        { at: '2:28-29', subject: 'a', fixes: ['4:3-11 '] },
      ],
      [
        planText`
          start a
          screen a "A" {}
          ${module('m', '  private screen b "B" {}', ' by "M team"')}menu "More" { "B" push b }
        `,
        { at: '6:24-25', subject: 'b', fixes: ['4:3-11 '] },
      ],
      [`start b\n${module('m', '  private screen b "B"')}`, { at: '1:7-8', subject: 'b', fixes: ['3:3-11 '] }],
      [
        `start a\nscreen a "A" { on "B" back to b }\n${module('m', '  private screen b "B"')}`,
        { at: '2:23-32', subject: 'a', fixes: ['4:3-11 '] },
      ],
    ],
    fine: [
      `start a\n${module('m', '  screen a "A" { on "B" push b }\n  private screen b "B"')}`,
      `start a\nscreen a "A" { on "B" push b }\nprivate screen b "B"\n`,
    ],
  },
  {
    rule: 'module/cycle',
    broken: [
      [
        `start a\n${module('m', '  screen a "A" { on "B" push b }')}${module('n', '  screen b "B" { on "A" push a }')}`,
        { at: '2:8-9', subject: 'm' },
      ],
      [
        `start a\n${module('m', '  screen a "A" { on "B" push b }')}${module('n', '  screen b "B" { on "C" push c }')}${module('o', '  screen c "C" { on "A" push a }')}`,
        { at: '2:8-9', subject: 'm' },
      ],
      [
        `start a\n${module('m', '  screen a "A" {\n on "B" push b\n on "C" push c }')}${module('n', '  screen b "B" { on "A" push a }')}${module('o', '  screen c "C" { on "A" reset a }')}`,
        { at: '2:8-9', subject: 'm' },
      ],
    ],
    fine: [
      `start a\n${module('m', '  screen a "A" { on "B" push b }')}${module('n', '  screen b "B" { on "A" back }')}`,
      `start a\nscreen a "A" { on "B" push b }\n${module('n', '  screen b "B" { on "A" push a }')}`,
    ],
  },
  {
    rule: 'module/no-owner',
    broken: [
      [
        `${module('m', bare('a'), ' by "M"')}${module('n', bare('b'))}`,
        { at: '5:8-9', subject: 'n', fixes: ['5:9-9  by "M"'] },
      ],
      [
        `${module('m', bare('a'), ' by "M"')}${module('o', bare('c'), ' by "O"')}${module('n', bare('b'))}`,
        { at: '9:8-9', subject: 'n', fixes: ['9:9-9  by "M"', '9:9-9  by "O"'] },
      ],
      [
        `${module('n', bare('b'))}${module('m', bare('a'), ' by "M"')}`,
        { at: '1:8-9', subject: 'n', fixes: ['1:9-9  by "M"'] },
      ],
    ],
    fine: [
      module('m', bare('a')) + module('n', bare('b')),
      module('m', bare('a'), ' by "M"') + module('n', bare('b'), ' by "M"'),
    ],
  },
  {
    rule: 'name/same-title',
    broken: [
      ['screen a "Hut"\nscreen b "Hut"\n', { at: '2:10-15', subject: 'b' }],
      ['screen a "Hut"\nscreen b " hut "\n', { at: '2:10-17', subject: 'b' }],
      ['variants p, t\nscreen a "Hut" only p\nscreen b "Hut"\n', { at: '3:10-15', subject: 'b' }],
    ],
    fine: [
      'screen a "{name}"\nscreen b "{name}"\n',
      'variants p, t\nscreen a "Hut" only p\nscreen b "Hut" only t\n',
      'screen a ""\nscreen b ""\n',
    ],
  },
  {
    rule: 'name/style',
    broken: [
      [bare('hutList', 'hutMap', 'hut_legend'), { at: '3:8-18', subject: 'hut_legend' }],
      [bare('hut', 'map', 'Legend'), { at: '3:8-14', subject: 'Legend' }],
      [`id Hut: int\nid Stay: int\nid guest: int\n`, { at: '3:4-9', subject: 'guest' }],
      [bare('hut', 'screen2'), { at: '2:8-15', subject: 'screen2' }],
    ],
    fine: [bare('hut_list', 'hut_map'), bare('hutList', 'hut_map'), bare('viewer', 'pages', 'newest')],
  },
  {
    rule: 'name/unclear-trigger',
    broken: [
      [list(`${good}\n  on "Button 2" back`), { at: `${line + 1}:6-16`, subject: 'list' }],
      [list(`${good}\n  on "" back`), { at: `${line + 1}:6-8`, subject: 'list' }],
      [list(`${good}\n  on "Hut" back`), { at: `${line + 1}:6-11`, subject: 'list' }],
    ],
    fine: [
      list(`${good}\n  on "Show buttons" back`),
      list('  on "Hut" when "open" back\n  on "Hut" when not "open" back'),
      `variants p, t\n${list('  on "Hut" only p back\n  on "Hut" only t back')}`,
    ],
  },
  {
    rule: 'plan/idle-accept',
    broken: [
      [`${list(good)}accept name/no-title on list because "So"\n`, { at: '17:1-42', fixes: ['17:1-42 '] }],
      [
        `start a\nscreen a\naccept name/no-title on a because "So"\naccept name/no-title on a because "So"\n`,
        { at: '4:1-39', fixes: ['4:1-39 '] },
      ],
      [
        `start hut\nscreen hut\naccept name/no-title on hat because "So"\n`,
        { at: '3:1-41', fixes: ['3:25-28 hut', '3:1-41 '] },
      ],
      [`${list(good)}accept plan/no-start because "So"\n`, { at: '17:1-34', fixes: ['17:1-34 '] }],
    ],
    fine: [
      'start a\nscreen a\naccept name/no-title on a because "So"\n',
      'app "A"\nscreen a "A"\naccept plan/no-start because "Later"\n',
      planText`
        start a
        screen a "A" {
          on "B" push m.b
          on "C" push n.b
        }
        module m {
          screen b
        }
        module n {
          screen b "B"
        }
        accept name/no-title on m.b because "So"
      `,
      `start a\nscreen a "A"\nscreen b "B" {}\naccept reach/stranded on b because "Soon"\n`,
    ],
  },
  {
    rule: 'plan/flag-value',
    broken: [
      [
        `choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" sets tier = tin`)}`,
        { at: `${line + 3}:23-26`, subject: 'tier', fixes: [`${line + 3}:23-26 plain`, `${line + 3}:23-26 gold`] },
      ],
      [
        `choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" when tier is gould back`)}`,
        { at: `${line + 3}:24-29`, subject: 'tier', fixes: [`${line + 3}:24-29 gold`] },
      ],
      [
        `choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" when not tier back`)}`,
        {
          at: `${line + 3}:20-24`,
          subject: 'tier',
          fixes: [`${line + 3}:24-24  is plain`, `${line + 3}:24-24  is gold`],
        },
      ],
      [`flag ready = 3\n${list(good)}`, { at: '1:14-15', subject: 'ready', fixes: ['1:14-15 false', '1:14-15 true'] }],
      [
        list('  on "Hut" when stay.hat is given back\n  on "Go" for h in huts push hut(hutId: h.id)'),
        { at: `${line}:17-25`, subject: 'list', fixes: [`${line}:17-25 last`] },
      ],
      [list('  on "Hut" when stay.hut is given push hut(hutId: stay.hut)'), { at: `${line}:17-25`, subject: 'list' }],
    ],
    fine: [
      `choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" when tier is not gold sets tier = gold`)}`,
      list('  on "Hut" when last is given push hut(hutId: last)'),
    ],
  },
]);
