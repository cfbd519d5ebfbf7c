import { good, list, testRules } from './rule-table';

testRules([
  {
    rule: 'reach/stranded',
    broken: [
      [list(''), '8:8-11 Nothing leads to hut. No trigger on another screen opens it, so nobody will ever see it.'],
      [`${list(good)}screen a "A" { on "a" push a }\n`, '17:8-9 Nothing leads to a. It only leads to itself, so nobody will ever see it.'],
      [`${list(good)}screen a "A" { on "b" push b }\nscreen b "B" { on "a" push a }\n`, '17:8-9 No walk gets to a. Only b leads here, and no walk gets there either.', '18:8-9 No walk gets to b. Only a leads here, and no walk gets there either.'],
      [`${list(good)}screen a "A" { on "c" push c }\nscreen b "B" { on "c" push c }\nscreen c "C" {}\n`,
        '17:8-9 Nothing leads to a. No trigger on another screen opens it, so nobody will ever see it.',
        '18:8-9 Nothing leads to b. No trigger on another screen opens it, so nobody will ever see it.',
        '19:8-9 No walk gets to c. Only a and b lead here, and no walk gets to them either.'],
    ],
    fine: [list(good), 'screen a "A" {}\n', 'start a\nscreen a "A" { on "x" push b then push c }\nscreen b "B" {}\nscreen c "C" {}\n'],
  },
  {
    rule: 'reach/stranded',
    broken: [
      ['flag vip\nstart a\nscreen a "A" { on "Lounge" when vip push b }\nscreen b "B" {}\n', '4:8-9 No walk gets to b. “Lounge” on a opens it only when vip, which never holds.'],
      ['flag vip\nstart a\nscreen a "A" { on "Lounge" push b }\nscreen b "B" { needs vip else back }\n', '4:8-9 No walk gets to b. It needs vip, which never holds.'],
      ['flag vip\nstart b\nscreen b "B" { needs vip else push b }\n', '3:8-9 No walk gets to b. It needs vip, which never holds.'],
      ['variants p, t\nstart a\ntabs only t { "B" b }\nscreen a "A" {}\nscreen b "B" {}\n', '5:8-9 No walk gets to b. The tab “B” leads to it, and no run gets that far.'],
    ],
    fine: [
      'flag vip\nstart a\nscreen a "A" {\n  on "Lounge" when vip push b\n  on "Join" sets vip = true\n}\nscreen b "B" {}\n',
      'start a\nscreen a "A" { on "Lounge" when "open" push b }\nscreen b "B" {}\n',
      'flag vip\nstart a\nscreen a "A" { on "Lounge" push b }\nscreen b "B" { needs vip else push c }\nscreen c "C" { on "Pay" sets vip = true then resume }\n',
      'start a\ntabs {\n  "A" a\n  "B" b\n}\nscreen a "A" {}\nscreen b "B" {}\n', 'start a\nmenu "M" { "B" push b }\nscreen a "A" {}\nscreen b "B" {}\n',
      'start a\nscreen a "A" {}\nscreen b "B" { link /b }\n', 'start a\nentry widget "B" opens b\nscreen a "A" {}\nscreen b "B" {}\n',
      'variants p, t\nstart a\ntabs only t {\n  "A" a\n  "B" b\n}\nscreen a "A" {}\nscreen b "B" {}\n',
    ],
  },
]);
