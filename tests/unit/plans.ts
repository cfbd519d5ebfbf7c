/** Plans for tests: the demo, and random ones. */
import fc from 'fast-check';

const screenName = (index: number): string => `s${index}`;

const types = ['text', 'int', 'decimal', 'HutId', 'StayId', 'Season', 'Hut', 'list of Hut', 'HutId?', 'text?'] as const;
const names = ['a', 'b', 'hutId', 'hut', 'season', 'from', 'link'] as const;
const values = [
  'a',
  'b',
  'hutId',
  'hut.id',
  'hut.name',
  'x.id',
  'summer',
  '1',
  '"t"',
  'true',
  'nothing',
  'ready',
] as const;
const variants = ['phone', 'tablet'] as const;
const icon = fc.constantFrom('', '', ' icon map');
const motion = fc.constantFrom('', '', '', ' motion slide', ' motion none');
const only = fc.oneof(
  { weight: 5, arbitrary: fc.constant('') },
  { weight: 1, arbitrary: fc.constantFrom(...variants).map((variant) => ` only ${variant}`) },
);

/** Text that may follow a screen's name between parentheses. */
const listArbitrary = fc
  .uniqueArray(fc.tuple(fc.constantFrom(...names), fc.constantFrom(...values)), {
    maxLength: 3,
    selector: ([name]) => name,
  })
  .map((list) =>
    list.length > 0 ? `(${list.map(([name, value]) => (name === value ? name : `${name}: ${value}`)).join(', ')})` : '',
  );

/** A screen's name; now and then one that there is not. */
const targetArbitrary = (screens: number): fc.Arbitrary<string> => fc.integer({ min: 0, max: screens }).map(screenName);

function callArbitrary(screens: number, words: readonly string[]): fc.Arbitrary<string> {
  return fc
    .tuple(fc.constantFrom(...words), targetArbitrary(screens), listArbitrary)
    .map(([word, target, list]) => `${word} ${target}${list}`);
}

const conditionArbitrary: fc.Arbitrary<string> = fc.letrec<{ condition: string }>((tie) => ({
  condition: fc.oneof(
    { maxDepth: 2 },
    fc.constantFrom(
      'ready',
      'tier is gold',
      'tier is not plain',
      '"it works"',
      'a is given',
      'hut.ref is not given',
      'lost',
      'tier',
    ),
    tie('condition').map((one) => `not ${one}`),
    fc.tuple(tie('condition'), fc.constantFrom('and', 'or'), tie('condition')).map((parts) => `(${parts.join(' ')})`),
  ),
})).condition;

/**
 * Steps of a trigger.
 *
 * @param whole whether all of the language is used, or only steps whose outcome depends on nothing but the stack
 */
function stepsArbitrary(screens: number, whole: boolean): fc.Arbitrary<string> {
  const opening = callArbitrary(
    screens,
    whole ? ['push', 'replace', 'present', 'reset', 'switch'] : ['push', 'replace', 'reset'],
  );
  const plain = fc.oneof(
    { weight: 6, arbitrary: opening },
    { weight: 2, arbitrary: fc.constant('back') },
    { weight: 1, arbitrary: fc.constant('leave "Mail"') },
  );
  const more = fc.oneof(
    {
      weight: 4,
      arbitrary: fc.constantFrom(
        'close',
        'resume',
        'resume or back',
        'sets ready = true',
        'sets ready = false',
        'sets tier = gold',
        'sets tier = tin',
      ),
    },
    {
      weight: 4,
      arbitrary: fc
        .tuple(fc.constantFrom('back to', 'back past'), targetArbitrary(screens))
        .map((parts) => parts.join(' ')),
    },
    {
      weight: 1,
      arbitrary: fc.oneof(
        fc.tuple(fc.constantFrom('back', 'close'), fc.constantFrom(...values)).map((parts) => parts.join(' with ')),
        fc
          .tuple(callArbitrary(screens, ['push', 'present']), fc.constantFrom(...names))
          .map((parts) => parts.join(' gives ')),
      ),
    },
  );
  const step = whole ? fc.oneof({ weight: 2, arbitrary: plain }, { weight: 1, arbitrary: more }) : plain;
  return fc.array(step, { minLength: 1, maxLength: 3 }).map((steps) => steps.join(' then '));
}

function branchesArbitrary(screens: number, whole: boolean): fc.Arbitrary<string> {
  const steps = stepsArbitrary(screens, whole);
  if (!whole) return steps;
  const moving = fc.tuple(steps, motion).map((parts) => parts.join(''));
  return fc.oneof(
    { weight: 4, arbitrary: moving },
    { weight: 1, arbitrary: fc.tuple(conditionArbitrary, moving).map(([when, then]) => `when ${when} ${then}`) },
    {
      weight: 1,
      arbitrary: fc
        .tuple(conditionArbitrary, moving, moving)
        .map(([when, then, otherwise]) => `when ${when} ${then} otherwise ${otherwise}`),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(conditionArbitrary, moving, conditionArbitrary, moving)
        .map(([a, then, b, otherwise]) => `when ${a} ${then}\n otherwise when ${b} ${otherwise}`),
    },
  );
}

