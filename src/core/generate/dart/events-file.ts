/** `events.dart`: all that can happen to the app, as data. */
import type { EventCode, Program } from '../program/program';
import { valueClass, type ClassField } from './classes';
import { memberNames, payloadOf, quoted } from './names';
import { writerFor, type DartWriter } from './writer';

/** Values that the app brings with an event. */
export function fieldsWith(out: DartWriter, code: EventCode): ClassField[] {
  const payload = payloadOf(code);
  return [
    ...code.brought.map(({ name, type }) => ({ name: payload.values.get(name)!, type: out.type(type), initial: null })),
    ...code.outcomes.map((text) => ({ name: payload.outcomes.get(text)!, type: 'bool', initial: null })),
  ];
}

export function eventsFile(program: Program): string {
  const out = writerFor(program, 'events');
  out.use('', 'forms');
  out.doc('All that can happen to a running app.');
  out.block('sealed class Event extends ByValues {', () => out.line('const Event();'), '}').line();
  valueClass(out, 'final class BackEvent extends Event', 'BackEvent', []);
  const tab: ClassField = { name: 'tab', type: out.use('Tab', 'plan'), initial: null };
  valueClass(out, 'final class TabEvent extends Event', 'TabEvent', [tab]);
  out.doc('A URL or an entry from outside. parse gives the link of a URL; an entry has none.');
  valueClass(out, 'final class OpenEvent extends Event', 'OpenEvent', [
    { name: 'route', type: out.use('Route', 'routes'), initial: null },
    { name: 'link', type: 'String?', initial: 'null' },
  ]);
  out.doc('Something outside of the app has changed flags, such as another device.');
  const flags: ClassField = { name: 'flags', type: out.use('Flags', 'types'), initial: null };
  valueClass(out, 'final class FlagsEvent extends Event', 'FlagsEvent', [flags]);
  out.doc('A tap on a control of a screen; onList says that the screen is the list in sight beside the top.');
  parent(out, 'Tap');
  for (const code of program.screens) {
    if (code.triggers.length === 0) continue;
    const name = out.names.taps.get(code)!;
    out.block(`sealed class ${name} extends Tap {`, () => out.line(`const ${name}({super.onList});`), '}').line();
    for (const trigger of code.triggers) event(out, trigger, name, true);
  }
  out.doc('A tap on an item of a menu.');
  parent(out, 'MenuTap');
  for (const { items } of program.menus) for (const item of items) event(out, item, 'MenuTap', true);
  out.doc('Something that happens by itself.');
  out.block('sealed class Happening extends Event {', () => out.line('const Happening();'), '}').line();
  for (const { code } of program.happenings) event(out, code, 'Happening', false);
  entries(out);
  return out.file();
}

function parent(out: DartWriter, name: string): void {
  out
    .block(
      `sealed class ${name} extends Event {`,
      () => out.line(`const ${name}({this.onList = false});`).line().line('final bool onList;'),
      '}',
    )
    .line();
}

function event(out: DartWriter, code: EventCode, of: string, isTap: boolean): void {
  const name = out.names.events.get(code)!;
  const fields = fieldsWith(out, code);
  out.doc(...code.source);
  if (!isTap) return valueClass(out, `final class ${name} extends ${of}`, name, fields);
  out
    .block(
      `final class ${name} extends ${of} {`,
      () => {
        out.list(`const ${name}({`, [...fields.map((field) => `required this.${field.name}`), 'super.onList'], '});');
        out.line();
        for (const field of fields) out.line(`final ${field.type} ${field.name};`);
        if (fields.length > 0) out.line();
        out.line('@override');
        out.list('List<Object?> get values => [', [...fields.map((field) => field.name), 'onList'], '];');
      },
      '}',
    )
    .line();
}

/** Doors from outside: a URL to open, or the arguments that the app brings. */
function entries(out: DartWriter): void {
  const { entries: all } = out.program;
  if (all.length === 0) return;
  const names = memberNames(all, ({ entry }) => entry.label);
  out.doc('Doors from outside. One with a URL opens what parse says of it.');
  out.block(
    'abstract final class Entries {',
    () => {
      for (const one of all) {
        const { entry, url, screen } = one;
        out.doc(`${entry.node.door ?? 'entry'} “${entry.label}”`);
        const code = screen && out.program.codeOf.get(screen);
        const name = names.get(one)!;
        if (!code) out.line(`static const ${name} = ${quoted(url ?? '')};`).line();
        else out.line(`static Event ${name}(${out.names.routes.get(code)!} route) => OpenEvent(route: route);`).line();
      }
    },
    '}',
  );
}
