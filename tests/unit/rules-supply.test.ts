import { planText } from './plan-text';
import { good, head, line, list, testRules } from './rule-table';

const packed = (given: string): string =>
  planText`
    start a
    record Hut { name: text, beds: int, height: int }
    record Stay { hut: Hut, n: int }
    screen a "A" {
      on "B" push b(${given})
      has hut: Hut, s: Stay
    }
    screen b "B" {
      takes a: text, b: int, c: int, d: int?
    }
  `;

const zoomed = (first: string, second: string, type = 'int', initial = ''): string =>
  `start list\nid ItemId: int\nchoice Zoom { near, far }\nscreen list "L" { on "A" push map(zoom: ${first})   on "B" push map(zoom: ${second})   has level: int }\nscreen map "M" {\n  takes zoom: ${type}${initial}\n}\n`;

/** The head's screens, an empty list, and a declaration that opens one of them from outside. */
const outside = (declaration: string): string => `${head}screen list "L"\n\n${declaration}\n`;

testRules([
  {
    rule: 'supply/missing',
    broken: [
      [
        list('  on "Hut" push hut'),
        {
          at: `${line}:17-20`,
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: [`${line}:20-20 (hutId: stay.hut)`],
        },
      ],
      [
        list('  on "Hut" push hut(season: winter)'),
        {
          at: `${line}:20-36`,
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: [`${line}:35-35 , hutId: stay.hut`],
        },
      ],
      [
        list('  on "Hut" for h in huts push hut()'),
        {
          at: `${line}:34-36`,
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: [`${line}:35-35 hutId: h.id`, `${line}:35-35 hutId: stay.hut`],
        },
      ],
      [
        `${head.replace('start list', 'start hut')}`,
        { at: '2:7-10', subject: 'hut', argument: 'hutId', fixes: ['9:21-21 ?'] },
      ],
      [
        `${head}screen list "L" {\n  on "Hut" push hut\n}\n`,
        {
          at: '14:17-20',
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: ['14:3-3 has hutId: HutId\n   and 14:20-20 (hutId)'],
        },
      ],
    ],
    fine: [
      list(good),
      list('  on "Hut" push hut(hutId: stay.hut)'),
      list('  takes hutId: HutId = 1\n  on "Hut" push hut(hutId)'),
    ],
  },
  {
    rule: 'supply/unknown-argument',
    broken: [
      [
        list('  on "Hut" push hut(hutID: stay.hut)'),
        { at: `${line}:21-26`, subject: 'list', walk: ['Hut'], fixes: [`${line}:21-26 hutId`, `${line}:20-37 `] },
      ],
      [
        list('  on "Hut" push hut(hutId: stay.hut, colour: name)'),
        { at: `${line}:38-44`, subject: 'list', walk: ['Hut'], fixes: [`${line}:36-50 `] },
      ],
      [
        list('  on "Hut" push hut(hutId: stay.hut, hutId: stay.hut)'),
        { at: `${line}:38-43`, subject: 'list', walk: ['Hut'], fixes: [`${line}:36-53 `] },
      ],
      [
        list(`${good}\n  on "Me" push list(name)`),
        { at: `${line + 1}:21-25`, subject: 'list', walk: ['Me'], fixes: [`${line + 1}:20-26 `] },
      ],
    ],
    fine: [list('  on "Hut" push hut(note: name, hutId: stay.hut)'), list(good)],
  },
  {
    rule: 'supply/wrong-type',
    broken: [
      [
        list('  on "Hut" push hut(hutId: stay.id)'),
        { at: `${line}:21-35`, subject: 'list', argument: 'hutId', walk: ['Hut'], fixes: [`${line}:28-35 stay.hut`] },
      ],
      [
        list('  on "Hut" push hut(hutId: "twelve")'),
        { at: `${line}:21-36`, subject: 'list', argument: 'hutId', walk: ['Hut'], fixes: [`${line}:28-36 stay.hut`] },
      ],
      [
        list('  on "Hut" push hut(hutId: stay.hut, season: name)'),
        {
          at: `${line}:38-50`,
          subject: 'list',
          argument: 'season',
          walk: ['Hut'],
          fixes: [`${line}:46-50 summer`, `${line}:46-50 winter`],
        },
      ],
      [
        list('  on "Hut" push hut(hutId: stay.hut, note: beds)'),
        { at: `${line}:38-48`, subject: 'list', argument: 'note', walk: ['Hut'], fixes: [`${line}:44-48 name`] },
      ],
      [list('  on "Hut" for h in name push hut(hutId: stay.hut)'), { at: `${line}:21-25`, subject: 'list' }],
      [
        `${head}screen list "L" {\n  takes n: int = "x"\n}\n`,
        { at: '14:18-21', subject: 'list', fixes: ['14:15-21 '] },
      ],
    ],
    fine: [
      list('  on "Hut" push hut(hutId: stay.hut, season: winter, note: "x")'),
      list('  takes height: decimal = 3\n  on "Me" push list(height: beds)'),
      list('  takes at: date = "2026-05-01"'),
    ],
  },
  {
    rule: 'supply/unknown-value',
    broken: [
      [
        list('  on "Hut" push hut(hutId: stay.huts)'),
        { at: `${line}:21-37`, subject: 'list', argument: 'hutId', walk: ['Hut'], fixes: [`${line}:28-37 stay.hut`] },
      ],
      [
        list('  on "Hut" push hut(hutId)'),
        {
          at: `${line}:21-26`,
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: [`${line}:21-26 hutId: stay.hut`],
        },
      ],
      [
        list('  on "Hut" push hut(hutId: stay.hut, season: sumer)'),
        {
          at: `${line}:38-51`,
          subject: 'list',
          argument: 'season',
          walk: ['Hut'],
          fixes: [`${line}:46-51 summer`, `${line}:46-51 winter`],
        },
      ],
      [
        list('  on "Hut" for h in hats push hut(hutId: h.id)'),
        { at: `${line}:21-25`, subject: 'list', fixes: [`${line}:21-25 huts`] },
      ],
      [
        `${head}screen list "L" {\n  takes s: Season = autumn\n}\n`,
        { at: '14:21-27', subject: 'list', fixes: ['14:21-27 summer', '14:21-27 winter'] },
      ],
    ],
    fine: [list(good), list('  on "Hut" push hut(hutId: stay.hut, season: summer)')],
  },
  {
    rule: 'supply/may-be-absent',
    broken: [
      [
        list('  on "Hut" push hut(hutId: last)'),
        {
          at: `${line}:21-32`,
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: [`${line}:28-32 stay.hut`, `${line}:12-12 when last is given `, '9:21-21 ?'],
        },
      ],
      [
        list('  takes s: Season?\n  on "Hut" push hut(hutId: stay.hut, season: s)'),
        {
          at: `${line + 1}:38-47`,
          subject: 'list',
          argument: 'season',
          walk: ['Hut'],
          fixes: [
            `${line + 1}:12-12 when s is given `,
            '10:23-23 ?',
            `${line + 1}:12-12 when s is given  and 16:48-48  otherwise push hut(hutId: stay.hut)`,
          ],
        },
      ],
      [
        list('  takes best: Hut?\n  on "Hut" push hut(hutId: best.id)'),
        {
          at: `${line + 1}:21-35`,
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: [`${line + 1}:28-35 stay.hut`, `${line + 1}:12-12 when best.id is given `, '9:21-21 ?'],
        },
      ],
    ],
    fine: [list('  takes n: text?\n  on "Hut" push hut(hutId: stay.hut, note: n)'), list(good)],
  },
  {
    rule: 'supply/fixed-id',
    broken: [
      [
        list('  on "Hut" push hut(hutId: 12)'),
        { at: `${line}:21-30`, subject: 'list', argument: 'hutId', walk: ['Hut'], fixes: [`${line}:28-30 stay.hut`] },
      ],
      [
        list('  on "Hut" push hut(season: winter, hutId: 12)'),
        { at: `${line}:37-46`, subject: 'list', argument: 'hutId', walk: ['Hut'], fixes: [`${line}:44-46 stay.hut`] },
      ],
      [`${head.replace('start list', 'start hut(hutId: 12)')}`, { at: '2:11-20', subject: 'hut', argument: 'hutId' }],
    ],
    fine: [list(good), list('  takes h: HutId = 12\n  on "Hut" push hut(hutId: h)')],
  },
  {
    rule: 'supply/unpacked-record',
    broken: [
      [
        packed('a: hut.name, b: hut.beds, c: hut.height'),
        { at: '5:16-57', subject: 'a', fixes: ['9:3-41 takes d: int?\n  takes hut: Hut and 5:16-57 (hut)'] },
      ],
      [
        packed('a: s.hut.name, b: s.hut.beds, c: s.hut.height'),
        { at: '5:16-63', subject: 'a', fixes: ['9:3-41 takes d: int?\n  takes hut: Hut and 5:16-63 (hut: s.hut)'] },
      ],
      [
        packed('a: hut.name, b: hut.beds, c: hut.height, d: s.n'),
        { at: '5:16-65', subject: 'a', fixes: ['9:3-41 takes d: int?\n  takes hut: Hut and 5:16-65 (d: s.n, hut)'] },
      ],
    ],
    fine: [packed('a: hut.name, b: hut.beds, c: s.hut.height'), packed('a: hut.name, b: hut.beds, c: hut.beds')],
  },
  {
    rule: 'supply/constant',
    broken: [
      [zoomed('3', '3'), { at: '6:9-13', subject: 'map', fixes: ['6:18-18  = 3 and 4:34-43  and 4:61-70 '] }],
      [
        zoomed('near', 'near', 'Zoom', ' = far'),
        { at: '6:9-13', subject: 'map', fixes: ['6:22-25 near and 4:34-46  and 4:64-76 '] },
      ],
      [
        zoomed('true', 'true', 'bool'),
        { at: '6:9-13', subject: 'map', fixes: ['6:19-19  = true and 4:34-46  and 4:64-76 '] },
      ],
    ],
    fine: [
      zoomed('3', '4'),
      zoomed('3', 'level'),
      zoomed('level', 'level'),
      list('  on "Hut" push hut(hutId: stay.hut, season: winter)'),
      zoomed('3', '3', 'ItemId'),
    ],
  },
  {
    rule: 'supply/default-unused',
    broken: [
      [zoomed('level', '4', 'int', ' = 3'), { at: '6:21-22', subject: 'map', fixes: ['6:18-22 '] }],
      [
        list('  on "Hut" push hut(hutId: stay.hut, season: winter)'),
        { at: '10:26-32', subject: 'hut', fixes: ['10:23-32 '] },
      ],
      [
        zoomed('level', '4', 'int', ' = 3').replace('  takes', '  link /map/{zoom}\n  takes'),
        { at: '7:21-22', subject: 'map', fixes: ['7:18-22 '] },
      ],
    ],
    fine: [
      list(good),
      zoomed('level', '4', 'int', ' = 3').replace('  takes', '  link /map{?zoom}\n  takes'),
      'start a\nscreen a "A" {}\nscreen b "B" { takes x: int = 1 }\n',
    ],
  },
  {
    rule: 'supply/missing',
    broken: [
      [
        outside('menu "More" {\n  "Hut" push hut\n}'),
        { at: '16:14-17', subject: 'More', argument: 'hutId', fixes: ['9:21-21 ?'] },
      ],
      [outside('tabs {\n  "Hut" hut\n}'), { at: '16:9-12', subject: 'Hut', argument: 'hutId', fixes: ['9:21-21 ?'] }],
      [
        outside('entry widget "Hut" opens hut'),
        { at: '15:26-29', subject: 'Hut', argument: 'hutId', fixes: ['15:29-29 (hutId: 1)'] },
      ],
      [
        `flag f\n${list('  on "Hut" for h in huts push hut(hutId: h.id)\n  link /list under hut\n  needs f else push hut')}`,
        { at: `${line + 2}:20-23`, subject: 'list', argument: 'hutId', fixes: ['10:21-21 ?'] },
        { at: `${line + 3}:21-24`, subject: 'list', argument: 'hutId', fixes: ['10:21-21 ?'] },
      ],
      [
        list('  on "Hut" when "sunny" push hut(hutId: stay.hut) otherwise push hut'),
        {
          at: `${line}:66-69`,
          subject: 'list',
          argument: 'hutId',
          walk: [],
          fixes: [`${line}:69-69 (hutId: stay.hut)`],
        },
      ],
      [
        list('  on "Hut" resume or push hut'),
        {
          at: `${line}:27-30`,
          subject: 'list',
          argument: 'hutId',
          walk: ['Hut'],
          fixes: [`${line}:30-30 (hutId: stay.hut)`],
        },
      ],
    ],
    fine: [
      outside('entry widget "Hut" opens hut(hutId: 12)'),
      list('  takes at: HutId?\n  on "Hut" when at is given push hut(hutId: at) otherwise back'),
    ],
  },
  {
    rule: 'supply/may-be-absent',
    broken: [
      [
        list('  on "Hut" when last is given back otherwise push hut(hutId: last)'),
        {
          at: `${line}:55-66`,
          subject: 'list',
          argument: 'hutId',
          walk: [],
          fixes: [`${line}:62-66 stay.hut`, `${line}:46-46 when last is given `, '9:21-21 ?'],
        },
      ],
      [
        list('  on "Hut" when last is given or "sunny" push hut(hutId: last)'),
        {
          at: `${line}:51-62`,
          subject: 'list',
          argument: 'hutId',
          walk: [],
          fixes: [`${line}:58-62 stay.hut`, `${line}:17-17 ( and 15:41-41 ) and last is given`, '9:21-21 ?'],
        },
      ],
      [
        list('  on "Hut" when last is not given push hut(hutId: last)'),
        {
          at: `${line}:44-55`,
          subject: 'list',
          argument: 'hutId',
          walk: [],
          fixes: [`${line}:51-55 stay.hut`, `${line}:34-34  and last is given`, '9:21-21 ?'],
        },
      ],
    ],
    fine: [
      list('  on "Hut" when last is given push hut(hutId: last)'),
      list('  on "Hut" when last is not given back otherwise push hut(hutId: last)'),
      list('  on "Hut" when not (last is not given or "sunny") push hut(hutId: last)'),
      list('  on "Hut" when "sunny" and last is given push hut(hutId: last)'),
    ],
  },
  {
    rule: 'supply/unknown-value',
    broken: [
      [
        `${list(good)}walk "W" { tap "Hut" with nme = "x" }\n`,
        { at: '17:27-30', subject: 'W', fixes: ['17:27-30 name'] },
      ],
      [
        outside('menu "More" {\n  "Hut" push hut(hutId: stay.hut)\n}'),
        { at: '16:18-33', subject: 'More', argument: 'hutId' },
      ],
      [
        list('  takes at: Season = winter sample autumn'),
        { at: `${line}:36-42`, subject: 'list', fixes: [`${line}:36-42 summer`, `${line}:36-42 winter`] },
      ],
    ],
    fine: [
      `${list(good)}walk "W" { tap "Hut" with h = 12, name = "x" }\n`,
      `flag open\n${list('  takes o: bool\n  on "Me" push list(o: open)')}`,
    ],
  },
  {
    rule: 'supply/wrong-type',
    broken: [
      [`${list(good)}walk "W" { tap "Hut" with beds = "x" }\n`, { at: '17:34-37', subject: 'W' }],
      [
        outside('entry widget "Hut" opens hut(hutId: "x")'),
        { at: '15:30-40', subject: 'Hut', argument: 'hutId', fixes: ['15:37-40 1'] },
      ],
      [list('  takes at: int sample "x"'), { at: `${line}:24-27`, subject: 'list', fixes: [`${line}:16-27 `] }],
    ],
    fine: [list('  takes at: HutId sample 12'), `${list(good)}walk "W" { tap "Hut" with beds = 2 }\n`],
  },
]);
