import { indentUnit } from '../language/format';
import { quote } from '../language/tokens';
import type {
  BranchModel,
  CallModel,
  ConditionModel,
  ParameterModel,
  PlanModel,
  ScreenModel,
  StepModel,
  TakenModel,
  TypeModel,
  ValueModel,
  WalkStepModel,
} from './model';

/**
 * The text of a plan's model, laid out as `format` does. The model of that text is equal to it again.
 *
 * @param model fits the schema; this function does not check it
 */
export function writePlan(model: PlanModel): string {
  const parts: string[][] = [];
  const part = (...lines: string[]): void => {
    if (lines.length > 0) parts.push(lines);
  };
  part(
    ...(model.app === undefined ? [] : [...docOf(model.doc), `app ${quote(model.app)}`]),
    ...model.origins.map((url) => `origin ${url}`),
    ...(model.variants.length > 0
      ? [`variants ${model.variants.map((name) => name + sizeOf(model, name)).join(', ')}`]
      : []),
    ...(model.start ? [`start ${call(model.start)}`] : []),
    ...(model.motion === undefined ? [] : [`motion ${model.motion}`]),
    ...(model.backLeaves ? ['back leaves'] : []),
  );
  part(
    ...model.ids.flatMap(({ name, doc, base }) => [...docOf(doc), `id ${name}: ${base}`]),
    ...model.choices.flatMap(({ name, doc, options }) => [...docOf(doc), `choice ${name} ${braces(options)}`]),
    ...model.records.flatMap(({ name, doc, fields }) => [...docOf(doc), `record ${name} ${braces(fields.map(field))}`]),
    ...model.flags.flatMap(({ name, doc, choice, initial }) => [
      ...docOf(doc),
      `flag ${name}${choice === undefined ? '' : `: ${choice}`}${initial ? ` = ${value(initial)}` : ''}`,
    ]),
  );
  for (const { only, items } of model.tabs) {
    part(
      ...block(
        `tabs${onlyOf(only)}`,
        items.map((item) => `${quote(item.label)} ${call(item)}${iconOf(item.icon)}`),
      ),
    );
  }
  for (const { title, doc, only, on, items } of model.menus) {
    part(
      ...docOf(doc),
      ...block(
        `menu ${quote(title)}${onlyOf(only)}${placesOf(on)}`,
        items.map((item) => `${quote(item.label)} ${branches(item.branches)}${iconOf(item.icon)}`),
      ),
    );
  }
  part(
    ...(model.events ?? []).flatMap(({ title, doc, only, on, branches: all }) => [
      ...docOf(doc),
      `event ${quote(title)}${onlyOf(only)}${placesOf(on)} ${branches(all)}`,
    ]),
  );
  part(
    ...model.entries.flatMap(({ door, label, doc, only, opens }) => [
      ...docOf(doc),
      `entry ${door} ${quote(label)}${onlyOf(only)} opens ${'url' in opens ? opens.url : call(opens)}`,
    ]),
  );
  for (const screen of model.screens.filter((one) => one.module === undefined)) part(...writeScreen(screen));
  for (const { name, owner, doc, takes = [] } of model.modules) {
    const screens = model.screens.filter((screen) => screen.module === name).map((screen) => writeScreen(screen));
    part(
      ...docOf(doc),
      ...block(
        `module ${name}${owner === undefined ? '' : ` by ${quote(owner)}`}`,
        [...(takes.length > 0 ? [takes.map(takesLine)] : []), ...screens].flatMap((lines, index) =>
          index === 0 ? lines : ['', ...lines],
        ),
      ),
    );
  }
  part(
    ...model.rules.flatMap(({ title, doc, claim, first, second }) => [
      ...docOf(doc),
      `rule ${quote(title)} ${writeClaim(claim, first, second)}`,
    ]),
  );
  for (const { title, doc, steps } of model.walks)
    part(...docOf(doc), ...block(`walk ${quote(title)}`, steps.map(walkStep)));
  part(
    ...model.accepts.map(
      ({ rule, on, because }) =>
        `accept ${rule}${on === undefined ? '' : ` on ${subject(on)}`} because ${quote(because)}`,
    ),
  );
  return parts.map((lines) => `${lines.join('\n')}\n`).join('\n');
}

const takesLine = (one: ParameterModel): string =>
  `takes ${field(one)}${one.default ? ` = ${value(one.default)}` : ''}${one.sample ? ` sample ${value(one.sample)}` : ''}`;

const sizeOf = ({ sizes = {} }: PlanModel, name: string): string =>
  Object.hasOwn(sizes, name) ? ` ${sizes[name]}` : '';

const besideOf = ({ beside }: ScreenModel): string =>
  beside === undefined ? '' : ` beside ${beside.screen}${onlyOf(beside.only)}`;

const docOf = (doc: string | undefined): string[] =>
  doc === undefined ? [] : doc.split('\n').map((line) => `## ${line}`.trimEnd());
const onlyOf = (only: readonly string[] | undefined): string => (only === undefined ? '' : ` only ${only.join(', ')}`);
const placesOf = (on: 'all' | 'roots' | readonly string[] | undefined): string =>
  on === undefined ? '' : ` on ${typeof on === 'string' ? on : on.join(', ')}`;
const iconOf = (icon: string | undefined): string => (icon === undefined ? '' : ` icon ${icon}`);
const braces = (items: readonly string[]): string => (items.length === 0 ? '{}' : `{ ${items.join(', ')} }`);
const subject = (name: string): string => (/^[A-Za-z_]\w*(\.[A-Za-z_]\w*)?$/.test(name) ? name : quote(name));

function block(head: string, lines: readonly string[]): string[] {
  return [
    `${head} {`,
    ...lines.flatMap((line) => line.split('\n')).map((line) => (line === '' ? '' : indentUnit + line)),
    '}',
  ];
}

