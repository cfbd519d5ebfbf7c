/** Writes one file of the Swift output. */
import { stringValue } from '../../language/tokens';
import type { Only } from '../../plan/model';
import { required, type Type } from '../../plan/types';
import { conditionText, oppositeText, pathSteps, variantText, type Questions } from '../print/conditions';
import type { Here } from '../print/here';
import { Printer } from '../print/printer';
import type { Expression, PathExpression, Program, Test } from '../program/program';
import { typeOfExpression } from '../program/read-expression';
import { namesOf, optionNames, propertyNames, quoted, type SwiftNames } from './names';

const width = 120;

const baseTypes = {
  text: 'String',
  int: 'Int',
  decimal: 'Decimal',
  bool: 'Bool',
  date: 'LocalDate',
  time: 'LocalTime',
  instant: 'Date',
  url: 'Url',
} as const;

export class SwiftWriter extends Printer {
  private needsFoundation = false;

  constructor(
    readonly program: Program,
    readonly names: SwiftNames,
  ) {
    super(width, '    ', 'lines');
  }

  /** The file: its import, if it needs one, and all lines. */
  file(): string {
    return this.needsFoundation ? `import Foundation\n\n${this.text}` : this.text;
  }

  /** Adds a switch, whose cases stand where the switch does. */
  switchOn(subject: string, cases: () => void): this {
    this.line(`switch ${subject} {`);
    cases();
    return this.line('}');
  }

  type(type: Type): string {
    switch (type.kind) {
      case 'optional':
        return `${this.type(type.of)}?`;
      case 'list':
        return `[${this.type(type.of)}]`;
      case 'base':
        if (type.name === 'decimal' || type.name === 'instant') this.needsFoundation = true;
        return baseTypes[type.name];
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
            return String(BigInt(text));
          case 'bool':
            return text;
          case 'decimal':
            return `Forms.given(Forms.decimal.read(${quoted(text)}))`;
          default:
            return `Forms.given(Forms.${type.name}.read(${quoted(own)}))`;
        }
      }
      default:
        return 'nil';
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
    const mayBeNil = expression.path.some((step) => step.type.kind === 'optional');
    const isRead = wanted.kind === 'optional' || type.kind === 'optional';
    return this.converted(mayBeNil && !isRead ? `Forms.given(${text})` : text, type, wanted);
  }

  /** A path, which is nil if a step of it is absent. */
  path(expression: PathExpression, here: Here): string {
    const { kind, path } = expression;
    const name = (kind === 'argument' ? here.arguments : here.payload.values).get(path[0]!.name)!;
    let text = kind === 'argument' ? `${here.route}.${name}` : name;
    for (const { name: field, afterAbsent } of pathSteps(expression, (record, own) => this.fieldsOf(record).get(own)!))
      text += `${afterAbsent ? '?.' : '.'}${field}`;
    return text;
  }

  /** A value as another type that it fits: only numbers have to be converted. */
  converted(text: string, from: Type, to: Type): string {
    const [own, wanted] = [required(from), required(to)];
    const isOptional = from.kind === 'optional' && to.kind === 'optional';
    if (own.kind === 'base' && wanted.kind === 'base' && own.name === 'int' && wanted.name === 'decimal')
      return isOptional ? `${text}.map { Decimal($0) }` : `Decimal(${text})`;
    if (own.kind !== 'list' || wanted.kind !== 'list') return text;
    const item = this.converted('$0', own.of, wanted.of);
    return item === '$0' ? text : `${text}${isOptional ? '?' : ''}.map { ${item} }`;
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
        return `${text} ${is ? '==' : '!='} .${optionNames(flag.type.options).get(value)!}`;
      },
      given: (path, is) => `${this.path(path, here)} ${is ? '!=' : '=='} nil`,
      outcome: (text) =>
        here.payload.outcomes.get(text) ?? `circumstances.${this.names.circumstances.get(text) ?? 'unknown'}`,
    };
    return holds ? conditionText(test, ask) : oppositeText(test, ask);
  }

  /** The variants of something, as a condition; null for all of them. */
  variantTest(only: Only, variant: string): string | null {
    const named = (name: string): string => `.${this.names.variants.get(name)!}`;
    return variantText(this.program, only, {
      is: (name) => `${variant} == ${named(name)}`,
      isNot: (name) => `${variant} != ${named(name)}`,
    });
  }
}

const known = new WeakMap<Program, SwiftNames>();

/** Names are worked out once for all files of a program. */
export function writerFor(program: Program): SwiftWriter {
  let names = known.get(program);
  if (!names) known.set(program, (names = namesOf(program)));
  return new SwiftWriter(program, names);
}
