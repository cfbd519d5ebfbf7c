/** `Routes.kt`: every screen with its arguments. */
import { remembered } from '../../base/remembered';
import { showType } from '../../plan/types';
import { aboutScreen } from '../program/about';
import { defaultOf } from '../program/defaults';
import type { Program, ScreenCode } from '../program/program';
import { propertyNames, quoted } from './names';
import { writerFor, type KotlinWriter } from './writer';

const properties = new WeakMap<ScreenCode, ReadonlyMap<string, string>>();

/** The properties of a route, by the names of its screen's arguments. */
export const routeProperties = (code: ScreenCode): ReadonlyMap<string, string> =>
  remembered(properties, code, () => propertyNames(code.parameters, ['screen']));

/** The class of a route: `Booking.DatesRoute`. */
export function routeClass(out: KotlinWriter, code: ScreenCode): string {
  const { module } = code.screen;
  const own = out.names.routes.get(code)!;
  return module ? `${out.names.modules.get(module.name)!}.${own}` : own;
}

export function routesFile(program: Program): string {
  const out = writerFor(program);
  const results = new Set(program.results.map(showType));
  out.doc('The screens of the app. A modal one is a sheet or a dialog.');
  out
    .block(
      'enum class Screen(val label: String, val isModal: Boolean = false, internal val returns: String? = null) {',
      () => {
        for (const code of program.screens) {
          const { label, shape, returns } = code.screen;
          const type =
            returns && results.has(showType(returns.type)) ? `returns = ${quoted(showType(returns.type))}` : '';
          const rest = [...(shape === null ? [] : ['isModal = true']), ...(type === '' ? [] : [type])];
          out.line(`${out.names.screens.get(code)!}(${[quoted(label), ...rest].join(', ')}),`);
        }
      },
      '}',
    )
    .line();
  out.doc('A screen with its arguments: where an app can be.');
  out.block('sealed interface Route {', () => out.line('val screen: Screen'), '}').line();
  for (const { module, screens } of program.modules) {
    if (!module) {
      for (const code of screens) routeOf(out, code, 'Route');
      continue;
    }
    const name = out.names.modules.get(module.name)!;
    out.doc(module.owner ? `The module ${module.name}, by ${module.owner}.` : `The module ${module.name}.`);
    out
      .block(`sealed interface ${name} : Route {`, () => screens.forEach((code) => routeOf(out, code, name)), '}')
      .line();
  }
  return out.file();
}

function routeOf(out: KotlinWriter, code: ScreenCode, parent: string): void {
  const own = routeProperties(code);
  const name = out.names.routes.get(code)!;
  out.doc(aboutScreen(code));
  const screen = `override val screen: Screen get() = Screen.${out.names.screens.get(code)!}`;
  if (code.parameters.length === 0) {
    out.block(`data object ${name} : ${parent} {`, () => out.line(screen), '}').line();
    return;
  }
  const values = code.parameters.map((parameter) => {
    const initial = defaultOf(parameter);
    const otherwise = initial
      ? ` = ${out.literal(initial.type, initial.text)}`
      : parameter.type.kind === 'optional'
        ? ' = null'
        : '';
    return `val ${own.get(parameter.name)!}: ${out.type(parameter.type)}${otherwise}`;
  });
  out.list(`data class ${name}(`, values, `) : ${parent} {`);
  out
    .deeper(() => out.line(screen))
    .line('}')
    .line();
}
