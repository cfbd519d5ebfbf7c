/** Changes to URL patterns, as text: each takes a pattern that reads and gives one that reads. */
import { originAt } from '../links/origin';
import { readPattern, type Template, type Variable } from '../links/template';

/** Offsets of the parts of a pattern: the path ends before the rest or the query. */
interface Places {
  readonly template: Template;
  readonly pathBegin: number;
  readonly pathEnd: number;
  readonly queryBegin: number;
}

function placesIn(pattern: string): Places | null {
  const { template } = readPattern(pattern);
  if (!template) return null;
  const query = pattern.indexOf('{?');
  const queryBegin = query < 0 ? pattern.length : query;
  const rest = pattern.indexOf('{/');
  return {
    template,
    pathBegin: originAt(pattern)?.length ?? 0,
    pathEnd: rest < 0 || rest > queryBegin ? queryBegin : rest,
    queryBegin,
  };
}

/** `/huts{?day}` with `hutId` in its path: `/huts/{hutId}{?day}`. */
export const addToPath = (pattern: string, name: string): string | null =>
  changed(pattern, ({ pathEnd }) => `${withoutSlash(pattern.slice(0, pathEnd))}/{${name}}${pattern.slice(pathEnd)}`);

/** `/huts{?day}` with `season` in its query: `/huts{?day,season}`. */
export const addToQuery = (pattern: string, name: string): string | null =>
  changed(pattern, ({ template: { query }, queryBegin }) => withQuery(pattern.slice(0, queryBegin), [...query, name]));

/** Removes a variable, with its whole segment if it is alone there. */
export const takeOut = (pattern: string, name: string): string | null =>
  changed(pattern, ({ template: { variables, query }, queryBegin }) => {
    const variable = variables.find((each) => each.name === name);
    if (!variable) return null;
    if (variable.place === 'query')
      return withQuery(
        pattern.slice(0, queryBegin),
        query.filter((each) => each !== name),
      );
    const { from, to } = segmentOf(pattern, variable);
    return pattern.slice(0, from) + pattern.slice(to);
  });

/** From one place of the pattern into another. */
export const moveToPath = (pattern: string, name: string): string | null =>
  andThen(takeOut(pattern, name), (left) => addToPath(left, name));
export const moveToQuery = (pattern: string, name: string): string | null =>
  andThen(takeOut(pattern, name), (left) => addToQuery(left, name));

/**
 * Inserts a text before the first segment with a variable, or before the rest: `/huts/{slug}` becomes
 * `/huts/by-name/{slug}`.
 */
export const setApart = (pattern: string, text: string): string | null =>
  changed(pattern, ({ template: { variables, segments }, pathEnd }) => {
    if (segments.some((parts) => parts.length === 1 && 'text' in parts[0]! && parts[0].text === text)) return null;
    const first = variables.find(({ place }) => place === 'path');
    const at = first ? pattern.lastIndexOf('/', first.from) : pathEnd;
    return `${withoutSlash(pattern.slice(0, at))}/${text}${pattern.slice(at)}`;
  });

function changed(pattern: string, change: (places: Places) => string | null): string | null {
  const places = placesIn(pattern);
  const made = places && change(places);
  if (made === null || made === pattern) return null;
  const whole =
    made.length === places!.pathBegin || made.startsWith('{?', places!.pathBegin)
      ? `${made.slice(0, places!.pathBegin)}/${made.slice(places!.pathBegin)}`
      : made;
  return readPattern(whole).template ? whole : null;
}

const andThen = (pattern: string | null, next: (pattern: string) => string | null): string | null =>
  pattern === null ? null : next(pattern);
const withoutSlash = (path: string): string => (path.endsWith('/') ? path.slice(0, -1) : path);
const withQuery = (path: string, names: readonly string[]): string =>
  names.length === 0 ? path : `${path}{?${names.join()}}`;

/** Range to delete with a variable of the path: its segment and the slash, if nothing else stands there. */
function segmentOf(pattern: string, { place, from, to }: Variable): { readonly from: number; readonly to: number } {
  // The slash of `{/name*}` belongs to the expression.
  if (place === 'rest') return { from: from - 2, to: to + 2 };
  const alone =
    pattern[from - 2] === '/' &&
    (to + 1 === pattern.length ||
      pattern[to + 1] === '/' ||
      pattern.startsWith('{?', to + 1) ||
      pattern.startsWith('{/', to + 1));
  return { from: from - (alone ? 2 : 1), to: to + 1 };
}

/** A name as a part of a URL: `hutByName` becomes `hut-by-name`. */
export const asSegment = (name: string): string =>
  name
    .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
    .replace(/_+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
