import { required, type Type } from '../../plan/types';
import type { SwiftNames } from './names';

/** Name of the form of an id or a choice, by the name of its type. */
export const formName = (type: string): string => `${type[0]!.toLowerCase()}${type.slice(1)}Form`;

/** The form of a single value: `Forms.int`, `hutIdForm`. */
export function formOf(declared: Type, { types }: SwiftNames): string {
  const type = required(declared);
  switch (type.kind) {
    case 'id':
    case 'choice':
      return formName(types.get(type.name)!);
    default:
      return `Forms.${type.kind === 'base' ? type.name : 'text'}`;
  }
}

/** The codec of a value: `Codec.optional(Codec.literal(Forms.text))`. */
export function codecOf(type: Type, names: SwiftNames): string {
  switch (type.kind) {
    case 'optional':
      return `Codec.optional(${codecOf(type.of, names)})`;
    case 'list':
      return `Codec.list(${codecOf(type.of, names)})`;
    case 'record':
      return `${names.types.get(type.name)!}.codec`;
    default:
      return `Codec.literal(${formOf(type, names)})`;
  }
}
