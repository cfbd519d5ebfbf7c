/** Changes to a plan's screens as a whole. */
import { indentUnit } from '../language/format';
import type { TextEdit } from '../language/edits';
import { isLiteral } from '../plan/literals';
import type { Plan, Screen } from '../plan/model';
import { required, sameType, showType } from '../plan/types';
import { sites } from '../supply/site';
import { showValue } from '../supply/supply';
import { writeArgument, writeHeld } from './arguments';
import { appendToBlock, prependToScreen } from './body';
import { createScreen } from './screens';

/** The lines of a screen, with the comments directly above it, and the line break behind. */
function linesOf(text: string, screen: Screen): { from: number; to: number } {
  let from = text.lastIndexOf('\n', screen.node.from - 1) + 1;
  for (;;) {
    const before = text.lastIndexOf('\n', from - 2) + 1;
    if (from === 0 || !/^[ \t]*#/.test(text.slice(before, from))) break;
    from = before;
  }
  const rest = /^[ \t]*(#[^\n]*)?(\n|$)/.exec(text.slice(screen.node.to));
  return {
    from: text.slice(from, screen.node.from).trim() === '' || /^\s*#/.test(text.slice(from)) ? from : screen.node.from,
    to: screen.node.to + (rest?.[0].length ?? 0),
  };
}

/** Deletes a screen. Steps that lead to it stay, and each gets a finding. */
export function deleteScreen({ tree: { text } }: Plan, screen: Screen): TextEdit[] {
  const { from, to } = linesOf(text, screen);
  // One of the blank lines around it goes, too.
  const blank = /^[ \t]*\n/.exec(text.slice(to));
  return [{ from, to: to + (blank && /\n[ \t]*\n$/.test(text.slice(0, from)) ? blank[0].length : 0), insert: '' }];
}

/**
 * Moves a screen, with its comments, to the end of a module, or out of all modules to the end of the plan. References
 * that name its old module follow.
 */
export function moveToModule(plan: Plan, screen: Screen, module: string | null): TextEdit[] {
  const { text } = plan.tree;
  const own = linesOf(text, screen);
  const block = plan.modules.find((one) => one.name === module)?.node.body ?? null;
  const indent = /^[ \t]*/.exec(text.slice(own.from))![0];
  const lines = text
    .slice(own.from, own.to)
    .trimEnd()
    .split('\n')
    .map((line) => (line.startsWith(indent) ? line.slice(indent.length) : line));
  const added = block
    ? appendToBlock(text, block, [...(block.items.length > 0 ? [''] : []), ...lines])
    : { from: text.trimEnd().length, to: text.length, insert: `\n\n${lines.join('\n')}\n` };
  const references = sites(plan)
    .filter(({ call }) => call.target === screen && call.reference.module)
    .map(({ call }): TextEdit => {
      const { from, to } = call.reference.module!;
      // Without a module the dot goes with the module's name.
      return module === null ? { from, to: call.reference.name.from, insert: '' } : { from, to, insert: module };
    })
    .filter((edit) => edit.from < own.from || edit.from >= own.to);
  return [...deleteScreen(plan, screen), added, ...references];
}

/**
 * Inserts a new screen before a step: the step now opens it with the step's arguments, and it opens the step's old
 * target. If the step asks for a result, the target takes the place of the new screen, so that it still answers.
 */
export function putBetween(plan: Plan, offset: number, name: string): TextEdit[] | null {
  const found = sites(plan).find(
    ({ call }) => call.target && call.reference.from <= offset && offset <= call.reference.to,
  );
  const target = found?.call.target;
  if (!found || !target) return null;
  const { call, site } = found;
  const given = target.parameters.filter((parameter) =>
    call.arguments.some((argument) => argument.name.text === parameter.name),
  );
  const from = site.kind === 'transition' ? site.transition.screen : target;
  const created = createScreen(
    plan.tree.text,
    name,
    from,
    given.map((parameter) => ({ name: parameter.name, type: showType(parameter.type) })),
  );
  const list = given.length > 0 ? `(${given.map((parameter) => parameter.name).join(', ')})` : '';
  const answers = 'step' in site && site.step.asks ? target.returns : null;
  const lines = [
    ...(answers ? [`returns ${showType(answers.type)}`] : []),
    `on "Continue" ${answers ? 'replace' : 'push'} ${target.label}${list}`,
  ];
  const close = created.insert.lastIndexOf('}');
  const indent = /[ \t]*$/.exec(created.insert.slice(0, close))![0];
  const added = lines.map((line) => `\n${indent}${indentUnit}${line}`).join('');
  const inner = `${created.insert.slice(0, close - indent.length).trimEnd()}${added}\n${indent}`;
  return [
    { from: call.reference.from, to: call.reference.to, insert: name },
    { ...created, insert: inner + created.insert.slice(close) },
  ];
}

/**
 * Turns a literal that a screen passes into a value of the screen: the literal at an offset becomes a name, and so does
 * every equal literal for an argument of that type on the screen. Null if no such literal stands there.
 */
export function extractLiteral(plan: Plan, offset: number, name: string): TextEdit[] | null {
  const given = sites(plan).flatMap(({ site, call }) =>
    site.kind !== 'transition' || !call.target
      ? []
      : call.arguments.flatMap((argument) => {
          const parameter = call.target!.parameters.find((one) => one.name === argument.name.text);
          return parameter && argument.value && isLiteral(argument.value)
            ? [{ screen: site.transition.screen, argument, value: argument.value, parameter }]
            : [];
        }),
  );
  const here = given.find(({ value }) => value.from <= offset && offset <= value.to);
  if (!here) return null;
  const type = required(here.parameter.type);
  const same = given.filter(
    ({ screen, value, parameter }) =>
      screen === here.screen && showValue(value) === showValue(here.value) && sameType(required(parameter.type), type),
  );
  return [
    prependToScreen(plan.tree.text, here.screen.node, writeHeld({ name, type })),
    ...same.map(({ argument }): TextEdit => ({
      from: argument.from,
      to: argument.to,
      insert: writeArgument(argument.name.text, name),
    })),
  ];
}
