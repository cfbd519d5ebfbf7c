/** The part of the TypeScript output that is the same for each plan: URLs as RFC 3986 reads them. */
export const urlText = `/** URLs as RFC 3986 reads them, and patterns that take them. */
import type { Form } from './forms';

/** An origin of the app's links. */
export interface Origin {
  readonly text: string;
  readonly scheme: string;
  /** Null for a scheme of the app's own, without a host. */
  readonly host: string | null;
  readonly port: string;
}

/** Why a URL opens nothing. */
export type Problem =
  /** It is empty; it begins with no scheme, or with two slashes; its host or port is none. */
  | { readonly why: 'empty' | 'no-scheme' | 'two-slashes' | 'user-info' | 'host' | 'port' | 'other-origin' }
  /** A character that has to be escaped, half of a surrogate pair, a broken escape, or one that is not UTF-8. */
  | { readonly why: 'character' | 'surrogate' | 'escape' | 'utf-8'; readonly at: number }
  /** No pattern takes it. */
  | { readonly why: 'no-pattern' }
  /** A pattern takes it, and the value is missing, or TypeScript has no such value. */
  | { readonly why: 'missing' | 'out-of-range'; readonly name: string };

export interface ReadUrl {
  /** Null for a path alone. */
  readonly origin: Origin | null;
  readonly segments: readonly string[];
  /** The first value of each name of the query, as written. */
  readonly query: ReadonlyMap<string, string>;
}

/** Literal text of a segment, or a variable. */
export type Part = string | Variable;

export interface Variable {
  readonly name: string;
  readonly form: { readonly fits: RegExp };
  /** Whether a value is a list: of segments in the rest of a path, or with commas in a query. */
  readonly isList?: boolean;
}

export interface Pattern {
  /** Null for a pattern of every origin. */
  readonly origin: string | null;
  readonly segments: readonly (readonly Part[])[];
  readonly rest: Variable | null;
  readonly query: readonly Variable[];
}

/** The texts of a URL for the variables of a pattern; a variable that the URL leaves out is not among them. */
export type Taken = ReadonlyMap<string, readonly string[]>;

const defaultPorts: Readonly<Record<string, string>> = {
  http: '80',
  https: '443',
  ws: '80',
  wss: '443',
  ftp: '21',
};

/** Characters that neither a path nor a query may hold; characters beyond ASCII are allowed (RFC 3987). */
const forbidden = /[\\u0000-\\u0020"<>[\\\\\\]^\`{|}\\u007f]/;

/** Reads a URL, or a path that begins with a slash. Never throws. */
export function readUrl(text: string, origins: readonly Origin[]): ReadUrl | Problem {
  if (text === '') return { why: 'empty' };
  const located = locate(text, origins);
  if ('why' in located) return located;
  const { origin, at } = located;
  const hash = text.indexOf('#', at);
  const end = hash < 0 ? text.length : hash;
  const body = text.slice(at, end);
  const bad = forbidden.exec(body);
  if (bad) return { why: 'character', at: at + bad.index };
  const lone = /\\p{Surrogate}/u.exec(body);
  if (lone) return { why: 'surrogate', at: at + lone.index };
  const asked = body.indexOf('?');
  const path = asked < 0 ? body : body.slice(0, asked);
  const segments: string[] = [];
  for (const segment of segmentsOf(path)) {
    const plain = decode(segment);
    if (plain === null) return brokenEscape(path, at);
    segments.push(plain);
  }
  const query = asked < 0 ? '' : body.slice(asked + 1);
  if (query.split(/[&=,]/).some((part) => decode(part) === null)) return brokenEscape(query, at + asked + 1);
  return { origin, segments, query: valuesOf(query) };
}

/** The origin of a URL, and the offset of its path. */
function locate(text: string, origins: readonly Origin[]): { origin: Origin | null; at: number } | Problem {
  if (text.startsWith('//')) return { why: 'two-slashes' };
  if (text.startsWith('/')) return { origin: null, at: 0 };
  const match = /^([A-Za-z][A-Za-z0-9+.-]*):/.exec(text);
  if (!match) return { why: 'no-scheme' };
  const scheme = match[1]!.toLowerCase();
  const begin = match[0].length;
  const own = origins.filter((origin) => origin.scheme === scheme);
  const bare = own.find(({ host }) => host === null);
  if (!text.startsWith('//', begin)) return bare ? { origin: bare, at: begin } : { why: 'other-origin' };
  const slash = text.slice(begin + 2).search(/[/?#]/);
  const pathAt = slash < 0 ? text.length : begin + 2 + slash;
  const written = text.slice(begin + 2, pathAt);
  const authority = written === '' ? null : readAuthority(scheme, written);
  if (authority === 'user-info') return { why: 'user-info' };
  if (authority !== null && typeof authority !== 'string') {
    const found = own.find(({ host, port }) => host === authority.host && port === authority.port);
    if (found) return { origin: found, at: pathAt };
  }
  // With a scheme of the app's own, people write the first segment in the place of a host.
  if (bare) return { origin: bare, at: begin + 2 };
  return { why: typeof authority === 'string' ? authority : 'other-origin' };
}

function readAuthority(
  scheme: string,
  authority: string,
): { host: string; port: string } | 'user-info' | 'host' | 'port' {
  if (authority.includes('@')) return 'user-info';
  const [, written = '', , port = ''] = /^(\\[[^\\]]*\\]|[^:]*)(:(.*))?$/s.exec(authority) ?? [];
  if (!/^\\d*$/.test(port) || Number(port) > 65_535) return 'port';
  if (written === '' || /[\\s\\p{Cc}/\\\\]/u.test(written)) return 'host';
  const plain = port.replace(/^0+(?=\\d)/, '');
  try {
    const { hostname } = new URL(\`https://\${written}/\`);
    return hostname === '' ? 'host' : { host: hostname, port: plain === defaultPorts[scheme] ? '' : plain };
  } catch {
    return 'host';
  }
}

/** The segments of a path, without dot segments (RFC 3986, 5.2.4). A slash at the end means nothing. */
function segmentsOf(path: string): string[] {
  const parts = (path.startsWith('/') ? path.slice(1) : path).split('/');
  const segments: string[] = [];
  parts.forEach((part, index) => {
    const plain = part.replace(/%2e/gi, '.');
    if (plain === '..') segments.pop();
    else if (plain !== '.' && (part !== '' || index < parts.length - 1)) segments.push(part);
  });
  return segments;
}

/** Percent-decoding as UTF-8; null if an escape is broken. */
export function decode(text: string): string | null {
  try {
    return decodeURIComponent(text);
  } catch {
    return null;
  }
}

function brokenEscape(text: string, from: number): Problem {
  const at = /%(?![0-9A-Fa-f]{2})/.exec(text)?.index;
  if (at !== undefined) return { why: 'escape', at: from + at };
  for (const { 0: run, index } of text.matchAll(/(?:%[0-9A-Fa-f]{2})+/g))
    if (decode(run) === null) return { why: 'utf-8', at: from + index };
  return { why: 'utf-8', at: from };
}

function valuesOf(query: string): ReadonlyMap<string, string> {
  const values = new Map<string, string>();
  for (const pair of query.split('&').filter((each) => each !== '')) {
    const equals = pair.indexOf('=');
    const written = equals < 0 ? pair : pair.slice(0, equals);
    const name = decode(written) ?? written;
    if (!values.has(name)) values.set(name, equals < 0 ? '' : pair.slice(equals + 1));
  }
  return values;
}

/** The texts that a URL brings to a pattern; null if it does not fit. */
export function take(pattern: Pattern, { origin, segments, query }: ReadUrl): Taken | null {
  if (pattern.origin !== null && origin !== null && pattern.origin !== origin.text) return null;
  const count = pattern.segments.length;
  if (pattern.rest ? segments.length < count : segments.length !== count) return null;
  const taken = new Map<string, readonly string[]>();
  for (const [index, parts] of pattern.segments.entries()) {
    const texts = takeParts(parts, segments[index]!);
    if (!texts) return null;
    texts.forEach((text, name) => taken.set(name, [text]));
  }
  if (pattern.rest) {
    const { name, form, isList } = pattern.rest;
    const texts = segments.slice(count);
    if (isList && texts.some((text) => text === '' || !form.fits.test(text))) return null;
    taken.set(name, isList ? texts : [texts.join('/')]);
  }
  for (const { name, form, isList } of pattern.query) {
    const value = query.get(name);
    if (value === undefined) continue;
    const texts = (isList ? value.split(',') : [value]).map((text) => decode(text) ?? text);
    if (texts.some((text) => !form.fits.test(text))) return null;
    taken.set(name, texts);
  }
  return taken;
}

/** The text of each variable of a segment, each as short as possible, from the left; null if it does not fit. */
function takeParts(parts: readonly Part[], text: string): ReadonlyMap<string, string> | null {
  const failed = new Set<string>();
  const from = (index: number, at: number): [string, string][] | null => {
    const part = parts[index];
    if (part === undefined) return at === text.length ? [] : null;
    const key = \`\${index} \${at}\`;
    if (failed.has(key)) return null;
    const found = typeof part === 'string' ? literal(part, index, at) : variable(part, index, at);
    if (!found) failed.add(key);
    return found;
  };
  const literal = (part: string, index: number, at: number): [string, string][] | null =>
    text.startsWith(part, at) ? from(index + 1, at + part.length) : null;
  const variable = ({ name, form }: Variable, index: number, at: number): [string, string][] | null => {
    // The last variable takes all that is left.
    for (let end = index === parts.length - 1 ? text.length : at + 1; end <= text.length && end > at; end++) {
      const value = text.slice(at, end);
      const rest = form.fits.test(value) ? from(index + 1, end) : null;
      if (rest) return [[name, value], ...rest];
    }
    return null;
  };
  const found = from(0, 0);
  return found && new Map(found);
}

/** The URL of a pattern with these texts, from the path on; null if one of them cannot stand in a URL. */
export function write(pattern: Pattern, texts: Taken): string | null {
  let path = '';
  for (const parts of pattern.segments) {
    const written = writeParts(parts, texts);
    if (written === null) return null;
    path += \`/\${written}\`;
  }
  if (pattern.rest) {
    const rest = texts.get(pattern.rest.name);
    if (!rest) return null;
    for (const segment of pattern.rest.isList ? rest : splitRest(rest[0]!)) {
      const escaped = isLost(segment) ? null : escape(segment);
      if (escaped === null) return null;
      path += \`/\${escaped}\`;
    }
  }
  const query: string[] = [];
  for (const { name, isList } of pattern.query) {
    const values = texts.get(name);
    if (!values || (isList && values.length === 0)) continue;
    const escaped = values.map(escape);
    if (escaped.includes(null)) return null;
    query.push(\`\${name}=\${escaped.join(',')}\`);
  }
  return (path === '' ? '/' : path) + (query.length > 0 ? \`?\${query.join('&')}\` : '');
}

function writeParts(parts: readonly Part[], texts: Taken): string | null {
  let written = '';
  let plain = '';
  for (const part of parts) {
    const text = typeof part === 'string' ? part : texts.get(part.name)?.[0];
    if (text === undefined || text === '') return null;
    const escaped = typeof part === 'string' ? escapeLiteral(text) : escape(text);
    if (escaped === null) return null;
    written += escaped;
    plain += text;
  }
  if (written === '.' || written === '..') return null;
  // With several variables in one segment, some values would read as others.
  const read = takeParts(parts, plain);
  const isSame = parts.every(
    (part) => typeof part === 'string' || read?.get(part.name) === texts.get(part.name)?.[0],
  );
  return isSame ? written : null;
}

const isLost = (segment: string): boolean => segment === '' || segment === '.' || segment === '..';

/** A text as segments. The slash beside one that no path keeps is escaped. */
function splitRest(text: string): string[] {
  const segments: string[] = [];
  if (text === '') return segments;
  for (const part of text.split('/')) {
    const last = segments.at(-1);
    if (last !== undefined && (isLost(part) || isLost(last)))
      segments[segments.length - 1] = \`\${last}/\${part}\`;
    else segments.push(part);
  }
  return segments;
}

/** Escapes all characters but the unreserved ones; null for half of a surrogate pair. */
function escape(text: string): string | null {
  if (/\\p{Surrogate}/u.test(text)) return null;
  return encodeURIComponent(text).replace(
    /[!'()*]/g,
    (character) => \`%\${character.charCodeAt(0).toString(16).toUpperCase()}\`,
  );
}

/** Text of a pattern: characters that a path may hold stay as they are. */
const escapeLiteral = (text: string): string =>
  encodeURIComponent(text).replace(/%(?:24|26|2B|2C|3A|3B|3D|40)/g, decodeURIComponent);

/** A value that a URL lacks, or that TypeScript cannot have. */
export class NoValue extends Error {
  constructor(readonly problem: Problem) {
    super(problem.why);
  }
}

/** The value of a variable; undefined if the URL leaves it out. */
export function one<T>(taken: Taken, name: string, form: Form<T>): T | undefined {
  const text = taken.get(name)?.[0];
  return text === undefined ? undefined : valueOf(name, text, form);
}

/** The values of a variable that is a list; none if the URL leaves it out. */
export const all = <T>(taken: Taken, name: string, form: Form<T>): readonly T[] =>
  (taken.get(name) ?? []).map((text) => valueOf(name, text, form));

function valueOf<T>(name: string, text: string, form: Form<T>): T {
  const value = form.read(text);
  if (value === null) throw new NoValue({ why: 'out-of-range', name });
  return value;
}

export function missing(name: string): never {
  throw new NoValue({ why: 'missing', name });
}

/** The variables that have a value. */
export const present = (entries: readonly (readonly [string, readonly string[] | undefined])[]): Taken =>
  new Map(entries.flatMap(([name, texts]): [string, readonly string[]][] => (texts ? [[name, texts]] : [])));
`;
