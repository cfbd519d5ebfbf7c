import type { TextEdit } from '../language/edits';
import type { ArgumentNode } from '../language/syntax';
import type { Branch, Call } from '../plan/model';
import { removeArgument } from './arguments';

/** Adds a condition to a branch, beside its own. */
export function addCondition({ node }: Branch, condition: string): TextEdit[] {
  const own = node.condition;
  if (!own) return [{ from: node.from, to: node.from, insert: `when ${condition} ` }];
  const end = { from: own.to, to: own.to };
  // An `or` binds less than the `and` that is added.
  return own.kind === 'or'
    ? [
        { from: own.from, to: own.from, insert: '(' },
        { ...end, insert: `) and ${condition}` },
      ]
    : [{ ...end, insert: ` and ${condition}` }];
}

/**
 * Splits a branch of one step: if a condition holds it stays unchanged, otherwise it omits an argument.
 *
 * @param call the call of the step, which has the argument
 */
export function elseWithout(
  text: string,
  { node, steps }: Branch,
  call: Call,
  argument: ArgumentNode,
  condition: string,
): TextEdit[] {
  const { from, to } = steps[0]!.range;
  const cut = removeArgument(call, argument);
  const without = text.slice(from, cut.from) + cut.insert + text.slice(cut.to, to);
  return [
    { from: node.from, to: node.from, insert: `when ${condition} ` },
    { from: node.to, to: node.to, insert: ` otherwise ${without}` },
  ];
}
