/** Conditions in languages that write them as C does: `!a && (b || c)`. */
import type { Only } from '../../plan/model';
import type { PathExpression, Program, Test } from '../program/program';

/** How a language asks one thing; `holds` is false for the opposite. */
export interface Questions {
  readonly flag: (test: Extract<Test, { kind: 'flag' }>, holds: boolean) => string;
  readonly given: (path: PathExpression, holds: boolean) => string;
  readonly outcome: (text: string) => string;
}

export function conditionText(test: Test, ask: Questions): string {
  switch (test.kind) {
    case 'flag':
      return ask.flag(test, true);
    case 'given':
      return ask.given(test.value, true);
    case 'outcome':
      return ask.outcome(test.text);
    case 'not':
      return oppositeText(test.of, ask);
    default: {
      const side = (of: Test): string => {
        const isOther = (of.kind === 'and' || of.kind === 'or') && of.kind !== test.kind;
        return isOther ? `(${conditionText(of, ask)})` : conditionText(of, ask);
      };
      return `${side(test.left)} ${test.kind === 'and' ? '&&' : '||'} ${side(test.right)}`;
    }
  }
}

/** The condition that holds where a test fails. */
export function oppositeText(test: Test, ask: Questions): string {
  switch (test.kind) {
    case 'flag':
      return ask.flag(test, false);
    case 'given':
      return ask.given(test.value, false);
    case 'outcome':
      return `!${ask.outcome(test.text)}`;
    case 'not':
      return conditionText(test.of, ask);
    default:
      return `!(${conditionText(test, ask)})`;
  }
}

/** How a language compares a variant: `variant === 'phone'`. */
export interface VariantWords {
  readonly is: (variant: string) => string;
  readonly isNot: (variant: string) => string;
}

/** A condition on the variant that has something; null if all of them do. */
export function variantText({ plan }: Program, only: Only, { is, isNot }: VariantWords): string | null {
  if (only === null) return null;
  const all = plan.variants;
  const own = all.filter((each) => only.has(each));
  if (own.length === all.length) return null;
  if (own.length === 0) return 'false';
  if (own.length === 1) return is(own[0]!);
  if (own.length === all.length - 1) return isNot(all.find((each) => !only.has(each))!);
  return `(${own.map(is).join(' || ')})`;
}

/** The names of the steps of a path, and of each whether the value before it may be absent. */
export function pathSteps(
  { path }: PathExpression,
  nameOf: (record: string, field: string) => string,
): { readonly name: string; readonly afterAbsent: boolean }[] {
  const [root, ...fields] = path;
  let { type } = root!;
  return fields.map((field) => {
    const record = type.kind === 'optional' ? type.of : type;
    const afterAbsent = type.kind === 'optional';
    ({ type } = field);
    return { name: record.kind === 'record' ? nameOf(record.name, field.name) : field.name, afterAbsent };
  });
}
