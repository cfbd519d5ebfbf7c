import type { ValueNode } from '../language/syntax';
import { isLiteral, literalFits, literalType } from '../plan/literals';
import type { Scope } from '../plan/model';
import { typeOfPath } from '../plan/scope';
import { assignable, required, type Type } from '../plan/types';

/**
 * How a value fits the type that is wanted:
 *
 * - `supplied`: it fits
 * - `may-be-absent`: an optional value goes where one is required
 * - `wrong-type`: the value's type does not fit
 * - `unknown-value`: the value names nothing in scope
 * - `fixed-id`: a literal stands where an id should come from data
 */
export type ValueStatus = 'supplied' | 'may-be-absent' | 'wrong-type' | 'unknown-value' | 'fixed-id';

/**
 * Judges a value that goes where a type is wanted.
 *
 * @param sample whether a literal may stand for an id
 * @returns with the value's own type, or null if it is unknown
 */
export function judgeValue(
  wanted: Type,
  value: ValueNode,
  scope: Scope,
  sample: boolean,
): { readonly status: ValueStatus; readonly type: Type | null } {
  if (isLiteral(value)) {
    if (!literalFits(value, wanted)) return { status: 'wrong-type', type: literalType(value) };
    return { status: !sample && required(wanted).kind === 'id' ? 'fixed-id' : 'supplied', type: wanted };
  }
  const type = typeOfPath(scope, value.names);
  const inner = required(wanted);
  const isOption = value.names.length === 1 && inner.kind === 'choice' && inner.options.includes(value.names[0]!.text);
  if (type && assignable(type, wanted)) return { status: 'supplied', type };
  if (isOption) return { status: 'supplied', type: inner };
  if (!type) return { status: 'unknown-value', type: null };
  return { status: assignable(required(type), wanted) ? 'may-be-absent' : 'wrong-type', type };
}
