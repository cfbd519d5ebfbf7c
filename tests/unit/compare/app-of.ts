/** The code of an app that uses everything in generated TypeScript, as docs/hand-over.md shows it. */
import type { Program } from '../../../src/core/generate/program/program';
import { programOf } from '../../../src/core/generate/program/program-of';
import { namesOf, quoted, keyOf } from '../../../src/core/generate/typescript/names';
import { surfaceOf, type Declaration, type SurfaceField } from '../../../src/core/generate/typescript/surface';
import { writerFor } from '../../../src/core/generate/typescript/writer';
import type { Plan } from '../../../src/core/plan/model';

/** Names that the files of generated code export to apps, whatever the plan. */
const imports = `
import { apply } from './app';
import { type Event, entries } from './events';
import { type Exits, exits } from './exits';
import type { LocalDate, LocalTime, Url } from './forms';
import { type Route, routes } from './routes';
import type { State } from './state';
import type { Answers, Flags, Variant } from './types';
declare function any<T>(): T;
declare const send: (event: Event) => void;
declare const flags: Flags;
declare const answers: Answers;
declare const state: State;
declare const event: Event;
`;

/** A line of code, and the declaration that it uses, as `kind name`. */
export interface UseLine {
  readonly code: string;
  /** Null for a line that depends on all declarations of a kind. */
  readonly uses: string | null;
}

const line = (code: string, uses: string | null = null): UseLine => ({ code, uses });

/** The code of an app against a plan. */
export function appOf(plan: Plan): UseLine[] {
  const program = programOf(plan);
  const all = [...surfaceOf(plan).values()];
  const types = all.filter(({ kind }) => kind === 'id' || kind === 'choice' || kind === 'record');
  return [
    ...imports
      .trim()
      .split('\n')
      .map((code) => line(code)),
    ...(program.start ? [line(`import { start } from './app';`, 'function start')] : []),
    ...(types.length > 0 ? [line(`import * as types from './types';`)] : []),
    ...types.map((each) => line(`type ${each.name} = types.${each.name};`, keyOfOne(each))),
    ...drawing(program, all),
    ...implementing(program, all),
    ...program.choices.map(({ name, options }) => choosing(namesOf(program).types.get(name)!, options)),
    ...all.flatMap((each) => usesOfOne(program, each).map((code) => line(code, keyOfOne(each)))),
  ];
}

const keyOfOne = ({ kind, name }: Declaration): string => `${kind} ${name}`;

const typeOf = (program: Program, { type }: SurfaceField): string => {
  const text = writerFor(program, './types').type(type);
  return type.kind === 'choice' && type.options.length === 0 ? `Route<${quoted(type.name)}>` : text;
};

const given = (program: Program, fields: Iterable<readonly [string, SurfaceField]>): string =>
  `{ ${[...fields].map(([name, field]) => `${keyOf(name)}: any<${typeOf(program, field)}>()`).join(', ')} }`;
const read = (program: Program, from: string, { fields }: Declaration): string =>
  [...fields]
    .map(([name, field]) => `{ const own: ${typeOf(program, field)} = ${from}${member(name)}; void own; }`)
    .join(' ');
const member = (name: string): string => (keyOf(name) === name ? `.${name}` : `[${quoted(name)}]`);

const drawing = (program: Program, all: readonly Declaration[]): UseLine[] => [
  line('export function draw(route: Route): void { switch (route.screen) {'),
  ...all
    .filter(({ kind }) => kind === 'screen')
    .map((each) => line(`case ${quoted(each.name)}: { ${read(program, 'route', each)} return; }`, keyOfOne(each))),
  line('default: { const none: never = route; void none; } } }'),
];

/** The compiler tells one thing that is wrong with an object, so these lines belong to no one declaration. */
const implementing = (program: Program, all: readonly Declaration[]): UseLine[] => [
  line('export const own: Exits = {'),
  ...program.screens.flatMap(({ screen }) => [
    line(`${keyOf(screen.label)}: {`),
    ...all
      .filter(({ kind, owner }) => kind === 'exit' && owner === screen.label)
      .map((each) =>
        line(`${keyOf(lastOf(each))}(${each.fields.size > 0 ? 'given' : ''}) { ${read(program, 'given', each)} },`),
      ),
    line('},'),
  ]),
  line('};'),
];

/** Something for each option of a choice. */
const choosing = (name: string, options: readonly string[]): UseLine =>
  line(
    `export const all${name}: Readonly<Record<${name}, true>> = { ${options.map((option) => `${keyOf(option)}: true`).join(', ')} };`,
  );

const lastOf = ({ name }: Declaration): string => name.slice(name.lastIndexOf('.') + 1);

function usesOfOne(program: Program, declaration: Declaration): string[] {
  const { kind, name, fields, owner } = declaration;
  const all = given(program, fields);
  const sent = (head: string): string =>
    `send({ ${[head, ...(fields.size > 0 ? [all.slice(2, -2)] : [])].join(', ')} });`;
  switch (kind) {
    case 'screen': {
      const least = [...fields].filter(([, { mayBeOmitted }]) => !mayBeOmitted);
      const made = declaration
        .maker!.split('.')
        .map((part, at) => (at === 0 ? part : member(part)))
        .join('');
      return [`${made}(${fields.size > 0 ? all : ''});`, `${made}(${least.length > 0 ? given(program, least) : ''});`];
    }
    case 'exit':
      return [`exits(send)${member(owner!)}${member(lastOf(declaration))}(${fields.size > 0 ? all : ''});`];
    case 'menu item':
      return [sent(`kind: 'menu', item: ${quoted(name)}`)];
    case 'event':
      return [sent(`kind: 'event', event: ${quoted(name)}`)];
    case 'tab':
      return [sent(`kind: 'tab', tab: ${quoted(name)}`)];
    case 'entry': {
      const [route] = fields.values();
      return [
        route
          ? `send(entries${member(name)}(any<${typeOf(program, route)}>()));`
          : `{ const url: string = entries${member(name)}; void url; }`,
      ];
    }
    case 'variant':
      return [`{ const variant: Variant = ${quoted(name)}; void variant; }`];
    case 'flag': {
      const type = typeOf(program, fields.get('value')!);
      return [
        `{ const value: ${type} = flags${member(name)}; void value; }`,
        `send({ kind: 'set', flags: { ${keyOf(name)}: any<${type}>() } });`,
      ];
    }
    case 'id': {
      const type = typeOf(program, fields.get('value')!);
      return [`{ const value: ${type} = types.${name}(any<${type}>()); void value; }`];
    }
    case 'record':
      return [
        `{ const made: ${name} = ${fields.size > 0 ? all : '{}'}; ${read(program, 'made', declaration)} void made; }`,
      ];
    case 'choice':
      return [];
    case 'option':
      return [`{ const option: ${owner!} = ${quoted(lastOf(declaration))}; void option; }`];
    case 'answer': {
      const type = typeOf(program, fields.get('value')!);
      return [`{ const value: ${type} | undefined = answers[${quoted(name)}]; void value; }`];
    }
    case 'function': {
      const asked = [...fields].filter(([field]) => field !== 'variant');
      const circumstances = asked.length > 0 ? [given(program, asked)] : [];
      if (name === 'apply') return [`apply(${['state', 'event', ...circumstances].join(', ')});`];
      const isNeeded = !fields.get('variant')!.mayBeOmitted;
      return [`start(${[...(isNeeded ? ['any<Variant>()'] : []), ...circumstances].join(', ')});`];
    }
  }
}