interface RandomScreen {
  readonly title: string;
  readonly bodyless: boolean;
  readonly lines: readonly string[];
}

function screenArbitrary(screens: number, whole: boolean): fc.Arbitrary<RandomScreen> {
  const value = fc.record({ name: fc.constantFrom(...names), type: fc.constantFrom(...types), sample: fc.boolean() });
  const on = fc
    .tuple(
      whole ? only : fc.constant(''),
      fc.constantFrom('', ' for x in hut', ' for x in a'),
      branchesArbitrary(screens, whole),
    )
    .map(([where, loop, does]) => `${where}${loop} ${does}`);
  const needs = fc
    .tuple(conditionArbitrary, stepsArbitrary(screens, true))
    .map(([condition, otherwise]) => `needs ${condition} else ${otherwise}`);
  const link = fc
    .tuple(
      fc.constantFrom('/a/{a}', '/huts/{hutId}{?season}'),
      fc.oneof(fc.constant(' under nothing'), fc.constant(''), callArbitrary(screens, [' under'])),
    )
    .map(([pattern, under]) => `link ${pattern}${under}`);
  return fc
    .record({
      titled: fc.boolean(),
      bodyless: fc.boolean(),
      all: fc.uniqueArray(value, { maxLength: 5, selector: ({ name }) => name }),
      taken: fc.nat(5),
      on: fc.array(on, { maxLength: 4 }),
      needs: fc.array(needs, { maxLength: whole ? 1 : 0 }),
      links: fc.array(link, { maxLength: whole ? 1 : 0 }),
      shape: fc.constantFrom('', '', '', ' as sheet', ' as dialog'),
      only,
      beside: whole ? fc.option(fc.tuple(targetArbitrary(screens), only), { freq: 4 }) : fc.constant(null),
      returns: whole ? fc.option(fc.constantFrom(...types), { freq: 2 }) : fc.constant(null),
    })
    .map(({ titled, bodyless, all, taken, on, needs, links, shape, only, beside, returns }) => {
      const takes = all
        .slice(0, taken)
        .map(
          ({ name, type, sample }) =>
            `${name} :${type}${type === 'Season' ? ' = summer' : ''}${whole && sample && type === 'int' ? ' sample 3' : ''}`,
        );
      return {
        title: whole
          ? `${titled ? ' "Title"' : ''}${shape}${only}${beside ? ` beside ${beside.join('')}` : ''}`
          : titled
            ? ' "Title"'
            : '',
        bodyless:
          bodyless &&
          returns === null &&
          all.length === 0 &&
          on.length === 0 &&
          needs.length === 0 &&
          links.length === 0,
        lines: [
          ...(takes.length > 0 ? [`takes ${takes.join(',')}`] : []),
          ...all.slice(taken).map(({ name, type }) => `has ${name}:  ${type}`),
          ...(returns === null ? [] : [`returns ${returns}`]),
          ...needs,
          ...links,
          ...on.map((text, at) => `on "T${at}"${text}`),
        ],
      };
    });
}