function type(model: TypeModel): string {
  if (typeof model === 'string') return model;
  return 'list' in model ? `list of ${type(model.list)}` : `${type(model.optional)}?`;
}

const field = ({ name, type: of }: { name: string; type: TypeModel }): string => `${name}: ${type(of)}`;

function value(model: ValueModel): string {
  if ('text' in model) return quote(model.text);
  if ('number' in model) return model.number;
  return 'bool' in model ? String(model.bool) : model.path.join('.');
}

function call({ screen, arguments: given }: CallModel): string {
  const written = given.map(({ name, value: of }) =>
    'path' in of && of.path.length === 1 && of.path[0] === name ? name : `${name}: ${value(of)}`,
  );
  return screen + (written.length > 0 ? `(${written.join(', ')})` : '');
}

function condition(model: ConditionModel): string {
  if ('flag' in model) return model.is === undefined ? model.flag : `${model.flag} is ${value(model.is)}`;
  if ('given' in model) return `${model.given.join('.')} is given`;
  if ('maybe' in model) return quote(model.maybe);
  if ('not' in model)
    return `not ${'and' in model.not || 'or' in model.not ? `(${condition(model.not)})` : condition(model.not)}`;
  const [word, [left, right]] = 'and' in model ? (['and', model.and] as const) : (['or', model.or] as const);
  const side = (one: ConditionModel, isRight: boolean): string => {
    const binds = 'or' in one ? 0 : 'and' in one ? 1 : 2;
    return binds < (word === 'or' ? 0 : 1) || (isRight && binds < 2 && binds === (word === 'or' ? 0 : 1))
      ? `(${condition(one)})`
      : condition(one);
  };
  return `${side(left, false)} ${word} ${side(right, true)}`;
}

function step(model: StepModel): string {
  switch (model.do) {
    case 'back':
    case 'close':
      return `${model.do}${model.with ? ` with ${value(model.with)}` : ''}`;
    case 'back to':
    case 'back past':
      return `${model.do} ${model.screen}`;
    case 'sets':
      return `sets ${model.flag} = ${value(model.value)}`;
    case 'resume':
      return model.or ? `resume or ${step(model.or)}` : 'resume';
    case 'leave':
      return `leave ${quote(model.what)}`;
    default:
      return `${model.do} ${call(model)}${model.gives === undefined ? '' : ` gives ${model.gives}`}`;
  }
}

const steps = (all: readonly StepModel[]): string => all.map(step).join(' then ');

const branches = (all: readonly BranchModel[]): string =>
  all
    .map(
      ({ when, steps: own, motion }, index) =>
        `${index > 0 ? `\n${indentUnit}${indentUnit}otherwise ` : ''}${when ? `when ${condition(when)} ` : ''}${steps(own)}${motion === undefined ? '' : ` motion ${motion}`}`,
    )
    .join('');

function writeScreen(screen: ScreenModel): string[] {
  const head = `${screen.private ? 'private ' : ''}screen ${screen.name}${screen.title === undefined ? '' : ` ${quote(screen.title)}`}${screen.as ? ` as ${screen.as}` : ''}${onlyOf(screen.only)}${besideOf(screen)}`;
  const lines = [
    ...screen.takes.map(takesLine),
    ...screen.has.map((one) => `has ${field(one)}`),
    ...(screen.returns === undefined ? [] : [`returns ${type(screen.returns)}`]),
    ...screen.needs.map((one) => `needs ${condition(one.condition)} else ${steps(one.else)}`),
    ...screen.links.map(
      ({ pattern, under }) =>
        `link ${pattern}${under === undefined ? '' : under.length === 0 ? ' under nothing' : ` under ${under.map(call).join(', ')}`}`,
    ),
    ...screen.on.flatMap((on) => [
      ...docOf(on.doc),
      `on ${quote(on.trigger)}${onlyOf(on.only)}${on.for ? ` for ${on.for.variable} in ${value(on.for.in)}` : ''} ${branches(on.branches)}`,
    ]),
  ];
  return [...docOf(screen.doc), ...(lines.length === 0 ? [head] : block(head, lines))];
}

function writeClaim(claim: PlanModel['rules'][number]['claim'], first: string, second: string): string {
  switch (claim) {
    case 'never beneath':
      return `never ${first} beneath ${second}`;
    case 'never after':
      return `never ${first} after ${second}`;
    case 'always beneath':
      return `always ${first} beneath ${second}`;
    case 'always reach':
      return `from ${first} always reach ${second}`;
  }
}

const taken = ({ if: held = [], unless: failed = [] }: TakenModel): string =>
  [...held.map((text) => ` if ${quote(text)}`), ...failed.map((text) => ` unless ${quote(text)}`)].join('');

const given = (values: readonly { readonly name: string; readonly value: ValueModel }[]): string =>
  values.length === 0 ? '' : ` with ${values.map((one) => `${one.name} = ${value(one.value)}`).join(', ')}`;

function walkStep(model: WalkStepModel): string {
  switch (model.do) {
    case 'tap':
      return `tap ${quote(model.label)}${given(model.with)}${taken(model)}`;
    case 'tab':
    case 'menu':
    case 'event':
      return `${model.do} ${quote(model.label)}${taken(model)}`;
    case 'back':
      return 'back';
    case 'open':
      return `open ${'url' in model ? model.url : quote(model.entry)}${taken(model)}`;
    case 'set':
      return `set ${model.flag} = ${value(model.value)}`;
    case 'expect':
      return `expect ${model.screen}${model.beneath === undefined ? '' : ` beneath ${model.beneath}`}${given(model.with ?? [])}`;
  }
}
