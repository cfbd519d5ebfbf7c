import { good, head, line, list, testRules } from './rule-table';

/** Screens that a menu or tabs lead to, all of them bare. */
const bare = (...names: string[]): string => names.map((name) => `screen ${name} "Screen ${name}"\n`).join('');
const tabs = (...names: string[]): string => `start ${names[0]}\ntabs {\n${names.map((name) => `  "Tab ${name}" ${name}\n`).join('')}}\n${bare(...names)}`;
const menu = (items: string): string => `start a\nmenu "More" {\n${items}\n}\n${bare('a', 'b')}`;
const module = (name: string, body: string, owner = ''): string => `module ${name}${owner} {\n${body}\n}\n`;

testRules([
  {
    rule: 'menu/too-many-tabs',
    broken: [
      [tabs('a', 'b', 'c', 'd', 'e', 'f'), '8:3-12 There are 6 tabs. More than five do not fit on a phone: move what is used least into a menu.'],
      [tabs('a', 'b', 'c', 'd', 'e', 'f', 'g'), '8:3-12 There are 7 tabs. More than five do not fit on a phone: move what is used least into a menu.'],
      [tabs('a', 'b', 'c', 'd', 'e', 'f').replace('"Tab f" f', '"Tab f" g'), '8:3-12 There are 6 tabs. More than five do not fit on a phone: move what is used least into a menu.'],
    ],
    fine: [tabs('a', 'b', 'c', 'd', 'e'), `variants p, t\n${tabs('a', 'b', 'c').replace('tabs', 'tabs only p')}${'tabs only t {\n  "A" a\n  "B" b\n  "C" c\n}\n'}`],
  },
  {
    rule: 'menu/same-target',
    broken: [
      [menu('  "One" push b\n  "Two" push b'), '4:3-15 “Two” and “One” in the menu “More” do the same. Both open b. Let one of them lead elsewhere, or take it out.'],
      [menu('  "One" push b\n  "Two" reset b'), '4:3-16 “Two” and “One” in the menu “More” do the same. Both open b. Let one of them lead elsewhere, or take it out.'],
      [`start a\ntabs {\n  "A" a\n  "B" a\n}\n${bare('a')}`, '4:3-8 “B” and “A” among the tabs do the same. Both open a. Let one of them lead elsewhere, or take it out.'],
    ],
    fine: [menu('  "One" push b(x: 1)\n  "Two" push b(x: 2)'), menu('  "One" when "it is open" push b\n  "Two" push b'), menu('  "One" push b then push a\n  "Two" push b')],
  },
  {
    rule: 'module/private',
    broken: [
      [`start a\nscreen a "A" { on "B" push b }\n${module('m', '  private screen b "B"')}`, '2:28-29 a uses b, which is private to m. The module may change it without asking. Open one of its other screens, or let this one be public.'],
      [`start a\nscreen a "A" {}\n${module('m', '  private screen b "B" {}', ' by "M team"')}menu "More" { "B" push b }\n`, '6:24-25 b is used from outside, and is private to m. The module (M team) may change it without asking. Open one of its other screens, or let this one be public.'],
      [`start b\n${module('m', '  private screen b "B"')}`, '1:7-8 b is used from outside, and is private to m. The module may change it without asking. Open one of its other screens, or let this one be public.'],
      [`start a\nscreen a "A" { on "B" back to b }\n${module('m', '  private screen b "B"')}`, '2:23-32 a uses b, which is private to m. The module may change it without asking. Open one of its other screens, or let this one be public.'],
    ],
    fine: [`start a\n${module('m', '  screen a "A" { on "B" push b }\n  private screen b "B"')}`, `start a\nscreen a "A" { on "B" push b }\nprivate screen b "B"\n`],
  },
  {
    rule: 'module/cycle',
    broken: [
      [`start a\n${module('m', '  screen a "A" { on "B" push b }')}${module('n', '  screen b "B" { on "A" push a }')}`, '2:8-9 The modules m > n > m need each other in a ring. “B” on a opens b; “A” on b opens a.'],
      [`start a\n${module('m', '  screen a "A" { on "B" push b }')}${module('n', '  screen b "B" { on "C" push c }')}${module('o', '  screen c "C" { on "A" push a }')}`,
        '2:8-9 The modules m > n > o > m need each other in a ring. “B” on a opens b; “C” on b opens c; “A” on c opens a.'],
      [`start a\n${module('m', '  screen a "A" {\n on "B" push b\n on "C" push c }')}${module('n', '  screen b "B" { on "A" push a }')}${module('o', '  screen c "C" { on "A" reset a }')}`,
        '2:8-9 The modules m > n > m need each other in a ring. “B” on a opens b; “A” on b opens a. 1 more hang together with them.'],
    ],
    fine: [`start a\n${module('m', '  screen a "A" { on "B" push b }')}${module('n', '  screen b "B" { on "A" back }')}`, `start a\nscreen a "A" { on "B" push b }\n${module('n', '  screen b "B" { on "A" push a }')}`],
  },
  {
    rule: 'module/no-owner',
    broken: [
      [`${module('m', bare('a'), ' by "M"')}${module('n', bare('b'))}`, '5:8-9 The module n has no owner. Say whom to ask about its screens, as in module n by "M"; so far there is M.'],
      [`${module('m', bare('a'), ' by "M"')}${module('o', bare('c'), ' by "O"')}${module('n', bare('b'))}`, '9:8-9 The module n has no owner. Say whom to ask about its screens, as in module n by "M"; so far there are M and O.'],
      [`${module('n', bare('b'))}${module('m', bare('a'), ' by "M"')}`, '1:8-9 The module n has no owner. Say whom to ask about its screens, as in module n by "M"; so far there is M.'],
    ],
    fine: [module('m', bare('a')) + module('n', bare('b')), module('m', bare('a'), ' by "M"') + module('n', bare('b'), ' by "M"')],
  },
  {
    rule: 'name/same-title',
    broken: [
      ['screen a "Hut"\nscreen b "Hut"\n', '2:10-15 b and a are both called “Hut”. A user cannot tell them apart, nor where the header arrow leads. Give one of them another title.'],
      ['screen a "Hut"\nscreen b " hut "\n', '2:10-17 b and a are both called “hut”. A user cannot tell them apart, nor where the header arrow leads. Give one of them another title.'],
      ['variants p, t\nscreen a "Hut" only p\nscreen b "Hut"\n', '3:10-15 b and a are both called “Hut”. A user cannot tell them apart, nor where the header arrow leads. Give one of them another title.'],
    ],
    fine: ['screen a "{name}"\nscreen b "{name}"\n', 'variants p, t\nscreen a "Hut" only p\nscreen b "Hut" only t\n', 'screen a ""\nscreen b ""\n'],
  },
  {
    rule: 'name/style',
    broken: [
      [bare('hutList', 'hutMap', 'hut_legend'), '3:8-18 The screen hut_legend joins words with underscores, unlike most of its kind. A name that breaks the pattern is mistyped, by people and in generated code.'],
      [bare('hut', 'map', 'Legend'), '3:8-14 The screen Legend begins with a capital letter, unlike most of its kind. A name that breaks the pattern is mistyped, by people and in generated code.'],
      [`id Hut: int\nid Stay: int\nid guest: int\n`, '3:4-9 The type guest begins with a small letter, unlike most of its kind. A name that breaks the pattern is mistyped, by people and in generated code.'],
      [bare('hut', 'screen2'), '2:8-15 The screen is still called screen2. Name what it shows: the name stands in every transition, walk and test.'],
    ],
    fine: [bare('hut_list', 'hut_map'), bare('hutList', 'hut_map'), bare('viewer', 'pages', 'newest')],
  },
  {
    rule: 'name/unclear-trigger',
    broken: [
      [list(`${good}\n  on "Button 2" back`), `${line + 1}:6-16 “Button 2” on list does not say what it does. Name what happens, as the user would: walks, tests and screen readers call it so.`],
      [list(`${good}\n  on "" back`), `${line + 1}:6-8 A trigger on list has no name. Name what happens, as the user would: walks, tests and screen readers call it so.`],
      [list(`${good}\n  on "Hut" back`), `${line + 1}:6-11 list has two triggers called “Hut”. Nothing tells which of them a tap means. Give one another name, or say with when which it is to be.`],
    ],
    fine: [list(`${good}\n  on "Show buttons" back`), list('  on "Hut" when "open" back\n  on "Hut" when not "open" back'), `variants p, t\n${list('  on "Hut" only p back\n  on "Hut" only t back')}`],
  },
  {
    rule: 'plan/idle-accept',
    broken: [
      [`${list(good)}accept name/no-title on list because "So"\n`, '17:1-42 This accept silences nothing: name/no-title finds nothing on list. Take it out, so that the next finding of the kind is seen.'],
      [`start a\nscreen a\naccept name/no-title on a because "So"\naccept name/no-title on a because "So"\n`, '4:1-39 This accept silences nothing: name/no-title finds nothing on a. Take it out, so that the next finding of the kind is seen.'],
      [`start hut\nscreen hut\naccept name/no-title on hat because "So"\n`, '3:1-41 This accept silences nothing: name/no-title finds nothing more on hat. Did you mean hut?'],
      [`${list(good)}accept plan/no-start because "So"\n`, '17:1-34 This accept silences nothing: plan/no-start finds nothing that is about no name. Take it out, so that the next finding of the kind is seen.'],
    ],
    fine: [
      'start a\nscreen a\naccept name/no-title on a because "So"\n', 'app "A"\nscreen a "A"\naccept plan/no-start because "Later"\n',
      'start a\nscreen a "A" {\n  on "B" push m.b\n  on "C" push n.b\n}\nmodule m {\n  screen b\n}\nmodule n {\n  screen b "B"\n}\naccept name/no-title on m.b because "So"\n',
      `start a\nscreen a "A"\nscreen b "B" {}\naccept reach/stranded on b because "Soon"\n`,
    ],
  },
  {
    rule: 'plan/flag-value',
    broken: [
      [`choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" sets tier = tin`)}`, `${line + 3}:23-26 tier cannot be tin. It is of type Tier: plain or gold.`],
      [`choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" when tier is gould back`)}`, `${line + 3}:24-29 tier cannot be gould. Did you mean gold?`],
      [`choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" when not tier back`)}`, `${line + 3}:20-24 tier is a Tier, and a condition holds or not. Say which one it is to be, as in tier is plain.`],
      [`flag ready = 3\n${list(good)}`, '1:14-15 ready cannot be 3. It is of type bool: false or true.'],
      [list('  on "Hut" when stay.hat is given back\n  on "Go" for h in huts push hut(hutId: h.id)'), `${line}:17-25 A condition asks whether stay.hat is given, which is no value there. What may be absent there: last.`],
      [list('  on "Hut" when stay.hut is given push hut(hutId: stay.hut)'), `${line}:17-25 A condition asks whether stay.hut is given, which it always is. Only a value of an optional type may be absent.`],
    ],
    fine: [`choice Tier { plain, gold }\nflag tier: Tier\n${list(`${good}\n  on "Up" when tier is not gold sets tier = gold`)}`, list('  on "Hut" when last is given push hut(hutId: last)')],
  },
  {
    rule: 'plan/unknown-name',
    broken: [
      [`flag signedIn\n${list(`${good}\n  on "Out" sets signdIn = false`)}`, `${line + 2}:17-24 There is no flag signdIn. Did you mean signedIn?`],
      [`variants phone, tablet\n${list(`${good}\n  on "Out" only fone back`)}`, `${line + 2}:17-21 There is no variant fone. What there is: phone and tablet.`],
      [`${list(good)}accept supply/mising on list because "So"\n`, '17:8-21 There is no rule supply/mising. Did you mean supply/missing?'],
      [`${list(good)}rule "R" never lst beneath hut\n`, '17:16-19 The rule “R” names lst, which is no screen of this plan. Did you mean list?'],
      [`${list(good)}walk "W" { expect map }\n`, '17:19-22 The walk “W” names map, which is no screen of this plan. Create it, or name a screen that exists.'],
      [`${list(good)}menu "M" { "Map" push map }\n`, '17:23-26 The menu “M” names map, which is no screen of this plan. Create it, or name a screen that exists.'],
      ['variants phone, tablet\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" only phone\n', '3:28-29 b is not there in tablet, and is opened there. It is declared for phone only. Open it there only, or let it be there everywhere.'],
    ],
    fine: [
      `flag signedIn\n${list(`${good}\n  on "Out" when signedIn sets signedIn = false`)}`,
      'variants phone, tablet\nstart a\nscreen a "A" { on "B" only phone push b }\nscreen b "B" only phone\n',
      head.replace('start list', 'start hut(hutId: 1)'),
    ],
  },
]);
