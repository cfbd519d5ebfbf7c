/** `Routes.swift`: every screen with its arguments. */
import { remembered } from '../../base/remembered';
import { showType } from '../../plan/types';
import { aboutScreen } from '../program/about';
import { defaultOf } from '../program/defaults';
import type { Program, ScreenCode } from '../program/program';
import { propertyNames, quoted } from './names';
import { caseOf } from './types-file';
import { writerFor, type SwiftWriter } from './writer';

const properties = new WeakMap<ScreenCode, ReadonlyMap<string, string>>();

/** The properties of a route, by the names of its screen's arguments. */
export const routeProperties = (code: ScreenCode): ReadonlyMap<string, string> =>
  remembered(properties, code, () => propertyNames(code.parameters));

/** The struct of a route: `Booking.DatesRoute`. */
export function routeStruct(out: SwiftWriter, code: ScreenCode): string {
  const { module } = code.screen;
  const own = out.names.routes.get(code)!;
  return module ? `${out.names.modules.get(module.name)!}.${own}` : own;
}

export function routesFile(program: Program): string {
  const out = writerFor(program);
  screens(out);
  out.doc('A screen with its arguments: where an app can be.');
  out
    .block(
      'enum Route: Hashable {',
      () => {
        for (const code of program.screens) out.line(`case ${out.names.screens.get(code)!}(${routeStruct(out, code)})`);
        out.line();
        out.block(
          'var screen: Screen {',
          () =>
            out.switchOn('self', () => {
              for (const code of program.screens) {
                const name = out.names.screens.get(code)!;
                out.line(`case .${name}: return .${name}`);
              }
            }),
          '}',
        );
      },
      '}',
    )
    .line();
  for (const { module, screens: own } of program.modules) {
    if (!module) own.forEach((code) => routeOf(out, code));
    else {
      out.doc(module.owner ? `The module ${module.name}, by ${module.owner}.` : `The module ${module.name}.`);
      out
        .block(`enum ${out.names.modules.get(module.name)!} {`, () => own.forEach((code) => routeOf(out, code)), '}')
        .line();
    }
  }
  return out.file();
}

function screens(out: SwiftWriter): void {
  const { screens: all, results } = out.program;
  const known = new Set(results.map(showType));
  out.doc('The screens of the app.');
  out
    .block(
      'enum Screen: String, CaseIterable, Hashable {',
      () => {
        for (const code of all) out.line(caseOf(out.names.screens.get(code)!, code.screen.label));
        out.line();
        out.doc('Whether it always arrives as a modal frame: a sheet, a dialog.');
        lookUp(out, 'isModal: Bool', all, ({ screen }) => (screen.shape === null ? null : 'true'), 'false');
        out.line();
        out.doc('The type of what it hands back.');
        lookUp(
          out,
          'returns: String?',
          all,
          ({ screen: { returns } }) =>
            returns && known.has(showType(returns.type)) ? quoted(showType(returns.type)) : null,
          'nil',
        );
      },
      '}',
    )
    .line();
}

/** A property that some screens have in their own way. */
function lookUp(
  out: SwiftWriter,
  property: string,
  all: readonly ScreenCode[],
  valueOf: (code: ScreenCode) => string | null,
  rest: string,
): void {
  const own = all.filter((code) => valueOf(code) !== null);
  if (own.length === 0) return void out.line(`var ${property} { ${rest} }`);
  out.block(
    `var ${property} {`,
    () =>
      out.switchOn('self', () => {
        for (const code of own) out.line(`case .${out.names.screens.get(code)!}: return ${valueOf(code)!}`);
        if (own.length < all.length) out.line(`default: return ${rest}`);
      }),
    '}',
  );
}

function routeOf(out: SwiftWriter, code: ScreenCode): void {
  const names = routeProperties(code);
  out.doc(aboutScreen(code));
  const name = out.names.routes.get(code)!;
  if (code.parameters.length === 0) return void out.line(`struct ${name}: Hashable {}`).line();
  out
    .block(
      `struct ${name}: Hashable {`,
      () => {
        for (const parameter of code.parameters) {
          const initial = defaultOf(parameter);
          const otherwise = initial ? ` = ${out.literal(initial.type, initial.text)}` : '';
          out.line(`var ${names.get(parameter.name)!}: ${out.type(parameter.type)}${otherwise}`);
        }
      },
      '}',
    )
    .line();
}
