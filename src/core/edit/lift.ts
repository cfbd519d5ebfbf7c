/** Arguments that the screens of a module pass on, lifted to the module, and lowered again. */
import type { TextEdit } from '../language/edits';
import { indentUnit } from '../language/format';
import type { ParameterNode, TakesNode } from '../language/syntax';
import { openings, type Module, type Parameter, type Plan, type Screen } from '../plan/model';
import { sameType } from '../plan/types';
import { screenOf } from '../supply/site';
import type { Cell, Supply, WayIn } from '../supply/supply';
import { addArguments, removeArgument } from './arguments';
import { indentAt, prependToScreen, withoutStatement } from './body';

/** An argument that a module can take for its screens, without a change of any verdict. */
export interface Liftable {
  readonly module: Module;
  /** Its first declaration. */
  readonly parameter: Parameter;
  /** The screens that pass it on as it is, in the order of the plan. */
  readonly passedBy: readonly Screen[];
  /** The arguments that need not be given any more. */
  readonly passed: readonly { readonly wayIn: WayIn; readonly cell: Cell }[];
  readonly declarations: readonly Parameter[];
}

/**
 * The arguments of a module's screens that it can take for all of them. Every call within the module gives such an
 * argument; screens that do not take it are entered only from within. Costs O(arguments on the ways in to the module).
 *
 * @param least number of screens that have to pass it on. Of more than twenty such arguments the first are looked at
 */
export function liftableIn(module: Module, supply: Supply, least: number): Liftable[] {
  return namesPassed(module, supply, least)
    .slice(0, mostNames)
    .flatMap((name) => liftable(module, name, supply) ?? []);
}

/** Each argument costs a look at all screens of the module. */
const mostNames = 20;

/** The names of arguments that so many screens of the module pass on. */
function namesPassed(module: Module, supply: Supply, least: number): string[] {
  const passing = new Map<string, Set<Screen>>();
  for (const screen of module.screens) {
    for (const wayIn of supply.into[screen.index]!) {
      if (!isWithin(wayIn, module)) continue;
      for (const cell of wayIn.cells) {
        if (!isPassedOn(wayIn, cell)) continue;
        const { name } = cell.parameter;
        const screens = passing.get(name) ?? new Set();
        passing.set(name, screens.add(screenOf(wayIn.site)!));
      }
    }
  }
  return [...passing].flatMap(([name, screens]) => (screens.size >= least ? [name] : []));
}

function liftable(module: Module, name: string, supply: Supply): Liftable | null {
  const declarations = module.screens.flatMap(({ parameters }) => parameters.filter((one) => one.name === name));
  const [parameter] = declarations;
  if (!parameter || parameter.type.kind === 'optional') return null;
  if (declarations.some((one) => one.module || one.initial || !sameType(one.type, parameter.type))) return null;
  const passed: { wayIn: WayIn; cell: Cell }[] = [];
  for (const screen of module.screens) {
    const index = screen.parameters.findIndex((one) => one.name === name);
    const waysIn = supply.into[screen.index]!;
    if (index < 0 && !canDoWithout(screen, name, module, waysIn)) return null;
    for (const wayIn of index < 0 ? [] : waysIn) {
      if (!isWithin(wayIn, module)) continue;
      const cell = wayIn.cells[index]!;
      if (cell.status !== 'supplied') return null;
      if (isPassedOn(wayIn, cell)) passed.push({ wayIn, cell });
    }
  }
  const passing = new Set(passed.map(({ wayIn }) => screenOf(wayIn.site)!));
  return { module, parameter, declarations, passed, passedBy: module.screens.filter((screen) => passing.has(screen)) };
}

/**
 * Whether a screen without the argument may take it: nothing there has that name, and only calls within the module lead
 * to it, which do not give it either.
 */
const canDoWithout = (screen: Screen, name: string, module: Module, waysIn: readonly WayIn[]): boolean =>
  screen.links.length === 0 &&
  !screen.holds.some((one) => one.name === name) &&
  !valuesNamedOn(screen).includes(name) &&
  waysIn.every(
    (wayIn) => isWithin(wayIn, module) && wayIn.surplus.every(({ argument }) => argument.name.text !== name),
  );

