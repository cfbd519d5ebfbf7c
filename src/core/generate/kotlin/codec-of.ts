import type { Type } from '../../plan/types';
import { formOf } from '../print/forms';
import type { KotlinNames } from './names';

/** The codec of a value: `optional(literal(Forms.text))`. */
export function codecOf(type: Type, names: KotlinNames): string {
  switch (type.kind) {
    case 'optional':
      return `optional(${codecOf(type.of, names)})`;
    case 'list':
      return `list(${codecOf(type.of, names)})`;
    case 'record':
      return `${names.types.get(type.name)!}Codec`;
    default:
      return `literal(${formOf(type, names)})`;
  }
}
