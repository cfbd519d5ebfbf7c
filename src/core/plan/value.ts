import { quote, stringValue } from '../language/tokens';
import { forms, isQuoted } from './forms';
import { required, type RecordType, type Type } from './types';

/**
 * A value that a walk hands from screen to screen: a literal as the language writes it (`12`, `"s-1"`, `summer`), null
 * for one that is absent, a list, or a record by its fields. Plain data, so that JSON keeps it.
 */
export type Value = string | null | readonly Value[] | Values;

/** Values by name. Names may be any that the language allows, `__proto__` too: look them up with `at`. */
export interface Values {
  readonly [name: string]: Value;
}

export const isList = (value: Value): value is readonly Value[] => Array.isArray(value);
export const isRecord = (value: Value): value is Values =>
  typeof value === 'object' && value !== null && !isList(value);

/** The value of a name; undefined if there is none. */
export const at = (values: Values, name: string): Value | undefined =>
  Object.hasOwn(values, name) ? values[name] : undefined;

/** Values with some put in the place of others, or added. */
export const withValues = (values: Values, others: Values): Values =>
  Object.fromEntries([...Object.entries(values), ...Object.entries(others)]);

/**
 * A value as a screen shows it: texts without their quotation marks, a record by its first field, a list by its length.
 */
export function showPlainly(value: Value | undefined): string {
  if (value === undefined) return 'missing';
  if (value === null) return 'absent';
  if (typeof value === 'string') return value.startsWith('"') ? (stringValue(value) ?? value) : value;
  if (isList(value)) return `${value.length} items`;
  const [first] = Object.values(value);
  return first === undefined ? 'a record' : showPlainly(first);
}

/** A value at length, as an argument: texts keep their quotation marks. */
export function showInFull(value: Value | undefined): string {
  if (typeof value === 'string') return value;
  if (value === undefined || value === null || isList(value)) return showPlainly(value);
  return `{ ${Object.entries(value)
    .map(([name, each]) => `${name} ${isRecord(each) ? '…' : showInFull(each)}`)
    .join(', ')} }`;
}

/** The field that identifies a record of a type: the first id among its fields, or null. */
export const tellingField = (type: RecordType): string | null =>
  [...type.fields].find(([, field]) => required(field).kind === 'id')?.[0] ?? null;

/** The type whose literals identify a value: an item of a list of records by its id. Null if none can. */
export function toldBy(type: Type): Type | null {
  const wanted = required(type);
  if (wanted.kind === 'record') {
    const field = tellingField(wanted);
    return field === null ? null : wanted.fields.get(field)!;
  }
  return wanted.kind === 'list' ? null : wanted;
}

/**
 * A user's input as a literal of the type: texts need no quotation marks. Null if it is no literal of the type.
 *
 * @param type as `toldBy` gives it
 */
export function readLiteral(typed: string, type: Type): string | null {
  const wanted = required(type);
  if (wanted.kind === 'choice') return wanted.options.includes(typed) ? typed : null;
  if (wanted.kind === 'record' || wanted.kind === 'list') return null;
  const name = wanted.kind === 'id' ? (wanted.base ?? 'text') : wanted.kind === 'base' ? wanted.name : 'text';
  if (name !== 'text' && !forms[name].test(typed)) return null;
  return isQuoted(name) ? quote(typed) : typed;
}
