import type { Screen } from './model';
import { unknown, type Type } from './types';

/** What a transition can name beside the screen's own values: the loop's variable. */
export interface Variable {
  readonly name: string;
  readonly type: Type;
}

/** The type of the value with this name on a screen: the loop variable first, then arguments, then what the screen has. */
export function typeOfName(screen: Screen, variable: Variable | null, name: string): Type | null {
  if (variable?.name === name) return variable.type;
  return screen.parameters.find((parameter) => parameter.name === name)?.type
    ?? screen.holds.find((held) => held.name === name)?.type
    ?? null;
}

/** A field of a value; the field of a value that may be absent may be absent too. Null where there is no such field. */
export function typeOfField(type: Type, field: string): Type | null {
  if (type.kind === 'unknown') return unknown;
  if (type.kind === 'optional') {
    const inner = typeOfField(type.of, field);
    return inner && (inner.kind === 'optional' || inner.kind === 'unknown' ? inner : { kind: 'optional', of: inner });
  }
  return type.kind === 'record' ? type.fields.get(field) ?? null : null;
}

/** The type of `name.field.field`, or null where one of the names is unknown. */
export function typeOfPath(screen: Screen, variable: Variable | null, names: readonly { readonly text: string }[]): Type | null {
  let type = names[0] ? typeOfName(screen, variable, names[0].text) : null;
  for (let at = 1; at < names.length; at++) type = type && typeOfField(type, names[at]!.text);
  return type;
}
