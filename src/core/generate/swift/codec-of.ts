import type { Type } from '../../plan/types';
import { formOf } from '../print/forms';
import type { SwiftNames } from './names';

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
