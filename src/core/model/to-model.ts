import type {
  ArgumentListNode,
  BranchNode,
  ConditionNode,
  DeclarationNode,
  EventNode,
  FieldNode,
  MenuNode,
  OnlyNode,
  ParameterNode,
  ScreenReference,
  StepNode,
  TakenNode,
  TypeNode,
  ValueNode,
  WalkStepNode,
  WalkValueNode,
} from '../language/syntax';
import type { TextRange } from '../language/range';
import type { Plan, Screen } from '../plan/model';
import type {
  ArgumentsModel,
  BranchModel,
  CallModel,
  ConditionModel,
  FieldModel,
  ParameterModel,
  PlanModel,
  ScreenModel,
  StepModel,
  TakenModel,
  TypeModel,
  ValueModel,
  WalkStepModel,
} from './model';

/** Where a plan declares a part of its model. */
export interface PlaceOfPart extends TextRange {
  /** End of what comes before its block; the end of the statement if it has none. */
  readonly headTo: number;
}

const places = new WeakMap<object, PlaceOfPart>();

/** Where a plan declares a part of its model; null for an object that `toModel` has not made of a declaration. */
export const placeOf = (part: object): PlaceOfPart | null => places.get(part) ?? null;

/** A part of the model, whose place `placeOf` gives from now on. */
function placed<T extends object>(part: T, node: TextRange & { readonly body?: TextRange | null }): T {
  const { from, to, body } = node;
  places.set(part, { from, to, headTo: body?.from ?? to });
  return part;
}

/** The parts of some nodes, placed; a node without a part, such as a half-typed one, is left out. */
const placedOf = <N extends TextRange, T extends object>(nodes: readonly N[], of: (node: N) => T | null): T[] =>
  nodes.flatMap((node) => {
    const part = of(node);
    return part ? [placed(part, node)] : [];
  });

/** Scheme of an origin (RFC 3986, 3.1). */
const hasScheme = /^[A-Za-z][A-Za-z0-9+.-]*:/;

/**
 * The model of a plan. Parts of statements that did not read are left out with their statement; names that there are
 * not stand as written. Linear in the plan.
 *
 * @param screens those that the model has
 */
export function toModel(plan: Plan, screens = plan.screens): PlanModel {
  const { declarations } = plan.tree;
  const ofKind = <K extends DeclarationNode['kind']>(kind: K): Extract<DeclarationNode, { kind: K }>[] =>
    declarations.filter((node): node is Extract<DeclarationNode, { kind: K }> => node.kind === kind);
  const start = ofKind('start')[0];
  return {
    format: 1,
    ...optional('app', plan.name),
    ...optional('doc', plan.doc),
    origins: plan.origins.filter((text) => hasScheme.test(text)),
    variants: ofKind('variants').flatMap((node) => node.variants.map(({ name }) => name.text)),
    ...(plan.sizes.size > 0 && { sizes: Object.fromEntries(plan.sizes) }),
    ...optional('start', start?.target ? callOf(start.target, start.list) : null),
    ...optional('motion', plan.motion),
    backLeaves: plan.backLeaves,
    ids: placedOf(ofKind('id'), ({ name, doc, base }) =>
      name && base ? { name: name.text, ...optional('doc', doc), base: base.text } : null,
    ),
    choices: placedOf(ofKind('choice'), ({ name, doc, options }) =>
      name ? { name: name.text, ...optional('doc', doc), options: options.map((option) => option.text) } : null,
    ),
    records: placedOf(ofKind('record'), ({ name, doc, fields }) =>
      name ? { name: name.text, ...optional('doc', doc), fields: fieldsOf(fields) } : null,
    ),
    flags: placedOf(ofKind('flag'), ({ name, doc, type, initial }) =>
      name
        ? {
            name: name.text,
            ...optional('doc', doc),
            ...optional('choice', type?.text),
            ...optional('initial', initial && valueOf(initial)),
          }
        : null,
    ),
    tabs: placedOf(ofKind('tabs'), ({ only, body }) => ({
      ...onlyOf(only),
      items: placedOf(body?.items ?? [], ({ label, target, list, icon }) =>
        target ? { label: label.value, ...callOf(target, list), ...optional('icon', icon?.text) } : null,
      ),
    })),
    menus: placedOf(ofKind('menu'), ({ title, doc, only, on, body }) => ({
      title: title?.value ?? '',
      ...optional('doc', doc),
      ...onlyOf(only),
      ...placesOf(on),
      items: placedOf(body?.items ?? [], ({ label, branches, icon }) => ({
        label: label.value,
        branches: branchesOf(branches),
        ...optional('icon', icon?.text),
      })),
    })),
    ...(plan.events.length > 0 && { events: placedOf(ofKind('event'), eventOf) }),
    entries: placedOf(ofKind('entry'), ({ door, label, doc, only, url, target, list }) => {
      const opens = url ? { url: url.text } : target && callOf(target, list);
      return door && label && opens
        ? { door, label: label.value, ...optional('doc', doc), ...onlyOf(only), opens }
        : null;
    }),
    modules: plan.modules.map(({ name, owner, node, parameters }) =>
      placed(
        {
          name,
          ...optional('owner', owner),
          ...optional('doc', node.doc),
          ...(parameters.length > 0 && { takes: parametersOf(parameters.map((one) => one.node)) }),
        },
        node,
      ),
    ),
    screens: screens.map((screen) => placed(screenOf(screen), screen.node)),
    rules: placedOf(ofKind('rule'), ({ title, doc, claim, first, second }) =>
      title && claim && first && second
        ? { title: title.value, ...optional('doc', doc), claim, first: nameOf(first), second: nameOf(second) }
        : null,
    ),
    walks: placedOf(ofKind('walk'), ({ title, doc, body }) => ({
      title: title?.value ?? '',
      ...optional('doc', doc),
      steps: (body?.items ?? []).flatMap(walkStepOf),
    })),
    accepts: placedOf(ofKind('accept'), ({ rule, subject, because }) =>
      rule && because ? { rule: rule.text, ...optional('on', subject?.text), because: because.value } : null,
    ),
  };
}

