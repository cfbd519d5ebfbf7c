/** The statements of a plan's model, each as the language writes it, without its doc comment and its block. */
import { quote } from '../language/tokens';
import type { ParameterModel, PlanModel, ScreenModel, TakenModel, TypeModel, ValueModel, WalkStepModel } from './model';
import { branchesText, callText, conditionText, fieldText, stepsText, typeText, valueText } from './write-expression';

type Item<K extends keyof PlanModel> = NonNullable<PlanModel[K]> extends readonly (infer T)[] ? T : never;

const onlyText = (only: readonly string[] | undefined): string =>
  only === undefined ? '' : ` only ${only.join(', ')}`;
const placesText = (on: 'all' | 'roots' | readonly string[] | undefined): string =>
  on === undefined ? '' : ` on ${typeof on === 'string' ? on : on.join(', ')}`;
const iconText = (icon: string | undefined): string => (icon === undefined ? '' : ` icon ${icon}`);
const braces = (items: readonly string[]): string => (items.length === 0 ? '{}' : `{ ${items.join(', ')} }`);
const subjectText = (name: string): string => (/^[A-Za-z_]\w*(\.[A-Za-z_]\w*)?$/.test(name) ? name : quote(name));

export const docLines = (doc: string | undefined): string[] =>
  doc === undefined ? [] : doc.split('\n').map((line) => `## ${line}`.trimEnd());

/** A variant with its size. */
export const variantText = ({ sizes = {} }: Pick<PlanModel, 'sizes'>, name: string): string =>
  name + (Object.hasOwn(sizes, name) ? ` ${sizes[name]}` : '');

export const idLine = ({ name, base }: Item<'ids'>): string => `id ${name}: ${base}`;
export const choiceLine = ({ name, options }: Item<'choices'>): string => `choice ${name} ${braces(options)}`;
export const recordLine = ({ name, fields }: Item<'records'>): string =>
  `record ${name} ${braces(fields.map(fieldText))}`;
export const flagLine = ({ name, choice, initial }: Item<'flags'>): string =>
  `flag ${name}${choice === undefined ? '' : `: ${choice}`}${initial ? ` = ${valueText(initial)}` : ''}`;

export const tabsHead = ({ only }: Item<'tabs'>): string => `tabs${onlyText(only)}`;
export const tabLine = ({ label, icon, ...call }: Item<'tabs'>['items'][number]): string =>
  `${quote(label)} ${callText(call)}${iconText(icon)}`;

export const menuHead = ({ title, only, on }: Item<'menus'>): string =>
  `menu ${quote(title)}${onlyText(only)}${placesText(on)}`;
export const menuItemLine = ({ label, branches, icon }: Item<'menus'>['items'][number]): string =>
  `${quote(label)} ${branchesText(branches)}${iconText(icon)}`;

export const eventLine = ({ title, only, on, branches }: Item<'events'>): string =>
  `event ${quote(title)}${onlyText(only)}${placesText(on)} ${branchesText(branches)}`;
export const entryLine = ({ door, label, only, opens }: Item<'entries'>): string =>
  `entry ${door} ${quote(label)}${onlyText(only)} opens ${'url' in opens ? opens.url : callText(opens)}`;
export const moduleHead = ({ name, owner }: Item<'modules'>): string =>
  `module ${name}${owner === undefined ? '' : ` by ${quote(owner)}`}`;

export const screenHead = ({ name, private: isPrivate, title, as, only, beside }: ScreenModel): string =>
  `${isPrivate ? 'private ' : ''}screen ${name}${title === undefined ? '' : ` ${quote(title)}`}${as ? ` as ${as}` : ''}${onlyText(only)}${beside === undefined ? '' : ` beside ${beside.screen}${onlyText(beside.only)}`}`;
export const takesLine = (one: ParameterModel): string =>
  `takes ${fieldText(one)}${one.default ? ` = ${valueText(one.default)}` : ''}${one.sample ? ` sample ${valueText(one.sample)}` : ''}`;
export const hasLine = (one: ScreenModel['has'][number]): string => `has ${fieldText(one)}`;
export const returnsLine = (type: TypeModel): string => `returns ${typeText(type)}`;
export const needsLine = (one: ScreenModel['needs'][number]): string =>
  `needs ${conditionText(one.condition)} else ${stepsText(one.else)}`;
export const linkLine = ({ pattern, under }: ScreenModel['links'][number]): string =>
  `link ${pattern}${under === undefined ? '' : under.length === 0 ? ' under nothing' : ` under ${under.map(callText).join(', ')}`}`;
export const onLine = (on: ScreenModel['on'][number]): string =>
  `on ${quote(on.trigger)}${onlyText(on.only)}${on.for ? ` for ${on.for.variable} in ${valueText(on.for.in)}` : ''} ${branchesText(on.branches)}`;

export const ruleLine = ({ title, claim, first, second }: Item<'rules'>): string =>
  `rule ${quote(title)} ${claimText(claim, first, second)}`;

function claimText(claim: Item<'rules'>['claim'], first: string, second: string): string {
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

export const acceptLine = ({ rule, on, because }: Item<'accepts'>): string =>
  `accept ${rule}${on === undefined ? '' : ` on ${subjectText(on)}`} because ${quote(because)}`;

export const walkHead = ({ title }: Item<'walks'>): string => `walk ${quote(title)}`;

const takenText = ({ if: held = [], unless: failed = [] }: TakenModel): string =>
  [...held.map((text) => ` if ${quote(text)}`), ...failed.map((text) => ` unless ${quote(text)}`)].join('');

const withText = (values: readonly { readonly name: string; readonly value: ValueModel }[]): string =>
  values.length === 0 ? '' : ` with ${values.map((one) => `${one.name} = ${valueText(one.value)}`).join(', ')}`;

export function walkStepLine(model: WalkStepModel): string {
  switch (model.do) {
    case 'tap':
      return `tap ${quote(model.label)}${withText(model.with)}${takenText(model)}`;
    case 'tab':
    case 'menu':
    case 'event':
      return `${model.do} ${quote(model.label)}${takenText(model)}`;
    case 'back':
      return 'back';
    case 'open':
      return `open ${'url' in model ? model.url : quote(model.entry)}${takenText(model)}`;
    case 'set':
      return `set ${model.flag} = ${valueText(model.value)}`;
    case 'expect':
      return `expect ${model.screen}${model.beneath === undefined ? '' : ` beneath ${model.beneath}`}${withText(model.with ?? [])}`;
  }
}