/** The names that calls on a screen use as values. */
const valuesNamedOn = ({ transitions, needs }: Screen): string[] =>
  [
    ...transitions.flatMap(({ branches }) => branches.flatMap(({ steps }) => openings(steps))),
    ...needs.flatMap(({ otherwise }) => openings(otherwise)),
  ].flatMap(({ call }) =>
    (call?.arguments ?? []).flatMap(({ name, value }) =>
      value === null ? [name.text] : value.kind === 'path' ? [value.names[0]!.text] : [],
    ),
  );

const isWithin = ({ site }: WayIn, module: Module): boolean =>
  (site.kind === 'transition' || site.kind === 'needs') && screenOf(site)?.module === module;

/** Whether a call gives the caller's own argument of the same name. */
function isPassedOn({ site }: WayIn, { argument, parameter: { name } }: Cell): boolean {
  if (!argument || (site.kind === 'transition' && site.transition.loop?.variable.text === name)) return false;
  const { value } = argument;
  const isItself =
    value === null || (value.kind === 'path' && value.names.length === 1 && value.names[0]!.text === name);
  return isItself && screenOf(site)!.parameters.some((one) => one.name === name);
}

/** Declares the argument on its module, and takes it away from the screens and from the calls that pass it on. */
export function lift({ tree: { text } }: Plan, { module, parameter, declarations, passed }: Liftable): TextEdit[] {
  const { body } = module.node;
  if (!body) return [];
  const { from, to } = parameter.node;
  const indent = indentAt(text, module.node.from) + indentUnit;
  return [
    { from: body.from + 1, to: body.from + 1, insert: `\n${indent}takes ${text.slice(from, to)}\n` },
    ...module.screens.flatMap(({ node }) =>
      (node.body?.items ?? []).flatMap((item) =>
        item.kind === 'takes'
          ? item.parameters
              .filter((one) => declarations.some((declaration) => declaration.node === one))
              .map((one) => withoutParameter(text, item, one))
          : [],
      ),
    ),
    ...passed.map(({ wayIn, cell }) => removeArgument(wayIn.call, cell.argument!)),
  ];
}

/**
 * The other way: each screen of the module declares the argument, and each call within the module that handed it on
 * gives it. Null where a call cannot name it, since a trigger's rows have that name.
 */
export function lower({ tree }: Plan, supply: Supply, module: Module, parameter: Parameter): TextEdit[] | null {
  const { text } = tree;
  const { name, node } = parameter;
  const handing = module.screens.flatMap((screen) =>
    supply.into[screen.index]!.filter(({ cells }) =>
      cells.some((cell) => cell.parameter === parameter && cell.status === 'handed-on'),
    ),
  );
  if (handing.some(({ site }) => site.kind === 'transition' && site.transition.loop?.variable.text === name))
    return null;
  return [
    ...tree.declarations.flatMap((declaration) =>
      declaration.kind === 'module'
        ? (declaration.body?.items ?? []).flatMap((item) =>
            item.kind === 'takes' && item.parameters.includes(node) ? [withoutParameter(text, item, node)] : [],
          )
        : [],
    ),
    ...module.screens.map((screen) => prependToScreen(text, screen.node, `takes ${text.slice(node.from, node.to)}`)),
    ...handing.map(({ call }) => addArguments(call, [[name, name]])),
  ];
}

/** Takes one argument out of a `takes`; the whole statement, with its line, if it is the only one. */
function withoutParameter(text: string, { parameters, from, to }: TakesNode, node: ParameterNode): TextEdit {
  const at = parameters.indexOf(node);
  if (parameters.length > 1)
    return at === 0
      ? { from: node.from, to: parameters[1]!.from, insert: '' }
      : { from: parameters[at - 1]!.to, to: node.to, insert: '' };
  return withoutStatement(text, { from, to });
}
