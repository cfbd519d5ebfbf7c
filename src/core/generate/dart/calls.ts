/** Steps of a plan as Dart. */
import { showType } from '../../plan/types';
import type { Here } from '../print/here';
import { callsOf, writeBranches, type CallWords } from '../print/calls';
import { bracketed, type Layout } from '../print/layout';
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

/** How the parts of a call are written. */
const wordsFor = (out: DartWriter): CallWords => ({
  route: (opens, here) => routeOf(out, opens, here),
  question: (asks) => out.use(`asks: Question.${out.names.questions.get(asks)!}`, 'types'),
  result: ({ type, value }, here) =>
    out.use(`Result(${quoted(showType(type))}, ${out.value(value, type, here)})`, 'types'),
  screen: (screen) => out.screen(out.program.codeOf.get(screen)!),
  set: ({ flag, value }) =>
    `.set((flags) => flags.copyWith(${out.names.flags.get(flag.name)!}: ${out.flagValue(flag, value)}))`,
  function: { open: '((then) => then', close: ')' },
  ...{ lastComma: ',', end: ';', nothing: 'null' },
  if: (condition) => `if (${condition})`,
});

/** The steps of some actions. */
export const stepsOf = (out: DartWriter, actions: readonly Action[], here: Here): Layout[] =>
  callsOf(actions, here, wordsFor(out));

/** Writes the branches of an event: the first whose condition holds happens. */
export const branches = (out: DartWriter, all: readonly BranchCode[], here: Here): void =>
  writeBranches(out, all, here, wordsFor(out));
