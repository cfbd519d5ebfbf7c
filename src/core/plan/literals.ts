/** Which literals may stand for a value of a type. */
import type { ValueNode } from '../language/syntax';
import { forms, isQuoted } from './forms';
import { base, required, type Type } from './types';

export function isLiteral(value: ValueNode): value is Exclude<ValueNode, { kind: 'path' }> {
  return value.kind !== 'path';
}

/** The type that a literal has on its own. */
export function literalType(value: Exclude<ValueNode, { kind: 'path' }>): Type {
  if (value.kind === 'string') return base('text');
  if (value.kind === 'bool') return base('bool');
  return base(value.text.includes('.') ? 'decimal' : 'int');
}

/**
 * Whether a literal can stand for a value of the type. For an id it is judged by the id's base: whether a literal may
 * stand for an id at all is for the rule supply/fixed-id to say.
 */
export function literalFits(value: Exclude<ValueNode, { kind: 'path' }>, wanted: Type): boolean {
  const type = required(wanted);
  if (type.kind === 'unknown') return true;
  if (type.kind === 'id') return type.base === null || literalFits(value, base(type.base));
  if (type.kind !== 'base') return false;
  if (value.kind === 'bool') return type.name === 'bool';
  if (value.kind === 'number') return type.name === 'decimal' || (type.name === 'int' && !value.text.includes('.'));
  return type.name === 'text' || (isQuoted(type.name) && forms[type.name].test(value.value));
}
