/** Steps of a plan as TypeScript. */
import { callsOf, writeBranches, type CallWords } from '../print/calls';
import { bracketed, type Layout } from '../print/layout';
import type { Action, BranchCode, Opens } from '../program/program';
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

/** How the parts of a call are written. */
const wordsFor = (out: TypeScriptWriter): CallWords => ({
  route: (opens, here) => routeOf(out, opens, here),
  question: (asks) => quoted(questionKey(asks)),
  result: ({ type, value: expression }, here) => {
    const value = out.value(expression, type, here);
    return `{ type: ${quoted(resultName(type))}, ${value === 'value' ? value : `value: ${value}`} }`;
  },
  screen: ({ label }) => quoted(label),
  set: ({ flag, value }) => `.set({ ${out.names.flags.get(flag.name)!}: ${out.flagValue(flag, value)} })`,
  function: { open: '((then) => then', close: ')' },
  ...{ lastComma: ',', end: ';', nothing: 'null' },
  if: (condition) => `if (${condition})`,
});

/** The steps of some actions. */
export const stepsOf = (out: TypeScriptWriter, actions: readonly Action[], here: Here): Layout[] =>
  callsOf(actions, here, wordsFor(out));

/** Writes the branches of an event: the first whose condition holds happens. */
export const branches = (out: TypeScriptWriter, all: readonly BranchCode[], here: Here): void =>
  writeBranches(out, all, here, wordsFor(out));
