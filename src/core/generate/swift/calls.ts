/** Steps of a plan as Swift. */
import { showType } from '../../plan/types';
import { bracketed, flat, type Layout } from '../print/layout';
import type { Action, BranchCode, Opens } from '../program/program';
import { optionNames } from './names';
import { routeProperties, routeStruct } from './routes-file';
import { resultNames } from './types-file';
import type { Here } from '../print/here';
import type { SwiftWriter } from './writer';

/** A route with its values: `.dates(Booking.DatesRoute(hutId: route.hutId))`. */
export function routeOf(out: SwiftWriter, { screen, values }: Opens, here: Here): Layout {
  const code = out.program.codeOf.get(screen)!;
  const names = routeProperties(code);
  const given = values.map(
    ({ parameter, value }) => `${names.get(parameter.name)!}: ${out.value(value, parameter.type, here)}`,
  );
  return [`.${out.names.screens.get(code)!}(${routeStruct(out, code)}`, bracketed('(', given, ')', '', ''), ')'];
}

function callOf(out: SwiftWriter, action: Action, here: Here): Layout | null {
  const screenOf = (screen: Opens['screen']): string => `.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`;
  switch (action.kind) {
    case 'push':
    case 'present':
    case 'replace':
    case 'reset':
    case 'switch': {
      const name = action.kind === 'switch' ? 'switchTo' : action.kind;
      const asks = action.asks ? [`asks: .${out.names.questions.get(action.asks)!}`] : [];
      return [`.${name}`, bracketed('(', [routeOf(out, action.opens, here), ...asks], ')', '', '')];
    }
    case 'back':
    case 'close': {
      const { result } = action;
      if (!result) return `.${action.kind}()`;
      const type = resultNames(out.program).get(showType(result.type))!;
      return `.${action.kind}(.${type}(${out.value(result.value, result.type, here)}))`;
    }
    case 'back to':
      return `.backTo(${screenOf(action.screen)})`;
    case 'back past':
      return `.backPast(${screenOf(action.screen)})`;
    case 'sets': {
      const { flag, value } = action;
      const literal = flag.type.kind === 'choice' ? `.${optionNames(flag.type.options).get(value)!}` : value;
      return `.set { $0.${out.names.flags.get(flag.name)!} = ${literal} }`;
    }
    case 'resume': {
      const or = action.or && callOf(out, action.or, here);
      return or ? ['.resume { then in then', or, ' }'] : '.resume()';
    }
    case 'leave':
    case 'nothing':
      return null;
  }
}

/** The steps of some actions. */
export const stepsOf = (out: SwiftWriter, actions: readonly Action[], here: Here): Layout[] =>
  actions.map((action) => callOf(out, action, here)).filter((call) => call !== null);

function returnSteps(out: SwiftWriter, actions: readonly Action[], here: Here): void {
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
export function branches(out: SwiftWriter, all: readonly BranchCode[], here: Here): void {
  for (const { only, test, actions } of all) {
    const shown = out.variantTest(only, 'steps.variant');
    const condition = test && out.test(test, here);
    const isBoth = shown !== null && test?.kind === 'or';
    const tests = [shown, isBoth ? `(${condition})` : condition].filter((each) => each !== null);
    if (tests.length === 0) return returnSteps(out, actions, here);
    out.block(`if ${tests.join(' && ')} {`, () => returnSteps(out, actions, here), '}');
  }
  out.line('return nil');
}
