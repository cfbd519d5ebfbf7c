/** Writes one file of the TypeScript output, and collects what it imports. */
import type { Named } from '../../plan/model';
import type { BaseName, ChoiceType, IdType, Type } from '../../plan/types';
import { CodeWriter, namesOnce } from '../print/code-writer';
import { Printer } from '../print/printer';
import type { Program } from '../program/program';
import { compareTexts } from '../program/words';
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

export class TypeScriptWriter extends CodeWriter<TypeScriptNames> {
  protected override readonly equal = '===';
  protected override readonly different = '!==';
  protected override readonly chains = true;
  private readonly imports = new Map<string, Set<string>>();

  /** @param self the file, as others import it */
  constructor(
    program: Program,
    names: TypeScriptNames,
    private readonly self: string,
  ) {
    super(program, names, width, '  ', 'block');
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

  protected override propertiesOf(values: readonly Named[]): ReadonlyMap<string, string> {
    return propertiesOf(values);
  }

  protected override option(_type: ChoiceType, option: string): string {
    return quoted(option);
  }

  protected override maker({ name }: IdType): string {
    return this.valueNamed(this.names.types.get(name)!, './types');
  }

  protected override baseLiteral(name: BaseName, text: string, own: string): string {
    switch (name) {
      case 'text':
        return quoted(own);
      case 'int':
      case 'decimal':
        return plainNumber(text);
      case 'bool':
        return text;
      case 'instant':
        return `new Date(${quoted(own)})`;
      default:
        return `${this.valueNamed(baseTypes[name], './forms')}(${quoted(own)})`;
    }
  }

  protected override given(text: string): string {
    return `${this.use('given', './forms')}(${text})`;
  }

  protected override throughAbsent(text: string): string {
    return `(${text} ?? null)`;
  }

  protected override choiceTest(text: string, _type: ChoiceType, value: string, is: boolean): string {
    return `${is ? '' : '!'}${this.use('is', './forms')}(${text}, ${quoted(value)})`;
  }

  protected override variant(name: string): string {
    return quoted(name);
  }
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').replaceAll('*/', '* /');

const bare = (name: string): string => name.replace(/^type /, '');

/** A number as TypeScript writes it: without the zeros in front that it refuses. */
const plainNumber = (text: string): string => text.replace(/^(-?)0+(?=\d)/, '$1');

const namesFor = namesOnce(namesOf);

/** @param self the file, as others import it */
export const writerFor = (program: Program, self: string): TypeScriptWriter =>
  new TypeScriptWriter(program, namesFor(program), self);
