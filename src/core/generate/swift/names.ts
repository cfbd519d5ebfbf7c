/** Names of the Swift output. */
import { remembered } from '../../base/remembered';
import type { Named } from '../../plan/model';
import type { Payload } from '../print/here';
import type { ClassNames } from '../print/names';
import type { EventCode, Program, ScreenCode } from '../program/program';
import { byName, camelCase, memberName, nameAll, pascalCase, typeName } from '../program/words';

const words = (text: string): string[] => text.split(' ');

/** Keywords (The Swift Programming Language, Lexical Structure), and members that enums and structs have. */
const takenMembers: ReadonlySet<string> = new Set(
  words(
    'associatedtype class deinit enum extension fileprivate func import init inout internal let open operator private ' +
      'precedencegroup protocol public rethrows static struct subscript typealias var break case catch continue default ' +
      'defer do else fallthrough for guard if in repeat return throw switch where while any as await false is nil self ' +
      'super throws true try async some hash hashValue rawValue allCases type',
  ),
);

/** Types that the output declares itself, or uses. */
const takenTypes: ReadonlySet<string> = new Set(
  words(
    'Any AnyObject Array Bool Calendar Character Codable Data Date DateComponents Decimal Dictionary Double Equatable ' +
      'Error Hashable Hasher Int Locale NSNull Never Optional Range Self Set String Substring TimeZone Type UInt8 URL ' +
      'Unicode Void Answers AppState Arrival Circumstances Codec Entries Event Exits Fields Flags Form Forms Frame ' +
      'Happening Links Plan Urls LinkPattern LocalDate LocalTime MenuTap NotRestored Origin Parsed Part Pattern Problem Question ReadUrl ' +
      'Route Screen ScreenResult SendingExits Steps Tab TabBarItem Taken Tap Url Variable Variant',
  ),
);

export type SwiftNames = ClassNames;

export function namesOf(program: Program): SwiftNames {
  const { ids, choices, records, modules, screens, flags, circumstances, plan, questions } = program;
  const types = nameAll([...ids, ...choices, ...records], ({ name }) => name, typeName, takenTypes);
  const taken = [...types.values()];
  const labelOf = ({ screen }: ScreenCode): string => screen.label;
  const taps = nameAll(screens, labelOf, (label) => `${pascalCase(label)}Tap`, takenTypes, taken);
  const exits = nameAll(screens, labelOf, (label) => `${pascalCase(label)}Exits`, takenTypes, taken);
  const topLevel = [...taken, ...taps.values(), ...exits.values()];
  const names = modules.flatMap(({ module }) => module?.name ?? []);
  const moduleNames = nameAll(names, (name) => name, typeName, takenTypes, topLevel);
  const inner = [...topLevel, ...moduleNames.values()];
  return {
    types: byName(types),
    modules: moduleNames,
    routes: new Map(
      modules.flatMap(({ screens: own }) => [
        ...nameAll(
          own,
          ({ screen }) => screen.name,
          (name) => `${typeName(name)}Route`,
          takenTypes,
          inner,
        ),
      ]),
    ),
    screens: nameAll(screens, labelOf, memberName, takenMembers),
    taps,
    exits,
    flags: byName(nameAll(flags, ({ name }) => name, memberName, takenMembers)),
    circumstances: nameAll(circumstances, (text) => text, camelCase, takenMembers),
    variants: nameAll(plan.variants, (name) => name, memberName, takenMembers),
    questions: nameAll(questions, ({ screen, name }) => `${screen.label}.${name}`, camelCase, takenMembers),
  };
}

/** Properties by the names of the plan. */
export const propertyNames = (values: readonly Named[], taken: readonly string[] = []): ReadonlyMap<string, string> =>
  byName(nameAll(values, ({ name }) => name, memberName, takenMembers, taken));

/** Cases of a choice. */
export const optionNames = (options: readonly string[]): ReadonlyMap<string, string> =>
  nameAll(options, (option) => option, memberName, takenMembers);

/** Cases and functions of events, by their labels. */
export const eventNames = (codes: readonly EventCode[]): ReadonlyMap<EventCode, string> =>
  nameAll(codes, ({ label }) => label, camelCase, takenMembers);

/** Some names of texts. */
export const memberNames = <T>(things: readonly T[], textOf: (thing: T) => string): ReadonlyMap<T, string> =>
  nameAll(things, textOf, camelCase, takenMembers);

const payloads = new WeakMap<EventCode, Payload>();

export const payloadOf = (code: EventCode): Payload =>
  remembered(payloads, code, () => {
    const values = propertyNames(code.brought, ['onList', 'steps', 'route', 'tap', 'variant', 'screen', 'send']);
    return {
      values,
      outcomes: nameAll(code.outcomes, (text) => text, camelCase, takenMembers, [...values.values(), 'onList']),
    };
  });

/** A text as a literal of Swift. */
export function quoted(text: string): string {
  const inner = JSON.stringify(text)
    .slice(1, -1)
    .replace(/\\u([0-9a-f]{4})/g, (_all, code: string) => `\\u{${code}}`)
    .replace(/\\[bf]/g, (one) => `\\u{${one === '\\b' ? '8' : 'c'}}`)
    .replace(/[\u007f-\u009f\u2028\u2029]/g, (one) => `\\u{${one.charCodeAt(0).toString(16)}}`);
  return `"${inner}"`;
}
