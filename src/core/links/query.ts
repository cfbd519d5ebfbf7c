/** The query of a URL: names and values, in any order (RFC 3986, 3.4; RFC 6570, 3.2.8). A plus stands for itself. */
import type { Value } from '../plan/value';
import { valueOf } from './carriage';
import type { Listed } from './pattern';
import { decode } from './url';

/** The values of a query by their names, as written; of a name that stands there several times the first. */
export function splitQuery(query: string): ReadonlyMap<string, string> {
  const values = new Map<string, string>();
  for (const { name, value } of pairsOf(query)) if (!values.has(name)) values.set(name, value);
  return values;
}

/** Every `name=value` in the order written; the name decoded, the value not. A name alone has the empty value. */
export function pairsOf(query: string): { readonly name: string; readonly value: string }[] {
  return query
    .split('&')
    .filter((pair) => pair !== '')
    .map((pair) => {
      const equals = pair.indexOf('=');
      const name = equals < 0 ? pair : pair.slice(0, equals);
      return { name: decode(name) ?? name, value: equals < 0 ? '' : pair.slice(equals + 1) };
    });
}

/**
 * Whether each variable that a query has a value for can take it; the query ends the text. Makes nothing for most URLs.
 */
export function takesQuery(variables: readonly Listed[], text: string, from: number): boolean {
  for (const variable of variables) if (!takesFirst(variable, text, from)) return false;
  return true;
}

const ampersand = 38;
const equals = 61;
const percent = 37;

/** Whether the first value of a variable's name fits, if there is one. */
function takesFirst(variable: Listed, text: string, from: number): boolean {
  const { name } = variable;
  const { length } = text;
  for (let begin = from; begin <= length; begin++) {
    let at = begin;
    while (at < length && at - begin < name.length && text.charCodeAt(at) === name.charCodeAt(at - begin)) at++;
    const isNamed =
      at - begin === name.length &&
      (at === length || text.charCodeAt(at) === equals || text.charCodeAt(at) === ampersand);
    // A name may be escaped, too.
    let isEscaped = false;
    if (!isNamed)
      for (; at < length && text.charCodeAt(at) !== equals && text.charCodeAt(at) !== ampersand; at++)
        if (text.charCodeAt(at) === percent) isEscaped = true;
    const value = Math.min(at + 1, length);
    const isEmpty = at === length || text.charCodeAt(at) === ampersand;
    let valueIsEscaped = false;
    if (!isEmpty)
      for (at++; at < length && text.charCodeAt(at) !== ampersand; at++)
        if (text.charCodeAt(at) === percent) valueIsEscaped = true;
    if (isNamed || (isEscaped && decode(text.slice(begin, isEmpty ? at : value - 1)) === name)) {
      if (isEmpty || at === value) return misfit(variable, '') === null;
      return variable.isList || valueIsEscaped
        ? misfit(variable, text.slice(value, at)) === null
        : variable.carried.fitsIn(text, value, at);
    }
    begin = at;
  }
  return true;
}

/** The part of a value that its variable cannot take, decoded; null where it takes all of it. */
export function misfit({ carried, isList }: Listed, value: string): string | null {
  if (carried.isText) return null;
  for (const part of isList ? value.split(',') : [value]) {
    const plain = decode(part) ?? part;
    if (!carried.fits(plain)) return plain;
  }
  return null;
}

/** What a variable takes from a query: absent is null, of a list the empty one. */
export function takenFrom({ name, carried, isList }: Listed, values: ReadonlyMap<string, string>): Value {
  const value = values.get(name);
  if (isList) return value === undefined ? [] : value.split(',').map((part) => valueOf(carried, decode(part) ?? part));
  return value === undefined ? null : valueOf(carried, decode(value) ?? value);
}
