import { planText } from './plan-text';
import { testRules } from './rule-table';

/**
 * Two tabs, with the steps of the first one's trigger under flag `a`, the steps of the second one's trigger, and rules.
 */
const tabbed = (pay: string, sets: string, claims: string): string =>
  `start home\nflag a\ntabs {\n  "Home" home\n  "More" more\n}\nscreen home "Home" { on "Pay" when a ${pay} }\nscreen pay "Pay" {}\nscreen more "More" { on "A" ${sets} }\n${claims}`;

/** Whether the vault is ever shown hangs on how often a ticket is bought: once, which no analysis of one tab knows. */
const ticketed = (claims: string): string =>
  `start home\nflag ticket\ntabs {\n  "Home" home\n  "Shop" shop\n}\nscreen home "Home" {\n  on "Hut" push hut(id: 1)\n  on "Go in" when ticket sets ticket = false then push hall\n}\nscreen hut "Hut" {\n  takes id: int\n  on "Next" push hut(id: 2)\n}\nscreen hall "Hall" { on "Go on" when ticket push vault }\nscreen vault "Vault" {}\nscreen shop "Shop" { on "Buy" sets ticket = true then replace sold }\nscreen sold "Sold" {}\naccept stack/grows on hut because "It does"\n${claims}`;

testRules([
  {
    rule: 'reach/variant-only',
    broken: [
      [
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
        { at: '8:8-9', subject: 'b', variant: 'p', fixes: ['8:13-13  only t'] },
      ],
      [
        'variants p, t\nstart a\nmenu "M" only t { "B" reset b }\nscreen a "A" {}\nscreen b "B" {}\n',
        { at: '5:8-9', subject: 'b', variant: 'p', fixes: ['5:13-13  only t'] },
      ],
      [
        'variants p, t, w\nstart a\nscreen a "A" { on "B" only w push b }\nscreen b "B" as sheet {}\n',
        { at: '4:8-9', subject: 'b', fixes: ['4:13-13  only w'] },
      ],
    ],
    fine: [
      'variants p, t\nstart a\nmenu "M" only t { "B" reset b }\nscreen a "A" {}\nscreen b "B" only t {}\n',
      'variants p, t\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\n',
    ],
  },
  {
    rule: 'reach/link-only',
    broken: [
      ['start a\nscreen a "A" {}\nscreen b "B" { link /b }\n', { at: '3:8-9', subject: 'b', walk: ['/b'] }],
      [
        'start a\nentry widget "W" opens b\nscreen a "A" {}\nscreen b "B" { on "C" push c }\nscreen c "C" {}\n',
        { at: '4:8-9', subject: 'b', walk: ['W'] },
        { at: '5:8-9', subject: 'c', walk: ['W', 'C'] },
      ],
      [
        planText`
          flag ok
          start a
          screen a "A" { on "Ok" sets ok = true }
          screen b "B" {
            needs ok else push a
            link /b
          }
        `,
        { at: '4:8-9', subject: 'b', walk: ['Ok', '/b'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { link /b }\n',
      'start a\nscreen a "A" {}\nscreen b "B" {}\n',
    ],
  },
  {
    rule: 'reach/gated',
    broken: [
      ['flag vip\nstart a\nscreen a "A" { on "L" when vip leave "x" }\n', { at: '3:28-31', subject: 'a' }],
      [
        planText`
          choice C { x, y }
          flag c: C = x
          start a
          screen a "A" {
            on "Y" when c is y leave "x"
            on "X" sets c = x
          }
        `,
        { at: '5:15-21', subject: 'a' },
      ],
      [
        planText`
          flag vip
          start a
          screen a "A" { on "In" sets vip = true then push b }
          screen b "B" { on "Join" when not vip leave "x" otherwise back }
        `,
        { at: '4:31-38', subject: 'b' },
      ],
    ],
    fine: [
      planText`
        flag vip
        start a
        screen a "A" {
          on "L" when vip leave "x"
          on "J" sets vip = true
        }
      `,
      'start a\nscreen a "A" { on "L" when "open" leave "x" }\n',
      'flag vip\nstart a\nscreen a "A" {}\nscreen b "B" { on "L" when vip leave "x" }\n',
    ],
  },
  {
    rule: 'reach/dead-transition',
    broken: [
      [
        planText`
          flag vip
          start a
          screen a "A" {
            on "J" sets vip = true
            on "L" when vip leave "x" otherwise when not vip leave "y" otherwise leave "z"
          }
        `,
        { at: '5:72-81', subject: 'a' },
      ],
      [
        'start a\nscreen a "A" { on "L" when "q" or not "q" leave "x" otherwise leave "y" }\n',
        { at: '2:63-72', subject: 'a' },
      ],
      [
        planText`
          flag vip
          start a
          screen a "A" {
            on "J" sets vip = true
            on "L" when vip or not vip leave "x" otherwise leave "y"
          }
        `,
        { at: '5:50-59', subject: 'a' },
      ],
    ],
    fine: [
      planText`
        flag vip
        start a
        screen a "A" {
          on "J" sets vip = true
          on "L" when vip leave "x" otherwise leave "y"
        }
      `,
      'start a\nscreen a "A" { on "L" when "q" leave "x" otherwise when "q" leave "y" }\n',
    ],
  },
  {
    rule: 'reach/dead-end',
    broken: [
      [
        'start a\nscreen a "A" { on "B" reset b }\nscreen b "B" {}\n',
        { at: '3:8-9', subject: 'b', walk: ['B'], fixes: ['3:15-15 \n  on "A" reset a\n'] },
      ],
      [
        'start a\nscreen a "A" { on "B" replace b }\nscreen b "B" { on "Call" leave "Phone" }\n',
        { at: '3:8-9', subject: 'b', walk: ['B'], fixes: ['3:39-40  on "A" reset a '] },
      ],
      [
        planText`
          variants p, t
          start a
          menu "M" only p { "A" reset a }
          screen a "A" { on "B" back then push b otherwise back }
          screen b "B" {}
        `,
        { at: '5:8-9', subject: 'b', variant: 't', walk: ['B'], fixes: ['5:15-15 \n  on "A" reset a\n'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\n',
      'start a\nscreen a "A" {}\n',
      'start a\nmenu "M" { "A" reset a }\nscreen a "A" { on "B" reset b }\nscreen b "B" {}\n',
    ],
  },
  {
    rule: 'reach/trap',
    broken: [
      [
        planText`
          start h
          screen h "H" {
            on "A" reset a
            on "C" push c
            on "D" push d
            on "E" push e
          }
          screen a "A" { on "B" reset b }
          screen b "B" { on "A" reset a }
          screen c "C" {}
          screen d "D" {}
          screen e "E" {}
        `,
        { at: '8:8-9', subject: 'a', walk: ['A'], fixes: ['8:30-31  on "H" reset h '] },
      ],
      [
        planText`
          start h
          screen h "H" {
            on "A" replace a
            on "C" push c
            on "D" push d
          }
          screen a "A" { on "Again" push a }
          screen c "C" {}
          screen d "D" {}
        `,
        { at: '7:8-9', subject: 'a', walk: ['A'], fixes: ['7:33-34  on "H" reset h '] },
      ],
      [
        planText`
          flag f
          start h
          screen h "H" {
            on "A" sets f = true then reset a
            on "C" push c
            on "D" push d
            on "E" push e
          }
          screen a "A" {
            on "B" reset b
            on "H" when not f reset h
          }
          screen b "B" { on "A" reset a }
          screen c "C" {}
          screen d "D" {}
          screen e "E" {}
        `,
        { at: '9:8-9', subject: 'a', walk: ['A'] },
      ],
    ],
    fine: [
      'start h\nscreen h "H" { on "A" push a }\nscreen a "A" { on "B" reset b }\nscreen b "B" { on "A" reset a }\n',
      'start h\nscreen h "H" { on "A" reset a }\nscreen a "A" { on "H" reset h }\n',
    ],
  },
  {
    rule: 'stack/grows',
    broken: [
      [
        'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" { on "A" push a }\n',
        { at: '4:16-29', subject: 'c', walk: ['B', 'C', 'A'], fixes: ['4:23-29 back to a'] },
      ],
      ['start a\nscreen a "A" { on "Next" push a }\n', { at: '2:16-32', subject: 'a', walk: ['Next'] }],
      [
        'start a\nmenu "M" { "B" push b }\nscreen a "A" {}\nscreen b "B" {}\n',
        { at: '2:12-22', subject: 'b', walk: ['B', 'B'] },
      ],
      [
        planText`
          flag f
          start a
          screen a "A" { on "B" when not f push b }
          screen b "B" {
            on "F" sets f = true
            on "A" push a
          }
        `,
        { at: '6:3-16', subject: 'b', walk: ['B', 'A'], fixes: ['6:10-16 back to a'] },
      ],
      [
        'start a\nmenu "M" { "A" push a }\nscreen a "A" { needs "luck" else push b then push a }\nscreen b "B" {}\n',
        { at: '2:12-22', subject: 'a', walk: ['A'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "A" back to a }\n',
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "A" reset a }\n',
      'flag f\nstart a\nscreen a "A" { on "B" when not f push b }\nscreen b "B" { on "A" sets f = true then push a }\n',
    ],
  },
  {
    rule: 'stack/back-target-missing',
    broken: [
      [
        planText`
          start a
          screen a "A" {
            on "B" push b
            on "C" push c
          }
          screen b "B" { on "C" push c }
          screen c "C" { on "Done" back to b }
        `,
        { at: '7:26-35', subject: 'c', walk: ['C', 'Done'], fixes: ['7:26-35 reset b'] },
      ],
      [
        'start a\nscreen a "A" { on "B" replace b }\nscreen b "B" { on "Done" back past a then push b }\n',
        { at: '3:26-37', subject: 'b', walk: ['B', 'Done'] },
      ],
      [
        planText`
          start a
          screen a "A" { on "B" push b }
          screen b "B" {
            link /b under nothing
            on "Done" back to a
          }
        `,
        { at: '5:13-22', subject: 'b', walk: ['/b', 'Done'], fixes: ['5:13-22 reset a'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" back to c }\n',
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" { on "Done" back to a }\n',
      'start a\nscreen a "A" { on "A" back to a }\n',
    ],
  },
  {
    rule: 'stack/guarded-revealed',
    broken: [
      [
        planText`
          flag in
          start a
          screen a "A" { on "In" sets in = true then push p }
          screen p "P" {
            needs in else back
            on "Q" push q
          }
          screen q "Q" { on "Out" sets in = false }
        `,
        { at: '5:3-21', subject: 'p', walk: ['In', 'Q', 'Out', 'Back'], fixes: ['8:40-40  then reset a'] },
      ],
      [
        planText`
          flag in
          start a
          screen a "A" { on "In" sets in = true then push p }
          screen p "P" {
            needs in else back
            on "Q" push q
          }
          screen q "Q" { on "Out" sets in = false then back }
        `,
        { at: '5:3-21', subject: 'p', walk: ['In', 'Q', 'Out'], fixes: ['8:50-50  then reset a'] },
      ],
      [
        planText`
          flag in = true
          start p
          screen p "P" {
            needs in else push a
            on "A" push a
          }
          screen a "A" { on "Out" sets in = false then push b }
          screen b "B" {}
        `,
        { at: '4:3-23', subject: 'p', walk: ['A', 'Out', 'Back', 'Back'] },
      ],
    ],
    fine: [
      planText`
        flag in
        start a
        screen a "A" { on "In" sets in = true then push p }
        screen p "P" {
          needs in else back
          on "Out" sets in = false then reset a
        }
      `,
      planText`
        flag in
        start a
        screen a "A" { on "In" sets in = true then push p }
        screen p "P" {
          needs in else back
          on "Q" push q
        }
        screen q "Q" { on "Out" sets in = false then back past p }
      `,
    ],
  },
  {
    rule: 'stack/rule-broken',
    broken: [
      [
        planText`
          start a
          screen a "A" { on "P" push p }
          screen p "P" { on "R" push r }
          screen r "R" {}
          rule "Once" never p beneath r
        `,
        { at: '5:1-30', subject: 'Once', walk: ['P', 'R'], fixes: ['3:23-23 back past p then '] },
      ],
      [
        planText`
          start a
          screen a "A" { on "P" push p }
          screen p "P" { on "X" push x }
          screen x "X" { on "R" push r }
          screen r "R" {}
          rule "Deep" never p beneath r
        `,
        { at: '6:1-30', subject: 'Deep', walk: ['P', 'X', 'R'], fixes: ['4:23-23 back past p then '] },
      ],
      [
        'start a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\nrule "Not twice" never a after b\n',
        { at: '4:1-33', subject: 'Not twice', walk: ['B', 'Back'] },
      ],
      [
        planText`
          start a
          screen a "A" {
            on "B" push b
            on "C" reset c
          }
          screen b "B" { on "C" push c }
          screen c "C" {}
          rule "On b" always b beneath c
        `,
        { at: '8:1-31', subject: 'On b', walk: ['C'] },
      ],
      [
        planText`
          flag f
          start a
          screen a "A" {
            on "B" push b
            on "C" when not f push c
          }
          screen b "B" { on "Lock" sets f = true }
          screen c "C" {}
          rule "All see c" from a always reach c
        `,
        { at: '9:1-39', subject: 'All see c', walk: ['B', 'Lock', 'Back'] },
      ],
    ],
    fine: [
      planText`
        start a
        screen a "A" { on "P" push p }
        screen p "P" { on "R" back past p then push r }
        screen r "R" {}
        rule "Once" never p beneath r
      `,
      'start a\nscreen a "A" { on "B" reset b }\nscreen b "B" {}\nrule "Not twice" never a after b\n',
      planText`
        start a
        screen a "A" { on "B" push b }
        screen b "B" { on "C" push c }
        screen c "C" {}
        rule "On b" always b beneath c
      `,
      planText`
        flag f
        start a
        screen a "A" {
          on "B" push b
          on "C" when not f push c
        }
        screen b "B" {
          on "Lock" sets f = true
          on "Free" sets f = false
        }
        screen c "C" {}
        rule "All see c" from a always reach c
      `,
    ],
  },
  {
    rule: 'stack/doubled',
    broken: [
      ['start a\nscreen a "A" { on "Again" push a }\n', { at: '2:27-33', subject: 'a', fixes: ['2:27-31 replace'] }],
      [
        'start a\nscreen a "A" {\n  takes n: int = 1\n  on "Again" present a(n)\n}\n',
        { at: '4:14-26', subject: 'a', fixes: ['4:14-21 replace'] },
      ],
      [
        planText`
          flag f
          start a
          screen a "A" {
            takes n: int = 1
            on "Again" sets f = true then push a(n: n)
          }
        `,
        { at: '5:33-45', subject: 'a', fixes: ['5:33-37 replace'] },
      ],
      [
        planText`
          start a
          screen a "A" {
            has n: int
            returns int
            on "Again" push a gives n
            on "Done" back with n
          }
        `,
        { at: '5:14-28', subject: 'a' },
      ],
    ],
    fine: [
      planText`
        start a
        screen a "A" {
          takes n: int = 1
          has m: int
          on "Next" push a(n: m)
        }
      `,
      'start a\nscreen a "A" { on "Again" replace a }\n',
    ],
  },
  {
    rule: 'stack/undecided',
    broken: [
      [ticketed(''), { at: '3:1-5' }],
      [
        `variants p, t\n${ticketed('').replace('tabs', 'tabs only t').replace('"Hut" push', '"Shop" only p push shop\n  on "Hut" push')}`,
        { at: '4:1-5', variant: 't' },
      ],
      [ticketed('rule "R" never hall after vault\nrule "S" from hall always reach vault\n'), { at: '3:1-5' }],
    ],
    fine: [
      planText`
        start a
        tabs {
          "A" a
          "B" b
        }
        screen a "A" { on "B" switch b then push c }
        screen b "B" {}
        screen c "C" {}
        rule "R" never a beneath c
      `,
      planText`
        start a
        tabs {
          "A" a
          "B" b
        }
        screen a "A" { on "B" push c then switch b }
        screen b "B" {}
        screen c "C" {}
      `,
      tabbed('push pay', 'sets a = true then reset home', 'rule "R" from pay always reach home\n'),
      tabbed('push pay', 'sets a = true', 'rule "R" never more beneath pay\n'),
      tabbed('push pay', 'sets a = true', ''),
      // Few configurations: all of them are looked at.
      tabbed('push pay', 'sets a = true', 'rule "R" from pay always reach home\n'),
    ],
  },
  {
    rule: 'walk/broken',
    broken: [
      [
        planText`
          start a
          screen a "A" { on "See b" push b }
          screen b "B" {}
          walk "W" {
            tap "Se b"
            expect b
          }
        `,
        { at: '5:3-13', subject: 'W', fixes: ['5:7-13 "See b"'] },
      ],
      [
        'start a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\nwalk "W" { tap "B" expect a }\n',
        { at: '4:20-28', subject: 'W' },
      ],
      [
        'flag f\nstart a\nscreen a "A" { on "B" when f push b }\nscreen b "B" {}\nwalk "W" { tap "B" }\n',
        { at: '5:12-19', subject: 'W' },
      ],
      [
        'start a\nscreen a "A" { on "B" reset b }\nscreen b "B" {}\nwalk "W" { tap "B" expect b beneath a }\n',
        { at: '4:20-38', subject: 'W' },
      ],
      [
        planText`
          start a
          screen a "A" { on "P" when "paid" push b otherwise push c }
          screen b "B" {}
          screen c "C" {}
          walk "W" { tap "P" if "paid" expect c }
        `,
        { at: '5:30-38', subject: 'W' },
      ],
      ['start a\nscreen a "A" { on "P" back }\nwalk "W" { tap "P" back }\n', { at: '3:20-24', subject: 'W' }],
      [
        planText`
          start a
          id N: int
          screen a "A" {
            takes n: N = 1
            link /a/{n}
          }
          walk "W" { open /a/one }
        `,
        { at: '7:12-23', subject: 'W' },
      ],
      [
        'start a\nscreen a "A" {}\nentry page "Page" opens a\nwalk "W" { open "Pages" }\n',
        { at: '4:12-24', subject: 'W', fixes: ['4:17-24 "Page"'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" { on "P" back }\nwalk "W" { tap "P" }\n',
      planText`
        start a
        id N: int
        screen a "A" {}
        screen b "B" {
          takes n: N
          link /b/{n}
        }
        entry page "Page" opens /b/7
        walk "W" {
          open /b/12
          expect b beneath a
          open "Page"
        }
      `,
      planText`
        start a
        screen a "A" { on "P" when "paid" push b otherwise push c }
        screen b "B" {}
        screen c "C" {}
        walk "W" {
          tap "P" unless "paid"
          expect c beneath a
          back
          tap "P"
          expect b
        }
      `,
      planText`
        flag f
        start a
        screen a "A" { on "B" when f push b }
        screen b "B" {}
        walk "W" {
          set f = true
          tap "B"
          expect b
        }
      `,
      planText`
        variants p, t
        start a
        tabs only t {
          "A" a
          "B" b
        }
        screen a "A" {}
        screen b "B" only t {}
        walk "W" {
          tab "B"
          expect b beneath a
        }
      `,
    ],
  },
]);
