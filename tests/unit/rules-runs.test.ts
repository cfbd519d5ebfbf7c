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
        'variants p, t\nstart a\ntabs only t {\n  "A" a\n  "B" b\n}\nscreen a "A" {}\nscreen b "B" {}\n',
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
        'flag ok\nstart a\nscreen a "A" { on "Ok" sets ok = true }\nscreen b "B" {\n  needs ok else push a\n  link /b\n}\n',
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
        'choice C { x, y }\nflag c: C = x\nstart a\nscreen a "A" {\n  on "Y" when c is y leave "x"\n  on "X" sets c = x\n}\n',
        { at: '5:15-21', subject: 'a' },
      ],
      [
        'flag vip\nstart a\nscreen a "A" { on "In" sets vip = true then push b }\nscreen b "B" { on "Join" when not vip leave "x" otherwise back }\n',
        { at: '4:31-38', subject: 'b' },
      ],
    ],
    fine: [
      'flag vip\nstart a\nscreen a "A" {\n  on "L" when vip leave "x"\n  on "J" sets vip = true\n}\n',
      'start a\nscreen a "A" { on "L" when "open" leave "x" }\n',
      'flag vip\nstart a\nscreen a "A" {}\nscreen b "B" { on "L" when vip leave "x" }\n',
    ],
  },
  {
    rule: 'reach/dead-transition',
    broken: [
      [
        'flag vip\nstart a\nscreen a "A" {\n  on "J" sets vip = true\n  on "L" when vip leave "x" otherwise when not vip leave "y" otherwise leave "z"\n}\n',
        { at: '5:72-81', subject: 'a' },
      ],
      [
        'start a\nscreen a "A" { on "L" when "q" or not "q" leave "x" otherwise leave "y" }\n',
        { at: '2:63-72', subject: 'a' },
      ],
      [
        'flag vip\nstart a\nscreen a "A" {\n  on "J" sets vip = true\n  on "L" when vip or not vip leave "x" otherwise leave "y"\n}\n',
        { at: '5:50-59', subject: 'a' },
      ],
    ],
    fine: [
      'flag vip\nstart a\nscreen a "A" {\n  on "J" sets vip = true\n  on "L" when vip leave "x" otherwise leave "y"\n}\n',
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
        'variants p, t\nstart a\nmenu "M" only p { "A" reset a }\nscreen a "A" { on "B" back then push b otherwise back }\nscreen b "B" {}\n',
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
        'start h\nscreen h "H" {\n  on "A" reset a\n  on "C" push c\n  on "D" push d\n  on "E" push e\n}\nscreen a "A" { on "B" reset b }\nscreen b "B" { on "A" reset a }\nscreen c "C" {}\nscreen d "D" {}\nscreen e "E" {}\n',
        { at: '8:8-9', subject: 'a', walk: ['A'], fixes: ['8:30-31  on "H" reset h '] },
      ],
      [
        'start h\nscreen h "H" {\n  on "A" replace a\n  on "C" push c\n  on "D" push d\n}\nscreen a "A" { on "Again" push a }\nscreen c "C" {}\nscreen d "D" {}\n',
        { at: '7:8-9', subject: 'a', walk: ['A'], fixes: ['7:33-34  on "H" reset h '] },
      ],
      [
        'flag f\nstart h\nscreen h "H" {\n  on "A" sets f = true then reset a\n  on "C" push c\n  on "D" push d\n  on "E" push e\n}\nscreen a "A" {\n  on "B" reset b\n  on "H" when not f reset h\n}\nscreen b "B" { on "A" reset a }\nscreen c "C" {}\nscreen d "D" {}\nscreen e "E" {}\n',
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
        'flag f\nstart a\nscreen a "A" { on "B" when not f push b }\nscreen b "B" {\n  on "F" sets f = true\n  on "A" push a\n}\n',
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
        'start a\nscreen a "A" {\n  on "B" push b\n  on "C" push c\n}\nscreen b "B" { on "C" push c }\nscreen c "C" { on "Done" back to b }\n',
        { at: '7:26-35', subject: 'c', walk: ['C', 'Done'], fixes: ['7:26-35 reset b'] },
      ],
      [
        'start a\nscreen a "A" { on "B" replace b }\nscreen b "B" { on "Done" back past a then push b }\n',
        { at: '3:26-37', subject: 'b', walk: ['B', 'Done'] },
      ],
      [
        'start a\nscreen a "A" { on "B" push b }\nscreen b "B" {\n  link /b under nothing\n  on "Done" back to a\n}\n',
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
        'flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Q" push q\n}\nscreen q "Q" { on "Out" sets in = false }\n',
        { at: '5:3-21', subject: 'p', walk: ['In', 'Q', 'Out', 'Back'], fixes: ['8:40-40  then reset a'] },
      ],
      [
        'flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Q" push q\n}\nscreen q "Q" { on "Out" sets in = false then back }\n',
        { at: '5:3-21', subject: 'p', walk: ['In', 'Q', 'Out'], fixes: ['8:50-50  then reset a'] },
      ],
      [
        'flag in = true\nstart p\nscreen p "P" {\n  needs in else push a\n  on "A" push a\n}\nscreen a "A" { on "Out" sets in = false then push b }\nscreen b "B" {}\n',
        { at: '4:3-23', subject: 'p', walk: ['A', 'Out', 'Back', 'Back'] },
      ],
    ],
    fine: [
      'flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Out" sets in = false then reset a\n}\n',
      'flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Q" push q\n}\nscreen q "Q" { on "Out" sets in = false then back past p }\n',
    ],
  },
  {
    rule: 'stack/rule-broken',
    broken: [
      [
        'start a\nscreen a "A" { on "P" push p }\nscreen p "P" { on "R" push r }\nscreen r "R" {}\nrule "Once" never p beneath r\n',
        { at: '5:1-30', subject: 'Once', walk: ['P', 'R'], fixes: ['3:23-23 back past p then '] },
      ],
      [
        'start a\nscreen a "A" { on "P" push p }\nscreen p "P" { on "X" push x }\nscreen x "X" { on "R" push r }\nscreen r "R" {}\nrule "Deep" never p beneath r\n',
        { at: '6:1-30', subject: 'Deep', walk: ['P', 'X', 'R'], fixes: ['4:23-23 back past p then '] },
      ],
      [
        'start a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\nrule "Not twice" never a after b\n',
        { at: '4:1-33', subject: 'Not twice', walk: ['B', 'Back'] },
      ],
      [
        'start a\nscreen a "A" {\n  on "B" push b\n  on "C" reset c\n}\nscreen b "B" { on "C" push c }\nscreen c "C" {}\nrule "On b" always b beneath c\n',
        { at: '8:1-31', subject: 'On b', walk: ['C'] },
      ],
      [
        'flag f\nstart a\nscreen a "A" {\n  on "B" push b\n  on "C" when not f push c\n}\nscreen b "B" { on "Lock" sets f = true }\nscreen c "C" {}\nrule "All see c" from a always reach c\n',
        { at: '9:1-39', subject: 'All see c', walk: ['B', 'Lock', 'Back'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" { on "P" push p }\nscreen p "P" { on "R" back past p then push r }\nscreen r "R" {}\nrule "Once" never p beneath r\n',
      'start a\nscreen a "A" { on "B" reset b }\nscreen b "B" {}\nrule "Not twice" never a after b\n',
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" {}\nrule "On b" always b beneath c\n',
      'flag f\nstart a\nscreen a "A" {\n  on "B" push b\n  on "C" when not f push c\n}\nscreen b "B" {\n  on "Lock" sets f = true\n  on "Free" sets f = false\n}\nscreen c "C" {}\nrule "All see c" from a always reach c\n',
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
        'flag f\nstart a\nscreen a "A" {\n  takes n: int = 1\n  on "Again" sets f = true then push a(n: n)\n}\n',
        { at: '5:33-45', subject: 'a', fixes: ['5:33-37 replace'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" {\n  takes n: int = 1\n  has m: int\n  on "Next" push a(n: m)\n}\n',
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
      'start a\ntabs {\n  "A" a\n  "B" b\n}\nscreen a "A" { on "B" switch b then push c }\nscreen b "B" {}\nscreen c "C" {}\nrule "R" never a beneath c\n',
      'start a\ntabs {\n  "A" a\n  "B" b\n}\nscreen a "A" { on "B" push c then switch b }\nscreen b "B" {}\nscreen c "C" {}\n',
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
        'start a\nscreen a "A" { on "See b" push b }\nscreen b "B" {}\nwalk "W" {\n  tap "Se b"\n  expect b\n}\n',
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
        'start a\nscreen a "A" { on "P" when "paid" push b otherwise push c }\nscreen b "B" {}\nscreen c "C" {}\nwalk "W" { tap "P" if "paid" expect c }\n',
        { at: '5:30-38', subject: 'W' },
      ],
      ['start a\nscreen a "A" { on "P" back }\nwalk "W" { tap "P" back }\n', { at: '3:20-24', subject: 'W' }],
      [
        'start a\nid N: int\nscreen a "A" {\n  takes n: N = 1\n  link /a/{n}\n}\nwalk "W" { open /a/one }\n',
        { at: '7:12-23', subject: 'W' },
      ],
      [
        'start a\nscreen a "A" {}\nentry page "Page" opens a\nwalk "W" { open "Pages" }\n',
        { at: '4:12-24', subject: 'W', fixes: ['4:17-24 "Page"'] },
      ],
    ],
    fine: [
      'start a\nscreen a "A" { on "P" back }\nwalk "W" { tap "P" }\n',
      'start a\nid N: int\nscreen a "A" {}\nscreen b "B" {\n  takes n: N\n  link /b/{n}\n}\nentry page "Page" opens /b/7\nwalk "W" {\n  open /b/12\n  expect b beneath a\n  open "Page"\n}\n',
      'start a\nscreen a "A" { on "P" when "paid" push b otherwise push c }\nscreen b "B" {}\nscreen c "C" {}\nwalk "W" {\n  tap "P" unless "paid"\n  expect c beneath a\n  back\n  tap "P"\n  expect b\n}\n',
      'flag f\nstart a\nscreen a "A" { on "B" when f push b }\nscreen b "B" {}\nwalk "W" {\n  set f = true\n  tap "B"\n  expect b\n}\n',
      'variants p, t\nstart a\ntabs only t {\n  "A" a\n  "B" b\n}\nscreen a "A" {}\nscreen b "B" only t {}\nwalk "W" {\n  tab "B"\n  expect b beneath a\n}\n',
    ],
  },
]);
