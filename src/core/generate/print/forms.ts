/** Names of forms: the functions of the output that read and write single values. */
import { required, type Type } from '../../plan/types';
import type { CodeNames } from './code-writer';

/** Name of the form of an id or a choice, by the name of its type. */
export const formName = (type: string): string => `${type[0]!.toLowerCase()}${type.slice(1)}Form`;

/** The form of a single value: `Forms.int`, `hutIdForm`. */
export function formOf(declared: Type, { types }: CodeNames): string {
  const type = required(declared);
  switch (type.kind) {
    case 'id':
    case 'choice':
      return formName(types.get(type.name)!);
    default:
      return `Forms.${type.kind === 'base' ? type.name : 'text'}`;
  }
}