/** Declarations outside screens: tabs, menus, entries, rules, walks and accepts. */
function outsideArbitrary(screens: number): fc.Arbitrary<string[]> {
  const target = targetArbitrary(screens);
  const tabs = fc
    .tuple(only, fc.array(fc.tuple(target, listArbitrary, icon), { minLength: 1, maxLength: 3 }))
    .map(
      ([where, items]) => `tabs${where} {\n${items.map((parts, at) => ` "Tab ${at}" ${parts.join('')}`).join('\n')}\n}`,
    );
  const menu = fc
    .tuple(
      only,
      fc.oneof(
        fc.constantFrom('', ' on all', ' on roots'),
        target.map((one) => ` on ${one}`),
      ),
      fc.array(fc.tuple(branchesArbitrary(screens, true), icon), { minLength: 1, maxLength: 3 }),
    )
    .map(
      ([where, on, items]) =>
        `menu "More"${where}${on}{ ${items.map((parts, at) => `"Item ${at}" ${parts.join('')}`).join('\n')} }`,
    );
  const event = fc
    .tuple(
      only,
      fc.oneof(
        fc.constantFrom('', ' on all', ' on roots'),
        target.map((one) => ` on ${one}`),
      ),
      branchesArbitrary(screens, true),
    )
    .map(([where, on, all]) => `event "Call"${where}${on} ${all}`);
  const entry = fc
    .oneof(callArbitrary(screens, ['opens']), fc.constant('opens /huts/12?season=winter'))
    .map((opens) => `entry widget "Next stay" ${opens}`);
  const claim = fc
    .tuple(target, target)
    .chain(([a, b]) =>
      fc.constantFrom(
        `never ${a} beneath ${b}`,
        `never ${a} after ${b}`,
        `always ${a} beneath ${b}`,
        `from ${a} always reach ${b}`,
      ),
    )
    .map((text) => `rule "R" ${text}`);
  const walk = fc
    .array(
      fc.oneof(
        fc.constantFrom(
          'tap "T0"',
          'tap "T1" with a = 1, hut = 12 if "it works"',
          'tap "T2" if "it works" unless "it rains"',
          'tab "Tab 0"',
          'menu "Item 0" unless "it works"',
          'event "Call" if "it works"',
          'back',
          'open /huts/12',
          'open "Next stay"',
          'set ready = true',
        ),
        target.map((one) => `expect ${one}`),
        target.map((one) => `expect ${one} beneath s0`),
        target.map((one) => `expect ${one} with a = 1`),
      ),
      { maxLength: 4 },
    )
    .map((steps) => `walk "W" { ${steps.join(' ')} }`);
  const accept = fc
    .tuple(
      fc.constantFrom('name/no-title', 'supply/missing', 'reach/stranded', 'name/nothing'),
      fc.oneof(
        target.map((one) => ` on ${one}`),
        fc.constant(''),
      ),
    )
    .map(([rule, on]) => `accept ${rule}${on} because "It is so"`);
  const some = (one: fc.Arbitrary<string>, most = 1): fc.Arbitrary<string[]> => fc.array(one, { maxLength: most });
  return fc
    .tuple(
      some(tabs),
      some(menu),
      some(event),
      some(entry),
      some(claim),
      some(walk),
      some(accept, 2),
      fc.constantFrom([], ['motion fade'], ['back leaves']),
    )
    .map((all) => all.flat());
}

/** An argument of a module: of a name that screens take, too, or of its own. */
const sharedArbitrary = fc
  .tuple(fc.constantFrom('hutId', 'own'), fc.constantFrom('HutId', 'int?', 'Season = summer'))
  .map(([name, type]) => `${name}: ${type}`);

/** Blank space as people leave it: too much, too little, comments in between. */
const spacing = fc.constantFrom(' ', '  ', '\t');
const lineEnd = fc.constantFrom('\n', '\n', '\n\n', '\n\n\n', '   # why\n', '\n## what it is\n');

/**
 * Random plans of up to `most` screens, in up to three modules, with all kinds of mistakes except syntax errors.
 *
 * @param whole whether they use all of the language, or only steps whose outcome depends on nothing but the stack
 */
export function planArbitrary(most = 4, whole = true): fc.Arbitrary<string> {
  return fc
    .integer({ min: 1, max: most })
    .chain((count) =>
      fc.record({
        screens: fc.array(screenArbitrary(count, whole), { minLength: count, maxLength: count }),
        modules: fc.array(fc.nat(2), { minLength: count, maxLength: count }),
        shared: fc.array(whole ? fc.option(sharedArbitrary, { freq: 2 }) : fc.constant(null), {
          minLength: 3,
          maxLength: 3,
        }),
        start: fc.option(fc.nat(count), { freq: 10 }),
        outside: whole ? outsideArbitrary(count) : fc.constant([]),
        blank: spacing,
        end: lineEnd,
      }),
    )
    .map(({ screens, modules, shared, start, outside, blank, end }) => {
      const write = (screen: RandomScreen, index: number, indent: string): string => {
        const head = `${indent}screen${blank}${screenName(index)}${screen.title}`;
        if (screen.bodyless) return head;
        return `${head}{${end}${screen.lines.map((line) => `${indent}${line}${end}`).join('')}${indent}}`;
      };
      const groups = [0, 1, 2].map((group) =>
        screens.map((screen, index) => ({ screen, index })).filter(({ index }) => modules[index] === group),
      );
      return [
        'app "Random"',
        ...(start === null ? [] : [`start${blank}${screenName(start)}`]),
        'id HutId: int',
        'id StayId: text',
        'choice Season {summer,winter}',
        'record Hut {id: HutId , name: text, ref: text?}',
        ...(whole
          ? [
              `variants ${variants.join(' wide,')}`,
              'choice Tier { plain, gold }',
              'flag ready',
              `flag${blank}tier: Tier = plain # at first`,
            ]
          : []),
        ...groups[0]!.map(({ screen, index }) => write(screen, index, '')),
        ...[1, 2].flatMap((group) =>
          groups[group]!.length === 0
            ? []
            : [
                `module m${group} by "Team ${group}" {${end}`,
                ...(shared[group] ? [`${blank}takes ${shared[group]}${end}`] : []),
                ...groups[group]!.map(({ screen, index }) => write(screen, index, blank)),
                '}',
              ],
        ),
        ...outside,
      ].join('\n');
    });
}

