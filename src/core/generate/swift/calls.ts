/** Steps of a plan as Swift. */
import { showType } from '../../plan/types';
import { callsOf, writeBranches, type CallWords } from '../print/calls';
import { bracketed, type Layout } from '../print/layout';
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

/** How the parts of a call are written. */
const wordsFor = (out: SwiftWriter): CallWords => ({
  route: (opens, here) => routeOf(out, opens, here),
  question: (asks) => `asks: .${out.names.questions.get(asks)!}`,
  result: ({ type, value }, here) =>
    `.${resultNames(out.program).get(showType(type))!}(${out.value(value, type, here)})`,
  screen: (screen) => `.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`,
  set: ({ flag, value }) => {
    const literal = flag.type.kind === 'choice' ? `.${optionNames(flag.type.options).get(value)!}` : value;
    return `.set { $0.${out.names.flags.get(flag.name)!} = ${literal} }`;
  },
  function: { open: ' { then in then', close: ' }' },
  ...{ lastComma: '', end: '', nothing: 'nil' },
  if: (condition) => `if ${condition}`,
});

/** The steps of some actions. */
export const stepsOf = (out: SwiftWriter, actions: readonly Action[], here: Here): Layout[] =>
  callsOf(actions, here, wordsFor(out));

/** Writes the branches of an event: the first whose condition holds happens. */
export const branches = (out: SwiftWriter, all: readonly BranchCode[], here: Here): void =>
  writeBranches(out, all, here, wordsFor(out));
