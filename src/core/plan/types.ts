/** The types of the language, and assignability. */

import { baseNames, type BaseName } from '../language/base-names';

export { baseNames as baseTypes, type BaseName };

export const isBaseName = (name: string): name is BaseName => (baseNames as readonly string[]).includes(name);

export interface IdType {
  readonly kind: 'id';
  readonly name: string;
  readonly base: BaseName | null;
}
export interface ChoiceType {
  readonly kind: 'choice';
  readonly name: string;
  readonly options: readonly string[];
}
/** Filled in after it is made, since records may hold lists of themselves. */
export interface RecordType {
  readonly kind: 'record';
  readonly name: string;
  readonly fields: Map<string, Type>;
}

export type Type =
  | { readonly kind: 'base'; readonly name: BaseName }
  | IdType
  | ChoiceType
  | RecordType
  | { readonly kind: 'list'; readonly of: Type }
  | { readonly kind: 'optional'; readonly of: Type }
  /** A missing or unknown type, which was reported once. It fits everywhere. */
  | { readonly kind: 'unknown' };

export const unknown: Type = { kind: 'unknown' };
export const base = (name: BaseName): Type => ({ kind: 'base', name });

/** Whether all parts of a type are known, so that it can be written. */
export const isKnown = (type: Type): boolean =>
  type.kind === 'list' || type.kind === 'optional' ? isKnown(type.of) : type.kind !== 'unknown';

/** A type as the language writes it. */
export function showType(type: Type): string {
  switch (type.kind) {
    case 'list':
      return `list of ${showType(type.of)}`;
    case 'optional':
      return `${showType(type.of)}?`;
    case 'unknown':
      return 'an unknown type';
    default:
      return type.name;
  }
}

/** The type without its `?`. */
export const required = (type: Type): Type => (type.kind === 'optional' ? type.of : type);

/** Equality by name: ids, choices and records are nominal (Pierce, Types and Programming Languages, 19.3). */
export function sameType(a: Type, b: Type): boolean {
  if (a.kind !== b.kind) return false;
  if ((a.kind === 'list' && b.kind === 'list') || (a.kind === 'optional' && b.kind === 'optional'))
    return sameType(a.of, b.of);
  return 'name' in a && 'name' in b && a.name === b.name;
}

/**
 * Whether a value of one type fits another: T fits T and T?, int fits decimal, and a list fits by its items. Nothing
 * else fits: no text int, no id its base, no T? fits T.
 */
export function assignable(from: Type, to: Type): boolean {
  if (from.kind === 'unknown' || to.kind === 'unknown') return true;
  if (to.kind === 'optional') return assignable(required(from), to.of);
  if (from.kind === 'list' && to.kind === 'list') return assignable(from.of, to.of);
  if (from.kind === 'base' && to.kind === 'base' && from.name === 'int' && to.name === 'decimal') return true;
  return sameType(from, to);
}
