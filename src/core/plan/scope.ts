/** The values that can be named at a place, and their types. */
import type { Condition, Flag, Loop, Only, Scope, Screen } from './model';
import { required, unknown, type Type } from './types';

/** The place of a name, on which its meaning depends. */
export interface BindingContext {
  /** The screen in whose body it stands; null outside of screens. */
  readonly screen: Screen | null;
  /** Restrictions to variants, each from one thing around it. */
  readonly only: readonly Only[];
  readonly scope: Scope;
  /** The index of the transition in whose branches it stands; null elsewhere. */
  readonly transition?: number;
  /** The screen that is on top when the steps there begin; left out where it may be any. */
  readonly shown?: Screen;
}

const nothing: ReadonlySet<string> = new Set();

/** A place with literals only: tabs, entries, the start. */
export const emptyScope: Scope = { variable: null, layers: [], given: nothing };

/** Names in scope of a menu's items. */
export const menuScope = (flags: readonly Flag[]): Scope => ({ variable: null, layers: [flags], given: nothing });

/** The values of a screen that is not shown yet, as in its links and behind the else of its needs: its arguments. */
export const arrivalScope = (screen: Screen, flags: readonly Flag[]): Scope => ({
  variable: null,
  layers: [screen.parameters, flags],
  given: nothing,
});

/** Names in scope of a screen's transitions: the loop variable, arguments, values that it has, and flags. */
export function screenScope(screen: Screen, flags: readonly Flag[], loop: Loop | null = null): Scope {
  const variable = loop && { name: loop.variable.text, type: loop.type };
  const own = [screen.parameters, screen.holds, flags];
  return { variable, layers: variable ? [[variable], ...own] : own, given: nothing };
}

/** A scope in which further paths are known to be present. */
export const withGiven = (scope: Scope, given: ReadonlySet<string>): Scope =>
  given.size === 0 ? scope : { ...scope, given };

function typeOfName({ layers }: Scope, name: string): Type | null {
  for (let layer = 0; layer < layers.length; layer++) {
    const names = layers[layer]!;
    for (let at = 0; at < names.length; at++) if (names[at]!.name === name) return names[at]!.type;
  }
  return null;
}

/**
 * The type of a field of a value; a field of a value that may be absent may be absent too. Null without such a field.
 */
function typeOfField(type: Type, field: string): Type | null {
  if (type.kind === 'unknown') return unknown;
  if (type.kind === 'optional') {
    const inner = typeOfField(type.of, field);
    return inner && (inner.kind === 'optional' || inner.kind === 'unknown' ? inner : { kind: 'optional', of: inner });
  }
  return type.kind === 'record' ? (type.fields.get(field) ?? null) : null;
}

/** The type of `name.field.field`, or null if one of the names is unknown. */
export function typeOfPath(scope: Scope, names: readonly { readonly text: string }[]): Type | null {
  let type = names[0] ? typeOfName(scope, names[0].text) : null;
  let path = names[0]?.text ?? '';
  for (let at = 1; ; at++) {
    if (type?.kind === 'optional' && scope.given.has(path)) type = required(type);
    if (at >= names.length) return type;
    type = type && typeOfField(type, names[at]!.text);
    path = scope.given.size > 0 ? `${path}.${names[at]!.text}` : '';
  }
}

/**
 * The paths that are known to be there if a condition holds, or if it fails: types that follow from tests
 * (Tobin-Hochstadt & Felleisen, Logical Types for Untyped Languages, 2010), for `is given` alone.
 */
export function givenBy(condition: Condition, holds: boolean): ReadonlySet<string> {
  switch (condition.kind) {
    case 'given':
      return holds ? new Set([condition.names.map((name) => name.text).join('.')]) : nothing;
    case 'not':
      return givenBy(condition.of, !holds);
    case 'and':
    case 'or': {
      const left = givenBy(condition.left, holds);
      const right = givenBy(condition.right, holds);
      // An `and` that holds, or an `or` that fails, settles both sides. Otherwise only the paths that both sides show
      // count.
      if ((condition.kind === 'and') === holds) return new Set([...left, ...right]);
      return new Set([...left].filter((path) => right.has(path)));
    }
    default:
      return nothing;
  }
}
