/** What the writers of all languages have in common: expressions, literals and conditions. */
import { stringValue } from '../../language/tokens';
import type { Flag, Named, Only } from '../../plan/model';
import { required, type BaseName, type ChoiceType, type IdType, type Type } from '../../plan/types';
import type { Expression, PathExpression, Program, Test } from '../program/program';
import { typeOfExpression } from '../program/read-expression';
import { conditionText, oppositeText, pathSteps, variantText } from './conditions';
import type { Here } from './here';
import { Printer } from './printer';

/** Names that expressions need, by those of the plan. */
export interface CodeNames {
  /** Ids, choices, records. */
  readonly types: ReadonlyMap<string, string>;
  readonly flags: ReadonlyMap<string, string>;
  readonly circumstances: ReadonlyMap<string, string>;
}

/** Writes one file of code. A language says how it spells things; most of them are spelt alike. */
export abstract class CodeWriter<Names extends CodeNames> extends Printer {
  /** The language's word for an absent value, and its comparisons. */
  protected readonly nothing: string = 'null';
  protected readonly equal: string = '==';
  protected readonly different: string = '!=';
  /** Whether all steps of a path behind one that may be absent have to say so. */
  protected readonly chains: boolean = false;

  constructor(
    readonly program: Program,
    readonly names: Names,
    ...layout: ConstructorParameters<typeof Printer>
  ) {
    super(...layout);
  }

  abstract type(type: Type): string;

  /** Properties of records and routes, by the names of the plan. */
  protected abstract propertiesOf(values: readonly Named[]): ReadonlyMap<string, string>;

  /** Names of a choice's options; their own texts, unless the language has customs of its own. */
  protected optionNames(options: readonly string[]): ReadonlyMap<string, string> {
    return new Map(options.map((option) => [option, option]));
  }

  /** A choice's option as a literal. */
  protected option(type: ChoiceType, option: string): string {
    return `${this.type(type)}.${this.optionNames(type.options).get(option)!}`;
  }

  /** @param own the text between the quotation marks of a literal that has some */
  protected abstract baseLiteral(name: BaseName, text: string, own: string): string;

  /** A value that was tested before, and so is there. */
  protected abstract given(text: string): string;

  /** The type of a literal, where it is called to make one. */
  protected maker(type: IdType): string {
    return this.type(type);
  }

  literal(declared: Type, text: string): string {
    const type = required(declared);
    switch (type.kind) {
      case 'choice':
        return this.option(type, text);
      case 'id':
        return `${this.maker(type)}(${this.literal({ kind: 'base', name: type.base ?? 'text' }, text)})`;
      case 'base':
        return this.baseLiteral(type.name, text, stringValue(text) ?? '');
      default:
        return this.nothing;
    }
  }

  /** An expression where a type is wanted: a value that was tested before counts as present. */
  value(expression: Expression, wanted: Type, here: Here): string {
    if (expression.kind === 'literal') return this.literal(expression.type, expression.text);
    if (expression.kind === 'flag')
      return this.converted(this.flag(expression.flag.name, here), expression.flag.type, wanted);
    const text = this.path(expression, here);
    const type = typeOfExpression(expression);
    const mayBeAbsent = expression.path.some((step) => step.type.kind === 'optional');
    const isRead = wanted.kind === 'optional' || type.kind === 'optional';
    return this.converted(mayBeAbsent && !isRead ? this.given(text) : text, type, wanted);
  }

  private flag(name: string, here: Here): string {
    return `${here.flags}.${this.names.flags.get(name)!}`;
  }

  /** A path; nothing if a step of it is absent. */
  path(expression: PathExpression, here: Here): string {
    let text = this.root(expression, here);
    let isChained = false;
    for (const { name, afterAbsent } of pathSteps(expression, (record, field) => this.fieldsOf(record).get(field)!)) {
      isChained = afterAbsent || (isChained && this.chains);
      text += `${isChained ? '?.' : '.'}${name}`;
    }
    return isChained ? this.throughAbsent(text) : text;
  }

  /** A path whose last step may have found nothing. */
  protected throughAbsent(text: string): string {
    return text;
  }

  /** The value that a path begins with: of the route, or of the event. */
  protected root({ kind, path }: PathExpression, { route, arguments: properties, payload }: Here): string {
    const { name } = path[0]!;
    return kind === 'argument' ? `${route}.${properties.get(name)!}` : `event.${payload.values.get(name)!}`;
  }

  /** A value as another type that it fits: only numbers have to be converted, if the language has two types of them. */
  converted(text: string, from: Type, to: Type): string {
    const [own, wanted] = [required(from), required(to)];
    const isOptional = from.kind === 'optional' && to.kind === 'optional';
    if (own.kind === 'base' && wanted.kind === 'base' && own.name === 'int' && wanted.name === 'decimal')
      return this.decimal(text, isOptional);
    if (own.kind !== 'list' || wanted.kind !== 'list') return text;
    const item = this.converted(this.item, own.of, wanted.of);
    return item === this.item ? text : this.mapped(text, item, isOptional);
  }

  /** The name of an item where a list is mapped. */
  protected readonly item: string = 'item';

  /** An int as a decimal. */
  protected decimal(text: string, _isOptional: boolean): string {
    return text;
  }

  /** A list whose items are converted. */
  protected mapped(text: string, _item: string, _isOptional: boolean): string {
    return text;
  }

  fieldsOf(record: string): ReadonlyMap<string, string> {
    const type = this.program.recordOf.get(record);
    return this.propertiesOf(type ? [...type.fields].map(([name, of]) => ({ name, type: of })) : []);
  }

  /** A value of a flag. */
  flagValue({ type }: Flag, value: string): string {
    return type.kind === 'choice' ? this.option(type, value) : value;
  }

  /** A condition, or its opposite. */
  test(test: Test, here: Here, holds = true): string {
    return (holds ? conditionText : oppositeText)(test, {
      flag: ({ flag, value }, is) => {
        const text = this.flag(flag.name, here);
        if (flag.type.kind === 'choice') return this.choiceTest(text, flag.type, value, is);
        return (value === 'true') === is ? text : `!${text}`;
      },
      given: (path, is) => `${this.path(path, here)} ${is ? this.different : this.equal} ${this.nothing}`,
      outcome: (text) => this.outcome(text, here),
    });
  }

  /** Whether a choice is, or is not, one of its options. */
  protected choiceTest(text: string, type: ChoiceType, value: string, is: boolean): string {
    return `${text} ${is ? this.equal : this.different} ${this.option(type, value)}`;
  }

  /** How a condition in quotes turned out. */
  protected outcome(text: string, { payload }: Here): string {
    const own = payload.outcomes.get(text);
    return own ? `event.${own}` : `circumstances.${this.names.circumstances.get(text)!}`;
  }

  /** A variant as a value. */
  protected abstract variant(name: string): string;

  /** The variants of something, as a condition; null for all of them. */
  variantTest(only: Only, variant: string): string | null {
    return variantText(this.program, only, {
      is: (name) => `${variant} ${this.equal} ${this.variant(name)}`,
      isNot: (name) => `${variant} ${this.different} ${this.variant(name)}`,
    });
  }
}

/**
 * Makes writers that share the names of a program: they are worked out once for all of its files.
 *
 * @param namesOf works them out
 */
export function namesOnce<Names>(namesOf: (program: Program) => Names): (program: Program) => Names {
  const known = new WeakMap<Program, Names>();
  return (program) => {
    let names = known.get(program);
    if (!names) known.set(program, (names = namesOf(program)));
    return names;
  };
}
