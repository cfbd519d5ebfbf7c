/** `events.ts`: all that can happen to the app, as data. */
import type { EntryCode, EventCode, Program, ScreenCode } from '../program/program';
import { hasPairs } from '../program/pairs';
import { camelCase, nameAll } from '../program/words';
import { exitNames, keyOf, payloadOf, quoted } from './names';
import { writerFor, type TypeScriptWriter } from './writer';

/** Names of menu items (`sideDrawer.explore`) and of events, by what they are. */
export function itemNames({ menus }: Program): ReadonlyMap<EventCode, string> {
  const menuNames = nameAll(menus, ({ menu }) => menu.title, camelCase);
  return new Map(
    menus.flatMap((menu) =>
      [...nameAll(menu.items, ({ label }) => label, camelCase)].map(([item, name]): [EventCode, string] => [
        item,
        `${menuNames.get(menu)!}.${name}`,
      ]),
    ),
  );
}

export const happeningNames = ({ happenings }: Program): ReadonlyMap<EventCode, string> =>
  nameAll(
    happenings.map(({ code }) => code),
    ({ label }) => label,
    camelCase,
  );

/** Names of the doors from outside. */
export const entryNames = ({ entries: all }: Program): ReadonlyMap<EntryCode, string> =>
  nameAll(all, ({ entry }) => entry.label, camelCase);

/** Properties that the app brings with an event: `readonly paid: Stay`. */
export function propertiesWith(out: TypeScriptWriter, code: EventCode): string[] {
  const payload = payloadOf(code);
  return [
    ...code.brought.map(({ name, type }) => `readonly ${payload.values.get(name)!}: ${out.type(type)}`),
    ...code.outcomes.map((text) => `readonly ${payload.outcomes.get(text)!}: boolean`),
  ];
}

export function eventsFile(program: Program): string {
  const out = writerFor(program, './events');
  const tapped = program.screens.filter(({ triggers }) => triggers.length > 0);
  out.doc('What users can tap on each screen, with the values and outcomes that only the app knows.');
  if (tapped.length === 0) out.line('export type Taps = Readonly<Record<never, never>>;');
  else out.block('export interface Taps {', () => tapped.forEach((code) => tapsOf(out, code)), '}');
  out.line();
  const onList = hasPairs(program) ? '; readonly onList?: boolean' : '';
  out.doc(
    `A tap on a control of a screen.${onList ? ' `onList` says that the screen is the list in sight beside the top.' : ''}`,
  );
  out.block(
    'export type Tap<S extends keyof Taps = keyof Taps> = {',
    () => out.line(`[K in S]: { readonly kind: 'tap'; readonly screen: K${onList} } & Taps[K];`),
    '}[S];',
  );
  out.line();
  union(
    out,
    'A tap on an item of a menu.',
    'MenuTap',
    [...itemNames(program)].map(([code, name]) => [
      `readonly kind: 'menu'; readonly item: ${quoted(name)}${onList}`,
      code,
    ]),
  );
  union(
    out,
    'Something that happens by itself.',
    'Happening',
    [...happeningNames(program)].map(([code, name]) => [
      `readonly kind: 'event'; readonly event: ${quoted(name)}`,
      code,
    ]),
  );
  out.use('type Tab', './plan');
  out.use('type Route', './routes');
  out.use('type Flags', './types');
  out.doc('All that can happen to a running app.');
  out.line('export type Event =');
  out.deeper(() => {
    out.line('| Tap').line('| MenuTap').line('| Happening');
    out.line("| { readonly kind: 'tab'; readonly tab: Tab }");
    out.line("| { readonly kind: 'back' }");
    out.line('/** A URL or an entry from outside. `parse` gives the link of a URL; an entry has none. */');
    out.line("| { readonly kind: 'open'; readonly route: Route; readonly link: string | null }");
    out.line('/** Something outside of the app has changed flags, such as another device. */');
    out.line("| { readonly kind: 'set'; readonly flags: Partial<Flags> };");
  });
  out.line();
  entries(out);
  return out.file(`Events of ${program.name}.`);
}

function tapsOf(out: TypeScriptWriter, { screen, triggers }: ScreenCode): void {
  const names = exitNames(triggers);
  const each = triggers.map((code) => [`readonly trigger: ${quoted(names.get(code)!)}`, ...propertiesWith(out, code)]);
  const key = `readonly ${keyOf(screen.label)}:`;
  const line = `${key} ${each.map((properties) => `{ ${properties.join('; ')} }`).join(' | ')};`;
  if (out.fits(line)) return void out.line(line);
  out.line(key);
  out.deeper(() => each.forEach((properties, at) => member(out, properties, at === each.length - 1 ? ';' : '')));
}

function member(out: TypeScriptWriter, properties: readonly string[], end: string): void {
  const line = `| { ${properties.join('; ')} }${end}`;
  if (out.fits(line)) return void out.line(line);
  out.line('| {');
  out.deeper(() => out.deeper(() => properties.forEach((each) => out.line(`${each};`))));
  out.deeper(() => out.line(`}${end}`));
}

function union(
  out: TypeScriptWriter,
  about: string,
  name: string,
  members: readonly (readonly [string, EventCode])[],
): void {
  out.doc(about);
  if (members.length === 0) return void out.line(`export type ${name} = never;`).line();
  out.line(`export type ${name} =`);
  out.deeper(() =>
    members.forEach(([head, code], at) =>
      member(out, [head, ...propertiesWith(out, code)], at === members.length - 1 ? ';' : ''),
    ),
  );
  out.line();
}

/** Doors from outside: a URL to open, or the arguments that the app brings. */
function entries(out: TypeScriptWriter): void {
  const { entries: all } = out.program;
  const names = entryNames(out.program);
  out.doc('Doors from outside. One with a URL opens what `parse` says of it.');
  if (all.length === 0) return void out.line('export const entries = {} as const;');
  out.block(
    'export const entries = {',
    () => {
      for (const one of all) {
        const { entry, url, screen } = one;
        out.doc(`${entry.node.door ?? 'entry'} “${entry.label}”`);
        const name = keyOf(names.get(one)!);
        if (url !== null || !screen) out.line(`${name}: ${quoted(url ?? '')},`);
        else {
          out.line(`${name}: (route: Route<${quoted(screen.label)}>): Event => ({ kind: 'open', route, link: null }),`);
        }
      }
    },
    '} as const;',
  );
}
