/** `Events.swift`: all that can happen to the app, as data. */
import type { EventCode, Program } from '../program/program';
import { eventNames, memberNames, payloadOf, quoted } from './names';
import { routeStruct } from './routes-file';
import { writerFor, type SwiftWriter } from './writer';

/** Values that the app brings with an event: `paid: Stay`. */
export function valuesWith(out: SwiftWriter, code: EventCode): string[] {
  const payload = payloadOf(code);
  return [
    ...code.brought.map(({ name, type }) => `${payload.values.get(name)!}: ${out.type(type)}`),
    ...code.outcomes.map((text) => `${payload.outcomes.get(text)!}: Bool`),
  ];
}

/** Cases of taps on menu items; the menu's words stand before those of the item. */
export function itemNames({ menus }: Program): ReadonlyMap<EventCode, string> {
  const items = menus.flatMap(({ menu, items: own }) =>
    own.map((code) => ({ code, text: `${menu.title} ${code.label}` })),
  );
  return new Map([...memberNames(items, ({ text }) => text)].map(([{ code }, name]) => [code, name]));
}

export const happeningNames = ({ happenings }: Program): ReadonlyMap<EventCode, string> =>
  eventNames(happenings.map(({ code }) => code));

export function eventsFile(program: Program): string {
  const out = writerFor(program);
  out.doc('All that can happen to a running app.');
  out
    .block(
      'enum Event: Hashable {',
      () => {
        out.doc('A tap on a control of a screen; whether the screen is the list in sight beside the top.');
        out.line('case tap(Tap, onList: Bool = false)');
        out.line('case menu(MenuTap, onList: Bool = false)');
        out.line('case happening(Happening)').line('case tab(Tab)').line('case back');
        out.doc('A URL or an entry from outside. Route.parse gives the link of a URL; an entry has none.');
        out.line('case open(Route, link: String? = nil)');
        out.doc('Something outside of the app has changed flags, such as another device.');
        out.line('case set(Flags)');
      },
      '}',
    )
    .line();
  const tapped = program.screens.filter(({ triggers }) => triggers.length > 0);
  out.doc('A tap on a control, by its screen.');
  out
    .block(
      'enum Tap: Hashable {',
      () => tapped.forEach((code) => out.line(`case ${out.names.screens.get(code)!}(${out.names.taps.get(code)!})`)),
      '}',
    )
    .line();
  for (const code of tapped) {
    const names = eventNames(code.triggers);
    group(
      out,
      out.names.taps.get(code)!,
      code.triggers.map((trigger) => [trigger, names.get(trigger)!]),
    );
  }
  out.doc('A tap on an item of a menu.');
  group(out, 'MenuTap', [...itemNames(program)]);
  out.doc('Something that happens by itself.');
  group(out, 'Happening', [...happeningNames(program)]);
  entries(out);
  return out.file();
}

function group(out: SwiftWriter, name: string, events: readonly (readonly [EventCode, string])[]): void {
  out
    .block(
      `enum ${name}: Hashable {`,
      () => {
        for (const [code, own] of events) {
          out.doc(...code.source);
          const values = valuesWith(out, code);
          out.line(`case ${own}${values.length === 0 ? '' : `(${values.join(', ')})`}`);
        }
      },
      '}',
    )
    .line();
}

/** Doors from outside: a URL to open, or the arguments that the app brings. */
function entries(out: SwiftWriter): void {
  const { entries: all } = out.program;
  if (all.length === 0) return;
  const names = memberNames(all, ({ entry }) => entry.label);
  out.doc('Doors from outside. One with a URL opens what Route.parse says of it.');
  out.block(
    'enum Entries {',
    () => {
      for (const one of all) {
        const { entry, url, screen } = one;
        out.doc(`${entry.node.door ?? 'entry'} “${entry.label}”`);
        const code = screen && out.program.codeOf.get(screen);
        const name = names.get(one)!;
        if (!code) out.line(`static let ${name} = ${quoted(url ?? '')}`);
        else
          out.line(
            `static func ${name}(_ route: ${routeStruct(out, code)}) -> Event { .open(.${out.names.screens.get(code)!}(route)) }`,
          );
      }
    },
    '}',
  );
}
