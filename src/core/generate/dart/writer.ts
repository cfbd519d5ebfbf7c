/** Writes one file of the Dart output, and collects what it imports. */
import { stringValue } from '../../language/tokens';
import type { Only } from '../../plan/model';
import { required, type Type } from '../../plan/types';
import { conditionText, oppositeText, pathSteps, variantText, type Questions } from '../print/conditions';
import type { Here } from '../print/here';
import { Printer } from '../print/printer';
import type { Expression, PathExpression, Program, Test } from '../program/program';
import { typeOfExpression } from '../program/read-expression';
import { namesOf, optionNames, propertyNames, quoted, type DartNames } from './names';

const width = 110;

const baseTypes = {
  text: 'String',
  int: 'int',
  decimal: 'double',
  bool: 'bool',
  date: 'LocalDate',
  time: 'LocalTime',
  instant: 'DateTime',
  url: 'Url',
} as const;

/** Forms whose names are not those of the plan, because Dart has types of these names. */
const formNames: Readonly<Record<string, string>> = { int: 'integer', bool: 'boolean' };

export class DartWriter extends Printer {
  private readonly imports = new Set<string>();

  /** @param self name of the file */
  constructor(
    readonly program: Program,
    readonly names: DartNames,
    private readonly self: string,
  ) {
    super(width, '  ', 'lines');
  }

  /** Imports a file of the output, and returns the name that comes from it. */
  use(name: string, file: string): string {
    if (file !== this.self) this.imports.add(file);
    return name;
  }

  /** The file: its imports, and all lines. */
  file(): string {
    const all = [...this.imports].sort();
    return all.length === 0 ? this.text : `${all.map((name) => `import '${name}.dart';`).join('\n')}\n\n${this.text}`;
  }

  type(type: Type): string {
    switch (type.kind) {
      case 'optional':
        return `${this.type(type.of)}?`;
      case 'list':
        return `List<${this.type(type.of)}>`;
      case 'base': {
        const name = baseTypes[type.name];
        return type.name === 'date' || type.name === 'time' || type.name === 'url' ? this.use(name, 'forms') : name;
      }
      case 'unknown':
        return 'Object';
      default:
        return this.use(this.names.types.get(type.name)!, 'types');
    }
  }

  /** The form of a single value: `Forms.integer`, `hutIdForm`. */
  form(declared: Type): string {
    const type = required(declared);
    if (type.kind === 'id' || type.kind === 'choice')
      return this.use(formName(this.names.types.get(type.name)!), 'types');
    const name = type.kind === 'base' ? type.name : 'text';
    return this.use(`Forms.${formNames[name] ?? name}`, 'forms');
  }

  /** The codec of a value: `optional(literal(Forms.text))`. */
  codec(type: Type): string {
    switch (type.kind) {
      case 'optional':
        return this.use(`optional(${this.codec(type.of)})`, 'codec');
      case 'list':
        return this.use(`list(${this.codec(type.of)})`, 'codec');
      case 'record':
        return this.use(codecName(this.names.types.get(type.name)!), 'saved');
      default:
        return this.use(`literal(${this.form(type)})`, 'codec');
    }
  }

  /** A literal; only constant ones may be defaults of parameters. */
  literal(declared: Type, text: string): string {
    const type = required(declared);
    switch (type.kind) {
      case 'choice':
        return `${this.type(type)}.${optionNames(type.options).get(text)!}`;
      case 'id':
        return `${this.type(type)}(${this.literal({ kind: 'base', name: type.base ?? 'text' }, text)})`;
      case 'base': {
        const own = quoted(stringValue(text) ?? '');
        switch (type.name) {
          case 'text':
            return own;
          case 'int':
            return String(BigInt(text));
          case 'decimal':
            return text.replace(/^(-?)0+(?=\d)/, '$1') + (text.includes('.') ? '' : '.0');
          case 'bool':
            return text;
          case 'instant':
            return this.use(`needed(Forms.instant, ${own})`, 'forms');
          default:
            return `${this.type(type)}(${own})`;
        }
      }
      default:
        return 'null';
    }
  }

