/** Completions in the parentheses after a screen. */
import { closest } from '../language/closest';
import type { Token } from '../language/tokens';
import type { Parameter, Scope, Screen } from '../plan/model';
import { typeOfPath } from '../plan/scope';
import { required, showType, type Type } from '../plan/types';
import { fittingValues, likelyValue, valuesInScope } from '../supply/fitting';
import type { Caret, OpenCall } from './caret';
import { named, type Completion } from './completion';

/** Arguments that are not given yet; behind a colon the values that fit, behind a dot the fields. */
export function inCall({ target, given }: OpenCall, caret: Caret): Completion[] {
  if (!target) return [];
  switch (caret.word(1)) {
    case ':': {
      const parameter = parameterCalled(caret.word(2), target);
      return parameter ? values(parameter, caret.scope) : [];
    }
    case '.':
      return fields(given, caret.scope);
    case '(':
    case ',':
      return missing(target, given, caret.scope);
    default:
      return [];
  }
}

/** The parameter of a name, or else of the name nearest to it. */
function parameterCalled(name: string, { parameters }: Screen): Parameter | undefined {
  const near = (): string | null =>
    closest(
      name,
      parameters.map((one) => one.name),
    );
  return parameters.find((one) => one.name === name) ?? parameters.find((one) => one.name === near());
}

/** The arguments that are not given yet, each with the value that is most likely meant. */
function missing({ parameters }: Screen, given: readonly Token[], scope: Scope): Completion[] {
  const words = new Set(given.map((token) => token.text));
  return parameters
    .filter(({ name }) => !words.has(name))
    .map((parameter) => {
      const { name } = parameter;
      const best = likelyValue(scope, parameter)?.path;
      const insert = best === name ? name : `${name}: ${best ?? ''}`;
      return { label: name, kind: 'argument', detail: showType(parameter.type), insert };
    });
}

/** Values that fit, then literals, then the other values in scope. */
function values(parameter: Parameter, scope: Scope): Completion[] {
  const value = ({ path, type }: { readonly path: string; readonly type: Type }): Completion =>
    named('value', path, showType(type));
  const fitting = fittingValues(scope, parameter);
  const fits = new Set(fitting.map((one) => one.path));
  const type = required(parameter.type);
  return [
    ...fitting.map(value),
    ...literalsOf(type).map((literal) => named('value', literal, showType(type))),
    ...valuesInScope(scope)
      .filter((one) => !fits.has(one.path))
      .map(value),
  ];
}

function literalsOf(type: Type): readonly string[] {
  if (type.kind === 'choice') return type.options;
  return type.kind === 'base' && type.name === 'bool' ? ['true', 'false'] : [];
}

/** The fields of the record whose path ends at the dot before the caret. */
function fields(given: readonly Token[], scope: Scope): Completion[] {
  const names: Token[] = [];
  for (let at = given.length - 1; at > 0 && given[at]!.text === '.'; at -= 2) names.unshift(given[at - 1]!);
  const type = typeOfPath(scope, names);
  const record = type && required(type);
  if (record?.kind !== 'record') return [];
  return [...record.fields].map(([name, field]) => named('value', name, showType(field)));
}
