/** The query of a URL: names and values, in any order (RFC 3986, 3.4; RFC 6570, 3.2.8). A plus stands for itself. */
import type { Value } from '../walk/value';
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
  return query.split('&').filter((pair) => pair !== '').map((pair) => {
    const equals = pair.indexOf('=');
    const name = equals < 0 ? pair : pair.slice(0, equals);
    return { name: decode(name) ?? name, value: equals < 0 ? '' : pair.slice(equals + 1) };
  });
}

/** Whether each variable that a query has a value for can take it; the query ends the text. */
export function takesQuery(variables: readonly Listed[], text: string, from: number): boolean {
  for (const variable of variables) {
    const value = firstValue(text, from, variable.name);
    if (value !== undefined && misfit(variable, value) !== null) return false;
  }
  return true;
}

/** The first value of a name, as written; undefined where it has none. */
function firstValue(text: string, from: number, name: string): string | undefined {
  let escape = text.indexOf('%', from);
  for (let begin = from; begin <= text.length; ) {
    const ampersand = text.indexOf('&', begin);
    const end = ampersand < 0 ? text.length : ampersand;
    const behind = begin + name.length;
    if (behind <= end && (behind === end || text.charCodeAt(behind) === 61) && text.startsWith(name, begin)) return behind === end ? '' : text.slice(behind + 1, end);
    // A name may be escaped, too.
    if (escape >= 0 && escape < begin) escape = text.indexOf('%', begin);
    if (escape >= 0 && escape < end) {
      const equals = text.indexOf('=', begin);
      const nameEnd = equals < 0 || equals > end ? end : equals;
      if (escape < nameEnd && decode(text.slice(begin, nameEnd)) === name) return nameEnd === end ? '' : text.slice(nameEnd + 1, end);
    }
    begin = end + 1;
  }
  return undefined;
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
