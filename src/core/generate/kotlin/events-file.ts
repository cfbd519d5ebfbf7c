/** `Events.kt`: all that can happen to the app, as data. */
import { hasPairs } from '../program/pairs';
import type { EventCode, Program, ScreenCode } from '../program/program';
import { camelCase, nameAll, pascalCase } from '../program/words';
import { routeClass } from './routes-file';
import { eventNames, payloadOf, quoted, takenMembers } from './names';
import { writerFor, type KotlinWriter } from './writer';

/** Properties that the app brings with an event: `val paid: Stay`. */
export function propertiesWith(out: KotlinWriter, code: EventCode, word = 'val '): string[] {
  const payload = payloadOf(code);
  return [
    ...code.brought.map(({ name, type }) => `${word}${payload.values.get(name)!}: ${out.type(type)}`),
    ...code.outcomes.map((text) => `${word}${payload.outcomes.get(text)!}: Boolean`),
  ];
}

/** Classes of a screen's taps, within `PayTap`. */
export const tapNames = (out: KotlinWriter, code: ScreenCode): ReadonlyMap<EventCode, string> =>
  eventNames(code.triggers, [...out.names.types.values(), out.names.taps.get(code)!]);

/** Classes of taps on menu items, within `MenuTap`; the menu's words stand before those of the item. */
export function itemNames({ menus }: Program, types: readonly string[]): ReadonlyMap<EventCode, string> {
  const items = menus.flatMap(({ menu, items: own }) =>
    own.map((code) => ({ code, text: `${menu.title} ${code.label}` })),
  );
  const names = nameAll(items, ({ text }) => text, pascalCase, takenMembers, types);
  return new Map([...names].map(([{ code }, name]) => [code, name]));
}

export const happeningNames = ({ happenings }: Program, types: readonly string[]): ReadonlyMap<EventCode, string> =>
  eventNames(
    happenings.map(({ code }) => code),
    types,
  );

export function eventsFile(program: Program): string {
  const out = writerFor(program);
  const types = [...out.names.types.values()];
  const pairs = hasPairs(program);
  out.doc('All that can happen to a running app.');
  out.block(
    'sealed interface Event {',
    () => {
      out.line('data object Back : Event').line();
      out.line('data class TabTap(val tab: Tab) : Event').line();
      out.doc('A URL or an entry from outside. `parse` gives the link of a URL; an entry has none.');
      out.line('data class Open(val route: Route, val link: String? = null) : Event').line();
      out.doc('Something outside of the app has changed flags, such as another device.');
      out.line('data class Set(val flags: Flags) : Event');
    },
    '}',
  );
  out.line();
  out.doc(
    'A tap on a control of a screen.',
    pairs ? '`onList` says that the screen is the list in sight beside the top.' : null,
  );
  if (pairs) out.block('sealed interface Tap : Event {', () => out.line('val onList: Boolean'), '}').line();
  else out.line('sealed interface Tap : Event').line();
  for (const code of program.screens) {
    if (code.triggers.length === 0) continue;
    const names = tapNames(out, code);
    group(
      out,
      out.names.taps.get(code)!,
      'Tap',
      code.triggers.map((trigger) => [trigger, names.get(trigger)!]),
      pairs,
    );
  }
  out.doc('A tap on an item of a menu.');
  group(out, 'MenuTap', 'Event', [...itemNames(program, types)], pairs);
  out.doc('Something that happens by itself.');
  group(out, 'Happening', 'Event', [...happeningNames(program, types)], false);
  entries(out);
  return out.file();
}

function group(
  out: KotlinWriter,
  name: string,
  parent: string,
  events: readonly (readonly [EventCode, string])[],
  pairs: boolean,
): void {
  const isTap = parent === 'Tap';
  const own = pairs && !isTap ? ['val onList: Boolean'] : [];
  if (events.length === 0 && own.length === 0) return void out.line(`sealed interface ${name} : ${parent}`).line();
  out.block(
    `sealed interface ${name} : ${parent} {`,
    () => {
      own.forEach((line) => out.line(line).line());
      for (const [code, event] of events) {
        const properties = [...propertiesWith(out, code), ...(pairs ? ['override val onList: Boolean = false'] : [])];
        out.doc(...code.source);
        if (properties.length === 0) out.line(`data object ${event} : ${name}`).line();
        else out.list(`data class ${event}(`, properties, `) : ${name}`).line();
      }
    },
    '}',
  );
  out.line();
}

/** Doors from outside: a URL to open, or the arguments that the app brings. */
function entries(out: KotlinWriter): void {
  const { entries: all } = out.program;
  if (all.length === 0) return;
  const names = nameAll(all, ({ entry }) => entry.label, camelCase, takenMembers);
  out.doc('Doors from outside. One with a URL opens what `parse` says of it.');
  out.block(
    'object Entries {',
    () => {
      for (const one of all) {
        const { entry, url, screen } = one;
        out.doc(`${entry.node.door ?? 'entry'} “${entry.label}”`);
        const name = names.get(one)!;
        const code = screen && out.program.codeOf.get(screen);
        if (code) out.line(`fun ${name}(route: ${routeClass(out, code)}): Event = Event.Open(route)`).line();
        else out.line(`const val ${name.replace(/([A-Z])/g, '_$1').toUpperCase()} = ${quoted(url ?? '')}`).line();
      }
    },
    '}',
  );
}
