/** Steps of a plan as TypeScript. */
import { bracketed, flat, type Layout } from '../print/layout';
import type { Action, Opens } from '../program/program';
import { resultName } from '../program/results';
import { keyOf, questionKey, quoted } from './names';
import { routeProperties } from './routes-file';
import type { Here } from '../print/here';
import type { TypeScriptWriter } from './writer';

/** A route with its values: `routes.booking.dates({ hutId: route.hutId })`. */
export function routeOf(out: TypeScriptWriter, { screen, values }: Opens, here: Here): Layout {
  out.use('routes', './routes');
  const code = out.program.codeOf.get(screen)!;
  const module = screen.module ? access(out.names.modules.get(screen.module.name)!) : '';
  const properties = routeProperties(code);
  const given = values.map(({ parameter, value }) => {
    const property = properties.get(parameter.name)!;
    const text = out.value(value, parameter.type, here);
    return text === property ? property : `${property}: ${text}`;
  });
  const maker = `routes${module}${access(out.names.screens.get(code)!)}`;
  return given.length > 0 ? [maker, bracketed('({', given, '})', ' ')] : `${maker}()`;
}

const access = (name: string): string => (/^[A-Za-z_$]/.test(keyOf(name)) ? `.${name}` : `[${quoted(name)}]`);

/** The calls of some steps, one a step: `.push(…)`. */
export function callsOf(out: TypeScriptWriter, actions: readonly Action[], here: Here): Layout[] {
  return actions.map((action) => callOf(out, action, here)).filter((call) => call !== null);
}

function callOf(out: TypeScriptWriter, action: Action, here: Here): Layout | null {
  switch (action.kind) {
    case 'push':
    case 'present':
    case 'replace':
    case 'reset':
    case 'switch': {
      const name = action.kind === 'switch' ? 'switchTo' : action.kind;
      const asks = action.asks ? [quoted(questionKey(action.asks))] : [];
      return [`.${name}`, bracketed('(', [routeOf(out, action.opens, here), ...asks], ')')];
    }
    case 'back':
    case 'close': {
      const { result } = action;
      if (!result) return `.${action.kind}()`;
      const value = out.value(result.value, result.type, here);
      return `.${action.kind}({ type: ${quoted(resultName(result.type))}, ${value === 'value' ? value : `value: ${value}`} })`;
    }
    case 'back to':
      return `.backTo(${quoted(action.screen.label)})`;
    case 'back past':
      return `.backPast(${quoted(action.screen.label)})`;
    case 'sets': {
      const { flag, value } = action;
      return `.set({ ${out.names.flags.get(flag.name)!}: ${flag.type.kind === 'choice' ? quoted(value) : value} })`;
    }
    case 'resume': {
      const or = action.or && callOf(out, action.or, here);
      return or ? ['.resume((then) => then', or, ')'] : '.resume()';
    }
    case 'leave':
    case 'nothing':
      return null;
  }
}

/** Writes a statement that returns the steps. */
export function returnSteps(out: TypeScriptWriter, actions: readonly Action[], here: Here): void {
  for (const action of actions) {
    if (action.kind === 'leave') out.line(`// The app opens: ${action.what.replace(/\s+/g, ' ')}.`);
    if (action.kind === 'nothing') out.line(`// Missing in the plan: ${action.why}.`);
  }
  const calls = callsOf(out, actions, here);
  const line = ['return steps', ...calls, ';'];
  if (calls.length < 2 || out.fits(flat(line))) return void out.code(line);
  out.line('return steps');
  out.deeper(() => calls.forEach((call, at) => out.code([call, at === calls.length - 1 ? ';' : ''])));
}
