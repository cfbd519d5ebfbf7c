import { good, list, testRules } from './rule-table';

testRules([
  {
    rule: 'name/no-title',
    broken: [
      ['start a\nscreen a {}\n', '2:8-9 a has no title. Its header stays empty, and so does the label beside the header arrow of the next screen.'],
      ['start a\nscreen a "  " {}\n', '2:8-9 a has no title. Its header stays empty, and so does the label beside the header arrow of the next screen.'],
      ['start a\nscreen a\n', '2:8-9 a has no title. Its header stays empty, and so does the label beside the header arrow of the next screen.'],
    ],
    fine: [list(good), 'start a\nscreen a "{name}" {}\n'],
  },
]);