/** A property, or nothing for an empty value. */
function optional<K extends string, V>(key: K, value: V | null | undefined): { [P in K]?: V } {
  return (value === null || value === undefined ? {} : { [key]: value }) as { [P in K]?: V };
}

const nameOf = ({ module, name }: ScreenReference): string => (module ? `${module.text}.${name.text}` : name.text);
const onlyOf = (node: OnlyNode | null): { only?: readonly string[] } =>
  optional(
    'only',
    node?.variants.map((name) => name.text),
  );

const placesOf = (on: MenuNode['on']): { on?: 'all' | 'roots' | readonly string[] } =>
  optional('on', typeof on === 'string' ? on : on?.map(nameOf));

const eventOf = ({ title, doc, only, on, branches }: EventNode): NonNullable<PlanModel['events']>[number] => ({
  title: title?.value ?? '',
  ...optional('doc', doc),
  ...onlyOf(only),
  ...placesOf(on),
  branches: branchesOf(branches),
});

function screenOf({ node, name, module, title, shape }: Screen): ScreenModel {
  const members = node.body?.items ?? [];
  const ofKind = <K extends (typeof members)[number]['kind']>(kind: K) =>
    members.filter((member): member is Extract<typeof member, { kind: K }> => member.kind === kind);
  const [returns] = ofKind('returns');
  return {
    name,
    ...optional('module', module?.name),
    ...optional('doc', node.doc),
    private: node.private,
    ...optional('title', title?.value),
    ...optional('as', shape),
    ...onlyOf(node.only),
    ...optional('beside', node.beside?.list && { screen: nameOf(node.beside.list), ...onlyOf(node.beside.only) }),
    takes: ofKind('takes').flatMap(({ parameters }) => parametersOf(parameters)),
    has: ofKind('has').flatMap(({ fields }) => fieldsOf(fields)),
    ...optional('returns', returns?.type && typeOf(returns.type)),
    needs: placedOf(ofKind('needs'), ({ condition, otherwise }) =>
      condition ? { condition: conditionOf(condition), else: otherwise.flatMap(stepOf) } : null,
    ),
    links: placedOf(ofKind('link'), ({ pattern, under }) =>
      pattern
        ? {
            pattern: pattern.text,
            ...optional(
              'under',
              under?.map((one) => callOf(one.target, one.list)),
            ),
          }
        : null,
    ),
    on: placedOf(ofKind('on'), ({ trigger, doc, only, loop, branches }) => ({
      trigger: trigger?.value ?? '',
      ...optional('doc', doc),
      ...onlyOf(only),
      ...optional('for', loop?.list && { variable: loop.variable.text, in: valueOf(loop.list) }),
      branches: branchesOf(branches),
    })),
  };
}

const parametersOf = (parameters: readonly ParameterNode[]): ParameterModel[] =>
  placedOf(parameters, ({ name, type, initial, sample }) =>
    type
      ? {
          name: name.text,
          type: typeOf(type),
          ...optional('default', initial && valueOf(initial)),
          ...optional('sample', sample && valueOf(sample)),
        }
      : null,
  );

const fieldsOf = (fields: readonly FieldNode[]): FieldModel[] =>
  placedOf(fields, ({ name, type }) => (type ? { name: name.text, type: typeOf(type) } : null));

