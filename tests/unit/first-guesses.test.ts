import { describe, expect, test } from 'vitest';
import { complete } from '../../src/core/assist/complete';
import { check } from '../../src/core/check';
import { applyEdits } from '../../src/core/language/edits';
import { allCorrections } from '../../src/core/rules/parts/corrections';
import { planText } from './plan-text';

/** A plan without findings, with places in which something may stand instead. */
const plan = ({
  app = 'app "Pottery"',
  start = 'start home',
  type = 'int',
  flag = 'flag open',
  choice = 'choice Glaze { blue, green }',
  takes = 'takes size: TYPE = 1',
  on = 'on "See it" push bowl(size: 3)',
  needs = 'needs open else back',
  link = 'link /bowls/{size}',
  screen = 'screen bowl "Bowl" {',
  extra = '',
}: Partial<Record<string, string>>): string => `${app}
origin https://pottery.example
${start}

record Ticket { name: text }
${flag}
${choice}

screen home "Home" {
  has tickets: list of Ticket
  ${on}
  on "Open" sets open = true
}

${screen}
  ${takes.replace('TYPE', type)}
  ${needs}
  ${link}
  on "Glaze" push glaze(kind: blue)
}

screen glaze "Glaze" {
  takes kind: Glaze${extra}
  on "Done" back
}
`;

const found = (text: string): string[] =>
  check(text).findings.map(({ rule, range }) => `${rule} ${text.slice(range.from, range.to)}`);

