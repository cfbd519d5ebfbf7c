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
]);
