import { type Parameter } from '../../plan/model';
import { emptyScope } from '../../plan/scope';
import type { Expression } from './program';
import { readValue } from './read-expression';

const literalsAlone = { scope: emptyScope, screen: null, flags: [] };

/** The default of an argument; null if it has none, or one that does not fit. */
export const defaultOf = ({ initial, type }: Parameter): Extract<Expression, { kind: 'literal' }> | null => {
  const value = initial && readValue(literalsAlone, initial, type);
  return value?.kind === 'literal' ? value : null;
};

/** Whether a caller may leave an argument out. */
export const mayBeOmitted = (parameter: Parameter): boolean =>
  parameter.type.kind === 'optional' || defaultOf(parameter) !== null;
