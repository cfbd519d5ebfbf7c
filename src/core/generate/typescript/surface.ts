/**
 * The surface of generated code: what the code of an app names. Its names are those of the TypeScript output; in the
 * other languages the same things have names of their own customs.
 */
import { remembered } from '../../base/remembered';
import type { TextRange } from '../../language/range';
import type { Named, Plan, Screen } from '../../plan/model';
import { base, type Type } from '../../plan/types';
import { mayBeOmitted } from '../program/defaults';
import type { AskedValue, EventCode, Program, ScreenCode } from '../program/program';
import { outlineOf, screensOf } from '../program/program-of';
import { entryNames, happeningNames, itemNames } from './events-file';
import { exitNames, namesOf, payloadOf, propertiesOf, questionKey, type TypeScriptNames } from './names';
import { tabNames } from './plan-file';
import { routeProperties } from './routes-file';

/**
 * How the code of an app uses declarations of each kind:
 *
 * - `gives`: it makes values of it, so it has to give each field that may not be left out
 * - `takes`: it reads values of it, or implements it
 * - `closed`: it handles all declarations of the kind that belong to the same one, so it lacks each that is added
 */
export const usesOf = {
  screen: { gives: true, takes: true, closed: true },
  exit: { gives: true, takes: true, closed: true },
  'menu item': { gives: true, takes: false, closed: false },
  event: { gives: true, takes: false, closed: false },
  tab: { gives: true, takes: false, closed: false },
  entry: { gives: true, takes: false, closed: false },
  variant: { gives: true, takes: false, closed: false },
  flag: { gives: true, takes: true, closed: false },
  id: { gives: true, takes: true, closed: false },
  choice: { gives: true, takes: true, closed: false },
  option: { gives: true, takes: true, closed: true },
  record: { gives: true, takes: true, closed: false },
  answer: { gives: false, takes: true, closed: false },
  function: { gives: true, takes: false, closed: false },
} as const;
export type DeclarationKind = keyof typeof usesOf;

export interface SurfaceField {
  readonly type: Type;
  readonly mayBeOmitted: boolean;
}

/** Something that the code of an app names. */
export interface Declaration {
  readonly kind: DeclarationKind;
  /** Its name in code; no other declaration of the kind has it. */
  readonly name: string;
  /** How the plan calls it. */
  readonly label: string;
  /** The name of the declaration to which it belongs, such as the screen of an exit; null for none. */
  readonly owner: string | null;
  /** What makes its values, if that has another name: `routes.booking.dates`. */
  readonly maker: string | null;
  /** By their names in code. */
  readonly fields: ReadonlyMap<string, SurfaceField>;
  readonly screen: Screen | null;
  readonly range: TextRange | null;
}

const outlines = new WeakMap<Plan, readonly Declaration[]>();

/**
 * The surface of a plan's code, by `kind name`. A plan with gaps has the surface that its code has where somebody
 * forces it. Linear in the plan; the part that does not depend on triggers is kept.
 *
 * @param isAsked whether the triggers of a screen are asked for: its exits, and the answers that they wait for
 */
export function surfaceOf(
  plan: Plan,
  isAsked: (screen: Screen) => boolean = () => true,
): ReadonlyMap<string, Declaration> {
  const { screens, questions } = screensOf(plan, isAsked);
  const all = [
    ...remembered(outlines, plan, () => outline(outlineOf(plan))),
    ...screens.flatMap(exitsOf),
    ...questions.map(answerOf),
  ];
  return new Map(all.map((each) => [`${each.kind} ${each.name}`, each]));
}

const nothing = { owner: null, maker: null, fields: new Map<string, SurfaceField>(), screen: null, range: null };

const wanted = (type: Type): SurfaceField => ({ type, mayBeOmitted: false });
/** A type that the output declares itself. */
const own = (name: string): Type => ({ kind: 'choice', name, options: [] });

function outline(program: Program): Declaration[] {
  const names = namesOf(program);
  return [
    ...screens(program, names),
    ...events(program),
    ...types(program, names),
    ...state(program, names),
    ...functions(program, names),
  ];
}

function screens({ modules }: Program, names: TypeScriptNames): Declaration[] {
  return modules.flatMap(({ module, screens: all }) =>
    all.map((code): Declaration => {
      const { screen } = code;
      const path = ['routes', ...(module ? [names.modules.get(module.name)!] : []), names.screens.get(code)!];
      const { label, nameNode: range } = screen;
      const fields = argumentsOf(code);
      return { kind: 'screen', name: label, label, owner: null, maker: path.join('.'), fields, screen, range };
    }),
  );
}

