/** URL patterns in the forms in which mobile systems read them. Both forms say less than ours. */
import type { Origin } from '../../links/origin';
import type { Pattern } from '../../links/pattern';
import type { UrlSpace } from '../../links/space';
import { required, showType } from '../../plan/types';

/** A pattern in the form of a system. */
export interface PathForm {
  readonly path: string;
  /** Whether it stands for one path alone. */
  readonly isExact: boolean;
  /** What the form leaves out, in words; empty if nothing. */
  readonly says: string;
}

interface Words {
  /** Literal text in a path with wildcards. */
  readonly escaped: (text: string) => string;
  /** At least one character. */
  readonly some: string;
}

/** `*` for any characters, `?` for one; nothing escapes them. */
const apple: Words = { escaped: (text) => text, some: '?*' };

/** `.` for one character, `.*` for any; a backslash escapes, twice since XML resources take one away. */
const android: Words = { escaped: (text) => text.replace(/[.*\\]/g, '\\\\$&'), some: '..*' };

/** Literal text as it stands in a URL. */
const inUrl = (text: string): string => encodeURI(text).replace(/[?#]/g, encodeURIComponent);

/** The forms of the association document of Apple’s systems. */
export const applePaths = (pattern: Pattern): PathForm[] => forms(pattern, apple);
/** The forms of a filter in the manifest of an Android app. */
export const androidPaths = (pattern: Pattern): PathForm[] => forms(pattern, android);

function forms({ segments, rest }: Pattern, { escaped, some }: Words): PathForm[] {
  const variables = segments.flatMap(({ parts }) => parts.flatMap((part) => ('carried' in part ? [part] : [])));
  if (variables.length === 0 && !rest) {
    const path = segments.map(({ literal }) => `/${inUrl(literal!)}`).join('');
    // A path may end in a slash: the plan reads both alike.
    return (path === '' ? ['/'] : [path, `${path}/`]).map((each) => ({ path: each, isExact: true, says: '' }));
  }
  const path = segments
    .map(({ parts }) => `/${parts.map((part) => ('carried' in part ? some : escaped(inUrl(part.text)))).join('')}`)
    .join('');
  if (rest) return [{ path: `${path}/${some}`, isExact: false, says: '' }];
  const types = variables.map(({ variable, carried }) => `${variable} is ${showType(required(carried.type))}`);
  const asks = `The plan asks more: ${types.join(', ')}, and no further segment.`;
  const says = `${asks} This form takes any text, slashes too.`;
  return [{ path, isExact: false, says }];
}

/** The web origins of an app, once a host, with their patterns in the order in which a URL tries them. */
export function webHosts(space: UrlSpace): { readonly origin: Origin; readonly patterns: readonly Pattern[] }[] {
  const hosts = new Map<string, Origin>();
  for (const origin of space.origins)
    if (origin.host !== null && /^https?$/.test(origin.scheme) && !hosts.has(origin.host))
      hosts.set(origin.host, origin);
  return [...hosts.values()].map((origin) => ({
    origin,
    // The most specific first: these systems take the first that fits.
    patterns: [...space.patternsOf(origin)].sort((a, b) =>
      a.rank < b.rank ? -1 : a.rank > b.rank ? 1 : a.index - b.index,
    ),
  }));
}
