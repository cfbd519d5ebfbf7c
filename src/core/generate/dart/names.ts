/** Names of the Dart output. */
import { remembered } from '../../base/remembered';
import type { Named } from '../../plan/model';
import type { Payload } from '../print/here';
import type { ClassNames } from '../print/names';
import type { EventCode, Program, ScreenCode } from '../program/program';
import { byName, camelCase, memberName, nameAll, pascalCase, typeName } from '../program/words';

const words = (text: string): string[] => text.split(' ');

/** Reserved words and built-in identifiers (Dart language specification, 17.38), and members that each object has. */
const takenMembers: ReadonlySet<string> = new Set(
  words(
    'assert break case catch class const continue default do else enum extends false final finally for if in is new null ' +
      'rethrow return super switch this throw true try var void while with abstract as covariant deferred dynamic export ' +
      'extension external factory function get implements import interface late library mixin operator part required ' +
      'set static typedef await yield async sync on show hide of sealed base when type ' +
      'hashCode runtimeType toString noSuchMethod values',
  ),
);

/** Members of enums, and of their values here. */
const ofEnums = ['index', 'name', 'text', 'value', 'screen'];

/** Types that the output declares itself, or uses. */
const takenTypes: ReadonlySet<string> = new Set(
  words(
    'BigInt DateTime Exception Function Future Iterable List Map Null Object Pattern RangeError Record RegExp Set ' +
      'StateError Stream String StringBuffer Type Uri Answers AppState Arrival BackEvent ByValues Circumstances Codec ' +
      'Entries Event Exits Fields Flags FlagsEvent Form Forms Frame Happening Links Literal LocalDate LocalTime MenuTap ' +
      'NotRestored OpenEvent Opened Origin Parsed Part Plan Problem Question ReadUrl Reason Refused Result Route Screen ' +
      'SendingExits Steps Tab TabBarItem TabEvent Taken Tap Url UrlPattern Variable Variant Way',
  ),
);

export interface DartNames extends ClassNames {
  /** Classes of each tap, menu item and event. */
  readonly events: ReadonlyMap<EventCode, string>;
}

export function namesOf(program: Program): DartNames {
  const { ids, choices, records, modules, screens, flags, circumstances, plan, questions } = program;
  const types = nameAll([...ids, ...choices, ...records], ({ name }) => name, typeName, takenTypes);
  const taken = [...types.values()];
  const labelOf = ({ screen }: ScreenCode): string => screen.label;
  const classes = (end: string): ((label: string) => string) => {
    return (label) => pascalCase(label) + end;
  };
  // No class stands within another one: a clash anywhere in the output counts.
  const routes = nameAll(screens, labelOf, classes('Route'), takenTypes, taken);
  taken.push(...routes.values());
  const taps = nameAll(screens, labelOf, classes('Tap'), takenTypes, taken);
  taken.push(...taps.values());
  const exits = nameAll(screens, labelOf, classes('Exits'), takenTypes, taken);
  taken.push(...exits.values());
  const moduleNames = nameAll(
    modules.flatMap(({ module }) => module?.name ?? []),
    (name) => name,
    typeName,
    takenTypes,
    taken,
  );
  taken.push(...moduleNames.values());
  const codes = [
    ...screens.flatMap(({ screen, triggers }) =>
      triggers.map((code) => ({ code, text: `${screen.label} ${code.label} tap` })),
    ),
    ...program.menus.flatMap(({ menu, items }) =>
      items.map((code) => ({ code, text: `${menu.title} ${code.label} item` })),
    ),
    ...program.happenings.map(({ code }) => ({ code, text: `${code.label} event` })),
  ];
  const events = nameAll(codes, ({ text }) => text, pascalCase, takenTypes, taken);
  return {
    types: byName(types),
    modules: moduleNames,
    routes,
    screens: nameAll(screens, labelOf, memberName, takenMembers, [
      'label',
      'isModal',
      'returns',
      'send',
      'onList',
      ...ofEnums,
    ]),
    taps,
    events: new Map([...events].map(([{ code }, name]) => [code, name])),
    exits,
    flags: byName(nameAll(flags, ({ name }) => name, memberName, takenMembers, ['copyWith'])),
    circumstances: nameAll(circumstances, (text) => text, camelCase, takenMembers),
    variants: nameAll(plan.variants, (name) => name, memberName, takenMembers, ofEnums),
    questions: nameAll(questions, ({ screen, name }) => `${screen.label}.${name}`, camelCase, takenMembers, ofEnums),
  };
}

/** Properties by the names of the plan. */
export const propertyNames = (values: readonly Named[], taken: readonly string[] = []): ReadonlyMap<string, string> =>
  byName(nameAll(values, ({ name }) => name, memberName, takenMembers, taken));

/** Values of a choice. */
export const optionNames = (options: readonly string[]): ReadonlyMap<string, string> =>
  nameAll(options, (option) => option, memberName, takenMembers, ofEnums);

/** Functions of a screen's exits, by the labels of its triggers. */
export const exitNames = (codes: readonly EventCode[]): ReadonlyMap<EventCode, string> =>
  nameAll(codes, ({ label }) => label, camelCase, takenMembers, ['send', 'onList']);

/** Some names of texts. */
export const memberNames = <T>(things: readonly T[], textOf: (thing: T) => string): ReadonlyMap<T, string> =>
  nameAll(things, textOf, camelCase, takenMembers, ofEnums);

const payloads = new WeakMap<EventCode, Payload>();

export const payloadOf = (code: EventCode): Payload =>
  remembered(payloads, code, () => {
    const values = propertyNames(code.brought, ['onList']);
    const taken = [...values.values(), 'onList'];
    return { values, outcomes: nameAll(code.outcomes, (text) => text, camelCase, takenMembers, taken) };
  });

/** A text as a literal of Dart. */
export function quoted(text: string): string {
  const inner = JSON.stringify(text).slice(1, -1).replaceAll('\\"', '"');
  const escaped = inner
    .replaceAll('$', '\\$')
    .replaceAll("'", "\\'")
    .replace(/[\u007f-\u009f\u2028\u2029]/g, (one) => `\\u${one.charCodeAt(0).toString(16).padStart(4, '0')}`);
  return `'${escaped}'`;
}
