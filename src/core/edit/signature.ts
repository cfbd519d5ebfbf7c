import type { TextEdit } from '../language/edits';
import { indentUnit } from '../language/format';
import type { Parameter, Plan, Screen } from '../plan/model';
import { assignable, required, showType, type Type } from '../plan/types';
import { resolveTypes } from '../plan/resolve-types';
import { parse } from '../language/parse';
import { likelyValue } from '../supply/fitting';
import { scopeOf } from '../supply/site';
import { holds, type Supply, type WayIn } from '../supply/supply';
import { writeArgument, writeHeld } from './arguments';
import { prependToScreen } from './body';
import { freeName } from './transitions';

/** One argument as a screen is to take it. */
export interface WantedParameter {
  /** Current name; null for a new argument. */
  readonly was: string | null;
  readonly name: string;
  /** As the language writes it, `?` included. */
  readonly type: string;
  /** A literal as written; null for none. */
  readonly initial: string | null;
}

/**
 * Changes the arguments of a screen, and adapts every way in. A removed argument is no longer passed. A new required
 * argument gets the value that is most likely intended; without a candidate, the screen gets a new value for it.
 * `rename` changes names, not this function.
 *
 * @returns the edits, and the number of ways in at which no value fits and a person has to decide
 */
export function changeSignature(
  plan: Plan,
  supply: Supply,
  screen: Screen,
  wanted: readonly WantedParameter[],
): { edits: TextEdit[]; open: number } {
  const edits: TextEdit[] = [...declareArguments(plan, screen, wanted)];
  let open = 0;
  const kept = new Set(wanted.flatMap((one) => one.was ?? []));
  const gone = ownParameters(screen).filter((parameter) => !kept.has(parameter.name));
  const types = typesOf(plan, wanted);
  for (const wayIn of supply.into[screen.index]!) {
    // The new arguments by name; arguments that the screen never took stay unchanged.
    const given = new Map(wayIn.call.arguments.map((one) => [one.name.text, plan.tree.text.slice(one.from, one.to)]));
    const before = [...given.values()].join();
    let fits = true;
    for (const { name } of gone) given.delete(name);
    wanted.forEach((one, index) => {
      const type = types[index]!;
      const known = screen.parameters.find((parameter) => parameter.name === one.was);
      if (known) {
        const cell = wayIn.cells.find(({ parameter }) => parameter === known);
        // A value that did not fit before has its own finding already.
        if (!cell?.argument || !cell.type || !holds(cell.status) || assignable(cell.type, type)) return;
        const best = likelyValue(scopeOf(wayIn.site, plan), { name: one.name, type })?.path ?? null;
        if (best) given.set(one.name, writeArgument(one.name, best));
        fits &&= best !== null;
      } else if (one.initial === null && type.kind !== 'optional') {
        const proposed = propose(plan, wayIn, one.name, type);
        edits.push(...(proposed?.edits ?? []));
        if (proposed) given.set(one.name, writeArgument(one.name, proposed.value));
        fits &&= proposed !== null;
      }
    });
    if (!fits) open++;
    if ([...given.values()].join() !== before) edits.push(rewriteList(wayIn, [...given.values()]));
  }
  return { edits: mergeAtSamePlace(edits), open };
}

/** What the screen takes beside what its module does. */
const ownParameters = ({ parameters }: Screen): readonly Parameter[] => parameters.filter(({ module }) => !module);

/** The edit that gives a call these arguments. */
export function rewriteList({ call: { list, reference } }: WayIn, given: readonly string[]): TextEdit {
  const { from, to } = list ?? { from: reference.to, to: reference.to };
  return { from, to, insert: given.length === 0 ? '' : `(${given.join(', ')})` };
}