/** First guesses of newcomers, each with the result of its first fix. */
const guesses: readonly (readonly [place: string, written: string, right: string])[] = [
  ['app', 'app Pottery', 'app "Pottery"'],
  ['app', "app 'Pottery'", 'app "Pottery"'],
  ['app', 'app “Pottery”', 'app "Pottery"'],
  ['app', 'app: "Pottery"', 'app "Pottery"'],
  ['app', '// A shop\napp "Pottery"', '# A shop\napp "Pottery"'],
  ['app', 'app "Pottery" // a shop', 'app "Pottery" # a shop'],
  ['app', '/* A shop */\napp "Pottery"', '# A shop\napp "Pottery"'],
  ['app', '/*\n * A shop\n *\n * of clay {\n */\napp "Pottery"', '# A shop\n#\n# of clay {\napp "Pottery"'],
  ['app', 'app "Pottery" /* a shop\n  of clay */', 'app "Pottery" # a shop\n# of clay'],
  ['app', '/**/ app "Pottery"', 'app "Pottery"'],
  ['app', '/* A shop, unclosed\napp "Pottery"', '# A shop, unclosed\napp "Pottery"'],
  ['screen', '/* Of clay */ screen bowl "Bowl" {', '# Of clay\nscreen bowl "Bowl" {'],
  ['screen', '/** Of clay. */\nscreen bowl "Bowl" {', '## Of clay.\nscreen bowl "Bowl" {'],
  ['takes', '/// Of clay.\n  takes size: int = 1', '## Of clay.\n  takes size: int = 1'],
  ['takes', '/* Of\n     clay. */ takes size: int = 1', '# Of\n  # clay.\n  takes size: int = 1'],
  ['app', 'app "Pottery";', 'app "Pottery"'],
  ['start', 'start: home', 'start home'],
  ['start', 'start home;', 'start home'],
  ['start', 'start home,', 'start home'],
  ['start', 'initial home', 'start home'],
  ['flag', 'var open', 'flag open'],
  ['flag', 'let open', 'flag open'],
  ['choice', 'enum Glaze { blue, green }', 'choice Glaze { blue, green }'],
  ['choice', 'choice Glaze {\n  blue\n  green\n  red\n}', 'choice Glaze {\n  blue,\n  green,\n  red\n}'],
  ['choice', 'choice Glaze { blue, green }\nid BowlId int', 'choice Glaze { blue, green }\nid BowlId: int'],
  ['screen', 'screen "Bowl" {', 'screen bowl "Bowl" {'],
  ['screen', "screen bowl 'Bowl' {", 'screen bowl "Bowl" {'],
  ['screen', 'screen bowl: "Bowl" {', 'screen bowl "Bowl" {'],
  ['screen', 'page bowl "Bowl" {', 'screen bowl "Bowl" {'],
  ['screen', 'view bowl "Bowl" {', 'screen bowl "Bowl" {'],
  ['screen', 'scene bowl "Bowl" {', 'screen bowl "Bowl" {'],
  ['takes', 'args size: int = 1', 'takes size: int = 1'],
  ['takes', 'params size: int = 1', 'takes size: int = 1'],
  ['takes', 'props size: int = 1', 'takes size: int = 1'],
  ['takes', 'parameters size: int = 1', 'takes size: int = 1'],
  ['takes', 'arguments size: int = 1', 'takes size: int = 1'],
  ['takes', 'takes size int = 1', 'takes size: int = 1'],
  ['takes', '// of clay\n  takes size: int = 1', '# of clay\n  takes size: int = 1'],
  ['takes', 'takes size: number = 1', 'takes size: int = 1'],
  ['takes', 'takes size: integer = 1', 'takes size: int = 1'],
  ['takes', 'takes size: Integer = 1', 'takes size: int = 1'],
  ['takes', 'takes size: Int = 1', 'takes size: int = 1'],
  ['takes', 'takes size: int = 1;', 'takes size: int = 1'],
  ['takes', 'takes size: int = 1,', 'takes size: int = 1'],
  ['extra', ', note: string?', ', note: text?'],
  ['extra', ', note: String?', ', note: text?'],
  ['extra', ', isNew: boolean = true', ', isNew: bool = true'],
  ['extra', ', isNew: Bool = true', ', isNew: bool = true'],
  ['extra', ', price: float?', ', price: decimal?'],
  ['extra', ', price: double?', ', price: decimal?'],
  ['extra', ', at: datetime?', ', at: instant?'],
  ['extra', ', at: DateTime?', ', at: instant?'],
  ['extra', ', day: Date?', ', day: date?'],
  ['extra', ', page: uri?', ', page: url?'],
  ['extra', ', all: Ticket[]?', ', all: list of Ticket?'],
  ['extra', ', all: string[]?', ', all: list of text?'],
  ['extra', ', all: [Ticket]?', ', all: list of Ticket?'],
  ['extra', ', all: List<Ticket>?', ', all: list of Ticket?'],
  ['on', 'button "See it" push bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'tap "See it" push bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'action "See it" push bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" -> bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" => bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" → bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" goto bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" navigate bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" navigate to bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" open bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" show bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" push "bowl"(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" push bowl(size = 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" push bowl(size: 3);', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" set open = true', 'on "See it" sets open = true'],
  ['on', 'on "See it" if open push bowl(size: 3)', 'on "See it" when open push bowl(size: 3)'],
  [
    'on',
    'on "See it" when open push bowl(size: 3) else leave "Mail"',
    'on "See it" when open push bowl(size: 3) otherwise leave "Mail"',
  ],
  [
    'on',
    'on "See it" when !open push bowl(size: 3) otherwise push bowl',
    'on "See it" when not open push bowl(size: 3) otherwise push bowl',
  ],
  ['on', 'on "See it" when open && open push bowl(size: 3)', 'on "See it" when open and open push bowl(size: 3)'],
  ['on', 'on "See it" when open || open push bowl(size: 3)', 'on "See it" when open or open push bowl(size: 3)'],
  ['on', 'on "See it" when open == true push bowl(size: 3)', 'on "See it" when open is true push bowl(size: 3)'],
  ['on', 'on "See it": push bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', "on 'See it' push bowl(size: 3)", 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" push to bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" replace with bowl(size: 3)', 'on "See it" replace bowl(size: 3)'],
  ['on', 'on "See it" modal bowl(size: 3)', 'on "See it" present bowl(size: 3)'],
  ['on', 'on "See it" sets open = true and push bowl', 'on "See it" sets open = true then push bowl'],
  ['on', 'on "See it" sets open = true, push bowl', 'on "See it" sets open = true then push bowl'],
  [
    'extra',
    '\n  on "See other-bowl" push other-bowl\n}\n\nscreen otherBowl "Other" {',
    '\n  on "See other-bowl" push otherBowl\n}\n\nscreen otherBowl "Other" {',
  ],
  ['on', 'on tap "See it" push bowl(size: 3)', 'on "See it" push bowl(size: 3)'],
  ['on', 'on "See it" for each one in tickets push bowl(size: 3)', 'on "See it" for one in tickets push bowl(size: 3)'],
  ['flag', 'flag open\n\ntabs {\n  home\n}', 'flag open\n\ntabs {\n  "Home" home\n}'],
  ['flag', 'flag open\n\ntabs {\n  Home home\n}', 'flag open\n\ntabs {\n  "Home" home\n}'],
  ['needs', 'requires open else back', 'needs open else back'],
  ['needs', 'needs open else pop', 'needs open else back'],
  ['needs', 'needs open else dismiss', 'needs open else back'],
  ['link', 'url /bowls/{size}', 'link /bowls/{size}'],
  ['link', 'route /bowls/{size}', 'link /bowls/{size}'],
  ['link', 'link "/bowls/{size}"', 'link /bowls/{size}'],
  ['link', 'link /bowls/:size', 'link /bowls/{size}'],
];

describe('a first guess', () => {
  test.each(guesses)('in place of %s: %s', (place, written, right) => {
    const [text, wanted] = [plan({ [place]: written }), plan({ [place]: right })];
    const others = found(wanted);
    const { findings } = check(text);
    const own = findings.filter(({ rule, range }) => !others.includes(`${rule} ${text.slice(range.from, range.to)}`));
    expect(
      own.map(({ rule, range }) => `${rule} ${text.slice(range.from, range.to)}`),
      'what is found',
    ).toHaveLength(1);
    expect(applyEdits(text, own[0]!.fixes[0]!.edits)).toBe(wanted);
  });

  test.each([
    ['screen a "A" {\n  on "Go" nav', 'navigate', 'push'],
    ['screen a "A" {\n  but', 'button', 'on'],
    ['screen a "A" {\n  takes id: stri', 'string', 'text'],
    ['pag', 'page', 'screen'],
  ])('is completed to what it is called here: %j', (text, theirs, ours) => {
    expect(complete(check(text), text.length)!.options.find(({ label }) => label === theirs)).toMatchObject({
      insert: ours,
      detail: `is called ${ours} here`,
    });
  });

  test.each([
    ['on "See it" push bowl(3)', 'on "See it" push bowl(size: 3)'],
    ['on "See it" push glaze(3, kind: blue)', null],
    ['on "See it" push bowl(3, 4)', 'on "See it" push bowl(size: 3, 4)'],
  ])('gives a value the name of the only argument that it can be: %s', (written, right) => {
    const text = plan({ takes: 'takes size: int', on: written });
    const { fixes } = check(text).findings.find(({ rule }) => rule === 'plan/syntax')!;
    expect(fixes.map(({ edits }) => applyEdits(text, edits))).toEqual(
      right === null ? [] : [plan({ takes: 'takes size: int', on: right })],
    );
  });

  test('is corrected with all others at once; what is only near is not', () => {
    const text = planText`
      // Bicycles
      app 'Bicycles'
      start map
      page map 'Map' {
        button 'Nearest' push bike(bikeId: 5)
        on "Farthest" pussh bike(bikeId: 6)
      }
      screen bike: "Bike" {
        params bikeId: number
      }
    `;
    expect(applyEdits(text, allCorrections(check(text).findings)!.edits)).toBe(planText`
      # Bicycles
      app "Bicycles"
      start map
      screen map "Map" {
        on "Nearest" push bike(bikeId: 5)
        on "Farthest" pussh bike(bikeId: 6)
      }
      screen bike "Bike" {
        takes bikeId: int
      }
    `);
  });

  test('of a body without braces', () => {
    const text = planText`
      app "P"
      start home
      screen home "Home"
        on "See it" push bowl
        on "Leave" leave "Mail"

      screen bowl "Bowl" {
      }
    `;
    const [only, ...others] = check(text).findings;
    expect(others).toEqual([]);
    const fixed = applyEdits(text, only!.fixes[0]!.edits);
    expect(fixed).toBe(
      planText`
        app "P"
        start home
        screen home "Home" {
          on "See it" push bowl
          on "Leave" leave "Mail"
        }

        screen bowl "Bowl" {
        }
      `,
    );
    expect(check(fixed).findings).toEqual([]);
  });

  test('within a body that has braces does not end it', () => {
    const text = planText`
      app "P"
      start home
      screen home "Home" {
        view bowl
        on "See it" push bowl
      }

      screen bowl "Bowl" {
      }
    `;
    expect(found(text)).toEqual(['plan/syntax view']);
  });

  /** Applies the first fix of the first finding that has one, again and again. */
  function fixAll(text: string): string {
    let now = text;
    for (let round = 0; round < 40; round++) {
      const next = check(now).findings.find(({ fixes }) => fixes.length > 0);
      if (!next) return now;
      now = applyEdits(now, next.fixes[0]!.edits);
    }
    return now;
  }

  test.each([
    `app Pottery;
start: shelf

page shelf "Shelf"
  button "See a bowl" -> bowl(size = 3)
  button "About" goto about

page bowl "Bowl" {
  params: size: integer
  url "/bowl/{size}"
  button "Back" pop;
}

page about "About" { button "Done" pop }
origin https://pottery.example`,
    `app: "Tickets"
start: list;
var member = false
enum Kind { day, night }
view list "Tickets" {
  args filter: String?
  action "Sign in" set member = true;
  action "Buy" if member navigate to buy(kind = day) else show join
}
view buy "Buy" { props kind: Kind
  action "Done" dismiss; }
view join "Join" {
  action "Back" goBack
}`,
  ])('after another is put right by first fixes alone', (text) => {
    expect(found(fixAll(text))).toEqual([]);
  });
});
