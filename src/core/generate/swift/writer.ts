/** Writes one file of the Swift output. */
import type { BaseName, ChoiceType, Type } from '../../plan/types';
import { CodeWriter, namesOnce } from '../print/code-writer';
import type { Here } from '../print/here';
import type { PathExpression, Program } from '../program/program';
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

export class SwiftWriter extends CodeWriter<SwiftNames> {
  protected override readonly nothing = 'nil';
  private needsFoundation = false;

  constructor(program: Program, names: SwiftNames) {
    super(program, names, width, '    ', 'lines');
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

  protected override readonly propertiesOf = propertyNames;

  protected override optionNames(options: readonly string[]): ReadonlyMap<string, string> {
    return optionNames(options);
  }

  protected override baseLiteral(name: BaseName, text: string, own: string): string {
    switch (name) {
      case 'text':
        return quoted(own);
      case 'int':
        return String(BigInt(text));
      case 'bool':
        return text;
      case 'decimal':
        return `Forms.given(Forms.decimal.read(${quoted(text)}))`;
      default:
        return `Forms.given(Forms.${name}.read(${quoted(own)}))`;
    }
  }

  protected override given(text: string): string {
    return `Forms.given(${text})`;
  }

  /** The values of an event are variables of their own. */
  protected override root(expression: PathExpression, here: Here): string {
    return expression.kind === 'argument'
      ? super.root(expression, here)
      : here.payload.values.get(expression.path[0]!.name)!;
  }

  protected override readonly item = '$0';

  protected override decimal(text: string, isOptional: boolean): string {
    return isOptional ? `${text}.map { Decimal($0) }` : `Decimal(${text})`;
  }

  protected override mapped(text: string, item: string, isOptional: boolean): string {
    return `${text}${isOptional ? '?' : ''}.map { ${item} }`;
  }

  protected override choiceTest(text: string, type: ChoiceType, value: string, is: boolean): string {
    return `${text} ${is ? '==' : '!='} .${optionNames(type.options).get(value)!}`;
  }

  protected override outcome(text: string, { payload }: Here): string {
    return payload.outcomes.get(text) ?? `circumstances.${this.names.circumstances.get(text) ?? 'unknown'}`;
  }

  protected override variant(name: string): string {
    return `.${this.names.variants.get(name)!}`;
  }
}

const namesFor = namesOnce(namesOf);

export const writerFor = (program: Program): SwiftWriter => new SwiftWriter(program, namesFor(program));
