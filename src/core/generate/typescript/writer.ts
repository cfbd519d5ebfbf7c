/** Writes one file of the TypeScript output, and collects what it imports. */
import { compareTexts } from '../program/words';
import type { Here } from '../print/here';
import { Printer } from '../print/printer';
import { conditionText, oppositeText, pathSteps, variantText, type Questions } from '../print/conditions';
import type { Expression, PathExpression, Program, Test } from '../program/program';
import { typeOfExpression } from '../program/read-expression';
import type { Only } from '../../plan/model';
import { required, type Type } from '../../plan/types';
import { stringValue } from '../../language/tokens';
import { namesOf, propertiesOf, quoted, type TypeScriptNames } from './names';

const width = 110;

const baseTypes = {
  text: 'string',
  int: 'number',
  decimal: 'number',
  bool: 'boolean',
  date: 'LocalDate',
  time: 'LocalTime',
  instant: 'Date',
  url: 'Url',
} as const;

/** Base types that the output declares itself. */
const declared: ReadonlySet<string> = new Set(['LocalDate', 'LocalTime', 'Url']);

export class TypeScriptWriter extends Printer {
  private readonly imports = new Map<string, Set<string>>();

  /** @param self the file, as others import it */
  constructor(
    readonly program: Program,
    readonly names: TypeScriptNames,
    private readonly self: string,
  ) {
    super(width, '  ', 'block');
  }

  /** Imports a name, unless the file declares it, and returns it. */
  use(name: string, from: string): string {
    if (from === this.self) return bare(name);
    const known = this.imports.get(from) ?? new Set();
    this.imports.set(from, known.add(name));
    return name;
  }

  /** The file: a sentence about it, imports, and all lines. */
  file(about: string): string {
    const top = new Printer(width, '  ', 'block');
    top.line(`/** ${oneLine(about)} */`);
    for (const [from, used] of [...this.imports].sort(([a], [b]) => compareTexts(a, b))) {
      const whole = [...used].filter((name) => name.startsWith('* as '));
      for (const name of whole) top.line(`import ${name} from ${quoted(from)};`);
      const all = [...used].filter((name) => !whole.includes(name)).sort((a, b) => compareTexts(bare(a), bare(b)));
      if (all.length === 0) continue;
      const isTypes = all.every((name) => name.startsWith('type '));
      top.list(isTypes ? 'import type {' : 'import {', isTypes ? all.map(bare) : all, `} from ${quoted(from)};`, ' ');
    }
    return this.imports.size === 0 ? `${top.text}${this.text}` : `${top.text}\n${this.text}`;
  }

  type(type: Type): string {
    switch (type.kind) {
      case 'optional':
        return `${this.type(type.of)} | null`;
      case 'list': {
        const of = this.type(type.of);
        return `readonly ${/[ |]/.test(of) ? `(${of})` : of}[]`;
      }
      case 'base': {
        const name = baseTypes[type.name];
        return declared.has(name) ? this.typeNamed(name, './forms') : name;
      }
      case 'unknown':
        return 'unknown';
      default:
        return this.typeNamed(this.names.types.get(type.name)!, './types');
    }
  }

  private typeNamed(name: string, from: string): string {
    // A value of the name brings its type along.
    if (!this.imports.get(from)?.has(name)) this.use(`type ${name}`, from);
    return name;
  }

  private valueNamed(name: string, from: string): string {
    this.imports.get(from)?.delete(`type ${name}`);
    return this.use(name, from);
  }

  literal(declaredType: Type, text: string): string {
    const type = required(declaredType);
    switch (type.kind) {
      case 'choice':
        return quoted(text);
      case 'id':
        return `${this.valueNamed(this.names.types.get(type.name)!, './types')}(${this.literal({ kind: 'base', name: type.base ?? 'text' }, text)})`;
      case 'base':
        switch (type.name) {
          case 'text':
            return quoted(stringValue(text) ?? '');
          case 'int':
          case 'decimal':
            return plainNumber(text);
          case 'bool':
            return text;
          case 'instant':
            return `new Date(${quoted(stringValue(text) ?? '')})`;
          default:
            return `${this.valueNamed(baseTypes[type.name], './forms')}(${quoted(stringValue(text) ?? '')})`;
        }
      default:
        return 'null';
    }
  }

  /** An expression where a type is wanted: a value that was tested before counts as present. */
  value(expression: Expression, wanted: Type, here: Here): string {
    switch (expression.kind) {
      case 'literal':
        return this.literal(expression.type, expression.text);
      case 'flag':
        return `${here.flags}.${this.names.flags.get(expression.flag.name)!}`;
      default: {
        const text = this.path(expression, here);
        const mayBeNull = expression.path.some(({ type }) => type.kind === 'optional');
        const isRead = wanted.kind === 'optional' || typeOfExpression(expression).kind === 'optional';
        return mayBeNull && !isRead ? `${this.use('given', './forms')}(${text})` : text;
      }
    }
  }

  /** A path, which is null if a step of it is absent. */
  path(expression: PathExpression, here: Here): string {
    const { kind, path } = expression;
    const properties = kind === 'argument' ? here.arguments : here.payload.values;
    let text = `${kind === 'argument' ? here.route : 'event'}.${properties.get(path[0]!.name)!}`;
    let isChained = false;
    for (const { name, afterAbsent } of pathSteps(expression, (record, field) => this.fieldsOf(record).get(field)!)) {
      isChained ||= afterAbsent;
      text += `${isChained ? '?.' : '.'}${name}`;
    }
    return isChained ? `(${text} ?? null)` : text;
  }

  fieldsOf(record: string): ReadonlyMap<string, string> {
    const type = this.program.recordOf.get(record);
    return propertiesOf(type ? [...type.fields].map(([name, of]) => ({ name, type: of })) : []);
  }

  /** A condition, or its opposite. */
  test(test: Test, here: Here, holds = true): string {
    const ask: Questions = {
      flag: ({ flag, value }, is) => {
        const text = `${here.flags}.${this.names.flags.get(flag.name)!}`;
        if (flag.type.kind !== 'choice') return (value === 'true') === is ? text : `!${text}`;
        return `${is ? '' : '!'}${this.use('is', './forms')}(${text}, ${quoted(value)})`;
      },
      given: (path, is) => `${this.path(path, here)} ${is ? '!==' : '==='} null`,
      outcome: (text) => {
        const own = here.payload.outcomes.get(text);
        return own ? `event.${own}` : `circumstances.${this.names.circumstances.get(text)!}`;
      },
    };
    return holds ? conditionText(test, ask) : oppositeText(test, ask);
  }

  /** The variants of something, as a condition; null for all of them. */
  variantTest(only: Only, variant: string): string | null {
    return variantText(this.program, only, {
      is: (name) => `${variant} === ${quoted(name)}`,
      isNot: (name) => `${variant} !== ${quoted(name)}`,
    });
  }
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').replaceAll('*/', '* /');

const bare = (name: string): string => name.replace(/^type /, '');

/** A number as TypeScript writes it: without the zeros in front that it refuses. */
const plainNumber = (text: string): string => text.replace(/^(-?)0+(?=\d)/, '$1');

/** Names are worked out once for all files of a program. */
const known = new WeakMap<Program, TypeScriptNames>();

export function writerFor(program: Program, self: string): TypeScriptWriter {
  let names = known.get(program);
  if (!names) known.set(program, (names = namesOf(program)));
  return new TypeScriptWriter(program, names, self);
}
