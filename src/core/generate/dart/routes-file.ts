/** `routes.dart`: every screen with its arguments. */
import { remembered } from '../../base/remembered';
import { showType } from '../../plan/types';
import { aboutScreen } from '../program/about';
import { defaultOf } from '../program/defaults';
import type { Program, ScreenCode } from '../program/program';
import { valueClass, type ClassField } from './classes';
import { propertyNames, quoted } from './names';
import { writerFor, type DartWriter } from './writer';

const properties = new WeakMap<ScreenCode, ReadonlyMap<string, string>>();

/** The properties of a route, by the names of its screen's arguments. */
export const routeProperties = (code: ScreenCode): ReadonlyMap<string, string> =>
  remembered(properties, code, () => propertyNames(code.parameters, ['screen']));

export function routesFile(program: Program): string {
  const out = writerFor(program, 'routes');
  const known = new Set(program.results.map(showType));
  out.doc('The screens of the app.');
  out
    .block(
      'enum Screen {',
      () => {
        program.screens.forEach((code, at) => {
          const { label, shape, returns } = code.screen;
          const parts = [
            quoted(label),
            ...(shape === null ? [] : ['isModal: true']),
            ...(returns && known.has(showType(returns.type)) ? [`returns: ${quoted(showType(returns.type))}`] : []),
          ];
          const end = at < program.screens.length - 1 ? ',' : ';';
          out.line(`${out.names.screens.get(code)!}(${parts.join(', ')})${end}`);
        });
        out.line().line('const Screen(this.label, {this.isModal = false, this.returns});').line();
        out.line('final String label;').line();
        out.doc('Whether it always arrives as a modal frame: a sheet, a dialog.');
        out.line('final bool isModal;').line();
        out.doc('The type of what it hands back.');
        out.line('final String? returns;');
      },
      '}',
    )
    .line();
  out.doc('A screen with its arguments: where an app can be.');
  out
    .block(
      `sealed class Route extends ${out.use('ByValues', 'forms')} {`,
      () => out.line('const Route();').line().line('Screen get screen;'),
      '}',
    )
    .line();
  for (const { module, screens } of program.modules) {
    const parent = module ? out.names.modules.get(module.name)! : 'Route';
    if (module) {
      out.doc(module.owner ? `The module ${module.name}, by ${module.owner}.` : `The module ${module.name}.`);
      out.block(`sealed class ${parent} extends Route {`, () => out.line(`const ${parent}();`), '}').line();
    }
    for (const code of screens) routeOf(out, code, parent);
  }
  return out.file();
}

function routeOf(out: DartWriter, code: ScreenCode, parent: string): void {
  const names = routeProperties(code);
  const name = out.names.routes.get(code)!;
  const fields = code.parameters.map((parameter): ClassField => {
    const initial = defaultOf(parameter);
    const isOptional = parameter.type.kind === 'optional';
    return {
      name: names.get(parameter.name)!,
      type: out.type(parameter.type),
      initial: initial ? constant(out, initial.type, initial.text) : isOptional ? 'null' : null,
    };
  });
  out.doc(aboutScreen(code));
  valueClass(out, `final class ${name} extends ${parent}`, name, fields, () => {
    out
      .line('@override')
      .line(`Screen get screen => Screen.${out.names.screens.get(code)!};`)
      .line();
  });
}

/** A default; null where Dart has no constant of the type, so that callers have to give a value. */
function constant(out: DartWriter, type: Parameters<DartWriter['literal']>[0], text: string): string | null {
  const literal = out.literal(type, text);
  return /^(LocalDate|LocalTime|Url|needed)\(/.test(literal) ? null : literal;
}
