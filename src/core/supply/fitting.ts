/** Which values fit an argument. */
import type { Named } from '../plan/model';
import type { Scope } from '../plan/model';
import { assignable, required, sameType, type Type } from '../plan/types';

/** A value as a transition writes it, such as `stay.hut`. */
export interface ScopeValue {
  readonly path: string;
  readonly type: Type;
}

/** Number of fields in the deepest values that are offered; a plan may name deeper ones. */
const offeredDepth = 2;

/**
 * Every value in scope, names before their fields, in the order: loop variable, arguments, values of the screen, flags.
 */
export function valuesInScope({ layers, given }: Scope): ScopeValue[] {
  const seen = new Set<string>();
  return layers.flat().flatMap(({ name, type }) => {
    if (seen.has(name)) return [];
    seen.add(name);
    return [...withFields(name, type, offeredDepth, given)];
  });
}

function* withFields(path: string, declared: Type, depth: number, given: ReadonlySet<string>): Generator<ScopeValue> {
  const type = given.has(path) ? required(declared) : declared;
  yield { path, type };
  if (type.kind !== 'record' || depth === 0) return;
  for (const [field, fieldType] of type.fields) yield* withFields(`${path}.${field}`, fieldType, depth - 1, given);
}

/**
 * The values in scope that may go to a parameter, best first: of the same name, then of the same type, then assignable;
 * among equals the loop's own, then the shorter path, then the order of the text. `hut.id` counts as the name `hutId`.
 */
export function fittingValues(scope: Scope, wanted: Named): ScopeValue[] {
  const rank = ({ path, type }: ScopeValue): number =>
    likeness(path, wanted.name) * 20 +
    (sameType(type, wanted.type) ? 0 : 10) +
    (path.split('.')[0] === scope.variable?.name ? 0 : 5) +
    path.split('.').length;
  return valuesInScope(scope)
    .filter((value) => assignable(value.type, wanted.type) && value.type.kind !== 'unknown')
    .map((value, index) => ({ value, index, rank: rank(value) }))
    .sort((a, b) => a.rank - b.rank || a.index - b.index)
    .map(({ value }) => value);
}

/**
 * The value that is most likely meant for a parameter: one of its name, or one of its own id, choice or record type.
 * A bare text or int of another name fits, but would be a guess.
 */
export function likelyValue(scope: Scope, wanted: Named): ScopeValue | null {
  const type = required(wanted.type);
  return (
    fittingValues(scope, wanted).find((value) => type.kind !== 'base' || likeness(value.path, wanted.name) < 2) ?? null
  );
}

/** 0 if the path spells the name (`hut.id` spells `hutId`), 1 if its last field does, otherwise 2. */
function likeness(path: string, name: string): number {
  const names = path.toLowerCase().split('.');
  const wanted = name.toLowerCase();
  return names.join('') === wanted ? 0 : names.at(-1) === wanted ? 1 : 2;
}
