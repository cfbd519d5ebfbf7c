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
  for (let begin = from; begin <= text.length; begin++) {
    const nameEnd = endOfName(text, begin);
    const end = endOfPair(text, nameEnd);
    if (isWritten(variable.name, text, begin, nameEnd))
      return takesValue(variable, text, Math.min(nameEnd + 1, end), end);
    begin = end;
  }
  return true;
}

function endOfName(text: string, from: number): number {
  let at = from;
  while (at < text.length && text.charCodeAt(at) !== equals && text.charCodeAt(at) !== ampersand) at++;
  return at;
}

function endOfPair(text: string, from: number): number {
  let at = from;
  while (at < text.length && text.charCodeAt(at) !== ampersand) at++;
  return at;
}

function hasEscape(text: string, from: number, to: number): boolean {
  for (let at = from; at < to; at++) if (text.charCodeAt(at) === percent) return true;
  return false;
}

/** Whether a name stands in a part of a text, plain or escaped. */
function isWritten(name: string, text: string, from: number, to: number): boolean {
  if (to - from === name.length && text.startsWith(name, from)) return true;
  return hasEscape(text, from, to) && decode(text.slice(from, to)) === name;
}

function takesValue(variable: Listed, text: string, from: number, to: number): boolean {
  if (from === to || variable.isList || hasEscape(text, from, to))
    return misfit(variable, text.slice(from, to)) === null;
  return variable.carried.fitsIn(text, from, to);
}

/** The part of a value that does not fit its variable, decoded; null if all of it fits. */
export function misfit({ carried, isList }: Listed, value: string): string | null {
  if (carried.isText) return null;
  for (const part of isList ? value.split(',') : [value]) {
    const plain = decode(part) ?? part;
    if (!carried.fits(plain)) return plain;
  }
  return null;
}

/** Value of a variable in a query; if it is absent, null, or the empty list. */
export function takenFrom({ name, carried, isList }: Listed, values: ReadonlyMap<string, string>): Value {
  const value = values.get(name);
  if (isList) return value === undefined ? [] : value.split(',').map((part) => valueOf(carried, decode(part) ?? part));
  return value === undefined ? null : valueOf(carried, decode(value) ?? value);
}