  /** An expression where a type is wanted: a value that was tested before counts as present. */
  value(expression: Expression, wanted: Type, here: Here): string {
    if (expression.kind === 'literal') return this.literal(expression.type, expression.text);
    if (expression.kind === 'flag')
      return this.converted(
        `${here.flags}.${this.names.flags.get(expression.flag.name)!}`,
        expression.flag.type,
        wanted,
      );
    const text = this.path(expression, here);
    const type = typeOfExpression(expression);
    const mayBeNull = expression.path.some((step) => step.type.kind === 'optional');
    const isRead = wanted.kind === 'optional' || type.kind === 'optional';
    return this.converted(mayBeNull && !isRead ? this.use(`given(${text})`, 'forms') : text, type, wanted);
  }

  /** A path, which is null if a step of it is absent. */
  path(expression: PathExpression, here: Here): string {
    const { kind, path } = expression;
    const properties = kind === 'argument' ? here.arguments : here.payload.values;
    let text = `${kind === 'argument' ? here.route : 'event'}.${properties.get(path[0]!.name)!}`;
    for (const { name, afterAbsent } of pathSteps(expression, (record, field) => this.fieldsOf(record).get(field)!))
      text += `${afterAbsent ? '?.' : '.'}${name}`;
    return text;
  }

  /** A value as another type that it fits: only numbers have to be converted. */
  converted(text: string, from: Type, to: Type): string {
    const [own, wanted] = [required(from), required(to)];
    const call = from.kind === 'optional' && to.kind === 'optional' ? '?.' : '.';
    if (own.kind === 'base' && wanted.kind === 'base' && own.name === 'int' && wanted.name === 'decimal')
      return `${text}${call}toDouble()`;
    if (own.kind !== 'list' || wanted.kind !== 'list') return text;
    const item = this.converted('item', own.of, wanted.of);
    return item === 'item' ? text : `${text}${call}map((item) => ${item}).toList()`;
  }

  fieldsOf(record: string): ReadonlyMap<string, string> {
    const type = this.program.recordOf.get(record);
    return propertyNames(type ? [...type.fields].map(([name, of]) => ({ name, type: of })) : []);
  }

  /** A condition, or its opposite. */
  test(test: Test, here: Here, holds = true): string {
    const ask: Questions = {
      flag: ({ flag, value }, is) => {
        const text = `${here.flags}.${this.names.flags.get(flag.name)!}`;
        if (flag.type.kind !== 'choice') return (value === 'true') === is ? text : `!${text}`;
        return `${text} ${is ? '==' : '!='} ${this.literal(flag.type, value)}`;
      },
      given: (path, is) => `${this.path(path, here)} ${is ? '!=' : '=='} null`,
      outcome: (text) => {
        const own = here.payload.outcomes.get(text);
        return own ? `event.${own}` : `circumstances.${this.names.circumstances.get(text)!}`;
      },
    };
    return holds ? conditionText(test, ask) : oppositeText(test, ask);
  }

  /** The variants of something, as a condition; null for all of them. */
  variantTest(only: Only, variant: string): string | null {
    const named = (name: string): string => this.use(`Variant.${this.names.variants.get(name)!}`, 'types');
    return variantText(this.program, only, {
      is: (name) => `${variant} == ${named(name)}`,
      isNot: (name) => `${variant} != ${named(name)}`,
    });
  }

  /** A value of the enum of screens. */
  screen(code: Parameters<DartNames['screens']['get']>[0]): string {
    return this.use(`Screen.${this.names.screens.get(code)!}`, 'routes');
  }
}

/** Name of the form of an id or a choice, by the name of its type. */
export const formName = (type: string): string => `${type[0]!.toLowerCase()}${type.slice(1)}Form`;

/** Name of the codec of a record, by the name of its type. */
export const codecName = (type: string): string => `${type[0]!.toLowerCase()}${type.slice(1)}Codec`;

const known = new WeakMap<Program, DartNames>();

/** Names are worked out once for all files of a program. */
export function writerFor(program: Program, self: string): DartWriter {
  let names = known.get(program);
  if (!names) known.set(program, (names = namesOf(program)));
  return new DartWriter(program, names, self);
}
