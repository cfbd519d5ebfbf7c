/** Who brings each argument of each screen, on every way in. */
import type { Range } from '../language/range';
import type { ArgumentNode, ValueNode } from '../language/syntax';
import { isLiteral, literalFits, literalType } from '../plan/literals';
import type { Call, Loop, Parameter, Plan, Screen, Step, Transition } from '../plan/model';
import { typeOfPath, type Variable } from '../plan/paths';
import { assignable, required, showType, type Type } from '../plan/types';

/** Where a call stands. */
export type Site =
  | { readonly kind: 'transition'; readonly transition: Transition; readonly step: Step }
  | { readonly kind: 'start' };

/**
 * - `supplied`, `default`, `absent`: it holds (absent: the argument is optional and left out)
 * - `missing`: nothing is given, and there is no default
 * - `may-be-absent`: an optional value goes to a required argument
 * - `wrong-type`: the value's type does not fit
 * - `unknown-value`: the value names nothing in scope
 * - `fixed-id`: a literal stands where an id should come from data
 */
export type SupplyStatus =
  | 'supplied' | 'default' | 'absent' | 'missing' | 'may-be-absent' | 'wrong-type' | 'unknown-value' | 'fixed-id';

/** One argument on one way in. */
export interface Cell {
  readonly parameter: Parameter;
  readonly status: SupplyStatus;
  readonly argument: ArgumentNode | null;
  /** The value as written; null where none is given. */
  readonly value: string | null;
  /** The value's type, as messages name it; null where it has none. */
  readonly type: string | null;
}

/** An argument that is given although the screen takes none of that name, or given a second time. */
export interface Surplus {
  readonly argument: ArgumentNode;
  readonly twice: boolean;
}

/** One way in to a screen, with all its arguments. */
export interface WayIn {
  readonly site: Site;
  readonly call: Call;
  readonly target: Screen;
  readonly cells: readonly Cell[];
  readonly surplus: readonly Surplus[];
}

/** A default that does not fit its own argument. */
export interface BadDefault {
  readonly screen: Screen;
  readonly cell: Cell;
  readonly range: Range;
}

/** A list to walk through that is none, or is unknown. */
export interface BadLoop {
  readonly transition: Transition;
  readonly loop: Loop;
  readonly status: 'wrong-type' | 'unknown-value';
  readonly type: string | null;
}

export interface Supply {
  readonly waysIn: readonly WayIn[];
  readonly badDefaults: readonly BadDefault[];
  readonly badLoops: readonly BadLoop[];
}

/** What a transition's values may name beside the screen's own. */
export function variableOf(transition: Transition): Variable | null {
  return transition.loop && { name: transition.loop.variable.text, type: transition.loop.type };
}

/** Checks every argument of every call. Costs O(arguments given + arguments taken, over all calls). */
export function checkSupply(plan: Plan): Supply {
  const waysIn: WayIn[] = [];
  const badDefaults: BadDefault[] = [];
  const badLoops: BadLoop[] = [];
  const add = (site: Site, call: Call | null, screen: Screen | null, variable: Variable | null): void => {
    if (call?.target) waysIn.push(checkCall(site, call, call.target, screen, variable));
  };
  add({ kind: 'start' }, plan.start, null, null);
  for (const screen of plan.screens) {
    for (const parameter of screen.parameters) {
      if (!parameter.initial) continue;
      const cell = judge(parameter, null, parameter.initial, null, null);
      if (cell.status !== 'supplied' && cell.status !== 'fixed-id') badDefaults.push({ screen, cell, range: parameter.initial });
    }
    for (const transition of screen.transitions) {
      const bad = checkLoop(transition);
      if (bad) badLoops.push(bad);
      for (const step of transition.steps) {
        if ('call' in step) add({ kind: 'transition', transition, step }, step.call, screen, variableOf(transition));
      }
    }
  }
  return { waysIn, badDefaults, badLoops };
}

function checkCall(site: Site, call: Call, target: Screen, screen: Screen | null, variable: Variable | null): WayIn {
  const given = new Map<string, ArgumentNode>();
  const surplus: Surplus[] = [];
  for (const argument of call.arguments) {
    const name = argument.name.text;
    if (given.has(name)) surplus.push({ argument, twice: true });
    else if (!target.parameters.some((parameter) => parameter.name === name)) surplus.push({ argument, twice: false });
    else given.set(name, argument);
  }
  const cells = target.parameters.map((parameter): Cell => {
    const argument = given.get(parameter.name) ?? null;
    if (!argument) {
      const status = parameter.initial ? 'default' : parameter.type.kind === 'optional' ? 'absent' : 'missing';
      return { parameter, status, argument, value: null, type: null };
    }
    const value: ValueNode = argument.value ?? { kind: 'path', names: [argument.name], from: argument.from, to: argument.to };
    return judge(parameter, argument, value, screen, variable);
  });
  return { site, call, target, cells, surplus };
}

/** Judges a value that goes to a parameter. Without a screen there are no names in scope, only literals. */
function judge(
  parameter: Parameter, argument: ArgumentNode | null, value: ValueNode, screen: Screen | null, variable: Variable | null,
): Cell {
  const wanted = parameter.type;
  const cell = (status: SupplyStatus, type: Type | null): Cell =>
    ({ parameter, status, argument, value: showValue(value), type: type && showType(type) });
  if (isLiteral(value)) {
    if (!literalFits(value, wanted)) return cell('wrong-type', literalType(value));
    return cell(required(wanted).kind === 'id' ? 'fixed-id' : 'supplied', wanted);
  }
  const names = value.names.map((name) => name.text);
  const type = screen && typeOfPath(screen, variable, names);
  const inner = required(wanted);
  const isOption = names.length === 1 && inner.kind === 'choice' && inner.options.includes(names[0]!);
  if (type && assignable(type, wanted)) return cell('supplied', type);
  if (isOption) return cell('supplied', inner);
  if (!type) return cell('unknown-value', null);
  return cell(assignable(required(type), wanted) ? 'may-be-absent' : 'wrong-type', type);
}

function checkLoop(transition: Transition): BadLoop | null {
  const loop = transition.loop;
  if (!loop?.list) return null;
  if (isLiteral(loop.list)) return { transition, loop, status: 'wrong-type', type: showType(literalType(loop.list)) };
  const type = typeOfPath(transition.screen, null, loop.list.names.map((name) => name.text));
  if (!type) return { transition, loop, status: 'unknown-value', type: null };
  const inner = required(type);
  return inner.kind === 'list' || inner.kind === 'unknown' ? null : { transition, loop, status: 'wrong-type', type: showType(type) };
}

/** A value as the language writes it. */
export function showValue(value: ValueNode): string {
  switch (value.kind) {
    case 'number': return value.text;
    case 'bool': return String(value.value);
    case 'string': return JSON.stringify(value.value);
    case 'path': return value.names.map((name) => name.text).join('.');
  }
}
