/** Types that a generated program can have. */
import { assignable, required, type Type } from '../../plan/types';
import type { Named } from '../../plan/model';

/** Whether all of a type is known, so that each language has a form for it. Linear in the size of the type. */
export function isUsable(type: Type, within: ReadonlySet<string> = new Set()): boolean {
  switch (type.kind) {
    case 'unknown':
      return false;
    case 'base':
      return true;
    case 'id':
      return type.base !== null;
    case 'choice':
      return type.options.length > 0;
    case 'list':
    case 'optional':
      return isUsable(type.of, within);
    case 'record': {
      if (within.has(type.name)) return true;
      const inner = new Set(within).add(type.name);
      return [...type.fields.values()].every((field) => isUsable(field, inner));
    }
  }
}

/** The first of each name, if its type can be had. */
export function usable<T extends Named>(all: readonly T[]): T[] {
  const seen = new Set<string>();
  return all.filter(({ name, type }) => {
    if (seen.has(name)) return false;
    seen.add(name);
    return isUsable(type);
  });
}

/** Whether a value of one type may go where the other is wanted, a value that was proved present included. */
export const fitsIn = (from: Type, isGiven: boolean, to: Type): boolean =>
  assignable(isGiven ? required(from) : from, to);
