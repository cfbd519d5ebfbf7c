/** Names of the Kotlin output. */
import { remembered } from '../../base/remembered';
import type { Named } from '../../plan/model';
import type { Payload } from '../print/here';
import type { ClassNames } from '../print/names';
import type { AskedValue, EventCode, Program, ScreenCode } from '../program/program';
import { byName, camelCase, memberName, nameAll, pascalCase, typeName, upperCase } from '../program/words';

const words = (text: string): ReadonlySet<string> => new Set(text.split(' '));

/** Hard keywords, which no name may be (Kotlin language specification, 1.2.5). */
const keywords = words(
  'as break class continue do else false for fun if in interface is null object package return super this throw true ' +
    'try typealias typeof val var when while',
);

/** Types that the output declares itself, or uses. */
const takenTypes: ReadonlySet<string> = new Set([
  ...keywords,
  ...words(
    'Any Array BigDecimal Boolean ByteArray ByteArrayOutputStream ByteBuffer Char CharacterCodingException Choice Codec ' +
      'Double Enum Exception Instant Int Iterable List LocalDate LocalDateTime LocalTime Long Map Nothing Number Pair ' +
      'Regex Result Set StandardCharsets String StringBuilder Unit Answers Arrival Circumstances Event Exits Flags Form ' +
      'Forms Frame Happening Json Link LinkPattern MenuTap NoUrl NotRestored Opened Origin Parsed Part Pattern Problem ' +
      'Question Questions ReadUrl Route Screen SendingExits State Steps Tab TabBarItem Taken Tap Text Url Variable Variant ' +
      'Entries JvmInline Suppress',
  ),
]);

/** Members that each object has. */
const members = words('equals hashCode toString copy javaClass component1 component2 component3 component4 component5');

/** What no function and no property may be called. */
export const takenMembers: ReadonlySet<string> = new Set([...keywords, ...members]);

export interface KotlinNames extends ClassNames {
  /** Properties of exits, by screen. */
  readonly properties: ReadonlyMap<ScreenCode, string>;
}

export function namesOf(program: Program): KotlinNames {
  const { ids, choices, records, modules, screens, flags, circumstances, plan, questions } = program;
  const types = nameAll([...ids, ...choices, ...records], ({ name }) => name, typeName, takenTypes);
  const taken = new Set([...takenTypes, ...types.values()]);
  const labelOf = ({ screen }: ScreenCode): string => screen.label;
  const taps = nameAll(screens, labelOf, (label) => `${pascalCase(label)}Tap`, taken);
  const exits = nameAll(screens, labelOf, (label) => `${pascalCase(label)}Exits`, taken);
  const topLevel = new Set([...taken, ...taps.values(), ...exits.values()]);
  const moduleNames = nameAll(
    modules.flatMap(({ module }) => module?.name ?? []),
    (name) => name,
    typeName,
    topLevel,
  );
  const inner = new Set([...topLevel, ...moduleNames.values()]);
  const routes = modules.flatMap(({ screens: own }) => [
    ...nameAll(
      own,
      ({ screen }) => screen.name,
      (name) => `${typeName(name)}Route`,
      inner,
    ),
  ]);
  return {
    types: byName(types),
    modules: moduleNames,
    routes: new Map(routes),
    screens: nameAll(screens, labelOf, upperCase),
    properties: nameAll(screens, labelOf, memberName, takenMembers, ['send', 'onList']),
    taps,
    exits,
    flags: byName(propertiesOf(flags)),
    circumstances: nameAll(circumstances, (text) => text, camelCase, takenMembers),
    variants: nameAll(plan.variants, (name) => name, upperCase),
    questions: nameAll(questions, questionKey, camelCase, takenMembers),
  };
}

const questionKey = ({ screen, name }: AskedValue): string => `${screen.label}.${name}`;

/** Properties for named values of one class. */
const propertiesOf = <T extends Named>(values: readonly T[], taken: readonly string[] = []): Map<T, string> =>
  nameAll(values, ({ name }) => name, memberName, takenMembers, taken);

/** Properties by the names of the plan. */
export const propertyNames = (values: readonly Named[], taken: readonly string[] = []): ReadonlyMap<string, string> =>
  byName(propertiesOf(values, taken));

/** Options of a choice. */
export const optionNames = (options: readonly string[]): ReadonlyMap<string, string> =>
  nameAll(options, (option) => option, upperCase);

/** Functions of a screen's exits. */
export const exitNames = (triggers: readonly EventCode[]): ReadonlyMap<EventCode, string> =>
  nameAll(triggers, ({ label }) => label, camelCase, takenMembers);

/** Classes of events of one kind, which must not hide a type that their properties have. */
export const eventNames = (codes: readonly EventCode[], types: readonly string[]): ReadonlyMap<EventCode, string> =>
  nameAll(codes, ({ label }) => label, pascalCase, takenTypes, types);

const payloads = new WeakMap<EventCode, Payload>();

export const payloadOf = (code: EventCode): Payload =>
  remembered(payloads, code, () => {
    const values = propertyNames(code.brought, ['onList']);
    const taken = [...values.values(), 'onList'];
    return { values, outcomes: nameAll(code.outcomes, (text) => text, camelCase, takenMembers, taken) };
  });

/** A text as a literal of Kotlin. */
export function quoted(text: string): string {
  const inner = JSON.stringify(text).slice(1, -1);
  const escaped = inner
    .replaceAll('\\f', '\\u000c')
    .replaceAll('$', '\\$')
    .replace(/[\u007f-\u009f\u2028\u2029]/g, (one) => `\\u${one.charCodeAt(0).toString(16).padStart(4, '0')}`);
  return `"${escaped}"`;
}
