/** Writes one file of the Kotlin output, and collects what it imports. */
import type { BaseName, Type } from '../../plan/types';
import { CodeWriter, namesOnce } from '../print/code-writer';
import type { Program } from '../program/program';
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

export class KotlinWriter extends CodeWriter<KotlinNames> {
  protected override readonly chains = true;
  private readonly used = new Set<string>();

  constructor(program: Program, names: KotlinNames) {
    super(program, names, width, '    ', 'block');
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

  protected override readonly propertiesOf = propertyNames;

  protected override optionNames(options: readonly string[]): ReadonlyMap<string, string> {
    return optionNames(options);
  }

  protected override baseLiteral(name: BaseName, text: string, own: string): string {
    switch (name) {
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
        return `Forms.${name}.read(${quoted(own)})!!`;
    }
  }

  protected override given(text: string): string {
    return `given(${text})`;
  }

  protected override readonly item = 'it';

  protected override decimal(text: string, isOptional: boolean): string {
    return `${text}${isOptional ? '?.' : '.'}toBigDecimal()`;
  }

  protected override mapped(text: string, item: string, isOptional: boolean): string {
    return `${text}${isOptional ? '?.' : '.'}map { ${item} }`;
  }

  /** The conversion of a result to the type of the value that gets it. */
  conversion(from: Type, to: Type): string {
    const text = this.converted('value', from, to);
    return text === 'value' ? '{ it }' : `{ given -> (given as ${this.type(from)}).let { value -> ${text} } }`;
  }

  protected override variant(name: string): string {
    return `Variant.${this.names.variants.get(name)!}`;
  }
}

const namesFor = namesOnce(namesOf);

export const writerFor = (program: Program): KotlinWriter => new KotlinWriter(program, namesFor(program));
