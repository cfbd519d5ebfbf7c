/** URLs as RFC 3986 reads them, and non-ASCII characters in them as RFC 3987 does. */
import { readAuthority, type AuthorityProblem, type Origin } from './origin';

/** A URL, read: the input of pattern lookup. */
export interface Url {
  /** Its origin in the plan; null for a path alone. */
  readonly origin: Origin | null;
  /** Decoded, without dot segments; a slash at the end is none of them. */
  readonly segments: readonly string[];
  /** The query after the question mark, as written; null if there is none. */
  readonly query: string | null;
  readonly hasFragment: boolean;
}

/** Why a text is no URL that any of a plan's patterns could fit. */
export type UrlProblem =
  | { readonly why: 'empty' }
  /** It begins with neither a scheme nor one slash; `meant` is a URL that would read. */
  | { readonly why: 'no-scheme' | 'two-slashes'; readonly meant: string | null }
  | { readonly why: AuthorityProblem; readonly text: string }
  | { readonly why: 'other-origin'; readonly text: string }
  /** A character that has to be escaped there. */
  | { readonly why: 'character'; readonly at: number; readonly character: string }
  | { readonly why: 'surrogate'; readonly at: number }
  /** An escape that is no percent sign and two hexadecimal digits, or that is no UTF-8. */
  | { readonly why: 'escape' | 'utf-8'; readonly at: number; readonly text: string };

export const isUrl = (read: Url | UrlProblem): read is Url => 'segments' in read;

const scheme = /^([A-Za-z][A-Za-z0-9+.-]*):/;
/**
 * Characters that RFC 3986 allows in a path or a query neither plain nor as part of an escape; characters beyond ASCII
 * are allowed.
 */
const forbidden = /[\u0000-\u0020"<>[\\\]^`{|}\u007f]/;

/**
 * Reads a URL, or a path that begins with a slash. Linear in its length; never throws.
 *
 * @param origins the origins of the plan; an empty list allows any
 */
export function readUrl(text: string, origins: readonly Origin[]): Url | UrlProblem {
  if (text === '') return { why: 'empty' };
  const located = locate(text, origins);
  if ('why' in located) return located;
  const { origin, at } = located;
  const hash = text.indexOf('#', at);
  const end = hash < 0 ? text.length : hash;
  const asked = text.indexOf('?', at);
  const pathEnd = asked < 0 || asked > end ? end : asked;
  const body = text.slice(at, end);
  const bad = forbidden.exec(body);
  if (bad) return { why: 'character', at: at + bad.index, character: bad[0] };
  const lone = /[^\u0000-\u007f]/.test(body) ? /\p{Surrogate}/u.exec(body) : null;
  if (lone) return { why: 'surrogate', at: at + lone.index };
  const segments = pathSegments(text.slice(at, pathEnd));
  const decoded: string[] = [];
  for (const segment of segments) {
    const plain = decode(segment);
    if (plain === null) return brokenEscape(text, at, pathEnd);
    decoded.push(plain);
  }
  const query = pathEnd < end ? text.slice(pathEnd + 1, end) : null;
  if (query?.includes('%') && query.split(/[&=,]/).some((part) => decode(part) === null))
    return brokenEscape(text, pathEnd, end);
  return { origin, segments: decoded, query, hasFragment: hash >= 0 };
}

/** Offset of the path, and its origin. */
function locate(
  text: string,
  origins: readonly Origin[],
): { readonly origin: Origin | null; readonly at: number } | UrlProblem {
  if (text.startsWith('//'))
    return {
      why: 'two-slashes',
      meant: origins.find(({ host }) => host !== null)
        ? `${origins.find(({ host }) => host !== null)!.scheme}:${text}`
        : null,
    };
  if (text.startsWith('/')) return { origin: null, at: 0 };
  const match = scheme.exec(text);
  if (!match) return { why: 'no-scheme', meant: meantBy(text, origins) };
  const own = match[1]!.toLowerCase();
  const begin = match[0].length;
  const ofScheme = origins.filter((origin) => origin.scheme === own);
  const bare = ofScheme.find(({ host }) => host === null) ?? null;
  if (!text.startsWith('//', begin)) {
    // `saddleback:huts/12` and `saddleback:/huts/12` are the same; `localhost:4310/huts` is no scheme but a host.
    if (bare) return { origin: bare, at: begin };
    return { why: 'other-origin', text: text.slice(0, Math.min(begin, 100)) };
  }
  const rest = text.slice(begin + 2).search(/[/?#]/);
  const pathAt = rest < 0 ? text.length : begin + 2 + rest;
  const written = text.slice(begin + 2, pathAt);
  const authority = written === '' ? null : readAuthority(own, written);
  if (authority === 'user-info') return { why: 'user-info', text: written.slice(0, 100) };
  if (authority !== null && typeof authority !== 'string') {
    const found = ofScheme.find(({ host, port }) => host === authority.host && port === authority.port);
    if (found) return { origin: found, at: pathAt };
  }
  // With a scheme of the app's own, people write the first segment in the place of a host.
  if (bare) return { origin: bare, at: begin + 2 };
  if (typeof authority === 'string') return { why: authority, text: written.slice(0, 100) };
  return { why: 'other-origin', text: text.slice(0, Math.min(pathAt, begin + 102)) };
}

/** The full URL, for one written without its scheme. */
function meantBy(text: string, origins: readonly Origin[]): string | null {
  const lower = text.slice(0, 300).toLowerCase();
  const origin = origins.find(
    ({ host }) =>
      host !== null && (lower === host || ['/', '?', '#', ':'].some((next) => lower.startsWith(host + next))),
  );
  return origin ? `${origin.scheme}://${text}` : null;
}

/** The segments of a path, not decoded yet, without dot segments (RFC 3986, 5.2.4). */
function pathSegments(path: string): string[] {
  const segments: string[] = [];
  let begin = path.startsWith('/') ? 1 : 0;
  if (begin === path.length) return segments;
  for (let end = 0; end < path.length; begin = end + 1) {
    const slash = path.indexOf('/', begin);
    end = slash < 0 ? path.length : slash;
    const segment = path.slice(begin, end);
    const dots = dotsIn(segment);
    if (dots === 2) segments.pop();
    // A slash at the end, and a dot behind it, mean nothing.
    else if (dots === 0 && (segment !== '' || end < path.length)) segments.push(segment);
  }
  return segments;
}

/** How many dots a segment is, and nothing else, escaped or not; 0 for all others. */
function dotsIn(segment: string): 0 | 1 | 2 {
  if (segment.length === 0 || segment.length > 6) return 0;
  const plain = segment.replace(/%2e/gi, '.');
  return plain === '.' ? 1 : plain === '..' ? 2 : 0;
}

/** Percent-decoding as UTF-8; null if an escape is broken. */
export function decode(text: string): string | null {
  if (!text.includes('%')) return text;
  try {
    return decodeURIComponent(text);
  } catch {
    return null;
  }
}

function brokenEscape(text: string, from: number, to: number): UrlProblem {
  const part = text.slice(from, to);
  const at = /%(?![0-9A-Fa-f]{2})/.exec(part)?.index;
  if (at !== undefined) return { why: 'escape', at: from + at, text: part.slice(at, at + 3) };
  // Some run of escapes is no UTF-8.
  for (const { 0: run, index } of part.matchAll(/(?:%[0-9A-Fa-f]{2})+/g))
    if (decode(run) === null) return { why: 'utf-8', at: from + index, text: run.slice(0, 30) };
  return { why: 'utf-8', at: from, text: part.slice(0, 30) };
}
