/** Changes between arguments that are records and arguments that are fields of records. */
import { remembered } from '../base/remembered';
import type { TextEdit } from '../language/edits';
import { readPattern } from '../links/template';
import type { Link, Parameter, Plan, Screen } from '../plan/model';
import { argumentKey, type Reference, type SymbolKey } from '../plan/names';
import { references } from '../plan/references';
import { typeOfPath } from '../plan/scope';
import { required, sameType, showType, type Type } from '../plan/types';
import { scopeOf, screenOf } from '../supply/site';
import type { Cell, Supply, WayIn } from '../supply/supply';
import { writeArgument, writeHeld } from './arguments';
import { prependToScreen } from './body';
import { addToPath } from './patterns';
import { changeSignature, currentSignature, declareArguments, rewriteList } from './signature';

const isTaken = ({ parameters, holds }: Screen, name: string): boolean =>
  [...parameters, ...holds].some((one) => one.name === name);

const capitalized = (name: string): string => name[0]!.toUpperCase() + name.slice(1);

/**
 * Lets a screen take a field of a record in place of the record, which the screen then loads itself: callers hand the
 * field over, and the links of the screen bring it.
 *
 * @param field its name in the record, and its type
 * @returns the edits, and the name of the new argument; null if the name is taken, or some caller has no such value
 */
export function takeField(
  plan: Plan,
  supply: Supply,
  screen: Screen,
  record: Parameter,
  field: { readonly name: string; readonly type: Type },
): { readonly name: string; readonly edits: readonly TextEdit[] } | null {
  const name = record.name + capitalized(field.name);
  if (record.module || isTaken(screen, name)) return null;
  const wanted = currentSignature(plan, screen).map((one) =>
    one.was === record.name ? { was: null, name, type: showType(field.type), initial: null } : one,
  );
  const changed = changeSignature(plan, supply, screen, wanted);
  if (changed.open > 0) return null;
  const held = prependToScreen(plan.tree.text, screen.node, writeHeld(record));
  const links = screen.links.flatMap((link) => bringInstead(link, record.name, name));
  return { name, edits: [...changed.edits, held, ...links] };
}

/** Lets the pattern of a link bring one argument in place of another. */
function bringInstead({ pattern, node }: Link, old: string, name: string): TextEdit[] {
  const { template } = readPattern(pattern);
  if (!template || !node.pattern) return [];
  const { from, to } = node.pattern;
  const variables = template.variables.filter((one) => one.name === old);
  if (variables.length > 0) return variables.map((one) => ({ from: from + one.from, to: from + one.to, insert: name }));
  if (template.variables.some((one) => one.name === name)) return [];
  const insert = addToPath(pattern, name);
  return insert === null ? [] : [{ from, to, insert }];
}

/** All names of a plan by what they name: a check may ask for many calls, and the plan is resolved for it once more. */
const usesOf = new WeakMap<Plan, ReadonlyMap<SymbolKey, readonly Reference[]>>();

/** A record, and the names of its fields, by the arguments that get them. */
interface Unpacked {
  readonly type: Type;
  readonly fields: ReadonlyMap<string, string>;
}

/**
 * Lets a screen take a record in place of the fields that a way in hands over one by one. What the screen says of such
 * an argument it then says of the field.
 *
 * @param record path of the record on that way in
 * @returns the edits, the name of the new argument and its type; null if another way in has no such record, if a link
 * leads to the screen, or if something else names one of the arguments
 */
export function takeRecord(
  plan: Plan,
  supply: Supply,
  wayIn: WayIn,
  record: string,
): { readonly name: string; readonly type: string; readonly edits: readonly TextEdit[] } | null {
  const screen = wayIn.target;
  const unpacked = unpackedIn(plan, wayIn, record);
  if (!unpacked || screen.links.length > 0) return null;
  const { fields, type } = unpacked;
  const shown = showType(type);
  const name = shown[0]!.toLowerCase() + shown.slice(1);
  const given = new Set(fields.keys());
  if (isTaken(screen, name) || screen.parameters.some((one) => one.module && given.has(one.name))) return null;

  const edits: TextEdit[] = [];
  const into = supply.into[screen.index]!;
  for (const way of into) {
    const path = recordGiven(plan, way, unpacked);
    if (path === null || screenOf(way.site) === screen) return null;
    const kept = way.call.arguments
      .filter((one) => !given.has(one.name.text))
      .map((one) => plan.tree.text.slice(one.from, one.to));
    edits.push(rewriteList(way, [...kept, writeArgument(name, path)]));
  }

  const uses = remembered(usesOf, plan, () => bySymbol(references(plan)));
  for (const [argument, field] of fields) {
    for (const { declares, short, from, to } of uses.get(argumentKey(String(screen.index), argument)) ?? []) {
      if (declares || into.some(({ call: { list } }) => list && list.from <= from && to <= list.to)) continue;
      if (from < screen.node.from || to > screen.node.to) return null;
      const value = `${name}.${field}`;
      edits.push({ from, to, insert: short === 'value' ? `${argument}: ${value}` : value });
    }
  }

  const wanted = [
    ...currentSignature(plan, screen).filter(({ was }) => was === null || !given.has(was)),
    { was: null, name, type: shown, initial: null },
  ];
  return { name, type: shown, edits: [...declareArguments(plan, screen, wanted), ...edits] };
}

function bySymbol(all: readonly Reference[]): ReadonlyMap<SymbolKey, readonly Reference[]> {
  const groups = new Map<SymbolKey, Reference[]>();
  for (const each of all) remembered(groups, each.symbol, (): Reference[] => []).push(each);
  return groups;
}

/** The path of a value in two parts: `hut.photo.url` as `hut.photo` and `url`; null of a name alone. */
function apart({ value }: Cell): { readonly record: string; readonly field: string } | null {
  if (value?.kind !== 'path' || value.names.length < 2) return null;
  const names = value.names.map(({ text }) => text);
  return { record: names.slice(0, -1).join('.'), field: names.at(-1)! };
}

const typeAt = (plan: Plan, { site }: WayIn, path: string): Type | null => {
  const type = typeOfPath(
    scopeOf(site, plan),
    path.split('.').map((text) => ({ text })),
  );
  return type && required(type);
};

function unpackedIn(plan: Plan, wayIn: WayIn, record: string): Unpacked | null {
  const type = typeAt(plan, wayIn, record);
  if (type?.kind !== 'record') return null;
  const fields = new Map<string, string>();
  for (const cell of wayIn.cells) {
    const parts = apart(cell);
    if (parts?.record === record) fields.set(cell.parameter.name, parts.field);
  }
  return { type, fields };
}

/** The record of which a way in hands over the same fields; null if there is none. */
function recordGiven(plan: Plan, wayIn: WayIn, { fields, type }: Unpacked): string | null {
  let record: string | null = null;
  for (const cell of wayIn.cells) {
    const field = fields.get(cell.parameter.name);
    if (field === undefined) continue;
    const parts = apart(cell);
    if (parts?.field !== field || (record !== null && parts.record !== record)) return null;
    record = parts.record;
  }
  const found = record === null ? null : typeAt(plan, wayIn, record);
  return found && sameType(found, type) ? record : null;
}
