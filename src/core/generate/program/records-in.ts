import type { Type } from '../../plan/types';
import type { Program } from './program';

/** Names of the records that a state can hold: those of arguments and of results, and the records within them. */
export function recordsIn({ screens, questions }: Program): ReadonlySet<string> {
  const found = new Set<string>();
  for (const { parameters } of screens) for (const { type } of parameters) add(type);
  for (const { type } of questions) add(type);
  return found;

  function add(type: Type): void {
    if (type.kind === 'list' || type.kind === 'optional') add(type.of);
    else if (type.kind === 'record' && !found.has(type.name)) {
      found.add(type.name);
      type.fields.forEach(add);
    }
  }
}
