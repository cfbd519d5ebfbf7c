/** Steps of a plan as Kotlin. */
import { showType } from '../../plan/types';
import { callsOf, writeBranches, type CallWords } from '../print/calls';
import { bracketed, type Layout } from '../print/layout';
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

/** How the parts of a call are written. */
const wordsFor = (out: KotlinWriter): CallWords => ({
  route: (opens, here) => routeOf(out, opens, here),
  question: (asks) => `Questions.${out.names.questions.get(asks)!}`,
  result: ({ type, value }, here) => `Result(${quoted(showType(type))}, ${out.value(value, type, here)})`,
  screen: (screen) => `Screen.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`,
  set: ({ flag, value }) => `.set { it.copy(${out.names.flags.get(flag.name)!} = ${out.flagValue(flag, value)}) }`,
  function: { open: ' { then -> then', close: ' }' },
  ...{ lastComma: ',', end: '', nothing: 'null' },
  if: (condition) => `if (${condition})`,
});

/** The steps of some actions, as an expression of several lines. */
export const stepsOf = (out: KotlinWriter, actions: readonly Action[], here: Here): Layout[] =>
  callsOf(actions, here, wordsFor(out));

/** Writes the branches of an event: the first whose condition holds happens. */
export const branches = (out: KotlinWriter, all: readonly BranchCode[], here: Here): void =>
  writeBranches(out, all, here, wordsFor(out));
