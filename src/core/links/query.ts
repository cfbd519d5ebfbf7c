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

/** Whether each variable that the query has a value for can take it. */
export function takesQuery(variables: readonly Listed[], values: ReadonlyMap<string, string>): boolean {
  for (const variable of variables) {
    const value = values.get(variable.name);
    if (value !== undefined && misfit(variable, value) !== null) return false;
  }
  return true;
}

/** The part of a value that its variable cannot take, decoded; null where it takes all of it. */
export function misfit({ carried, isList }: Listed, value: string): string | null {
  if (carried.isText) return null;
  return (isList ? value.split(',') : [value]).map((part) => decode(part) ?? part).find((part) => !carried.fits(part)) ?? null;
}

/** What a variable takes from a query: absent is null, of a list the empty one. */
export function takenFrom({ name, carried, isList }: Listed, values: ReadonlyMap<string, string>): Value {
  const value = values.get(name);
  if (isList) return value === undefined ? [] : value.split(',').map((part) => valueOf(carried, decode(part) ?? part));
  return value === undefined ? null : valueOf(carried, decode(value) ?? value);
}
