/** Who brings each argument of each screen, on every way in. */
import type { TextRange } from '../language/range';
import type { ArgumentNode, ValueNode } from '../language/syntax';
import { isLiteral, literalType } from '../plan/literals';
import type { Call, Loop, Module, Parameter, Plan, Screen, Step, Transition } from '../plan/model';
import { emptyScope, screenScope, typeOfPath } from '../plan/scope';
import type { Scope } from '../plan/model';
import { required, type Type } from '../plan/types';
import { judgeValue, type ValueStatus } from './judge';
import { checkResults, type Results } from './results';
import { eachSite, scopeOf, screenOf, type Site } from './site';
import { checkWalkValues, type BadWalkValue } from './walk-values';

/**
 * What becomes of an argument on one way in:
 *
 * - `supplied`, `default`, `absent`: it holds (absent: the argument is optional and left out)
 * - `handed-on`: it is the module's, and goes from screen to screen within the module without being named
 * - `missing`: nothing is given, and there is no default
 * - the other statuses of a value
 */
export type SupplyStatus = ValueStatus | 'handed-on' | 'default' | 'absent' | 'missing';

/** One argument on one way in. */
export interface Cell {
  readonly parameter: Parameter;
  readonly status: SupplyStatus;
  readonly argument: ArgumentNode | null;
  /** Null if none is given. */
  readonly value: ValueNode | null;
  /** The value's type, or null. */
  readonly type: Type | null;
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

/** A default or a sample that does not fit its own argument. */
export interface BadDefault {
  readonly screen: Screen;
  readonly what: 'default' | 'sample';
  readonly cell: Cell;
  readonly range: TextRange;
}

/** A list to walk through that is none, or is unknown. */
export interface BadLoop {
  readonly transition: Transition;
  readonly loop: Loop;
  readonly status: 'wrong-type' | 'unknown-value';
  readonly type: Type | null;
}

/** Whether an argument is supplied, is handed on, has a default, or is optional and left out. */
export const holds = (status: SupplyStatus): boolean =>
  status === 'supplied' || status === 'handed-on' || status === 'default' || status === 'absent';

export interface Supply {
  readonly waysIn: readonly WayIn[];
  /** Ways in, by the index of the screen that is entered. */
  readonly into: readonly (readonly WayIn[])[];
  /** Ways in, by the step that opens a screen; only steps that open a known screen have one. */
  readonly byStep: ReadonlyMap<Step, WayIn>;
  /** The arguments that do not hold, on all ways in. */
  readonly flaws: readonly { readonly wayIn: WayIn; readonly cell: Cell }[];
  readonly badDefaults: readonly BadDefault[];
  readonly badLoops: readonly BadLoop[];
  readonly badWalkValues: readonly BadWalkValue[];
  readonly results: Results;
}

/** Checks every argument of every call. Costs O(arguments given + arguments taken, over all calls). */
export function checkSupply(plan: Plan): Supply {
  const waysIn: WayIn[] = [];
  const into: WayIn[][] = plan.screens.map(() => []);
  const flaws: { wayIn: WayIn; cell: Cell }[] = [];
  const scopes = new Scopes(plan);
  eachSite(plan, (site, call) => {
    if (!call.target) return;
    const wayIn = checkCall(site, call, call.target, scopes.of(site));
    waysIn.push(wayIn);
    into[call.target.index]!.push(wayIn);
    for (const cell of wayIn.cells) if (!holds(cell.status)) flaws.push({ wayIn, cell });
  });
  const badDefaults: BadDefault[] = [];
  const badLoops: BadLoop[] = [];
  for (const screen of plan.screens) {
    for (const parameter of screen.parameters) {
      // Those of a module are checked once.
      if (parameter.module && parameter.module.screens[0] !== screen) continue;
      if (parameter.initial) checkDefault(screen, parameter, 'default', parameter.initial, badDefaults);
      if (parameter.sample) checkDefault(screen, parameter, 'sample', parameter.sample, badDefaults);
    }
    for (const transition of screen.transitions) {
      const bad = transition.loop && checkLoop(transition, screenScope(screen, plan.flags));
      if (bad) badLoops.push(bad);
    }
  }
  // Not for the margin, which follows each keystroke.
  let byStep: Map<Step, WayIn> | null = null;
  let results: Results | null = null;
  return {
    waysIn,
    into,
    flaws,
    badDefaults,
    badLoops,
    badWalkValues: checkWalkValues(plan),
    get byStep() {
      return (byStep ??= indexBySteps(waysIn));
    },
    get results() {
      return (results ??= checkResults(plan));
    },
  };
}

function indexBySteps(waysIn: readonly WayIn[]): Map<Step, WayIn> {
  const byStep = new Map<Step, WayIn>();
  for (const wayIn of waysIn) if ('step' in wayIn.site) byStep.set(wayIn.site.step, wayIn);
  return byStep;
}

/** The scopes of sites in a row: most sites of a screen share theirs. */
class Scopes {
  private screen: Screen | null = null;
  private scope = emptyScope;

