/**
 * Random small plans that use every production of the language that can change a run, each in every position that
 * allows it.
 */
import fc from 'fast-check';
import type { Condition, Plan, Screen, Step } from '../../src/core/plan/model';
import { showType } from '../../src/core/plan/types';
import { eachStepList } from '../../src/core/plan/steps';

const count = 4;
const names = Array.from({ length: count }, (_, index) => `s${index}`);
const screen = fc.constantFrom(...names);

const asking = fc
  .tuple(fc.constantFrom('push', 'push', 'present'), screen)
  .map((parts) => `${parts.join(' ')} gives kept`);
const opening = fc.oneof(
  {
    weight: 3,
    arbitrary: fc
      .tuple(fc.constantFrom('push', 'push', 'push', 'replace', 'present', 'reset', 'switch'), screen)
      .map((parts) => parts.join(' ')),
  },
  { weight: 1, arbitrary: asking },
);
const answers = ['back with kept', 'back with note', 'close with kept'];
const setting = fc.constantFrom('sets f = true', 'sets f = false', 'sets way = far', 'sets way = near');
const single = fc.oneof(
  { weight: 6, arbitrary: opening },
  { weight: 2, arbitrary: fc.tuple(fc.constantFrom('back to', 'back past'), screen).map((parts) => parts.join(' ')) },
  { weight: 2, arbitrary: fc.constantFrom('back', 'close', 'resume', 'leave "Mail"', ...answers) },
  { weight: 2, arbitrary: setting },
);
/** Each kind as likely as any other. */
const behindOr = fc.oneof(
  ...['push', 'replace', 'present', 'reset', 'switch', 'back to', 'back past'].map((word) =>
    screen.map((one) => `${word} ${one}`),
  ),
  ...['back', 'close', 'resume', 'leave "Mail"', ...answers].map((word) => fc.constant(word)),
  asking,
  asking,
  setting,
);
const step = fc.oneof(
  { weight: 6, arbitrary: single },
  { weight: 1, arbitrary: behindOr.map((or) => `resume or ${or}`) },
);
const steps = fc.array(step, { minLength: 1, maxLength: 3, size: 'small' }).map((all) => all.join(' then '));

const atom = fc.oneof(
  { weight: 6, arbitrary: fc.constantFrom('f', 'not f', 'way is far', 'way is not far') },
  { weight: 2, arbitrary: fc.constantFrom('"luck"', 'note is given', 'note is not given') },
);
const condition = fc.oneof(
  { weight: 6, arbitrary: atom },
  { weight: 1, arbitrary: fc.tuple(atom, fc.constantFrom('and', 'or'), atom).map((parts) => parts.join(' ')) },
  { weight: 1, arbitrary: atom.map((one) => `not (${one})`) },
);
/** A menu's item has no screen whose values it could ask for. */
const branches = (of: fc.Arbitrary<string>): fc.Arbitrary<string> =>
  fc.oneof(
    { weight: 5, arbitrary: steps },
    { weight: 3, arbitrary: fc.tuple(of, steps).map(([when, then]) => `when ${when} ${then}`) },
    {
      weight: 1,
      arbitrary: fc
        .tuple(of, steps, steps)
        .map(([when, then, otherwise]) => `when ${when} ${then} otherwise ${otherwise}`),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(of, steps, of, steps)
        .map(([a, then, b, otherwise]) => `when ${a} ${then} otherwise when ${b} ${otherwise}`),
    },
  );
const needs = fc.tuple(condition, steps).map(([when, otherwise]) => `needs ${when} else ${otherwise}`);
const under = fc.oneof(
  fc.constantFrom('', ' under nothing'),
  fc.array(screen, { minLength: 1, maxLength: 2 }).map((all) => ` under ${all.join(', ')}`),
);

const some = <T>(one: fc.Arbitrary<T>, maxLength: number): fc.Arbitrary<T[]> => fc.array(one, { maxLength });
/** One of `freq` examples. */
const rarely = <T>(one: fc.Arbitrary<T>, freq: number): fc.Arbitrary<T | null> =>
  fc.oneof({ weight: freq - 1, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: one });

const body = fc.record({
  shape: fc.oneof(
    { weight: 8, arbitrary: fc.constant('') },
    { weight: 1, arbitrary: fc.constantFrom(' as sheet', ' as dialog') },
  ),
  beside: rarely(screen, 3),
  returns: fc.constantFrom('', '  returns text', '  returns text', '  returns int'),
  asks: fc.oneof(
    { weight: 6, arbitrary: fc.constant([]) },
    { weight: 3, arbitrary: fc.tuple(needs) },
    { weight: 1, arbitrary: fc.tuple(needs, needs) },
  ),
  link: rarely(under, 5),
  on: some(branches(condition), 2),
});

const quoted = fc.constantFrom('f', 'not f', 'way is far', '"luck"');
const places = fc.constantFrom('', ' on all', ' on roots', ' on s1', ' on s2, s3');
const event = fc.tuple(places, branches(quoted));
const menu = fc.tuple(places, fc.array(branches(quoted), { minLength: 1, maxLength: 2 }));