/** The new `takes` of the screen: kept arguments change in place, removed ones go, new ones stand at the end. */
export function declareArguments(
  { tree: { text } }: Plan,
  screen: Screen,
  wanted: readonly WantedParameter[],
): TextEdit[] {
  const current = (parameter: Parameter): string => text.slice(parameter.node.from, parameter.node.to);
  const typeText = ({ node }: Parameter): string => (node.type ? text.slice(node.type.from, node.type.to) : '');
  const written = (one: WantedParameter): string => {
    const before = screen.parameters.find((each) => each.name === one.was);
    // A sample of another type would not fit.
    const sample = before && one.type === typeText(before) ? (/\ssample\s.*$/s.exec(current(before))?.[0] ?? '') : '';
    return `${one.name}: ${one.type}${one.initial === null ? '' : ` = ${one.initial}`}${sample}`;
  };
  const own = ownParameters(screen);
  const same = wanted.length === own.length && wanted.every((one) => one.was !== null);
  if (same) {
    // Only order and types change: each place takes the next argument in the new order.
    return own.flatMap((parameter, index): TextEdit[] => {
      const one = wanted[index]!;
      const insert = written(one);
      return insert === current(parameter) ? [] : [{ from: parameter.node.from, to: parameter.node.to, insert }];
    });
  }
  const statements = (screen.node.body?.items ?? []).filter((member) => member.kind === 'takes');
  const lines = wanted.map((one) => `takes ${written(one)}`);
  const [first, ...rest] = statements;
  const outs = rest.map((statement): TextEdit => ({
    from: lineStart(text, statement.from),
    to: lineEnd(text, statement.to),
    insert: '',
  }));
  if (!first)
    return lines.length === 0
      ? []
      : [prependToScreen(text, screen.node, lines.join(`\n${indentOf(text, screen.node.from)}${indentUnit}`))];
  if (lines.length === 0)
    return [{ from: lineStart(text, first.from), to: lineEnd(text, first.to), insert: '' }, ...outs];
  return [{ from: first.from, to: first.to, insert: lines.join(`\n${indentOf(text, first.from)}`) }, ...outs];
}

const lineStart = (text: string, offset: number): number => {
  const start = text.lastIndexOf('\n', offset - 1) + 1;
  return text.slice(start, offset).trim() === '' ? start : offset;
};
const lineEnd = (text: string, offset: number): number =>
  offset + (/^[ \t]*\n/.exec(text.slice(offset))?.[0].length ?? 0);
const indentOf = (text: string, offset: number): string =>
  /^[ \t]*/.exec(text.slice(text.lastIndexOf('\n', offset - 1) + 1))![0];

/** The wanted types, resolved against the plan's declarations. */
function typesOf(plan: Plan, wanted: readonly WantedParameter[]): Type[] {
  const [screen] = parse(
    `screen a {\n${wanted.map((one, index) => `takes p${index}: ${one.type}`).join('\n')}\n}`,
  ).declarations;
  const nodes =
    screen?.kind === 'screen'
      ? (screen.body?.items ?? []).flatMap((member) => (member.kind === 'takes' ? member.parameters : []))
      : [];
  const table = resolveTypes(plan.tree, () => undefined);
  return wanted.map((_one, index) => table.resolve(nodes.find((node) => node.name.text === `p${index}`)?.type ?? null));
}

function propose(
  plan: Plan,
  { site, target }: WayIn,
  name: string,
  type: Type,
): { value: string; edits: TextEdit[] } | null {
  const scope = scopeOf(site, plan);
  const best = likelyValue(scope, { name, type });
  if (best) return { value: best.path, edits: [] };
  if (site.kind !== 'transition') return null;
  const held = freeName(name, target.name, new Set(scope.layers.flat().map((one) => one.name)));
  const { screen } = site.transition;
  return {
    value: held,
    edits: [prependToScreen(plan.tree.text, screen.node, writeHeld({ name: held, type: required(type) }))],
  };
}

/** Two ways in on one screen may want it to hold the same value: once is enough. */
function mergeAtSamePlace(edits: readonly TextEdit[]): TextEdit[] {
  const seen = new Set<string>();
  return edits.filter(({ from, to, insert }) => {
    const key = `${from} ${to} ${insert}`;
    const known = from === to && insert.startsWith('has ') && seen.has(key);
    seen.add(key);
    return !known;
  });
}

/** The arguments of a screen as they are, to begin from. */
export const currentSignature = ({ tree: { text } }: Plan, screen: Screen): WantedParameter[] =>
  ownParameters(screen).map(({ name, type, initial, node }) => ({
    was: name,
    name,
    type: node.type ? text.slice(node.type.from, node.type.to) : showType(type),
    initial: initial ? text.slice(initial.from, initial.to) : null,
  }));
