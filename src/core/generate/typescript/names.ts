/** Names of the TypeScript output. */
import { remembered } from '../../base/remembered';
import type { Named } from '../../plan/model';
import type { Payload } from '../print/here';
import type { EventCode, Program, AskedValue, ScreenCode } from '../program/program';
import { camelCase, nameAll, pascalCase, wordsOf } from '../program/words';

/** Words that no variable may be called (ECMA-262, 12.7.2), and what the output declares or uses itself. */
const taken: ReadonlySet<string> = new Set(
  (
    'await break case catch class const continue debugger default delete do else enum export extends false finally ' +
    'for function if implements import in instanceof interface let new null package private protected public return ' +
    'static super switch this throw true try typeof var void while with yield arguments eval undefined ' +
    'any unknown never string number boolean bigint symbol object Date Map Set Array Record Partial Readonly Object ' +
    'String Number Boolean Error JSON URL RegExp ReadonlySet Math Promise Symbol ' +
    'Answers Arguments Arrival Circumstances Event Exits Flags Frame LocalDate LocalTime Link Nothing Opened Parsed ' +
    'Problem Question Result Route Routes Screen Stack State Steps Tap Taps Url Variant Form Codec ' +
    'app forms links plan routes state steps types'
  ).split(' '),
);

export interface TypeScriptNames {
  /** Ids, choices, records. */
  readonly types: ReadonlyMap<string, string>;
  /** Forms of ids and choices. */
  readonly forms: ReadonlyMap<string, string>;
  /** Properties of the constructors of routes: a module's, and a screen's in its module. */
  readonly modules: ReadonlyMap<string, string>;
  readonly screens: ReadonlyMap<ScreenCode, string>;
  /** Interfaces of exits, by screen. */
  readonly exits: ReadonlyMap<ScreenCode, string>;
  readonly flags: ReadonlyMap<string, string>;
  readonly circumstances: ReadonlyMap<string, string>;
}

export function namesOf({ ids, choices, records, modules, screens, flags, circumstances }: Program): TypeScriptNames {
  const types = nameAll(
    [...ids, ...choices, ...records],
    ({ name }) => name,
    (text) => (wordsOf(text).length === 0 ? 'Unnamed' : /^[A-Z][A-Za-z0-9]*$/.test(text) ? text : pascalCase(text)),
    taken,
  );
  // The screens outside of modules stand beside the modules.
  const outside = modules.find(({ module }) => module === null)?.screens ?? [];
  const top = nameAll<ScreenCode | string>(
    [...outside, ...modules.flatMap(({ module }) => module?.name ?? [])],
    (each) => (typeof each === 'string' ? each : each.screen.name),
    propertyName,
  );
  const inner = modules.flatMap(({ module, screens: own }) =>
    module ? [...nameAll(own, ({ screen }) => screen.name, propertyName)] : [],
  );
  return {
    types: new Map([...types].map(([type, name]) => [type.name, name])),
    forms: new Map(
      [
        ...nameAll(
          [...ids, ...choices],
          ({ name }) => name,
          (text) => `${camelCase(text)}Form`,
        ),
      ].map(([type, name]) => [type.name, name]),
    ),
    modules: new Map([...top].flatMap(([each, name]) => (typeof each === 'string' ? [[each, name]] : []))),
    screens: new Map([
      ...inner,
      ...[...top].flatMap(([each, name]) => (typeof each === 'string' ? [] : [[each, name] as const])),
    ]),
    exits: nameAll(
      screens,
      ({ screen }) => screen.label,
      (label) => `${pascalCase(label)}Exits`,
    ),
    flags: new Map([...nameAll(flags, ({ name }) => name, propertyName)].map(([flag, name]) => [flag.name, name])),
    circumstances: nameAll(circumstances, (text) => text, camelCase),
  };
}

/** A name of the plan that is camel case already stays as it is. */
const propertyName = (text: string): string => (/^[a-z][A-Za-z0-9]*$/.test(text) ? text : camelCase(text));

const ofObjects: ReadonlySet<string> = new Set(['constructor', 'prototype', 'toString', 'valueOf', '__proto__']);

/** Properties for some named values of one object. */
export const propertiesOf = <T extends Named>(
  values: readonly T[],
  alsoTaken: readonly string[] = [],
): ReadonlyMap<string, string> =>
  new Map(
    [...nameAll(values, ({ name }) => name, propertyName, ofObjects, alsoTaken)].map(([value, name]) => [
      value.name,
      name,
    ]),
  );

/** Functions of a screen's exits, in the order of its triggers. */
export const exitNames = (triggers: readonly EventCode[]): ReadonlyMap<EventCode, string> =>
  nameAll(triggers, ({ label }) => label, camelCase, ofObjects);

const payloads = new WeakMap<EventCode, Payload>();

export const payloadOf = (code: EventCode): Payload =>
  remembered(payloads, code, () => {
    const values = propertiesOf(code.brought, ['kind', 'screen', 'trigger', 'menu', 'item', 'event', 'onList']);
    return { values, outcomes: nameAll(code.outcomes, (text) => text, camelCase, ofObjects, [...values.values()]) };
  });

/** How the output names a question: `search.season`. */
export const questionKey = ({ screen, name }: AskedValue): string => `${screen.label}.${name}`;

/** A text as a literal of TypeScript. */
export function quoted(text: string): string {
  const inner = JSON.stringify(text).slice(1, -1).replaceAll('\\"', '"');
  const escaped = inner.replace(
    /[\u2028\u2029\u007f-\u009f]/g,
    (one) => `\\u${one.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
  // The quotation marks that need fewer escapes, as formatters choose them.
  const [single, double] = [escaped.split("'").length, escaped.split('"').length];
  return single > double ? `"${escaped.replaceAll('"', '\\"')}"` : `'${escaped.replaceAll("'", "\\'")}'`;
}

/** A key of an object literal or a type: quoted only if it has to be. */
export const keyOf = (text: string): string => (/^[A-Za-z_$][\w$]*$/.test(text) ? text : quoted(text));
