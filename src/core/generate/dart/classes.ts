/** Classes of values: a constructor with named parameters, fields, and equality by them. */
import type { DartWriter } from './writer';

export interface ClassField {
  readonly name: string;
  readonly type: string;
  /** A constant; null for a parameter that has to be given. */
  readonly initial: string | null;
  readonly doc?: string | null;
}

/**
 * Writes a class of values.
 *
 * @param more further lines of its body
 */
export function valueClass(
  out: DartWriter,
  head: string,
  name: string,
  fields: readonly ClassField[],
  more: () => void = () => {},
): void {
  out
    .block(
      `${head} {`,
      () => {
        const parameters = fields.map((field) =>
          field.initial === null
            ? `required this.${field.name}`
            : `this.${field.name}${field.initial === 'null' ? '' : ` = ${field.initial}`}`,
        );
        if (parameters.length === 0) out.line(`const ${name}();`).line();
        else out.list(`const ${name}({`, parameters, '});').line();
        for (const field of fields) {
          out.doc(field.doc);
          out.line(`final ${field.type} ${field.name};`);
        }
        if (fields.length > 0) out.line();
        more();
        out.line('@override');
        out.list(
          'List<Object?> get values => [',
          fields.map((field) => field.name),
          '];',
        );
      },
      '}',
    )
    .line();
}
