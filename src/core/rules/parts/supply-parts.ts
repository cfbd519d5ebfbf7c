/** Shared parts of the supply rules: names of ways in, names of fitting values, and the fixes that insert them. */
import type { TextEdit } from '../../language/edits';
import { addArguments, makeOptional, writeHeld } from '../../edit/arguments';
import { prependToScreen } from '../../edit/body';
import { freeName } from '../../edit/transitions';
import type { ArgumentNode } from '../../language/syntax';
import { isIn } from '../../plan/model';
import { isKnown, required, showType } from '../../plan/types';
import { sampleOf } from '../../plan/example';
import { fittingValues, type ScopeValue } from '../../supply/fitting';
import { scopeOf, screenOf } from '../../supply/site';
import { showValue, type Cell, type SupplyStatus, type WayIn } from '../../supply/supply';
import { enumerate, say, words, type Message } from './message';
import type { Context, Fix, Found } from './rule';

/** The way in, as the start of a sentence: `“See hut” on stay`. */
export function nameWayIn({ site, target }: WayIn): Message {
  switch (site.kind) {
    case 'start':
      return say`A cold start`;
    case 'transition':
      return say`“${words(site.transition.trigger)}” on ${site.transition.screen.label}`;
    case 'item':
      return say`“${words(site.item.label)}” in the menu “${words(site.item.menu.title)}”`;
    case 'event':
      return say`The event “${words(site.event.title)}”`;
    case 'tab':
      return say`The tab “${words(site.tab.label)}”`;
    case 'entry':
      return say`The ${words(site.entry.node.door ?? 'entry')} “${words(site.entry.label)}”`;
    case 'needs':
      return say`Where ${site.screen.label} lacks what it needs, its else`;
    case 'under':
      return say`The link ${site.link.pattern} to ${site.link.screen.label}${words(site.link.screen === target ? '' : ' builds a stack that')}`;
  }
}

/** Subject of the finding: the screen, menu, event or entry that opens, otherwise the opened screen. */
export function subjectOf({ site, target }: WayIn): string {
  switch (site.kind) {
    case 'start':
      return target.label;
    case 'item':
      return site.item.menu.title;
    case 'event':
      return site.event.title;
    case 'tab':
      return site.tab.label;
    case 'entry':
      return site.entry.label;
    default:
      return screenOf(site)!.label;
  }
}

/** The values that can be named there and fit the cell's argument, best first. */
export const valuesFor = ({ plan }: Pick<Context, 'plan'>, wayIn: WayIn, cell: Cell): ScopeValue[] =>
  fittingValues(scopeOf(wayIn.site, plan), cell.parameter);

/** Message for a place in which the language allows no value. */
const withoutValues: Partial<Record<WayIn['site']['kind'], string>> = {
  start: 'a cold start has no values to hand over',
  tab: 'a tab has no values to hand over',
  item: 'a menu has no values but flags to hand over',
  event: 'an event has no values but flags to hand over',
  entry: 'an entry hands over a sample of it',
};

/** `on stay, stay.hut fits`, or that nothing there does. */
export function sayWhatFits(context: Pick<Context, 'plan'>, wayIn: WayIn, cell: Cell): Message {
  const values = valuesFor(context, wayIn, cell).map((value) => value.path);
  const screen = screenOf(wayIn.site)?.label;
  const fit = words(values.length === 1 ? 'fits' : 'fit');
  if (values.length > 0)
    return screen ? say`on ${screen}, ${enumerate(values)} ${fit}` : say`${enumerate(values)} ${fit}`;
  const options = optionsOf(cell);
  if (options.length > 0) return say`choose ${enumerate(options, 6, 'or')}`;
  const none = withoutValues[wayIn.site.kind];
  if (none) return say`${words(none)}`;
  if (wayIn.site.kind !== 'transition')
    return say`of what ${screen!} takes, no value is of type ${showType(required(cell.parameter.type))}`;
  return say`on ${screen!}, no value is of type ${showType(required(cell.parameter.type))}`;
}

