import { required, type Type } from '../../plan/types';
import type { TypeScriptWriter } from './writer';

/** The form of a single value: `forms.int`, `hutIdForm`. */
export function formOf(out: TypeScriptWriter, declared: Type): string {
  const type = required(declared);
  switch (type.kind) {
    case 'id':
    case 'choice':
      return out.use(out.names.forms.get(type.name)!, './types');
    default:
      out.use('* as forms', './forms');
      return `forms.${type.kind === 'base' ? type.name : 'text'}`;
  }
}
