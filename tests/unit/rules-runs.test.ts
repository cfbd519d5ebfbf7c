import { testRules } from './rule-table';

/** Two tabs: what the trigger of the first does where flag `a` is set, what the one of the second does, and what is asked of all runs. */
const tabbed = (pay: string, sets: string, claims: string): string =>
  `start home\nflag a\ntabs {\n  "Home" home\n  "More" more\n}\nscreen home "Home" { on "Pay" when a ${pay} }\nscreen pay "Pay" {}\nscreen more "More" { on "A" ${sets} }\n${claims}`;

testRules([
  {
    rule: 'reach/variant-only',
    broken: [
      ['variants p, t\nstart a\ntabs only t {\n  "A" a\n  "B" b\n}\nscreen a "A" {}\nscreen b "B" {}\n',
        '8:8-9 b is reached in t, not in p. The screen is declared for that variant, too, and no walk there gets to it.'],
      ['variants p, t\nstart a\nmenu "M" only t { "B" reset b }\nscreen a "A" {}\nscreen b "B" {}\n',
        '5:8-9 b is reached in t, not in p. The screen is declared for that variant, too, and no walk there gets to it.'],
      ['variants p, t, w\nstart a\nscreen a "A" { on "B" only w push b }\nscreen b "B" as sheet {}\n',
        '4:8-9 b is reached in w, not in p and t. The screen is declared for those variants, too, and no walk there gets to it.'],
    ],
    fine: [
      'variants p, t\nstart a\nmenu "M" only t { "B" reset b }\nscreen a "A" {}\nscreen b "B" only t {}\n',
      'variants p, t\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\n',
    ],
  },
  {
    rule: 'reach/link-only',
    broken: [
      ['start a\nscreen a "A" {}\nscreen b "B" { link /b }\n',
        '3:8-9 Only from outside does anything lead to b. A link or an entry opens it; no walk that begins with a cold start and stays inside the app gets there.'],
      ['start a\nentry widget "W" opens b\nscreen a "A" {}\nscreen b "B" { on "C" push c }\nscreen c "C" {}\n',
        '4:8-9 Only from outside does anything lead to b. A link or an entry opens it; no walk that begins with a cold start and stays inside the app gets there.',
        '5:8-9 Only from outside does anything lead to c. A link or an entry opens it; no walk that begins with a cold start and stays inside the app gets there.'],
      ['flag ok\nstart a\nscreen a "A" { on "Ok" sets ok = true }\nscreen b "B" {\n  needs ok else push a\n  link /b\n}\n',
        '4:8-9 Only from outside does anything lead to b. A link or an entry opens it; no walk that begins with a cold start and stays inside the app gets there.'],
    ],
    fine: [
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { link /b }\n',
      'start a\nscreen a "A" {}\nscreen b "B" {}\n',
    ],
  },
  {
    rule: 'reach/gated',
    broken: [
      ['flag vip\nstart a\nscreen a "A" { on "L" when vip leave "x" }\n',
        '3:28-31 “L” on a waits for what never holds. Whenever a is shown, vip does not hold, and no step makes it so.'],
      ['choice C { x, y }\nflag c: C = x\nstart a\nscreen a "A" {\n  on "Y" when c is y leave "x"\n  on "X" sets c = x\n}\n',
        '5:15-21 “Y” on a waits for what never holds. Whenever a is shown, c is y does not hold, and no step makes it so.'],
      ['flag vip\nstart a\nscreen a "A" { on "In" sets vip = true then push b }\nscreen b "B" { on "Join" when not vip leave "x" otherwise back }\n',
        '4:31-38 “Join” on b waits for what never holds. Whenever b is shown, not vip does not hold.'],
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
      ['flag vip\nstart a\nscreen a "A" {\n  on "J" sets vip = true\n  on "L" when vip leave "x" otherwise when not vip leave "y" otherwise leave "z"\n}\n',
        '5:72-81 Branch 3 of “L” on a never happens. In every run one of the branches before it happens first.'],
      ['start a\nscreen a "A" { on "L" when "q" or not "q" leave "x" otherwise leave "y" }\n',
        '2:63-72 Branch 2 of “L” on a never happens. In every run the branch before it happens first.'],
      ['flag vip\nstart a\nscreen a "A" {\n  on "J" sets vip = true\n  on "L" when vip or not vip leave "x" otherwise leave "y"\n}\n',
        '5:50-59 Branch 2 of “L” on a never happens. In every run the branch before it happens first.'],
    ],
    fine: [
      'flag vip\nstart a\nscreen a "A" {\n  on "J" sets vip = true\n  on "L" when vip leave "x" otherwise leave "y"\n}\n',
      'start a\nscreen a "A" { on "L" when "q" leave "x" otherwise when "q" leave "y" }\n',
    ],
  },
  {
    rule: 'reach/dead-end',
    broken: [
      ['start a\nscreen a "A" { on "B" reset b }\nscreen b "B" {}\n',
        '3:8-9 b is a dead end: the only way out is to leave the app. After “B” nothing lies beneath it, and nothing on it leads on.'],
      ['start a\nscreen a "A" { on "B" replace b }\nscreen b "B" { on "Call" leave "Phone" }\n',
        '3:8-9 b is a dead end: the only way out is to leave the app. After “B” nothing lies beneath it, and nothing on it leads on.'],
      ['variants p, t\nstart a\nmenu "M" only p { "A" reset a }\nscreen a "A" { on "B" back then push b otherwise back }\nscreen b "B" {}\n',
        '5:8-9 In t: b is a dead end: the only way out is to leave the app. After “B” nothing lies beneath it, and nothing on it leads on.'],
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
      ['start h\nscreen h "H" {\n  on "A" reset a\n  on "C" push c\n  on "D" push d\n  on "E" push e\n}\nscreen a "A" { on "B" reset b }\nscreen b "B" { on "A" reset a }\nscreen c "C" {}\nscreen d "D" {}\nscreen e "E" {}\n',
        '8:8-9 From a and b nothing leads back to h. After “A” no tap, and no Back, ever shows it again.'],
      ['start h\nscreen h "H" {\n  on "A" replace a\n  on "C" push c\n  on "D" push d\n}\nscreen a "A" { on "Again" push a }\nscreen c "C" {}\nscreen d "D" {}\n',
        '7:8-9 From a nothing leads back to h. After “A” no tap, and no Back, ever shows it again.'],
      ['flag f\nstart h\nscreen h "H" {\n  on "A" sets f = true then reset a\n  on "C" push c\n  on "D" push d\n  on "E" push e\n}\nscreen a "A" {\n  on "B" reset b\n  on "H" when not f reset h\n}\nscreen b "B" { on "A" reset a }\nscreen c "C" {}\nscreen d "D" {}\nscreen e "E" {}\n',
        '9:8-9 From a and b nothing leads back to h. After “A” no tap, and no Back, ever shows it again.'],
    ],
    fine: [
      'start h\nscreen h "H" { on "A" push a }\nscreen a "A" { on "B" reset b }\nscreen b "B" { on "A" reset a }\n',
      'start h\nscreen h "H" { on "A" reset a }\nscreen a "A" { on "H" reset h }\n',
    ],
  },
  {
    rule: 'stack/grows',
    broken: [
      ['start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" { on "A" push a }\n',
        '4:16-29 a, b and c open one another in a ring: the stack grows without end. Once round: “B”, “C”, “A”; “A” closes the ring. Back has to retrace every round.'],
      ['start a\nscreen a "A" { on "Next" push a }\n',
        '2:16-32 a can be put onto itself again and again: the stack grows without end. Once round: “Next”; “Next” closes the ring. Back has to retrace every round.'],
      ['start a\nmenu "M" { "B" push b }\nscreen a "A" {}\nscreen b "B" {}\n',
        '2:12-22 b can be put onto itself again and again: the stack grows without end. Once round: “B”, “B”; “B” closes the ring. Back has to retrace every round.'],
      ['flag f\nstart a\nscreen a "A" { on "B" when not f push b }\nscreen b "B" {\n  on "F" sets f = true\n  on "A" push a\n}\n',
        '6:3-16 a and b open one another in a ring: the stack grows without end. Once round: “B”, “A”; “A” closes the ring. Back has to retrace every round.'],
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
      ['start a\nscreen a "A" {\n  on "B" push b\n  on "C" push c\n}\nscreen b "B" { on "C" push c }\nscreen c "C" { on "Done" back to b }\n',
        '7:26-35 c goes back to b, which is not always in the stack. After “C”, “Done” it was not there: everything was taken off down to the last frame.'],
      ['start a\nscreen a "A" { on "B" replace b }\nscreen b "B" { on "Done" back past a then push b }\n',
        '3:26-37 b goes back to a, which is not always in the stack. After “B”, “Done” it was not there: everything was taken off down to the last frame.'],
      ['start a\nscreen a "A" { on "B" push b }\nscreen b "B" {\n  link /b under nothing\n  on "Done" back to a\n}\n',
        '5:13-22 b goes back to a, which is not always in the stack. After “/b”, “Done” it was not there: everything was taken off down to the last frame.'],
    ],
    fine: [
      'start a\nscreen a "A" { on "B" push b }\nscreen b "B" { on "C" push c }\nscreen c "C" { on "Done" back to a }\n',
      'start a\nscreen a "A" { on "A" back to a }\n',
    ],
  },
  {
    rule: 'stack/guarded-revealed',
    broken: [
      ['flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Q" push q\n}\nscreen q "Q" { on "Out" sets in = false }\n',
        '5:3-21 Going back shows p to users for whom what it needs does not hold. It lay beneath when the condition stopped holding: “In”, “Q”, “Out”, Back.'],
      ['flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Q" push q\n}\nscreen q "Q" { on "Out" sets in = false then back }\n',
        '5:3-21 Going back shows p to users for whom what it needs does not hold. It lay beneath when the condition stopped holding: “In”, “Q”, “Out”.'],
      ['flag in = true\nstart p\nscreen p "P" {\n  needs in else push a\n  on "A" push a\n}\nscreen a "A" { on "Out" sets in = false then push b }\nscreen b "B" {}\n',
        '4:3-23 Going back shows p to users for whom what it needs does not hold. It lay beneath when the condition stopped holding: “A”, “Out”, Back, Back.'],
    ],
    fine: [
      'flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Out" sets in = false then reset a\n}\n',
      'flag in\nstart a\nscreen a "A" { on "In" sets in = true then push p }\nscreen p "P" {\n  needs in else back\n  on "Q" push q\n}\nscreen q "Q" { on "Out" sets in = false then back past p }\n',
    ],
  },
  {
    rule: 'stack/rule-broken',
    broken: [
      ['start a\nscreen a "A" { on "P" push p }\nscreen p "P" { on "R" push r }\nscreen r "R" {}\nrule "Once" never p beneath r\n',
        '5:1-30 The rule “Once” does not hold. After “P”, “R” p lies beneath r, and Back leads to it.'],
      ['start a\nscreen a "A" { on "P" push p }\nscreen p "P" { on "X" push x }\nscreen x "X" { on "R" push r }\nscreen r "R" {}\nrule "Deep" never p beneath r\n',
        '6:1-30 The rule “Deep” does not hold. After “P”, “X”, “R” p lies beneath r, and Back leads to it.'],
      ['start a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\nrule "Not twice" never a after b\n',
        '4:1-33 The rule “Not twice” does not hold. After “B”, Back a is shown, and b was shown before.'],
      ['start a\nscreen a "A" {\n  on "B" push b\n  on "C" reset c\n}\nscreen b "B" { on "C" push c }\nscreen c "C" {}\nrule "On b" always b beneath c\n',
        '8:1-31 The rule “On b” does not hold. After “C” c is shown without b beneath it.'],
      ['flag f\nstart a\nscreen a "A" {\n  on "B" push b\n  on "C" when not f push c\n}\nscreen b "B" { on "Lock" sets f = true }\nscreen c "C" {}\nrule "All see c" from a always reach c\n',
        '9:1-39 The rule “All see c” does not hold. After “B”, “Lock”, Back a is shown, and nothing leads to c from there.'],
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
      ['start a\nscreen a "A" { on "Again" push a }\n',
        '2:27-33 “Again” puts a onto itself with the same arguments. Back then shows the same screen once more. Replace it, or leave the stack as it is.'],
      ['start a\nscreen a "A" {\n  takes n: int = 1\n  on "Again" present a(n)\n}\n',
        '4:14-26 “Again” puts a onto itself with the same arguments. Back then shows the same screen once more. Replace it, or leave the stack as it is.'],
      ['flag f\nstart a\nscreen a "A" {\n  takes n: int = 1\n  on "Again" sets f = true then push a(n: n)\n}\n',
        '5:33-45 “Again” puts a onto itself with the same arguments. Back then shows the same screen once more. Replace it, or leave the stack as it is.'],
    ],
    fine: [
      'start a\nscreen a "A" {\n  takes n: int = 1\n  has m: int\n  on "Next" push a(n: m)\n}\n',
      'start a\nscreen a "A" { on "Again" replace a }\n',
    ],
  },
  {
    rule: 'stack/undecided',
    broken: [
      [tabbed('push pay', 'sets a = true', 'rule "R" from pay always reach home\n'), '3:1-5 Tabs share flags, and that leaves something undecided. No walk that was tried shows it, and it is not ruled out: that the rule “R” is broken.'],
      [`variants p, t\n${tabbed('push pay', 'sets a = true', 'rule "R" from pay always reach home\n').replace('tabs', 'tabs only t')}`,
        '4:1-5 Tabs share flags in t, and that leaves something undecided. No walk that was tried shows it, and it is not ruled out: that the rule “R” is broken.'],
      [tabbed('push pay', 'when not a sets a = true otherwise leave "Mail"', 'rule "R" from pay always reach more\nrule "S" from home always reach more\n'),
        '3:1-5 Tabs share flags, and that leaves something undecided. No walk that was tried shows it, and it is not ruled out: that the rule “R” is broken; that the rule “S” is broken.'],
    ],
    fine: [
      'start a\ntabs {\n  "A" a\n  "B" b\n}\nscreen a "A" { on "B" switch b then push c }\nscreen b "B" {}\nscreen c "C" {}\nrule "R" never a beneath c\n',
      'start a\ntabs {\n  "A" a\n  "B" b\n}\nscreen a "A" { on "B" push c then switch b }\nscreen b "B" {}\nscreen c "C" {}\n',
      tabbed('push pay', 'sets a = true then reset home', 'rule "R" from pay always reach home\n'),
      tabbed('push pay', 'sets a = true', 'rule "R" never more beneath pay\n'),
      tabbed('push pay', 'sets a = true', ''),
    ],
  },
  {
    rule: 'walk/broken',
    broken: [
      ['start a\nscreen a "A" { on "See b" push b }\nscreen b "B" {}\nwalk "W" {\n  tap "Se b"\n  expect b\n}\n',
        '5:3-13 The walk “W” breaks at step 1. a has nothing called “Se b”; “See b” comes nearest.'],
      ['start a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\nwalk "W" { tap "B" expect a }\n',
        '4:20-28 The walk “W” breaks at step 2. b is on top there, not a.'],
      ['flag f\nstart a\nscreen a "A" { on "B" when f push b }\nscreen b "B" {}\nwalk "W" { tap "B" }\n',
        '5:12-19 The walk “W” breaks at step 1. On a, “B” cannot happen there.'],
      ['start a\nscreen a "A" { on "B" reset b }\nscreen b "B" {}\nwalk "W" { tap "B" expect b beneath a }\n',
        '4:20-38 The walk “W” breaks at step 2. b is on top there, but Back would not show a.'],
      ['start a\nscreen a "A" { on "P" when "paid" push b otherwise push c }\nscreen b "B" {}\nscreen c "C" {}\nwalk "W" { tap "P" if "paid" expect c }\n',
        '5:30-38 The walk “W” breaks at step 2. b is on top there, not c.'],
      ['start a\nscreen a "A" { on "P" back }\nwalk "W" { tap "P" back }\n', '3:20-24 The walk “W” breaks at step 2. The step before it has left the app.'],
      ['start a\nid N: int\nscreen a "A" {\n  takes n: N = 1\n  link /a/{n}\n}\nwalk "W" { open /a/one }\n', '7:12-23 The walk “W” breaks at step 1. “/a/one” opens no screen here; /a/{n} comes nearest, but one stands for n, which wants an int.'],
      ['start a\nscreen a "A" {}\nentry page "Page" opens a\nwalk "W" { open "Pages" }\n', '4:12-24 The walk “W” breaks at step 1. “Pages” opens no screen here; “Page” comes nearest.'],
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
