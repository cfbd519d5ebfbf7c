import { good, list, testRules } from './rule-table';

testRules([
  {
    rule: 'name/no-title',
    broken: [
      ['start a\nscreen a {}\n', { at: '2:8-9', subject: 'a', fixes: ['2:9-9  "A"'] }],
      ['start a\nscreen a "  " {}\n', { at: '2:8-9', subject: 'a', fixes: ['2:10-14 "A"'] }],
      ['start a\nscreen a\n', { at: '2:8-9', subject: 'a', fixes: ['2:9-9  "A"'] }],
    ],
    fine: [list(good), 'start a\nscreen a "{name}" {}\n'],
  },
]);
