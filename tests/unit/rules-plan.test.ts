import { good, head, line, list, testRules } from './rule-table';

testRules([
  {
    rule: 'plan/unknown-name',
    broken: [
      [list('  on "Hut" push hutt'), `${line}:17-21 list leads to hutt, which is no screen of this plan. Did you mean hut?`],
      [list('  on "Map" push map'), `${line}:17-20 list leads to map, which is no screen of this plan. Create it, or name a screen that exists.`],
      [head.replace('start list', 'start lst'), '2:7-10 The app is to start at lst, which is no screen of this plan. Create it, or name a screen that exists.'],
      [`start a\nmodule m {\n  screen b "B" {}\n}\nmodule n {\n  screen b "B" {}\n}\nscreen a "A" { on "b" push b }\n`, '8:28-29 b may be any of 2 screens. Say which one with its module: m.b or n.b.'],
      [list('  link /huts under hutt'), `${line}:20-24 list leads to hutt, which is no screen of this plan. Did you mean hut?`],
    ],
    fine: [list(good), 'start a\nmodule m {\n  screen b "B" { on "c" push c }\n  screen c "C" {}\n}\nmodule n {\n  screen c "C" {}\n}\nscreen a "A" {\n  on "b" push m.b\n  on "c" push n.c\n}\n'],
  },
  {
    rule: 'plan/duplicate-name',
    broken: [
      [`${list(good)}screen hut "H" {}\n`, '17:8-11 The screen hut is declared a second time; line 8 has the first. The first one counts. Give this one another name, or take it out.'],
      [`${list(good)}screen HUT "H" {}\n`, '17:8-11 The screens HUT and hut (line 8) differ by letter case alone. Give one of them another name.'],
      [`${head}start hut\nscreen list "L" {}\n`, '13:1-10 The start is declared a second time; line 2 has the first. The first one counts. Give this one another name, or take it out.'],
      [`${list(good)}id HutId: text\n`, '17:4-9 The type HutId is declared a second time; line 3 has the first. The first one counts. Give this one another name, or take it out.'],
      [list('  takes name: text'), `${line}:9-13 The value name is declared a second time; line ${line - 1} has the first. The first one counts. Give this one another name, or take it out.`],
      [`${list(good)}choice text { a }\n`, '17:8-12 text is a type of the language and cannot be declared again. The first one counts. Give this one another name, or take it out.'],
    ],
    fine: [list(good), 'start a\nscreen a "A" { on "a" push m.a }\nmodule m {\n  screen a "A" {}\n}\n'],
  },
  {
    rule: 'plan/unknown-type',
    broken: [
      [list('  takes h: HutID = 1'), `${line}:12-17 There is no type HutID. Did you mean HutId?`],
      [list('  takes h: list of Guest'), `${line}:20-25 There is no type Guest. Declare it, or use one that the plan has.`],
      [`${list(good)}id X: HutId\n`, '17:7-12 X is to be carried by HutId, which is no base type. An id is carried by text, int, decimal, bool, date, time, instant or url.'],
    ],
    fine: [list('  takes h: list of HutId'), list('  has a: text, b: int, c: decimal, d: bool, e: date, f: time, g: instant, h: url')],
  },
  {
    rule: 'plan/cyclic-type',
    broken: [
      [`${list(good)}record A { a: A }\n`, '17:8-9 The record A contains itself: A > A. No value of it can ever be made. Let one of the fields be optional, a list, or an id.'],
      [`${list(good)}record A { b: B }\nrecord B { a: A }\n`, '17:8-9 The record A contains itself: A > B > A. No value of it can ever be made. Let one of the fields be optional, a list, or an id.', '18:8-9 The record B contains itself: B > A > B. No value of it can ever be made. Let one of the fields be optional, a list, or an id.'],
      [`${list(good)}record A { n: int, b: B }\nrecord B { b: B }\n`, '18:8-9 The record B contains itself: B > B. No value of it can ever be made. Let one of the fields be optional, a list, or an id.'],
    ],
    fine: [`${list(good)}record A { a: A? }\n`, `${list(good)}record A { all: list of A }\n`],
  },
  {
    rule: 'plan/no-start',
    broken: [
      ['app "A"\nscreen a "A" {}\n', '1:1-8 No screen comes first. Say where a cold start begins, as in start a.'],
      ['screen a "A" { takes x: int }\n', '1:1-2 No screen comes first. Say where a cold start begins, as in start a.'],
      ['# two\nscreen a "A"\nscreen b "B"\n', '1:1-2 No screen comes first. Say where a cold start begins, as in start a.'],
    ],
    fine: ['start a\nscreen a "A" {}\n', 'start b\nscreen a "A" {}\n', 'app "A"\n'],
  },
  {
    rule: 'plan/syntax',
    broken: [
      [list('  on "Hut" psuh hut'), `${line}:12-16 psuh is no step. Did you mean push? What can be read around it still counts.`],
      [list('  taks x: int'), `${line}:3-7 taks begins nothing in a screen. Did you mean takes? What can be read around it still counts.`],
      [`${list(good)}}\n`, '17:1-2 This brace closes nothing. What can be read around it still counts.'],
    ],
    fine: [list(good), '# nothing but a comment\n'],
  },
]);
