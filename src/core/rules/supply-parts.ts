/** What the supply rules share: naming a way in, naming the values that would fit, and the fixes that put them there. */
import type { TextEdit } from '../language/edits';
import { addArguments, writeHeld } from '../edit/arguments';
import { prependToScreen } from '../edit/body';
import { freeName } from '../edit/transitions';
import type { ArgumentNode } from '../language/syntax';
import { required, showType } from '../plan/types';
import { fittingValues, type ScopeValue } from '../supply/scope';
import { showValue, variableOf, type Cell, type SupplyStatus, type WayIn } from '../supply/supply';
import { enumerate, say, words, type Message } from './message';
import type { Context, Fix, Found } from './rule';

/** The way in, as the start of a sentence: `“See hut” on stay`. */
export function nameWayIn(wayIn: WayIn): Message {
  if (wayIn.site.kind === 'start') return say`A cold start`;
  const { transition } = wayIn.site;
  return say`“${words(transition.trigger)}” on ${transition.screen.label}`;
}

/** Whose finding it is: the screen that calls, or the one that is opened where nobody does. */
export const subjectOf = (wayIn: WayIn): string =>
  wayIn.site.kind === 'start' ? wayIn.target.label : wayIn.site.transition.screen.label;

/** The values on the calling screen that fit the cell's argument, best first. */
export function valuesFor(wayIn: WayIn, cell: Cell): ScopeValue[] {
  if (wayIn.site.kind === 'start') return [];
  const { transition } = wayIn.site;
  return fittingValues(transition.screen, variableOf(transition), cell.parameter);
}

/** `on stay, stay.hut fits`, or that nothing there does. */
export function sayWhatFits(wayIn: WayIn, cell: Cell): Message {
  if (wayIn.site.kind === 'start') return say`a cold start has no values to hand over`;
  const screen = wayIn.site.transition.screen.label;
  const values = valuesFor(wayIn, cell).map((value) => value.path);
  if (values.length > 0) return say`on ${screen}, ${enumerate(values)} ${words(values.length === 1 ? 'fits' : 'fit')}`;
  const options = optionsOf(cell);
  if (options.length > 0) return say`what can be chosen: ${enumerate(options, 6, 'or')}`;
  return say`on ${screen}, no value is of type ${showType(required(cell.parameter.type))}`;
}

function optionsOf(cell: Cell): readonly string[] {
  const type = required(cell.parameter.type);
  return type.kind === 'choice' ? type.options : [];
}

/** How many values are offered as fixes; the message names them all. */
const offered = 3;

/**
 * Fixes that give the argument a fitting value, best first; where the screen has none, one that makes it hold one.
 *
 * @param write the edit that puts a value in place
 */
export function valueFixes(context: Context, wayIn: WayIn, cell: Cell, write: (value: string) => TextEdit): Fix[] {
  const values = [...valuesFor(wayIn, cell).map((value) => value.path), ...optionsOf(cell)];
  const current = cell.value && showValue(cell.value);
  const fixes = values.filter((value) => value !== current).slice(0, offered)
    .map((value) => ({ label: `Supply ${value}`, edits: [write(value)] }));
  if (fixes.length > 0 || wayIn.site.kind === 'start') return fixes;
  const screen = wayIn.site.transition.screen;
  const taken = new Set([...screen.parameters, ...screen.holds].map((value) => value.name));
  const variable = variableOf(wayIn.site.transition);
  if (variable) taken.add(variable.name);
  const name = freeName(cell.parameter.name, wayIn.target.name, taken);
  const held = { name, type: required(cell.parameter.type) };
  return [{
    label: `Let ${screen.label} hold ${name}: ${showType(held.type)}`,
    edits: [prependToScreen(context.text, screen.node, writeHeld(held)), write(name)],
  }];
}

/** The edit that gives an argument which has a value another one. */
export function replaceValue(argument: ArgumentNode): (value: string) => TextEdit {
  if (argument.value) {
    const { from, to } = argument.value;
    return (value) => ({ from, to, insert: value });
  }
  const { from, to, text } = argument.name;
  return (value) => ({ from, to, insert: value === text ? text : `${text}: ${value}` });
}

/** The edit that adds an argument which is not there. */
export const addValue = (wayIn: WayIn, cell: Cell) => (value: string): TextEdit => addArguments(wayIn.call, [[cell.parameter.name, value]]);

/** Every argument of that status, with what the rule has to say of it. */
export function* eachCell(context: Context, status: SupplyStatus, find: (wayIn: WayIn, cell: Cell) => Omit<Found, 'subject'>): Generator<Found> {
  for (const { wayIn, cell } of context.supply.flaws) {
    if (cell.status === status) yield { ...find(wayIn, cell), subject: subjectOf(wayIn) };
  }
}
