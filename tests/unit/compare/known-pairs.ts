/** Pairs of plans, each by one edit of a small app: what changes, and what that does. */
export const app = `app "Huts"
origin https://huts.example
variants phone, tablet
start home
id HutId: int
choice Season { summer, winter }
flag signedIn
tabs only phone {
  "Home" home
  "Trips" trips
}
menu "More" on home {
  "Help" push help
}
module discover by "Map" {
  screen home "Home" {
    has nearby: HutId
    on "Hut" push hut(hutId: nearby)
    on "Sign in" push signIn
  }
  screen hut "Hut {hutId}" {
    takes hutId: HutId, season: Season = summer
    link /huts/{hutId}{?season} under home
    on "Book" push dates(hutId, season)
  }
}
module book by "Pay" {
  screen dates "Dates" {
    takes hutId: HutId, season: Season
    has day: date
    needs signedIn else push signIn
    on "Pick a day" push pickDay gives day
    on "Done" back past dates then push receipt
  }
  screen pickDay "Pick a day" as sheet {
    has picked: date
    returns date
    on "This one" back with picked
  }
  screen receipt "Receipt" {
    on "Home" reset home
  }
}
screen signIn "Sign in" as sheet {
  on "Go" sets signedIn = true then resume or back
}
screen trips "Trips" {
  link /trips
  on "Sign out" sets signedIn = false then reset home
}
screen help "Help"
rule "No payment twice" never dates beneath receipt
walk "Book" {
  tap "Hut"
  tap "Book" expect signIn
  tap "Go"
  tap "Done" expect receipt
}
`;

/** An edit: what it says, the replacements, the changes, and the effects but for those of Back. */
export interface KnownPair {
  readonly name: string;
  readonly edits: readonly (readonly [from: string, to: string])[];
  readonly changes: readonly string[];
  readonly effects: readonly string[];
}

