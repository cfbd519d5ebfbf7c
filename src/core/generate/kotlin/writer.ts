/** Writes one file of the Kotlin output, and collects what it imports. */
import { stringValue } from '../../language/tokens';
import type { Only } from '../../plan/model';
import { required, type Type } from '../../plan/types';
import { conditionText, oppositeText, pathSteps, variantText, type Questions } from '../print/conditions';
import type { Here } from '../print/here';
import { Printer } from '../print/printer';
import type { Expression, PathExpression, Program, Test } from '../program/program';
import { typeOfExpression } from '../program/read-expression';
import { namesOf, optionNames, propertyNames, quoted, type KotlinNames } from './names';

const width = 120;

const baseTypes = {
  text: 'String',
  int: 'Long',
  decimal: 'BigDecimal',
  bool: 'Boolean',
  date: 'LocalDate',
  time: 'LocalTime',
  instant: 'Instant',
  url: 'Url',
} as const;

const imports: Readonly<Record<string, string>> = {
  BigDecimal: 'java.math.BigDecimal',
  Instant: 'java.time.Instant',
  LocalDate: 'java.time.LocalDate',
  LocalTime: 'java.time.LocalTime',
};

export class KotlinWriter extends Printer {
  private readonly used = new Set<string>();

  constructor(
    readonly program: Program,
    readonly names: KotlinNames,
  ) {
    super(width, '    ', 'block');
  }

  /** The file: its imports, and all lines. */
  file(): string {
    const all = [...this.used].sort();
    return all.length === 0 ? this.text : `${all.map((name) => `import ${name}`).join('\n')}\n\n${this.text}`;
  }

  /** A type that may have to be imported. */
  private imported(name: string): string {
    if (imports[name]) this.used.add(imports[name]);
    return name;
  }

  type(type: Type): string {
    switch (type.kind) {
      case 'optional':
        return `${this.type(type.of)}?`;
      case 'list':
        return `List<${this.type(type.of)}>`;
      case 'base':
        return this.imported(baseTypes[type.name]);
      case 'unknown':
        return 'Any';
      default:
        return this.names.types.get(type.name)!;
    }
  }

  literal(declared: Type, text: string): string {
    const type = required(declared);
    switch (type.kind) {
      case 'choice':
        return `${this.names.types.get(type.name)!}.${optionNames(type.options).get(text)!}`;
      case 'id':
        return `${this.names.types.get(type.name)!}(${this.literal({ kind: 'base', name: type.base ?? 'text' }, text)})`;
      case 'base': {
        const own = stringValue(text) ?? '';
        switch (type.name) {
          case 'text':
            return quoted(own);
          case 'int':
            return `${BigInt(text)}L`;
          case 'decimal':
            return `Forms.decimal.read(${quoted(text)})!!`;
          case 'bool':
            return text;
          case 'url':
            return `Url(${quoted(own)})`;
          default:
            return `Forms.${type.name}.read(${quoted(own)})!!`;
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
    return this.converted(mayBeNull && !isRead ? `given(${text})` : text, type, wanted);
  }

  /** A path, which is null if a step of it is absent. */
  path(expression: PathExpression, here: Here): string {
    const { kind, path } = expression;
    const properties = kind === 'argument' ? here.arguments : here.payload.values;
    let text = `${kind === 'argument' ? here.route : 'event'}.${properties.get(path[0]!.name)!}`;
    let mayBeNull = false;
    for (const { name, afterAbsent } of pathSteps(expression, (record, field) => this.fieldsOf(record).get(field)!)) {
      mayBeNull ||= afterAbsent;
      text += `${mayBeNull ? '?.' : '.'}${name}`;
    }
    return text;
  }

  /** A value as another type that it fits: only numbers have to be converted. */
  private converted(text: string, from: Type, to: Type): string {
    const [own, wanted] = [required(from), required(to)];
    const call = from.kind === 'optional' && to.kind === 'optional' ? '?.' : '.';
    if (own.kind === 'base' && wanted.kind === 'base' && own.name === 'int' && wanted.name === 'decimal')
      return `${text}${call}toBigDecimal()`;
    if (own.kind !== 'list' || wanted.kind !== 'list') return text;
    const item = this.converted('it', own.of, wanted.of);
    return item === 'it' ? text : `${text}${call}map { ${item} }`;
  }

  /** The conversion of a result to the type of the value that gets it. */
  conversion(from: Type, to: Type): string {
    const text = this.converted('value', from, to);
    return text === 'value' ? '{ it }' : `{ given -> (given as ${this.type(from)}).let { value -> ${text} } }`;
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
    const named = (name: string): string => `Variant.${this.names.variants.get(name)!}`;
    return variantText(this.program, only, {
      is: (name) => `${variant} == ${named(name)}`,
      isNot: (name) => `${variant} != ${named(name)}`,
    });
  }
}

const known = new WeakMap<Program, KotlinNames>();

/** Names are worked out once for all files of a program. */
export function writerFor(program: Program): KotlinWriter {
  let names = known.get(program);
  if (!names) known.set(program, (names = namesOf(program)));
  return new KotlinWriter(program, names);
}
