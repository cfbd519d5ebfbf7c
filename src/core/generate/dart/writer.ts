/** Writes one file of the Dart output, and collects what it imports. */
import { required, type BaseName, type Type } from '../../plan/types';
import { CodeWriter, namesOnce } from '../print/code-writer';
import { formName } from '../print/forms';
import type { Program } from '../program/program';
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

export class DartWriter extends CodeWriter<DartNames> {
  private readonly imports = new Set<string>();

  /** @param self name of the file */
  constructor(
    program: Program,
    names: DartNames,
    private readonly self: string,
  ) {
    super(program, names, width, '  ', 'lines');
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

  protected override readonly propertiesOf = propertyNames;

  protected override optionNames(options: readonly string[]): ReadonlyMap<string, string> {
    return optionNames(options);
  }

  /** Only constant literals may be defaults of parameters. */
  protected override baseLiteral(name: BaseName, text: string, own: string): string {
    switch (name) {
      case 'text':
        return quoted(own);
      case 'int':
        return String(BigInt(text));
      case 'decimal':
        return text.replace(/^(-?)0+(?=\d)/, '$1') + (text.includes('.') ? '' : '.0');
      case 'bool':
        return text;
      case 'instant':
        return this.use(`needed(Forms.instant, ${quoted(own)})`, 'forms');
      default:
        return `${this.type({ kind: 'base', name })}(${quoted(own)})`;
    }
  }

  protected override given(text: string): string {
    return this.use(`given(${text})`, 'forms');
  }

  protected override decimal(text: string, isOptional: boolean): string {
    return `${text}${isOptional ? '?.' : '.'}toDouble()`;
  }

  protected override mapped(text: string, item: string, isOptional: boolean): string {
    return `${text}${isOptional ? '?.' : '.'}map((item) => ${item}).toList()`;
  }

  protected override variant(name: string): string {
    return this.use(`Variant.${this.names.variants.get(name)!}`, 'types');
  }

  /** A value of the enum of screens. */
  screen(code: Parameters<DartNames['screens']['get']>[0]): string {
    return this.use(`Screen.${this.names.screens.get(code)!}`, 'routes');
  }
}

/** Name of the codec of a record, by the name of its type. */
export const codecName = (type: string): string => `${type[0]!.toLowerCase()}${type.slice(1)}Codec`;

const namesFor = namesOnce(namesOf);

/** @param self name of the file */
export const writerFor = (program: Program, self: string): DartWriter =>
  new DartWriter(program, namesFor(program), self);