/** @param tabs at least this number of tabs; none for 0 */
export function grammarPlan(tabs: 'none' | 'tabs'): fc.Arbitrary<string> {
  return fc
    .record({
      start: screen,
      leaves: fc.boolean(),
      roots:
        tabs === 'none'
          ? fc.constant<string[]>([])
          : fc.oneof(
              { weight: 6, arbitrary: fc.uniqueArray(screen, { minLength: 2, maxLength: 3 }) },
              { weight: 1, arbitrary: fc.array(screen, { minLength: 1, maxLength: 2 }) },
            ),
      bodies: fc.array(body, { minLength: count, maxLength: count }),
      menu: rarely(menu, 3),
      events: some(event, 2),
      entry: rarely(screen, 6),
    })
    .map(({ start, leaves, roots, bodies, menu: shown, events, entry }) =>
      [
        'app "Random"',
        'origin random:',
        `start ${start}`,
        'choice Way { near, far }',
        'flag f',
        'flag way: Way = near',
        ...(leaves ? ['back leaves'] : []),
        ...(roots.length > 0 ? [`tabs {\n${roots.map((root, at) => `  "Tab ${at}" ${root}`).join('\n')}\n}`] : []),
        ...(shown
          ? [`menu "More"${shown[0]} {\n${shown[1].map((item, at) => `  "Item ${at}" ${item}`).join('\n')}\n}`]
          : []),
        ...events.map(([where, all], at) => `event "E${at}"${where} ${all}`),
        ...(entry ? [`entry widget "Door" opens ${entry}`] : []),
        ...bodies.map(({ shape, beside, returns, asks, link, on }, index) =>
          [
            `screen s${index} "S${index}"${shape}${beside === null ? '' : ` beside ${beside}`} {`,
            '  takes note: text?',
            '  has kept: text',
            ...(returns === '' ? [] : [returns]),
            ...asks.map((one) => `  ${one}`),
            ...(link === null ? [] : [`  link /s${index}${link}`]),
            ...on.map((one, at) => `  on "T${at}" ${one}`),
            '}',
          ].join('\n'),
        ),
      ].join('\n'),
    );
}

/** Position of a step: the list that has it, and the word before it. */
type Position = `${'trigger' | 'else' | 'item' | 'event'} ${'first' | 'then' | 'or'}`;

/** Every kind of step; the compiler asks for a new one here. */
const stepKinds: Record<Step['kind'], true> = {
  push: true,
  replace: true,
  present: true,
  reset: true,
  switch: true,
  back: true,
  close: true,
  'back to': true,
  'back past': true,
  sets: true,
  resume: true,
  leave: true,
};
const conditionKinds: Record<Exclude<Condition['kind'], 'unknown'>, true> = {
  flag: true,
  given: true,
  maybe: true,
  not: true,
  and: true,
  or: true,
};

/**
 * Productions of a plan: each kind of step and condition with its position, as `trigger then push` or `else when
 * maybe`.
 */
export function productionsOf(plan: Plan): string[] {
  const found: string[] = [];
  const addStep = (position: Position, one: Step): void => {
    found.push(`${position} ${one.kind}`);
    if ('asks' in one && one.asks) found.push(`${position} ${one.kind} gives`);
    if ('result' in one && one.result) found.push(`${position} ${one.kind} with`);
    if (one.kind === 'resume' && one.or) addStep(`${position.split(' ')[0] as 'trigger'} or`, one.or);
  };
  const addCondition = (where: string, one: Condition): void => {
    found.push(`${where} ${one.kind}`);
    if (one.kind === 'not') addCondition(where, one.of);
    if (one.kind === 'and' || one.kind === 'or') [one.left, one.right].forEach((each) => addCondition(where, each));
  };
  for (const list of eachStepList(plan)) {
    list.steps.forEach((one, at) => addStep(`${list.kind} ${at === 0 ? 'first' : 'then'}`, one));
    const asked = list.kind === 'else' ? list.needs.condition : list.branch.condition;
    if (asked) addCondition(`${list.kind} when`, asked);
  }
  for (const { transitions } of plan.screens)
    for (const { branches: all } of transitions) if (all.length > 1) found.push('otherwise');
  for (const { on } of plan.menus) found.push(`menu on ${typeof on === 'string' ? on : 'list'}`);
  for (const { on } of plan.events) found.push(`event on ${typeof on === 'string' ? on : 'list'}`);
  for (const each of plan.screens) found.push(...productionsOfScreen(each));
  if (plan.entries.length > 0) found.push('entry');
  if (plan.backLeaves) found.push('back leaves');
  if (plan.tabBars.length > 0) found.push('tabs');
  return found;
}

function productionsOfScreen({ links, needs, shape, beside, returns }: Screen): string[] {
  return [
    ...links.map(({ under }) =>
      under === null ? 'link under start' : under.length === 0 ? 'link under nothing' : 'link under list',
    ),
    ...(needs.length > 1 ? ['needs twice'] : []),
    ...(shape ? [shape] : []),
    ...(beside ? ['beside'] : []),
    ...(returns ? [`returns ${showType(returns.type)}`] : []),
  ];
}

/** Every production that a plan with tabs can use. */
export const productions: readonly string[] = [
  ...(['trigger', 'else', 'item', 'event'] as const).flatMap((list) => [
    ...(['first', 'then', 'or'] as const).flatMap((position) =>
      [...Object.keys(stepKinds), 'push gives', 'present gives', 'back with', 'close with'].map(
        (kind) => `${list} ${position} ${kind}`,
      ),
    ),
    ...Object.keys(conditionKinds)
      .filter((kind) => (list !== 'item' && list !== 'event') || !['given', 'and', 'or'].includes(kind))
      .map((kind) => `${list} when ${kind}`),
  ]),
  'otherwise',
  'menu on all',
  'menu on roots',
  'menu on list',
  'event on all',
  'event on roots',
  'event on list',
  'link under start',
  'link under nothing',
  'link under list',
  'needs twice',
  'sheet',
  'dialog',
  'beside',
  'returns text',
  'returns int',
  'entry',
  'back leaves',
  'tabs',
];
