/** Steps of a plan as Dart. */
import { showType } from '../../plan/types';
import type { Here } from '../print/here';
import { bracketed, flat, type Layout } from '../print/layout';
import { defaultOf } from '../program/defaults';
import type { Action, BranchCode, Opens } from '../program/program';
import { quoted } from './names';
import { routeProperties } from './routes-file';
import type { DartWriter } from './writer';

/** A route with its values: `DatesRoute(hutId: route.hutId)`. */
export function routeOf(out: DartWriter, { screen, values }: Opens, here: Here): Layout {
  const code = out.program.codeOf.get(screen)!;
  const names = routeProperties(code);
  const given = code.parameters.flatMap((parameter) => {
    const value = values.find((each) => each.parameter === parameter);
    if (value) return [`${names.get(parameter.name)!}: ${out.value(value.value, parameter.type, here)}`];
    // A default that is no constant of Dart has to be given.
    const initial = defaultOf(parameter);
    const isConstant = initial?.type.kind !== 'base' || !['date', 'time', 'instant', 'url'].includes(initial.type.name);
    return initial && !isConstant ? [`${names.get(parameter.name)!}: ${out.literal(initial.type, initial.text)}`] : [];
  });
  const name = out.use(out.names.routes.get(code)!, 'routes');
  return given.length === 0 ? `const ${name}()` : [name, bracketed('(', given, ')')];
}

function callOf(out: DartWriter, action: Action, here: Here): Layout | null {
  const screenOf = (screen: Opens['screen']): string => out.screen(out.program.codeOf.get(screen)!);
  switch (action.kind) {
    case 'push':
    case 'present':
    case 'replace':
    case 'reset':
    case 'switch': {
      const name = action.kind === 'switch' ? 'switchTo' : action.kind;
      const asks = action.asks ? [out.use(`asks: Question.${out.names.questions.get(action.asks)!}`, 'types')] : [];
      return [`.${name}`, bracketed('(', [routeOf(out, action.opens, here), ...asks], ')')];
    }
    case 'back':
    case 'close': {
      const { result } = action;
      if (!result) return `.${action.kind}()`;
      const value = `Result(${quoted(showType(result.type))}, ${out.value(result.value, result.type, here)})`;
      return `.${action.kind}(${out.use(value, 'types')})`;
    }
    case 'back to':
      return `.backTo(${screenOf(action.screen)})`;
    case 'back past':
      return `.backPast(${screenOf(action.screen)})`;
    case 'sets': {
      const { flag, value } = action;
      const literal = flag.type.kind === 'choice' ? out.literal(flag.type, value) : value;
      return `.set((flags) => flags.copyWith(${out.names.flags.get(flag.name)!}: ${literal}))`;
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

/** The steps of some actions. */
export const stepsOf = (out: DartWriter, actions: readonly Action[], here: Here): Layout[] =>
  actions.map((action) => callOf(out, action, here)).filter((call) => call !== null);

function returnSteps(out: DartWriter, actions: readonly Action[], here: Here): void {
  for (const action of actions) {
    if (action.kind === 'leave') out.line(`// The app opens: ${action.what.replace(/\s+/g, ' ')}.`);
    if (action.kind === 'nothing') out.line(`// Missing in the plan: ${action.why}.`);
  }
  const calls = stepsOf(out, actions, here);
  const line = ['return steps', ...calls, ';'];
  if (calls.length < 2 || out.fits(flat(line))) return void out.code(line);
  out.line('return steps');
  out.deeper(() => calls.forEach((call, at) => out.code([call, at === calls.length - 1 ? ';' : ''])));
}

/** Writes the branches of an event: the first whose condition holds happens. */
export function branches(out: DartWriter, all: readonly BranchCode[], here: Here): void {
  for (const { only, test, actions } of all) {
    const shown = out.variantTest(only, 'steps.variant');
    const condition = test && out.test(test, here);
    const isBoth = shown !== null && test?.kind === 'or';
    const tests = [shown, isBoth ? `(${condition})` : condition].filter((each) => each !== null);
    if (tests.length === 0) return returnSteps(out, actions, here);
    out.block(`if (${tests.join(' && ')}) {`, () => returnSteps(out, actions, here), '}');
  }
  out.line('return null;');
}