/**
 * Random plans of five screens, made of little beyond the steps that make stacks differ: some build more than a root
 * when they empty all stacks, leave a tab as soon as they have changed it, or replace a root.
 *
 * @param kind `tabs`: two or three of the screens are roots of tabs, which seldom share the flag; `needs`: many screens
 * need one; `shared`: both; `results`: screens ask one another, and hand results back
 */
export function smallPlanArbitrary(kind: 'tabs' | 'flag' | 'needs' | 'shared' | 'results'): fc.Arbitrary<string> {
  const tabs = kind === 'tabs' || kind === 'shared';
  const asking = kind === 'needs' || kind === 'shared' || kind === 'results';
  const often = kind === 'results' ? 3 : 1;
  const any = fc.integer({ min: 0, max: 4 }).map(screenName);
  const moves = tabs
    ? ['push', 'push', 'replace', 'reset', 'switch', 'back to', 'back past']
    : ['push', 'push', 'replace', 'present', 'reset', 'back to', 'back past'];
  const questions = fc.tuple(fc.constantFrom('push', 'present'), any).map((parts) => `${parts.join(' ')} gives kept`);
  const step = fc.oneof(
    { weight: 3, arbitrary: fc.tuple(fc.constantFrom(...moves), any).map((parts) => parts.join(' ')) },
    { weight: often, arbitrary: questions },
    { weight: often, arbitrary: fc.constantFrom('back', 'close', 'back with kept', 'close with kept') },
    { weight: asking ? 3 : 0, arbitrary: fc.constantFrom('resume', 'resume', 'resume or back') },
    { weight: tabs ? 1 : 3, arbitrary: fc.constantFrom('sets way = far', 'sets way = near') },
  );
  const steps = fc.oneof(
    step,
    fc
      .tuple(any, fc.array(step, { minLength: 1, maxLength: 2 }))
      .map(([root, then]) => [`reset ${root}`, ...then].join(' then ')),
    fc
      .tuple(step, tabs ? fc.tuple(fc.constant('switch'), any).map((parts) => parts.join(' ')) : step)
      .map((parts) => parts.join(' then ')),
  );
  const when = fc.constantFrom('', '', ...(tabs ? ['', ''] : []), 'when way is far ', 'when way is near ');
  const on = fc.tuple(when, steps).map((parts) => parts.join(''));
  const needs = fc
    .tuple(fc.constantFrom('way is far', 'way is near'), fc.array(step, { minLength: 1, maxLength: 2 }))
    .map(([condition, otherwise]) => `needs ${condition} else ${otherwise.join(' then ')}`);
  const event = fc.tuple(fc.constantFrom('', ' on roots', ' on s1', ' on s2, s3'), on).map((parts) => parts.join(' '));
  const link = fc.array(any, { minLength: 1, maxLength: 2 }).map((under) => `under ${under.join(', ')}`);
  return fc
    .record({
      screens: fc.array(fc.array(on, { maxLength: tabs ? 2 : 3 }), { minLength: 5, maxLength: 5 }),
      links: fc.array(fc.option(link, { freq: 2 }), { minLength: 5, maxLength: 5 }),
      asks: fc.array(asking ? fc.option(needs, { freq: 2 }) : fc.constant(null), { minLength: 5, maxLength: 5 }),
      event: fc.option(event, { freq: 2 }),
      roots: fc.uniqueArray(any, { minLength: 2, maxLength: 3 }),
      start: any,
      returns: fc.array(fc.constantFrom('', ' returns text\n', ' returns text\n', ' returns int\n'), {
        minLength: 5,
        maxLength: 5,
      }),
      beside: fc.array(fc.option(any, { freq: 3 }), { minLength: 5, maxLength: 5 }),
      leaves: fc.boolean(),
      linked: fc.boolean(),
    })
    .map(({ screens, links, asks, event: own, roots, start, returns, beside, leaves, linked }) =>
      [
        'app "Random"',
        `start ${start}`,
        'choice Way { near, far }',
        'flag way: Way = near',
        ...(tabs
          ? [`${leaves ? 'back leaves\n' : ''}tabs {\n${roots.map((root) => ` "Tab ${root}" ${root}`).join('\n')}\n}`]
          : []),
        ...(own === null ? [] : [`event "E"${own}`]),
        ...screens.map(
          (all, index) =>
            `screen s${index}${beside[index] === null ? '' : ` beside ${beside[index]}`} {\n has kept: text\n${returns[index]}${asks[index] ? ` ${asks[index]}\n` : ''}${linked && links[index] ? ` link /${index} ${links[index]}\n` : ''}${all.map((text, at) => ` on "T${at}" ${text}\n`).join('')}}`,
        ),
      ].join('\n'),
    );
}