const exitsOf = ({ screen, triggers }: ScreenCode): Declaration[] =>
  [...exitNames(triggers)].map(([exit, name]): Declaration => ({
    ...ofEvent(exit),
    ...{ kind: 'exit', name: `${screen.label}.${name}`, owner: screen.label, screen },
  }));

const answerOf = (question: AskedValue): Declaration => ({
  ...nothing,
  ...{ kind: 'answer', name: questionKey(question), label: question.name, screen: question.screen },
  fields: new Map([['value', wanted(question.type)]]),
});

function argumentsOf(code: ScreenCode): ReadonlyMap<string, SurfaceField> {
  const names = routeProperties(code);
  return new Map(
    code.parameters.map((each) => [names.get(each.name)!, { type: each.type, mayBeOmitted: mayBeOmitted(each) }]),
  );
}

function events(program: Program): Declaration[] {
  const named = (kind: DeclarationKind, names: ReadonlyMap<EventCode, string>): Declaration[] =>
    [...names].map(([code, name]) => ({ ...ofEvent(code), kind, name }));
  return [
    ...named('menu item', itemNames(program)),
    ...named('event', happeningNames(program)),
    ...[...tabNames(program)].map(([label, name]): Declaration => ({ ...nothing, kind: 'tab', name, label })),
    ...[...entryNames(program)].map(([{ entry, url, screen }, name]): Declaration => ({
      ...nothing,
      ...{ kind: 'entry', name, label: entry.label, range: entry.node },
      // One with a URL is a text, any other a function of a route.
      fields: new Map(url === null && screen ? [['route', wanted(own(screen.label))]] : []),
    })),
  ];
}

/** What the app brings with an event. */
function ofEvent(code: EventCode): Omit<Declaration, 'kind' | 'name'> {
  const { values, outcomes } = payloadOf(code);
  return {
    ...nothing,
    label: code.label,
    range: code.parts[0]?.node ?? null,
    fields: new Map([
      ...code.brought.map(({ name, type }) => [values.get(name)!, wanted(type)] as const),
      ...code.outcomes.map((text) => [outcomes.get(text)!, wanted(base('bool'))] as const),
    ]),
  };
}

function types({ plan, ids, choices, records }: Program, { types: names }: TypeScriptNames): Declaration[] {
  const ofType = (kind: DeclarationKind, label: string, fields: readonly Named[]): Declaration => {
    const properties = propertiesOf(fields);
    return {
      ...nothing,
      ...{ kind, name: names.get(label)!, label, range: plan.types.get(label)?.node ?? null },
      fields: new Map(fields.map(({ name, type }) => [properties.get(name)!, wanted(type)])),
    };
  };
  return [
    ...ids.map(({ name, base: of }) => ofType('id', name, [{ name: 'value', type: base(of!) }])),
    ...records.map(({ name, fields }) =>
      ofType(
        'record',
        name,
        [...fields].map(([field, type]) => ({ name: field, type })),
      ),
    ),
    ...choices.flatMap(({ name, options }) => {
      const choice = ofType('choice', name, []);
      return [
        choice,
        ...options.map((option): Declaration => ({
          ...choice,
          ...{ kind: 'option', name: `${choice.name}.${option}`, label: option, owner: choice.name },
        })),
      ];
    }),
  ];
}

function state({ plan, flags }: Program, { flags: names }: TypeScriptNames): Declaration[] {
  return [
    ...plan.variants.map((name): Declaration => ({ ...nothing, kind: 'variant', name, label: name })),
    ...flags.map(({ name, type, node }): Declaration => ({
      ...nothing,
      ...{ kind: 'flag', name: names.get(name)!, label: name, range: node },
      fields: new Map([['value', wanted(type)]]),
    })),
  ];
}

/** Parameters of the functions that begin and move the app. */
function functions({ plan, start, circumstances }: Program, { circumstances: names }: TypeScriptNames): Declaration[] {
  const asks = circumstances.map((text) => [names.get(text)!, wanted(base('bool'))] as const);
  const variant: SurfaceField = {
    type: own('Variant'),
    mayBeOmitted: plan.variants.length === 1 && circumstances.length === 0,
  };
  const named = (name: string, fields: Iterable<readonly [string, SurfaceField]>): Declaration => ({
    ...nothing,
    ...{ kind: 'function', name, label: name },
    fields: new Map(fields),
  });
  return [...(start ? [named('start', [['variant', variant], ...asks])] : []), named('apply', asks)];
}
