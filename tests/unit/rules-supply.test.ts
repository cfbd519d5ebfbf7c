import { good, head, line, list, testRules } from './rule-table';

const packed = (given: string): string =>
  `start a\nrecord Hut { name: text, beds: int, height: int }\nrecord Stay { hut: Hut, n: int }\nscreen a "A" {\n  on "B" push b(${given})\n  has hut: Hut, s: Stay\n}\nscreen b "B" {\n  takes a: text, b: int, c: int, d: int?\n}\n`;

const zoomed = (first: string, second: string, type = 'int', initial = ''): string =>
  `start list\nid ItemId: int\nchoice Zoom { near, far }\nscreen list "L" { on "A" push map(zoom: ${first})   on "B" push map(zoom: ${second})   has level: int }\nscreen map "M" {\n  takes zoom: ${type}${initial}\n}\n`;

/** The head's screens, an empty list, and a declaration that opens one of them from outside. */
const outside = (declaration: string): string => `${head}screen list "L"\n\n${declaration}\n`;

testRules([
  {
    rule: 'supply/missing',
    broken: [
      [list('  on "Hut" push hut'), `${line}:17-20 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(season: winter)'), `${line}:20-36 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, stay.hut fits.`],
      [list('  on "Hut" for h in huts push hut()'), `${line}:34-36 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, h.id and stay.hut fit.`],
      [`${head.replace('start list', 'start hut')}`, '2:7-10 A cold start opens hut without hutId. hut takes hutId: HutId and has no default; a cold start has no values to hand over.'],
      [`${head}screen list "L" {\n  on "Hut" push hut\n}\n`, '14:17-20 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, no value is of type HutId.'],
    ],
    fine: [list(good), list('  on "Hut" push hut(hutId: stay.hut)'), list('  takes hutId: HutId = 1\n  on "Hut" push hut(hutId)')],
  },
  {
    rule: 'supply/unknown-argument',
    broken: [
      [list('  on "Hut" push hut(hutID: stay.hut)'), `${line}:21-26 “Hut” on list gives hutID to hut, which does not take it. Did you mean hutId?`],
      [list('  on "Hut" push hut(hutId: stay.hut, colour: name)'), `${line}:38-44 “Hut” on list gives colour to hut, which does not take it. hut takes hutId: HutId, season: Season and note: text?.`],
      [list('  on "Hut" push hut(hutId: stay.hut, hutId: stay.hut)'), `${line}:38-43 “Hut” on list gives hutId to hut twice. The first value counts.`],
      [list(`${good}\n  on "Me" push list(name)`), `${line + 1}:21-25 “Me” on list gives name to list, which does not take it. list takes nothing.`],
    ],
    fine: [list('  on "Hut" push hut(note: name, hutId: stay.hut)'), list(good)],
  },
  {
    rule: 'supply/wrong-type',
    broken: [
      [list('  on "Hut" push hut(hutId: stay.id)'), `${line}:21-35 “Hut” on list gives hut stay.id for hutId. hutId is of type HutId and stay.id of type StayId; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(hutId: "twelve")'), `${line}:21-36 “Hut” on list gives hut "twelve" for hutId. hutId is of type HutId and "twelve" of type text; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(hutId: stay.hut, season: name)'), `${line}:38-50 “Hut” on list gives hut name for season. season is of type Season and name of type text; what can be chosen: summer or winter.`],
      [list('  on "Hut" push hut(hutId: stay.hut, note: beds)'), `${line}:38-48 “Hut” on list gives hut beds for note. note is of type text? and beds of type int; on list, stay.id, name fit.`.replace('stay.id, name fit', 'name fits')],
      [list('  on "Hut" for h in name push hut(hutId: stay.hut)'), `${line}:21-25 “Hut” on list goes through something that is no list. What stands behind in is of type text; a list is wanted.`],
      [`${head}screen list "L" {\n  takes n: int = "x"\n}\n`, '14:18-21 The default of n on list does not fit its type. n is of type int and "x" of type text.'],
    ],
    fine: [list('  on "Hut" push hut(hutId: stay.hut, season: winter, note: "x")'), list('  takes height: decimal = 3\n  on "Me" push list(height: beds)'), list('  takes at: date = "2026-05-01"')],
  },
  {
    rule: 'supply/unknown-value',
    broken: [
      [list('  on "Hut" push hut(hutId: stay.huts)'), `${line}:21-37 “Hut” on list gives hut stay.huts, which is no value there. Did you mean stay.hut?`],
      [list('  on "Hut" push hut(hutId)'), `${line}:21-26 “Hut” on list gives hut hutId, which is no value there. hut takes hutId: HutId; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(hutId: stay.hut, season: sumer)'), `${line}:38-51 “Hut” on list gives hut sumer, which is no value there. Did you mean summer?`],
      [list('  on "Hut" for h in hats push hut(hutId: h.id)'), `${line}:21-25 “Hut” on list goes through hats, which is no value there. Lists on list: huts.`],
      [`${head}screen list "L" {\n  takes s: Season = autumn\n}\n`, '14:21-27 The default of s on list is autumn, which is no value of Season. What can be chosen: summer or winter.'],
    ],
    fine: [list(good), list('  on "Hut" push hut(hutId: stay.hut, season: summer)')],
  },
  {
    rule: 'supply/may-be-absent',
    broken: [
      [list('  on "Hut" push hut(hutId: last)'), `${line}:21-32 “Hut” on list opens hut with last, which may be absent. hut requires hutId: HutId; on list, stay.hut fits.`],
      [list('  takes s: Season?\n  on "Hut" push hut(hutId: stay.hut, season: s)'), `${line + 1}:38-47 “Hut” on list opens hut with s, which may be absent. hut requires season: Season; what can be chosen: summer or winter.`],
      [list('  takes best: Hut?\n  on "Hut" push hut(hutId: best.id)'), `${line + 1}:21-35 “Hut” on list opens hut with best.id, which may be absent. hut requires hutId: HutId; on list, stay.hut fits.`],
    ],
    fine: [list('  takes n: text?\n  on "Hut" push hut(hutId: stay.hut, note: n)'), list(good)],
  },
  {
    rule: 'supply/fixed-id',
    broken: [
      [list('  on "Hut" push hut(hutId: 12)'), `${line}:21-30 “Hut” on list always opens hut with hutId 12. A HutId should come from data; on list, stay.hut fits.`],
      [list('  on "Hut" push hut(season: winter, hutId: 12)'), `${line}:37-46 “Hut” on list always opens hut with hutId 12. A HutId should come from data; on list, stay.hut fits.`],
      [`${head.replace('start list', 'start hut(hutId: 12)')}`, '2:11-20 A cold start always opens hut with hutId 12. A HutId should come from data; a cold start has no values to hand over.'],
    ],
    fine: [list(good), list('  takes h: HutId = 12\n  on "Hut" push hut(hutId: h)')],
  },
  {
    rule: 'supply/unpacked-record',
    broken: [
      [packed('a: hut.name, b: hut.beds, c: hut.height'), '5:16-57 “B” on a hands hut.name, hut.beds and hut.height to b one by one. Hand over hut (Hut) or its id: every field more would have to be added to each caller.'],
      [packed('a: s.hut.name, b: s.hut.beds, c: s.hut.height'), '5:16-63 “B” on a hands s.hut.name, s.hut.beds and s.hut.height to b one by one. Hand over s.hut (Hut) or its id: every field more would have to be added to each caller.'],
      [packed('a: hut.name, b: hut.beds, c: hut.height, d: s.n'), '5:16-65 “B” on a hands hut.name, hut.beds and hut.height to b one by one. Hand over hut (Hut) or its id: every field more would have to be added to each caller.'],
    ],
    fine: [packed('a: hut.name, b: hut.beds, c: s.hut.height'), packed('a: hut.name, b: hut.beds, c: hut.beds')],
  },
  {
    rule: 'supply/constant',
    broken: [
      [zoomed('3', '3'), '6:9-13 All 2 ways in to map give zoom the same value, 3. Let it be the default, and no caller has to say it.'],
      [zoomed('near', 'near', 'Zoom', ' = far'), '6:9-13 All 2 ways in to map give zoom the same value, near. Let it be the default, and no caller has to say it.'],
      [zoomed('true', 'true', 'bool'), '6:9-13 All 2 ways in to map give zoom the same value, true. Let it be the default, and no caller has to say it.'],
    ],
    fine: [zoomed('3', '4'), zoomed('3', 'level'), zoomed('level', 'level'), list('  on "Hut" push hut(hutId: stay.hut, season: winter)'), zoomed('3', '3', 'ItemId')],
  },
  {
    rule: 'supply/default-unused',
    broken: [
      [zoomed('level', '4', 'int', ' = 3'), '6:21-22 The default 3 of zoom on map is never used. All 2 ways in give a value of their own.'],
      [list('  on "Hut" push hut(hutId: stay.hut, season: winter)'), '10:26-32 The default summer of season on hut is never used. The one way in gives a value of its own.'],
      [zoomed('level', '4', 'int', ' = 3').replace('  takes', '  link /map/{zoom}\n  takes'), '7:21-22 The default 3 of zoom on map is never used. All 2 ways in give a value of their own.'],
    ],
    fine: [list(good), zoomed('level', '4', 'int', ' = 3').replace('  takes', '  link /map{?zoom}\n  takes'), 'start a\nscreen a "A" {}\nscreen b "B" { takes x: int = 1 }\n'],
  },
  {
    rule: 'supply/missing',
    broken: [
      [outside('menu "More" {\n  "Hut" push hut\n}'), '16:14-17 “Hut” in the menu “More” opens hut without hutId. hut takes hutId: HutId and has no default; a menu has no values but flags to hand over.'],
      [outside('tabs {\n  "Hut" hut\n}'), '16:9-12 The tab “Hut” opens hut without hutId. hut takes hutId: HutId and has no default; a tab has no values to hand over.'],
      [outside('entry widget "Hut" opens hut'), '15:26-29 The widget “Hut” opens hut without hutId. hut takes hutId: HutId and has no default; an entry hands over a sample of it.'],
      [`flag f\n${list('  on "Hut" for h in huts push hut(hutId: h.id)\n  link /list under hut\n  needs f else push hut')}`,
        `${line + 2}:20-23 The link /list to list builds a stack that opens hut without hutId. hut takes hutId: HutId and has no default; of what list takes, no value is of type HutId.`,
        `${line + 3}:21-24 Where list lacks what it needs, its else opens hut without hutId. hut takes hutId: HutId and has no default; of what list takes, no value is of type HutId.`],
      [list('  on "Hut" when "sunny" push hut(hutId: stay.hut) otherwise push hut'), `${line}:66-69 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, stay.hut fits.`],
      [list('  on "Hut" resume or push hut'), `${line}:27-30 “Hut” on list opens hut without hutId. hut takes hutId: HutId and has no default; on list, stay.hut fits.`],
    ],
    fine: [outside('entry widget "Hut" opens hut(hutId: 12)'), list('  takes at: HutId?\n  on "Hut" when at is given push hut(hutId: at) otherwise back')],
  },
  {
    rule: 'supply/may-be-absent',
    broken: [
      [list('  on "Hut" when last is given back otherwise push hut(hutId: last)'), `${line}:55-66 “Hut” on list opens hut with last, which may be absent. hut requires hutId: HutId; on list, stay.hut fits.`],
      [list('  on "Hut" when last is given or "sunny" push hut(hutId: last)'), `${line}:51-62 “Hut” on list opens hut with last, which may be absent. hut requires hutId: HutId; on list, stay.hut fits.`],
      [list('  on "Hut" when last is not given push hut(hutId: last)'), `${line}:44-55 “Hut” on list opens hut with last, which may be absent. hut requires hutId: HutId; on list, stay.hut fits.`],
    ],
    fine: [
      list('  on "Hut" when last is given push hut(hutId: last)'), list('  on "Hut" when last is not given back otherwise push hut(hutId: last)'),
      list('  on "Hut" when not (last is not given or "sunny") push hut(hutId: last)'), list('  on "Hut" when "sunny" and last is given push hut(hutId: last)'),
    ],
  },
  {
    rule: 'supply/unknown-value',
    broken: [
      [`${list(good)}walk "W" { tap "Hut" with nme = "x" }\n`, '17:27-30 The walk “W” gives “Hut” nme, which no screen with that trigger has. Did you mean name?'],
      [outside('menu "More" {\n  "Hut" push hut(hutId: stay.hut)\n}'), '16:18-33 “Hut” in the menu “More” gives hut stay.hut, which is no value there. hut takes hutId: HutId; a menu has no values but flags to hand over.'],
      [list('  takes at: Season = winter sample autumn'), `${line}:36-42 The sample of at on list is autumn, which is no value of Season. What can be chosen: summer or winter.`],
    ],
    fine: [`${list(good)}walk "W" { tap "Hut" with h = 12, name = "x" }\n`, `flag open\n${list('  takes o: bool\n  on "Me" push list(o: open)')}`],
  },
  {
    rule: 'supply/wrong-type',
    broken: [
      [`${list(good)}walk "W" { tap "Hut" with beds = "x" }\n`, '17:34-37 The walk “W” gives “Hut” "x" for beds. beds is of type int, and a walk gives literals.'],
      [outside('entry widget "Hut" opens hut(hutId: "x")'), '15:30-40 The widget “Hut” gives hut "x" for hutId. hutId is of type HutId and "x" of type text; an entry hands over a sample of it.'],
      [list('  takes at: int sample "x"'), `${line}:24-27 The sample of at on list does not fit its type. at is of type int and "x" of type text.`],
    ],
    fine: [list('  takes at: HutId sample 12'), `${list(good)}walk "W" { tap "Hut" with beds = 2 }\n`],
  },
]);
