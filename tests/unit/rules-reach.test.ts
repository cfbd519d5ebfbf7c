import { planText } from './plan-text';
import { good, list, testRules } from './rule-table';

testRules([
  {
    rule: 'reach/stranded',
    broken: [
      [list(''), { at: '8:8-11', subject: 'hut', fixes: ['14:73-16:1 \n  on "Hut" push hut(hutId: stay.hut)\n'] }],
      [
        `${list(good)}screen a "A" { on "a" push a }\n`,
        { at: '17:8-9', subject: 'a', fixes: ['15:47-16:1 \n  on "A" push a\n', '11:20-12:1 \n  on "A" push a\n'] },
      ],
      [
        `${list(good)}screen a "A" { on "b" push b }\nscreen b "B" { on "a" push a }\n`,
        { at: '17:8-9', subject: 'a', fixes: ['15:47-16:1 \n  on "A" push a\n', '11:20-12:1 \n  on "A" push a\n'] },
        { at: '18:8-9', subject: 'b', fixes: ['15:47-16:1 \n  on "B" push b\n', '11:20-12:1 \n  on "B" push b\n'] },
      ],
      [
        `${list(good)}screen a "A" { on "c" push c }\nscreen b "B" { on "c" push c }\nscreen c "C" {}\n`,
        { at: '17:8-9', subject: 'a', fixes: ['15:47-16:1 \n  on "A" push a\n', '11:20-12:1 \n  on "A" push a\n'] },
        { at: '18:8-9', subject: 'b', fixes: ['15:47-16:1 \n  on "B" push b\n', '11:20-12:1 \n  on "B" push b\n'] },
        { at: '19:8-9', subject: 'c', fixes: ['15:47-16:1 \n  on "C" push c\n', '11:20-12:1 \n  on "C" push c\n'] },
      ],
    ],
    fine: [
      list(good),
      'screen a "A" {}\n',
      'start a\nscreen a "A" { on "x" push b then push c }\nscreen b "B" {}\nscreen c "C" {}\n',
    ],
  },
  {
    rule: 'reach/stranded',
    broken: [
      [
        'flag vip\nstart a\nscreen a "A" { on "Lounge" when vip push b }\nscreen b "B" {}\n',
        { at: '4:8-9', subject: 'b' },
      ],
      [
        'flag vip\nstart a\nscreen a "A" { on "Lounge" push b }\nscreen b "B" { needs vip else back }\n',
        { at: '4:8-9', subject: 'b' },
      ],
      ['flag vip\nstart b\nscreen b "B" { needs vip else push b }\n', { at: '3:8-9', subject: 'b' }],
      [
        'variants p, t\nstart a\ntabs only t { "B" b }\nscreen a "A" {}\nscreen b "B" {}\n',
        { at: '5:8-9', subject: 'b', fixes: ['4:15-15 \n  on "B" push b\n'] },
      ],
    ],
    fine: [
      planText`
        flag vip
        start a
        screen a "A" {
          on "Lounge" when vip push b
          on "Join" sets vip = true
        }
        screen b "B" {}
      `,
      'start a\nscreen a "A" { on "Lounge" when "open" push b }\nscreen b "B" {}\n',
      planText`
        flag vip
        start a
        screen a "A" { on "Lounge" push b }
        screen b "B" { needs vip else push c }
        screen c "C" { on "Pay" sets vip = true then resume }
      `,
      planText`
        start a
        tabs {
          "A" a
          "B" b
        }
        screen a "A" {}
        screen b "B" {}
      `,
      'start a\nmenu "M" { "B" push b }\nscreen a "A" {}\nscreen b "B" {}\n',
      'start a\nscreen a "A" {}\nscreen b "B" { link /b }\n',
      'start a\nentry widget "B" opens b\nscreen a "A" {}\nscreen b "B" {}\n',
      planText`
        variants p, t
        start a
        tabs only t {
          "A" a
          "B" b
        }
        screen a "A" {}
        screen b "B" {}
      `,
    ],
  },
  {
    rule: 'reach/event-only',
    broken: [
      [
        'start a\nevent "Call" on all present call\nscreen a "A" {}\nscreen call "Call" {}\n',
        { at: '4:8-12', subject: 'call', walk: ['Call'] },
      ],
      [
        planText`
          start a
          flag in
          event "Answer" on a sets in = true
          screen a "A" { on "On" when in push b }
          screen b "B" {}
        `,
        { at: '5:8-9', subject: 'b', walk: ['Answer', 'On'] },
      ],
      [
        'variants p, t\nstart a\nevent "Call" only t on a push call\nscreen a "A" {}\nscreen call "Call" only t {}\n',
        { at: '5:8-12', subject: 'call', walk: ['Call'] },
      ],
    ],
    fine: [
      'start a\nevent "Call" on all present call\nscreen a "A" { on "Calls" push call }\nscreen call "Call" {}\n',
      'start a\nevent "Over" on all reset a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\n',
      planText`
        variants p, t
        start a
        event "Call" on all present call
        screen a "A" { on "Calls" only t push call }
        screen call "Call" {}
      `,
    ],
  },
]);
