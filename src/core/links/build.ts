/** From a pattern and values to a URL: the expansion of RFC 6570, section 3.2, for the subset. */
import { isList, type Value, type Values } from '../plan/value';
import { textOf } from './carriage';
import type { Listed, Pattern } from './pattern';
import type { Segment } from './segment';

/**
 * Escapes all characters but the unreserved ones of RFC 3986, as RFC 6570 requires for values; null for a text that
 * UTF-8 cannot write.
 */
function escape(text: string): string | null {
  if (/\p{Surrogate}/u.test(text)) return null;
  return encodeURIComponent(text).replace(
    /[!'()*]/g,
    (character) => `%${character.charCodeAt(0).toString(16).toUpperCase()}`,
  );
}

/** Text of the pattern itself: characters that a path may hold stay unescaped. */
const escapeLiteral = (text: string): string =>
  encodeURIComponent(text).replace(/%(?:24|26|2B|2C|3A|3B|3D|40)/g, decodeURIComponent);

/**
 * The URL of a pattern with these values: from the path on, or with the pattern's own origin. Query variables without a
 * value are left out. Null if a value is missing, does not fit, or cannot stand in a URL: an empty text or a dot
 * segment in the path, half a surrogate pair, values in one segment that would read as others.
 */
export function buildUrl({ origin, segments, rest, query }: Pattern, values: Values): string | null {
  const path = writePath(segments, rest, values);
  const asked = writeQuery(query, values);
  if (path === null || asked === null) return null;
  const before = origin?.text ?? '';
  return before + (path === '' ? '/' : path) + (asked.length > 0 ? `?${asked.join('&')}` : '');
}

function writePath(segments: readonly Segment[], rest: Listed | null, values: Values): string | null {
  let path = '';
  for (const segment of segments) {
    const written = writeSegment(segment, values);
    if (written === null) return null;
    path += `/${written}`;
  }
  const texts = rest ? restOf(rest, valueAt(values, rest.name)) : [];
  for (const text of texts ?? []) {
    const escaped = isLost(text) ? null : escape(text);
    if (escaped === null) return null;
    path += `/${escaped}`;
  }
  return texts && path;
}

/** Each `name=value`; null if a value cannot stand in a URL. */
function writeQuery(query: readonly Listed[], values: Values): string[] | null {
  const asked: string[] = [];
  for (const { name, carried, isList: many } of query) {
    const value = valueAt(values, name);
    if (value === null || (many && isList(value) && value.length === 0)) continue;
    const escaped = (many && isList(value) ? value : [value]).map((each) => {
      const text = textOf(carried, each);
      return text === null ? null : escape(text);
    });
    if (escaped.includes(null)) return null;
    asked.push(`${name}=${escaped.join(',')}`);
  }
  return asked;
}

function writeSegment(segment: Segment, values: Values): string | null {
  let written = '';
  let plain = '';
  const taken: string[] = [];
  for (const part of segment.parts) {
    if ('text' in part) {
      written += escapeLiteral(part.text);
      plain += part.text;
      continue;
    }
    const text = textOf(part.carried, valueAt(values, part.variable));
    const escaped = text === null || text === '' ? null : escape(text);
    if (text === null || escaped === null) return null;
    written += escaped;
    plain += text;
    taken.push(text);
  }
  if (isDots(written)) return null;
  // With several variables in one segment, some values would read as others.
  const read = taken.length > 1 ? segment.read(plain) : taken;
  return taken.every((each, index) => read?.[index] === each) ? written : null;
}

const valueAt = (values: Values, name: string): Value => (Object.hasOwn(values, name) ? values[name]! : null);

const isDots = (segment: string): boolean => segment === '.' || segment === '..';

/** The segments of a rest of a path; null if the value does not fit. */
function restOf({ carried, isList: many }: Listed, value: Value): string[] | null {
  if (many) {
    const texts = isList(value) ? value.map((each) => textOf(carried, each)) : [null];
    return texts.includes(null) ? null : (texts as string[]);
  }
  const text = textOf(carried, value);
  if (text === null) return null;
  if (text === '') return [];
  // A text is its segments. The slash beside an empty one, or beside a dot segment, is escaped, since no path keeps
  // these.
  const segments: string[] = [];
  for (const part of text.split('/')) {
    const last = segments.at(-1);
    if (last !== undefined && (isLost(part) || isLost(last))) segments[segments.length - 1] = `${last}/${part}`;
    else segments.push(part);
  }
  return segments;
}

const isLost = (segment: string): boolean => segment === '' || isDots(segment);
