/** Steps of a plan as Kotlin. */
import { showType } from '../../plan/types';
import { bracketed, flat, type Layout } from '../print/layout';
import type { Action, BranchCode, Opens } from '../program/program';
import { routeClass, routeProperties } from './routes-file';
import { quoted } from './names';
import type { Here } from '../print/here';
import type { KotlinWriter } from './writer';

/** A route with its values: `Booking.DatesRoute(hutId = route.hutId)`. */
export function routeOf(out: KotlinWriter, { screen, values }: Opens, here: Here): Layout {
  const code = out.program.codeOf.get(screen)!;
  const properties = routeProperties(code);
  const given = values.map(
    ({ parameter, value }) => `${properties.get(parameter.name)!} = ${out.value(value, parameter.type, here)}`,
  );
  const name = routeClass(out, code);
  if (code.parameters.length === 0) return name;
  return [name, bracketed('(', given, ')')];
}

function callOf(out: KotlinWriter, action: Action, here: Here): Layout | null {
  const screenOf = (screen: Opens['screen']): string =>
    `Screen.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`;
  switch (action.kind) {
    case 'push':
    case 'present':
    case 'replace':
    case 'reset':
    case 'switch': {
      const name = action.kind === 'switch' ? 'switchTo' : action.kind;
      const asks = action.asks ? [`Questions.${out.names.questions.get(action.asks)!}`] : [];
      return [`.${name}`, bracketed('(', [routeOf(out, action.opens, here), ...asks], ')')];
    }
    case 'back':
    case 'close': {
      const { result } = action;
      if (!result) return `.${action.kind}()`;
      return `.${action.kind}(Result(${quoted(showType(result.type))}, ${out.value(result.value, result.type, here)}))`;
    }
    case 'back to':
      return `.backTo(${screenOf(action.screen)})`;
    case 'back past':
      return `.backPast(${screenOf(action.screen)})`;
    case 'sets': {
      const { flag, value } = action;
      const literal = flag.type.kind === 'choice' ? out.literal(flag.type, value) : value;
      return `.set { it.copy(${out.names.flags.get(flag.name)!} = ${literal}) }`;
    }
    case 'resume': {
      const or = action.or && callOf(out, action.or, here);
      return or ? ['.resume { then -> then', or, ' }'] : '.resume()';
    }
    case 'leave':
    case 'nothing':
      return null;
  }
}

/** The steps of some actions, as an expression of several lines. */
export const stepsOf = (out: KotlinWriter, actions: readonly Action[], here: Here): Layout[] =>
  actions.map((action) => callOf(out, action, here)).filter((call) => call !== null);

/** Writes a statement that returns the steps. */
function returnSteps(out: KotlinWriter, actions: readonly Action[], here: Here): void {
  for (const action of actions) {
    if (action.kind === 'leave') out.line(`// The app opens: ${action.what.replace(/\s+/g, ' ')}.`);
    if (action.kind === 'nothing') out.line(`// Missing in the plan: ${action.why}.`);
  }
  const calls = stepsOf(out, actions, here);
  const line = ['return steps', ...calls];
  if (calls.length < 2 || out.fits(flat(line))) return void out.code(line);
  out.line('return steps');
  out.deeper(() => calls.forEach((call) => out.code(call)));
}

/** Writes the branches of an event: the first whose condition holds happens. */
export function branches(out: KotlinWriter, all: readonly BranchCode[], here: Here): void {
  for (const { only, test, actions } of all) {
    const shown = out.variantTest(only, 'steps.variant');
    const condition = test && out.test(test, here);
    const tests = [
      ...(shown ? [shown] : []),
      ...(condition ? [shown && test.kind === 'or' ? `(${condition})` : condition] : []),
    ];
    if (tests.length === 0) return returnSteps(out, actions, here);
    out.block(`if (${tests.join(' && ')}) {`, () => returnSteps(out, actions, here), '}');
  }
  out.line('return null');
}
