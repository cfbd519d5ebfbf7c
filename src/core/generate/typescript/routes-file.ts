/** `routes.ts`: every screen with its arguments, and functions that make a route. */
import { remembered } from '../../base/remembered';
import type { Parameter } from '../../plan/model';
import { aboutScreen } from '../program/about';
import { defaultOf, mayBeOmitted } from '../program/defaults';
import type { Program, ScreenCode } from '../program/program';
import { keyOf, propertiesOf, quoted } from './names';
import { writerFor, type TypeScriptWriter } from './writer';

const properties = new WeakMap<ScreenCode, ReadonlyMap<string, string>>();

/** The properties of a route, by the names of its screen's arguments. */
export const routeProperties = (code: ScreenCode): ReadonlyMap<string, string> =>
  remembered(properties, code, () => propertiesOf(code.parameters, ['screen']));

export function routesFile(program: Program): string {
  const out = writerFor(program, './routes');
  out.doc('The arguments of each screen.');
  out
    .block('export interface Arguments {', () => program.screens.forEach((code) => argumentsOf(out, code)), '}')
    .line();
  if (program.screens.some(({ parameters }) => parameters.length === 0))
    out.line('type Nothing = Readonly<Record<never, never>>;').line();
  out.line('export type Screen = keyof Arguments;').line();
  out.doc("A screen with its arguments: where an app can be. `Route<'…'>` is one of a screen.");
  out.block(
    'export type Route<S extends Screen = Screen> = {',
    () => out.line('[K in S]: { readonly screen: K } & Arguments[K];'),
    '}[S];',
  );
  out.line();
  out.doc('Makes routes. An argument with a default may be left out.');
  out.block(
    'export const routes = {',
    () => {
      for (const { module, screens } of program.modules) {
        if (!module) screens.forEach((code) => maker(out, code));
        else {
          out.doc(module.owner ? `The module ${module.name}, by ${module.owner}.` : `The module ${module.name}.`);
          out.block(
            `${keyOf(out.names.modules.get(module.name)!)}: {`,
            () => screens.forEach((code) => maker(out, code)),
            '},',
          );
        }
      }
    },
    '} as const;',
  );
  return out.file(`Routes of ${program.name}.`);
}

function argumentsOf(out: TypeScriptWriter, code: ScreenCode): void {
  const own = routeProperties(code);
  const fields = code.parameters.map(({ name, type }) => `readonly ${own.get(name)!}: ${out.type(type)}`);
  out.doc(aboutScreen(code));
  const line = `readonly ${keyOf(code.screen.label)}: ${fields.length === 0 ? 'Nothing' : `{ ${fields.join('; ')} }`};`;
  if (out.fits(line)) out.line(line);
  else
    out.block(`readonly ${keyOf(code.screen.label)}: {`, () => fields.forEach((field) => out.line(`${field};`)), '};');
}

function maker(out: TypeScriptWriter, code: ScreenCode): void {
  const { screen, parameters } = code;
  const own = routeProperties(code);
  const name = keyOf(out.names.screens.get(code)!);
  const tag = `screen: ${quoted(screen.label)}`;
  const result = `Route<${quoted(screen.label)}>`;
  if (parameters.length === 0) return void out.line(`${name}: (): ${result} => ({ ${tag} }),`);
  const wanted = parameters.map(
    (parameter) =>
      `readonly ${own.get(parameter.name)!}${mayBeOmitted(parameter) ? '?' : ''}: ${out.type(parameter.type)}${mayBeOmitted(parameter) ? ' | undefined' : ''}`,
  );
  const all = parameters.every(mayBeOmitted) ? ' = {}' : '';
  const given = parameters.map((parameter) => giveOf(out, parameter, own.get(parameter.name)!));
  const body = [tag, ...given];
  const open = `${name}: (given: { ${wanted.join('; ')} }${all}): ${result} => ({`;
  if (out.fits(`${open} ${body.join(', ')} }),`)) return void out.line(`${open} ${body.join(', ')} }),`);
  const tail = (): unknown => out.deeper(() => body.forEach((each) => out.line(`${each},`))).line('}),');
  if (out.fits(open)) {
    out.line(open);
    return void tail();
  }
  out.line(`${name}: (given: {`);
  out.deeper(() => wanted.forEach((each) => out.line(`${each};`)));
  out.line(`}${all}): ${result} => ({`);
  tail();
}

function giveOf(out: TypeScriptWriter, parameter: Parameter, property: string): string {
  const initial = defaultOf(parameter);
  if (initial) return `${property}: given.${property} ?? ${out.literal(initial.type, initial.text)}`;
  return `${property}: given.${property}${parameter.type.kind === 'optional' ? ' ?? null' : ''}`;
}