export const pairs: readonly KnownPair[] = [
  {
    name: 'a screen renamed everywhere, and its argument too',
    edits: [
      ['screen hut ', 'screen cabin '],
      ['push hut(hutId: nearby)', 'push cabin(cabinId: nearby)'],
      ['"Hut {hutId}"', '"Hut {cabinId}"'],
      ['takes hutId: HutId, season: Season = summer', 'takes cabinId: HutId, season: Season = summer'],
      ['/huts/{hutId}', '/huts/{cabinId}'],
      ['push dates(hutId, season)', 'push dates(hutId: cabinId, season)'],
    ],
    changes: [
      'renamed screen hut to cabin for saved state, other modules, generated code',
      'renamed argument hutId to cabinId for saved state, other modules, generated code',
    ],
    effects: ['breaking state: screen hut', 'neutral caller: screen home › transition Hut of cabin followed'],
  },
  {
    name: 'a screen renamed, and a caller left behind',
    edits: [['screen hut ', 'screen cabin ']],
    changes: [
      'changed screen home › transition Hut: target',
      'renamed screen hut to cabin for saved state, other modules, generated code',
    ],
    effects: [
      'breaking state: screen hut',
      'breaking walk: Book: step 2 no-control',
      'breaking caller: screen home › transition Hut of cabin not followed plan/unknown-name',
      'worse reach: cabin 1 > 1 from outside',
      'worse reach: dates 3 > 3 from outside',
      'worse reach: pickDay 4 > 4 from outside',
      'worse reach: receipt 4 > 4 from outside',
    ],
  },
  {
    name: 'a link pattern made narrower by type',
    edits: [['id HutId: int', 'id HutId: date']],
    changes: ['changed type HutId: base for links, saved state, generated code'],
    effects: [
      'breaking url: https://huts.example/huts/0 > nothing',
      'breaking state: argument hut hutId 1',
      'breaking state: argument dates hutId 1',
    ],
  },
  {
    name: 'a link with another literal',
    edits: [['/huts/{hutId}', '/cabins/{hutId}']],
    changes: ['changed screen hut › link /cabins/{hutId}{?season}: pattern for links'],
    effects: ['breaking url: https://huts.example/huts/0 > nothing'],
  },
  {
    name: 'a link taken by another screen',
    edits: [
      ['link /trips', 'link /trips/mine'],
      ['screen help "Help"', 'screen help "Help" { link /trips }'],
    ],
    changes: ['changed screen trips › link /trips/mine: pattern for links', 'added screen help › link /trips'],
    effects: ['breaking url: https://huts.example/trips > help'],
  },
  {
    name: 'a query variable dropped',
    edits: [['{?season} under', ' under']],
    changes: ['changed screen hut › link /huts/{hutId}: pattern for links'],
    effects: ['breaking url: https://huts.example/huts/0?season=summer > hut without season'],
  },
  {
    name: 'a second link that catches some URLs of the first',
    edits: [['screen help "Help"', 'screen help "Help" { link /huts/12 }']],
    changes: ['added screen help › link /huts/12'],
    effects: ['breaking url: https://huts.example/huts/12 > help'],
  },
  {
    name: 'the origin changed',
    edits: [['https://huts.example', 'https://cabins.example']],
    changes: ['removed origin https://huts.example for links', 'added origin https://cabins.example'],
    effects: [
      'breaking url: https://huts.example/huts/0 > nothing',
      'breaking url: https://huts.example/trips > nothing',
    ],
  },
  {
    name: 'a screen moved between modules',
    edits: [
      ['  screen receipt "Receipt" {\n    on "Home" reset home\n  }\n', ''],
      [
        'module discover by "Map" {\n',
        'module discover by "Map" {\n  screen receipt "Receipt" {\n    on "Home" reset home\n  }\n',
      ],
    ],
    changes: ['moved screen receipt to another module for other modules, generated code'],
    effects: [],
  },
  {
    name: 'a flag split in two',
    edits: [
      ['flag signedIn', 'flag signedIn\nflag member'],
      ['needs signedIn else', 'needs signedIn and member else'],
    ],
    changes: ['changed screen dates › needs signedIn and member: guard', 'added flag member for generated code'],
    effects: [
      'breaking walk: Book: step 5 no-control',
      'breaking reach: dates 3 > no',
      'breaking reach: pickDay 4 > no',
      'breaking reach: receipt 4 > no',
    ],
  },
  {
    name: 'a flag that becomes a choice',
    edits: [
      ['flag signedIn', 'choice Who { guest, member }\nflag who: Who'],
      ['needs signedIn else', 'needs who is member else'],
      ['sets signedIn = true', 'sets who = member'],
      ['sets signedIn = false', 'sets who = guest'],
    ],
    changes: [
      'removed flag signedIn for saved state, generated code',
      'changed screen signIn › transition Go: steps',
      'changed screen trips › transition Sign out: steps',
      'changed screen dates › needs who is member: guard',
      'added type Who for generated code',
      'added flag who for generated code',
    ],
    effects: [],
  },
  {
    name: 'an option removed',
    edits: [['{ summer, winter }', '{ summer }']],
    changes: ['changed type Season: options for links, saved state, generated code'],
    effects: [
      'breaking url: https://huts.example/huts/0?season=winter > nothing',
      'breaking state: argument hut season winter',
      'breaking state: argument dates season winter',
    ],
  },
  {
    name: 'an option renamed',
    edits: [
      ['{ summer, winter }', '{ warm, winter }'],
      ['= summer', '= warm'],
    ],
    changes: ['renamed option summer to warm for links, saved state, generated code'],
    effects: [
      'breaking url: https://huts.example/huts/0?season=summer > nothing',
      'breaking state: argument hut season summer',
      'breaking state: argument dates season summer',
    ],
  },
  {
    name: 'a tab made a menu item',
    edits: [
      ['  "Trips" trips\n', ''],
      ['"Help" push help', '"Help" push help\n  "Trips" push trips'],
    ],
    changes: [
      'removed tabs phone › tab Trips for saved state, generated code',
      'added menu More › menu item Trips for generated code',
    ],
    effects: ['breaking state in phone: tabs 2 1', 'better reach in tablet: trips 1 from outside > 1'],
  },
  {
    name: 'tabs in another order',
    edits: [['  "Home" home\n  "Trips" trips\n', '  "Trips" trips\n  "Home" home\n']],
    changes: ['moved tabs phone › tab Home to another place for saved state'],
    effects: ['breaking state in phone: tab order Home,Trips Trips,Home'],
  },
  {
    name: 'a default removed',
    edits: [['Season = summer', 'Season']],
    changes: ['changed screen hut › argument season: default for other modules, generated code'],
    effects: [
      'breaking caller: screen home › transition Hut of hut not followed supply/missing',
      'breaking finding: comes link/missing-argument on hut',
    ],
  },
  {
    name: 'an argument that nobody brings',
    edits: [['screen receipt "Receipt" {', 'screen receipt "Receipt" {\n    takes total: decimal']],
    changes: ['added screen receipt › argument total for saved state, other modules, generated code'],
    effects: [
      'breaking state: argument receipt total undefined',
      'breaking caller: screen dates › transition Done of receipt not followed supply/missing',
    ],
  },
  {
    name: 'an argument added with a default',
    edits: [['screen receipt "Receipt" {', 'screen receipt "Receipt" {\n    takes total: decimal = 0.0']],
    changes: ['added screen receipt › argument total for generated code'],
    effects: [
      'breaking state: argument receipt total undefined',
      'neutral caller: screen dates › transition Done of receipt no need',
    ],
  },
  {
    name: 'an argument removed',
    edits: [
      [
        'screen dates "Dates" {\n    takes hutId: HutId, season: Season\n',
        'screen dates "Dates" {\n    takes hutId: HutId\n',
      ],
    ],
    changes: ['removed screen dates › argument season for other modules, generated code'],
    effects: ['breaking caller: screen hut › transition Book of dates not followed supply/unknown-argument'],
  },
  {
    name: 'an argument of another type',
    edits: [['has nearby: HutId', 'has nearby: text']],
    changes: ['changed screen home › value nearby: type for saved state, generated code'],
    effects: ['breaking finding: comes supply/wrong-type on home'],
  },
  {
    name: 'a trigger removed',
    edits: [['    on "Book" push dates(hutId, season)\n', '']],
    changes: ['removed screen hut › transition Book for generated code'],
    effects: [
      'breaking walk: Book: step 2 no-control',
      'breaking reach: dates 3 > no',
      'breaking reach: pickDay 4 > no',
      'breaking reach: receipt 4 > no',
      'neutral finding: goes module/cycle on discover',
    ],
  },
  {
    name: 'a trigger with another label',
    edits: [['on "Done" back', 'on "Pay" back']],
    changes: ['changed screen dates › transition Pay: label for generated code'],
    effects: ['breaking walk: Book: step 5 no-control'],
  },
  {
    name: 'a trigger that leads elsewhere',
    edits: [['on "Home" reset home', 'on "Home" reset trips']],
    changes: ['changed screen receipt › transition Home: target'],
    effects: ['better reach in tablet: trips 1 from outside > 5', 'neutral finding: goes module/cycle on discover'],
  },
  {
    name: 'a rule that breaks',
    edits: [['on "Done" back past dates then push receipt', 'on "Done" push receipt']],
    changes: ['changed screen dates › transition Done: target, steps'],
    effects: ['breaking rule: No payment twice: holds > broken'],
  },
  {
    name: 'a step of a walk that goes another way',
    edits: [['needs signedIn else push signIn\n', '']],
    changes: ['removed screen dates › needs signedIn'],
    effects: [
      'breaking walk: Book: step 3 other-screen',
      'better reach: dates 3 > 2',
      'better reach: pickDay 4 > 3',
      'better reach: receipt 4 > 3',
    ],
  },
  {
    name: 'a longer way',
    edits: [
      ['on "Hut" push hut(hutId: nearby)', 'on "List" push list'],
      [
        '  screen hut "',
        '  screen list "Huts" { has nearby: HutId\n on "Hut" push hut(hutId: nearby) }\n  screen hut "',
      ],
    ],
    changes: [
      'removed screen home › transition Hut for generated code',
      'added screen home › transition List for generated code',
      'added screen list for generated code',
    ],
    effects: [
      'breaking walk: Book: step 1 no-control',
      'worse reach: hut 1 > 2',
      'worse reach: dates 3 > 4',
      'worse reach: pickDay 4 > 5',
      'worse reach: receipt 4 > 5',
    ],
  },
  {
    name: 'a screen made private',
    edits: [['  screen dates "Dates"', '  private screen dates "Dates"']],
    changes: ['changed screen dates: private for other modules'],
    effects: ['breaking finding: comes module/private on hut'],
  },
  {
    name: 'a result of another type',
    edits: [
      ['returns date', 'returns text'],
      ['has picked: date', 'has picked: text'],
    ],
    changes: [
      'changed screen pickDay › value picked: type for saved state, generated code',
      'changed screen pickDay › result: type for other modules, generated code',
    ],
    effects: ['breaking caller: screen dates › transition Pick a day of pickDay not followed result/wrong-type'],
  },
  {
    name: 'the value that waits for a result gone',
    edits: [
      ['has day: date\n', ''],
      [' gives day', ''],
    ],
    changes: [
      'removed screen dates › value day for saved state, generated code',
      'changed screen dates › transition Pick a day: steps',
    ],
    effects: ['breaking state: result dates day', 'worse finding: comes result/unasked on pickDay'],
  },
  {
    name: 'a variant gone',
    edits: [
      ['variants phone, tablet', 'variants phone'],
      ['tabs only phone', 'tabs'],
    ],
    changes: ['removed variant tablet for generated code', 'changed tabs: only'],
    effects: ['breaking state: variant tablet'],
  },
  {
    name: 'a new screen, and the way to it',
    edits: [['screen help "Help"', 'screen help "Help" { on "Call" push call }\nscreen call "Call us"']],
    changes: ['added screen help › transition Call for generated code', 'added screen call for generated code'],
    effects: [],
  },
  {
    name: 'a title and a comment',
    edits: [
      ['"Receipt"', '"Thank you"'],
      ['screen help', '## Answers.\nscreen help'],
    ],
    changes: ['changed screen receipt: title', 'changed screen help: doc'],
    effects: [],
  },
];