const typeOf = (node: TypeNode): TypeModel =>
  node.kind === 'named'
    ? node.name.text
    : node.kind === 'list'
      ? { list: typeOf(node.of) }
      : { optional: typeOf(node.of) };

function valueOf(node: ValueNode): ValueModel {
  switch (node.kind) {
    case 'string':
      return { text: node.value };
    case 'number':
      return { number: node.text };
    case 'bool':
      return { bool: node.value };
    case 'path':
      return { path: node.names.map((name) => name.text) };
  }
}

const argumentsOf = (list: ArgumentListNode | null): ArgumentsModel =>
  (list?.items ?? []).map(({ name, value }) => ({
    name: name.text,
    value: value ? valueOf(value) : { path: [name.text] },
  }));

const callOf = (target: ScreenReference, list: ArgumentListNode | null): CallModel => ({
  screen: nameOf(target),
  arguments: argumentsOf(list),
});

const branchesOf = (branches: readonly BranchNode[]): BranchModel[] =>
  branches.map(({ condition, steps, motion }) => ({
    ...optional('when', condition && conditionOf(condition)),
    steps: steps.flatMap(stepOf),
    ...optional('motion', motion?.text),
  }));

function conditionOf(node: ConditionNode): ConditionModel {
  switch (node.kind) {
    case 'flag':
      return { flag: node.name.text };
    case 'is': {
      const is = { flag: node.name.text, ...optional('is', node.value && valueOf(node.value)) };
      return node.not ? { not: is } : is;
    }
    case 'given': {
      const given = { given: node.names.map((name) => name.text) };
      return node.not ? { not: given } : given;
    }
    case 'maybe':
      return { maybe: node.text.value };
    case 'not':
      return { not: conditionOf(node.of) };
    case 'and':
      return { and: [conditionOf(node.left), conditionOf(node.right)] };
    case 'or':
      return { or: [conditionOf(node.left), conditionOf(node.right)] };
  }
}

/** A step; nothing for a half-typed one. */
function stepOf(node: StepNode): StepModel[] {
  switch (node.kind) {
    case 'back':
    case 'close':
      return [{ do: node.kind, ...optional('with', node.with && valueOf(node.with)) }];
    case 'back to':
    case 'back past':
      return node.target ? [{ do: node.kind, screen: nameOf(node.target) }] : [];
    case 'sets':
      return node.flag && node.value ? [{ do: 'sets', flag: node.flag.text, value: valueOf(node.value) }] : [];
    case 'resume':
      return [{ do: 'resume', ...optional('or', node.or && stepOf(node.or)[0]) }];
    case 'leave':
      return node.what ? [{ do: 'leave', what: node.what.value }] : [];
    default:
      return node.target
        ? [{ do: node.kind, ...callOf(node.target, node.list), ...optional('gives', node.gives?.text) }]
        : [];
  }
}

function takenOf(taken: readonly TakenNode[]): TakenModel {
  const of = (wanted: boolean): string[] =>
    taken.flatMap(({ holds, text }) => (holds === wanted && text ? [text.value] : []));
  const [held, failed] = [of(true), of(false)];
  return { ...(held.length > 0 && { if: held }), ...(failed.length > 0 && { unless: failed }) };
}

const givenOf = (values: readonly WalkValueNode[]): { name: string; value: ValueModel }[] =>
  values.flatMap(({ name, value }) => (value ? [{ name: name.text, value: valueOf(value) }] : []));

function walkStepOf(node: WalkStepNode): WalkStepModel[] {
  switch (node.kind) {
    case 'tap': {
      const given = givenOf(node.values);
      return node.label ? [{ do: 'tap', label: node.label.value, with: given, ...takenOf(node.taken) }] : [];
    }
    case 'tab':
    case 'menu':
    case 'event':
      return node.label ? [{ do: node.kind, label: node.label.value, ...takenOf(node.taken) }] : [];
    case 'back':
      return [{ do: 'back' }];
    case 'open': {
      if (node.url) return [{ do: 'open', url: node.url.text, ...takenOf(node.taken) }];
      return node.label ? [{ do: 'open', entry: node.label.value, ...takenOf(node.taken) }] : [];
    }
    case 'set':
      return node.flag && node.value ? [{ do: 'set', flag: node.flag.text, value: valueOf(node.value) }] : [];
    case 'expect': {
      const beneath = optional('beneath', node.beneath && nameOf(node.beneath));
      const values = givenOf(node.values);
      return node.screen
        ? [{ do: 'expect', screen: nameOf(node.screen), ...beneath, ...(values.length > 0 && { with: values }) }]
        : [];
    }
  }
}
