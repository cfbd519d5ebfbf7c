import { planText } from './plan-text';
import { good, head, line, list, testRules } from './rule-table';

testRules([
  {
    rule: 'plan/unknown-name',
    broken: [
      [
        list('  on "Hut" push hutt'),
        { at: `${line}:17-21`, subject: 'list', fixes: [`${line}:17-21 hut`, '16:2-2 \n\nscreen hutt "Hutt" {\n}'] },
      ],
      [
        list('  on "Map" push map'),
        { at: `${line}:17-20`, subject: 'list', fixes: ['16:2-2 \n\nscreen map "Map" {\n}'] },
      ],
      [head.replace('start list', 'start lst'), { at: '2:7-10', fixes: ['12:2-2 \n\nscreen lst "Lst" {\n}'] }],
      [
        planText`
          start a
          module m {
            screen b "B" {}
          }
          module n {
            screen b "B" {}
          }
          screen a "A" { on "b" push b }
        `,
        { at: '8:28-29', fixes: ['8:28-29 m.b', '8:28-29 n.b'] },
      ],
      [
        list('  link /huts under hutt'),
        { at: `${line}:20-24`, subject: 'list', fixes: [`${line}:20-24 hut`, '16:2-2 \n\nscreen hutt "Hutt" {\n}'] },
      ],
    ],
    fine: [
      list(good),
      planText`
        start a
        module m {
          screen b "B" { on "c" push c }
          screen c "C" {}
        }
        module n {
          screen c "C" {}
        }
        screen a "A" {
          on "b" push m.b
          on "c" push n.c
        }
      `,
    ],
  },
  {
    rule: 'plan/unknown-name',
    broken: [
      [
        `flag signedIn\n${list(`${good}\n  on "Out" sets signdIn = false`)}`,
        { at: `${line + 2}:17-24`, fixes: [`${line + 2}:17-24 signedIn`, '1:14-14 \nflag signdIn'] },
      ],
      [`variants phone, tablet\n${list(`${good}\n  on "Out" only fone back`)}`, { at: `${line + 2}:17-21` }],
      [
        `${list(good)}accept supply/mising on list because "So"\n`,
        { at: '17:8-21', fixes: ['17:8-21 supply/missing'] },
      ],
      [
        `${list(good)}rule "R" never lst beneath hut\n`,
        { at: '17:16-19', fixes: ['17:16-19 list', '16:2-2 \n\nscreen lst "Lst" {\n}'] },
      ],
      [`${list(good)}walk "W" { expect map }\n`, { at: '17:19-22', fixes: ['16:2-2 \n\nscreen map "Map" {\n}'] }],
      [`${list(good)}menu "M" { "Map" push map }\n`, { at: '17:23-26', fixes: ['16:2-2 \n\nscreen map "Map" {\n}'] }],
      [
        'variants phone, tablet\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" only phone\n',
        { at: '3:28-29', subject: 'b', fixes: ['4:24-24 , tablet'] },
      ],
    ],
    fine: [
      `flag signedIn\n${list(`${good}\n  on "Out" when signedIn sets signedIn = false`)}`,
      'variants phone, tablet\nstart a\nscreen a "A" { on "B" only phone push b }\nscreen b "B" only phone\n',
      head.replace('start list', 'start hut(hutId: 1)'),
    ],
  },
  {
    rule: 'plan/duplicate-name',
    broken: [
      [`${list(good)}screen hut "H" {}\n`, { at: '17:8-11', subject: 'hut', fixes: ['17:8-11 hut2'] }],
      [`${list(good)}screen HUT "H" {}\n`, { at: '17:8-11', subject: 'HUT' }],
      [`${head}start hut\nscreen list "L" {}\n`, { at: '13:1-10' }],
      [`${list(good)}id HutId: text\n`, { at: '17:4-9' }],
      [list('  takes name: text'), { at: `${line}:9-13` }],
      [`${list(good)}choice text { a }\n`, { at: '17:8-12' }],
    ],
    fine: [list(good), 'start a\nscreen a "A" { on "a" push m.a }\nmodule m {\n  screen a "A" {}\n}\n'],
  },
  {
    rule: 'plan/unknown-type',
    broken: [
      [
        list('  takes h: HutID = 1'),
        { at: `${line}:12-17`, fixes: [`${line}:12-17 HutId`, '7:39-39 \nid HutID: text'] },
      ],
      [list('  takes h: list of Guest'), { at: `${line}:20-25`, fixes: ['7:39-39 \nid Guest: text'] }],
      [`${list(good)}id X: HutId\n`, { at: '17:7-12', fixes: ['17:7-12 text', '17:7-12 int'] }],
    ],
    fine: [
      list('  takes h: list of HutId'),
      list('  has a: text, b: int, c: decimal, d: bool, e: date, f: time, g: instant, h: url'),
    ],
  },
  {
    rule: 'plan/cyclic-type',
    broken: [
      [`${list(good)}record A { a: A }\n`, { at: '17:8-9', fixes: ['17:16-16 ?'] }],
      [
        `${list(good)}record A { b: B }\nrecord B { a: A }\n`,
        { at: '17:8-9', fixes: ['17:16-16 ?'] },
        { at: '18:8-9', fixes: ['18:16-16 ?'] },
      ],
      [`${list(good)}record A { n: int, b: B }\nrecord B { b: B }\n`, { at: '18:8-9', fixes: ['18:16-16 ?'] }],
    ],
    fine: [`${list(good)}record A { a: A? }\n`, `${list(good)}record A { all: list of A }\n`],
  },
  {
    rule: 'plan/no-start',
    broken: [
      ['app "A"\nscreen a "A" {}\n', { at: '1:1-8', fixes: ['1:8-8 \nstart a'] }],
      ['screen a "A" { takes x: int }\n', { at: '1:1-2' }],
      ['# two\nscreen a "A"\nscreen b "B"\n', { at: '1:1-2', fixes: ['2:1-1 start a\n\n', '2:1-1 start b\n\n'] }],
    ],
    fine: ['start a\nscreen a "A" {}\n', 'start b\nscreen a "A" {}\n', 'app "A"\n'],
  },
  {
    rule: 'plan/syntax',
    broken: [
      [list('  on "Hut" psuh hut'), { at: `${line}:12-16`, fixes: [`${line}:12-16 push`] }],
      [list('  taks x: int'), { at: `${line}:3-7`, fixes: [`${line}:3-7 takes`] }],
      [`${list(good)}}\n`, { at: '17:1-2' }],
    ],
    fine: [list(good), '# nothing but a comment\n'],
  },
]);