  constructor(private readonly plan: Plan) {}

  of(site: Site): Scope {
    if (
      site.kind !== 'transition' ||
      site.transition.loop ||
      site.branch.condition ||
      site.transition.branches.length > 1
    )
      return scopeOf(site, this.plan);
    if (site.transition.screen !== this.screen) {
      this.screen = site.transition.screen;
      this.scope = screenScope(this.screen, this.plan.flags);
    }
    return this.scope;
  }
}

function checkDefault(
  screen: Screen,
  parameter: Parameter,
  what: BadDefault['what'],
  value: ValueNode,
  bad: BadDefault[],
): void {
  const cell = judge(parameter, null, value, emptyScope, true);
  if (cell.status !== 'supplied') bad.push({ screen, what, cell, range: value });
}

// Most of the work for a keystroke happens here, once for each call: it makes no empty lists, and no list that grows.

const noSurplus: Surplus[] = [];

function checkCall(site: Site, call: Call, target: Screen, scope: Scope): WayIn {
  const given = call.arguments;
  const named = finder(given, ({ name }) => name.text);
  const parameterNamed = finder(target.parameters, ({ name }) => name);
  let surplus: Surplus[] = noSurplus;
  for (const argument of given) {
    const name = argument.name.text;
    const known = parameterNamed(name) !== undefined;
    if (known && named(name) === argument) continue;
    if (surplus === noSurplus) surplus = [];
    surplus.push({ argument, twice: known });
  }
  const cells = target.parameters.map((parameter) => {
    const argument = named(parameter.name);
    // In an entry a human gives a sample, and a sample of an id is a literal.
    return argument
      ? judge(parameter, argument, valueOf(argument), scope, site.kind === 'entry')
      : parameter.module && handsOn(site, parameter.module)
        ? handedOn(parameter)
        : cellWithout(parameter);
  });
  return { site, call, target, cells, surplus };
}

/** Whether a site hands on the arguments of a module without naming them: it belongs to one of its screens. */
const handsOn = (site: Site, module: Module): boolean =>
  (site.kind === 'transition' || site.kind === 'needs') && screenOf(site)?.module === module;

const handedOn = (parameter: Parameter): Cell => ({
  parameter,
  status: 'handed-on',
  argument: null,
  value: null,
  type: parameter.type,
});

/** Longer lists are not looked through. */
const handful = 8;

/**
 * Finds the first of a name. Calls have a handful of arguments: looking through them is quicker than making a map of
 * them.
 */
function finder<T>(all: readonly T[], nameOf: (one: T) => string): (name: string) => T | undefined {
  if (all.length <= handful) return (name) => all.find((one) => nameOf(one) === name);
  const byName = new Map<string, T>();
  for (const one of all) if (!byName.has(nameOf(one))) byName.set(nameOf(one), one);
  return (name) => byName.get(name);
}

/** The value of an argument; the shorthand `hutId` is the path of that name. */
export const valueOf = ({ name, value, from, to }: ArgumentNode): ValueNode =>
  value ?? { kind: 'path', names: [name], from, to };

/** The cells of arguments that are not given, one a parameter: most cells are such, and a parameter's are all equal. */
const cellsWithout = new WeakMap<Parameter, Cell>();

function cellWithout(parameter: Parameter): Cell {
  let cell = cellsWithout.get(parameter);
  if (!cell) {
    const status = parameter.initial ? 'default' : parameter.type.kind === 'optional' ? 'absent' : 'missing';
    cell = { parameter, status, argument: null, value: null, type: null };
    cellsWithout.set(parameter, cell);
  }
  return cell;
}

/** Judges a value that goes to a parameter; `sample` says whether a literal may stand for an id. */
function judge(
  parameter: Parameter,
  argument: ArgumentNode | null,
  value: ValueNode,
  scope: Scope,
  sample: boolean,
): Cell {
  const { status, type } = judgeValue(parameter.type, value, scope, sample);
  return { parameter, status, argument, value, type };
}

function checkLoop(transition: Transition, scope: Scope): BadLoop | null {
  const loop = transition.loop;
  if (!loop?.list) return null;
  if (isLiteral(loop.list)) return { transition, loop, status: 'wrong-type', type: literalType(loop.list) };
  const type = typeOfPath(scope, loop.list.names);
  if (!type) return { transition, loop, status: 'unknown-value', type: null };
  const inner = required(type);
  return inner.kind === 'list' || inner.kind === 'unknown' ? null : { transition, loop, status: 'wrong-type', type };
}

/** A value as the language writes it. */
export function showValue(value: ValueNode): string {
  switch (value.kind) {
    case 'number':
      return value.text;
    case 'bool':
      return String(value.value);
    case 'string':
      return JSON.stringify(value.value);
    case 'path':
      return value.names.map((name) => name.text).join('.');
  }
}
