/** Values and conditions of the plan as expressions of a program. */
import type { Name, ValueNode } from '../../language/syntax';
import { isLiteral, literalFits } from '../../plan/literals';
import type { Condition, Flag, Named, Scope, Screen } from '../../plan/model';
import { required, type Type } from '../../plan/types';
import { literalOf } from '../../walk/samples';
import type { Expression, PathExpression, PathStep, Test } from './program';
import { fitsIn, isUsable } from './usable';

/** The values that steps in one place can name. */
export interface Bindings {
  readonly scope: Scope;
  /** The screen whose arguments are at hand; null for menus and events. */
  readonly screen: Screen | null;
  readonly flags: readonly Flag[];
}

/** What a first name stands for. */
function rootOf({ scope, screen, flags }: Bindings, name: string): { kind: Expression['kind']; named: Named } | null {
  if (scope.variable?.name === name) return { kind: 'brought', named: scope.variable };
  const argument = screen?.parameters.find((each) => each.name === name);
  if (argument) return { kind: 'argument', named: argument };
  const inScope = scope.layers.flat().find((each) => each.name === name);
  if (!inScope) return null;
  const flag = flags.find((each) => each === inScope);
  return flag ? { kind: 'flag', named: flag } : { kind: 'brought', named: inScope };
}

/** The path of some names; null if one of them is unknown, or has no type. */
function readPath(bindings: Bindings, names: readonly Name[]): PathExpression | { kind: 'flag'; flag: Flag } | null {
  const root = rootOf(bindings, names[0]!.text);
  if (!root || !isUsable(root.named.type)) return null;
  if (root.kind === 'flag') return names.length === 1 ? { kind: 'flag', flag: root.named as Flag } : null;
  const { given } = bindings.scope;
  let path = names[0]!.text;
  let { type } = root.named;
  const steps: PathStep[] = [{ name: path, type, isGiven: type.kind === 'optional' && given.has(path) }];
  for (const { text } of names.slice(1)) {
    const record = required(type);
    const field = record.kind === 'record' ? record.fields.get(text) : undefined;
    if (!field) return null;
    path += `.${text}`;
    type = field;
    steps.push({ name: text, type, isGiven: type.kind === 'optional' && given.has(path) });
  }
  return { kind: root.kind as PathExpression['kind'], path: steps };
}

/** Type of the value of a path: it may be absent where a step of it may be, unless that was proved present. */
function typeOfSteps(path: readonly PathStep[]): Type {
  const last = path.at(-1)!;
  const own = last.isGiven ? required(last.type) : last.type;
  const mayBeAbsent = path.slice(0, -1).some(({ type, isGiven }) => type.kind === 'optional' && !isGiven);
  return mayBeAbsent && own.kind !== 'optional' ? { kind: 'optional', of: own } : own;
}

export function typeOfExpression(expression: Expression): Type {
  switch (expression.kind) {
    case 'literal':
      return expression.type;
    case 'flag':
      return expression.flag.type;
    default:
      return typeOfSteps(expression.path);
  }
}

/** Whether a number is larger than those that each language, and JSON, has exactly (RFC 8259, 6). */
const isTooLarge = (type: Type, value: ValueNode): boolean =>
  value.kind === 'number' &&
  (type.kind === 'id' ? type.base : type.kind === 'base' ? type.name : null) === 'int' &&
  !Number.isSafeInteger(Number(value.text));

/** A value that goes where a type is wanted; null if it does not fit. */
export function readValue(bindings: Bindings, value: ValueNode, wanted: Type): Expression | null {
  if (!isUsable(wanted)) return null;
  const type = required(wanted);
  const literal = (): Expression | null =>
    isTooLarge(type, value) ? null : { kind: 'literal', type, text: literalOf(value)! };
  if (isLiteral(value)) return literalFits(value, wanted) ? literal() : null;
  const found = readPath(bindings, value.names);
  if (found) return fitsIn(typeOfExpression(found), false, wanted) ? found : null;
  const isOption = value.names.length === 1 && type.kind === 'choice' && type.options.includes(value.names[0]!.text);
  return isOption && !rootOf(bindings, value.names[0]!.text) ? literal() : null;
}

/**
 * A condition; what cannot be looked up counts as an outcome that the app reports.
 *
 * @param unknown hears of what cannot be looked up
 */
export function readTest(bindings: Bindings, condition: Condition, unknown: (text: string) => void): Test {
  switch (condition.kind) {
    case 'flag':
      return condition;
    case 'maybe':
      return { kind: 'outcome', text: condition.text };
    case 'unknown':
      return outcome('the condition holds');
    case 'given': {
      const value = readPath({ ...bindings, scope: { ...bindings.scope, given: new Set() } }, condition.names);
      return value && value.kind !== 'flag' && typeOfSteps(value.path).kind === 'optional'
        ? { kind: 'given', value }
        : outcome(`${condition.names.map(({ text }) => text).join('.')} is given`);
    }
    case 'not':
      return { kind: 'not', of: readTest(bindings, condition.of, unknown) };
    default:
      return {
        kind: condition.kind,
        left: readTest(bindings, condition.left, unknown),
        right: readTest(bindings, condition.right, unknown),
      };
  }

  function outcome(text: string): Test {
    unknown(text);
    return { kind: 'outcome', text };
  }
}

/** A part of a condition that depends on more than flags. */
type AskedTest = Extract<Test, { kind: 'given' } | { kind: 'outcome' }>;

/** The expressions and outcomes that a condition asks for. */
export function* partsOf(test: Test): Generator<AskedTest> {
  switch (test.kind) {
    case 'flag':
      return;
    case 'given':
    case 'outcome':
      yield test;
      return;
    case 'not':
      yield* partsOf(test.of);
      return;
    default:
      yield* partsOf(test.left);
      yield* partsOf(test.right);
  }
}