function optionsOf(cell: Cell): readonly string[] {
  const type = required(cell.parameter.type);
  return type.kind === 'choice' ? type.options : [];
}

/** How many values are offered as fixes; the message names them all. */
const offered = 3;

/**
 * Fixes that give the argument a fitting value, best first. If the screen has none, a fix adds a value to the screen.
 * An entry gets a sample. If no value can ever be passed, a fix makes the argument optional.
 *
 * @param write the edit that puts a value in place
 */
export function valueFixes(context: Context, wayIn: WayIn, cell: Cell, write: (value: string) => TextEdit): Fix[] {
  const { site } = wayIn;
  const current = cell.value && showValue(cell.value);
  const sample = site.kind === 'entry' ? sampleOf(cell.parameter, showValue) : null;
  const values = [
    ...valuesFor(context, wayIn, cell).map((value) => value.path),
    ...(sample ? [sample] : []),
    ...optionsOf(cell),
  ];
  const fixes = [...new Set(values)]
    .filter((value) => value !== current)
    .slice(0, offered)
    .map((value) => ({ label: `Supply ${value}`, edits: [write(value)] }));
  if (fixes.length > 0) return fixes;
  if (site.kind === 'transition') return !isKnown(cell.parameter.type) ? [] : [holdFix(context, wayIn, cell, write)];
  const optional = cell.status === 'missing' ? makeOptional(cell.parameter) : null;
  return optional
    ? [{ label: `Let ${cell.parameter.name} be absent on ${wayIn.target.label}`, edits: [optional] }]
    : [];
}

/** Makes the calling screen hold a value, and hands that over. */
function holdFix(context: Context, wayIn: WayIn, cell: Cell, write: (value: string) => TextEdit): Fix {
  const screen = screenOf(wayIn.site)!;
  const taken = new Set(
    scopeOf(wayIn.site, context.plan)
      .layers.flat()
      .map((named) => named.name),
  );
  const name = freeName(cell.parameter.name, wayIn.target.name, taken);
  const held = { name, type: required(cell.parameter.type) };
  return {
    label: `Let ${screen.label} hold ${name}: ${showType(held.type)}`,
    edits: [prependToScreen(context.text, screen.node, writeHeld(held)), write(name)],
  };
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
export const addValue =
  (wayIn: WayIn, cell: Cell) =>
  (value: string): TextEdit =>
    addArguments(wayIn.call, [[cell.parameter.name, value]]);

/** Every argument with that status, with the rule's message. */
export function* eachCell(
  context: Context,
  status: SupplyStatus,
  find: (wayIn: WayIn, cell: Cell) => Omit<Found, 'subject'>,
): Generator<Found> {
  for (const { wayIn, cell } of context.supply.flaws) {
    if (cell.status === status)
      yield {
        ...find(wayIn, cell),
        subject: subjectOf(wayIn),
        argument: cell.parameter.name,
        ...walkThrough(context, wayIn),
      };
  }
}

/** A walk to the screen that opens another, continued through the trigger if nothing else can happen there. */
export function walkThrough({ plan, reach }: Context, { site, target }: WayIn): Pick<Found, 'walk' | 'walkIn'> {
  const from = screenOf(site);
  if (site.kind !== 'transition' || !from) return {};
  const { transition } = site;
  const variant = reach.variants.find(
    ({ name, verdicts }) =>
      verdicts[from.index]!.reachable === 'yes' && isIn(transition.only, name) && isIn(target.only, name),
  );
  if (!variant || plan.start === null) return {};
  const walk = variant.verdicts[from.index]!.walk!;
  const sure =
    transition.branches.length === 1 &&
    !transition.branches[0]!.condition &&
    transition.branches[0]!.steps.length === 1 &&
    (site.step.kind === 'push' || site.step.kind === 'present') &&
    target.needs.length === 0;
  return { walkIn: variant.name, walk: sure ? [...walk, { kind: 'trigger', transition, shows: target }] : walk };
}
