import { good, head, line, list, testRules } from './rule-table';

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
]);
