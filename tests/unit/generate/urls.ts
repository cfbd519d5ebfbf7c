/** Random URLs of a plan: hits, near misses, escapes, every pattern; with what the core says of each. */
import { buildUrl } from '../../../src/core/links/build';
import { readOrigin } from '../../../src/core/links/origin';
import type { Pattern } from '../../../src/core/links/pattern';
import { isMatched, UrlSpace } from '../../../src/core/links/space';
import { readPattern, type Template } from '../../../src/core/links/template';
import type { Program } from '../../../src/core/generate/program/program';
import { isUsable, usable } from '../../../src/core/generate/program/usable';
import type { Screen } from '../../../src/core/plan/model';
import { required, type Type } from '../../../src/core/plan/types';
import { at, isList, type Value, type Values } from '../../../src/core/plan/value';
import { Data } from '../../../src/core/walk/data';
import { chance } from './runs';

/** What a URL opens: arguments as literals of the plan's language, a missing one left out; or why it opens nothing. */
export type Expected =
  | { readonly screen: Screen; readonly link: string; readonly values: Values; readonly lacks: string | null }
  | { readonly why: string };

export interface GivenUrl {
  readonly url: string;
  readonly expected: Expected;
}

const texts = ['a', 'near', '12', 'ü', 'a b', 'a/b', 'x', '.', '..', '%', 'née', '1x2', 'a-b-c', '"', '日本', '-', ''];
const byBase: Readonly<Record<string, readonly string[]>> = {
  text: texts,
  int: ['0', '12', '-5', '007', '-0', '9007199254740993', '99999999999999999999', '1.5'],
  decimal: ['0', '1.5', '1.50', '-12', '007.250', '0.1'],
  bool: ['true', 'false', 'yes'],
  date: ['2026-05-01', '2024-02-29', '2026-02-29', '0001-01-01', '2026-5-1'],
  time: ['09:30', '09:30:00', '23:59:59.5', '09:30:15.250', '24:00'],
  instant: ['2026-05-01T09:30:00Z', '2026-05-01t09:30z', '2026-05-01T09:30:00.500+02:00', '2026-05-01T23:59:59-23:59'],
  url: ['https://a.example/x', 'mailto:a@b.example', 'no url'],
};

function textOf(type: Type | undefined, next: (below: number) => number): string {
  const pick = (from: readonly string[]): string => from[next(from.length)]!;
  const inner = type ? required(type) : null;
  if (next(8) === 0) return pick(texts);
  switch (inner?.kind) {
    case 'base':
      return pick(byBase[inner.name]!);
    case 'id':
      return pick(byBase[inner.base ?? 'text']!);
    case 'choice':
      return pick([...inner.options, 'other']);
    case 'list':
      return Array.from({ length: next(4) }, () => textOf(inner.of, next)).join(next(2) === 0 ? ',' : '/');
    default:
      return pick(texts);
  }
}

/** A URL of a pattern, with values of its variables that may or may not fit. */
function urlOf({ segments, rest, query }: Template, screen: Screen, next: (below: number) => number): string {
  const typeOf = (name: string): Type | undefined => screen.parameters.find((each) => each.name === name)?.type;
  const escape = (text: string): string => (next(4) === 0 ? text : encodeURIComponent(text));
  const path = segments.map((parts) =>
    parts.map((part) => ('text' in part ? escape(part.text) : escape(textOf(typeOf(part.variable), next)))).join(''),
  );
  if (rest !== null) path.push(...textOf(typeOf(rest), next).split('/').map(escape));
  const asked = query
    .filter(() => next(3) > 0)
    .map((name) => `${name}=${textOf(typeOf(name), next).split(',').map(escape).join(',')}`);
  if (next(4) === 0) asked.reverse();
  return `/${path.join('/')}${asked.length > 0 ? `?${asked.join('&')}` : ''}`;
}

const slips: readonly ((url: string, next: (below: number) => number) => string)[] = [
  (url) => url,
  (url) => url,
  (url) => url,
  (url) => `${url}/`,
  (url) => url.replace('/', '//'),
  (url) => url.replace(/\/[^/]*$/, ''),
  (url) => `/./a/..${url}`,
  (url) => `/%2e/x/%2E%2e${url}`,
  (url) => `${url}/more`,
  (url) => `${url}${url.includes('?') ? '&' : '?'}unknown=1&unknown=2`,
  (url) => `${url}#part`,
  (url) => `${url}%zz`,
  (url) => `${url}%ff`,
  (url) => `${url}\ud800`,
  (url) => `${url} `,
  (url, next) => {
    const place = 1 + next(url.length);
    return `${url.slice(0, place)}${url.slice(place + 1)}`;
  },
  (url, next) => {
    const place = next(url.length);
    const code = url.charCodeAt(place);
    return code < 128 ? `${url.slice(0, place)}%${code.toString(16).padStart(2, '0')}${url.slice(place + 1)}` : url;
  },
  (url) => url.toUpperCase(),
];

/** A path behind an origin of the plan, or behind something else. */
function withOrigin(path: string, origins: readonly string[], next: (below: number) => number): string {
  const origin = origins[next(origins.length + 1)];
  if (origin === undefined) return path;
  const [scheme = '', host] = origin.split('://');
  switch (next(10)) {
    case 0:
      return origin.toUpperCase() + path;
    case 1:
      return host ? `${scheme}://me@${host}${path}` : `${origin}//${path.slice(1)}`;
    case 2:
      return host ? `${scheme}://${host}:0443${path}` : origin + path.slice(1);
    case 3:
      return host ? host + path : `other:${path}`;
    case 4:
      return host ? `//${host}${path}` : '';
    case 5:
      return host ? `${scheme}://${host}:x${path}` : `${origin}///${path}`;
    case 6:
      return `https://other.example${path}`;
    default:
      return origin + path;
  }
}

/** Random URLs, and what the core says of each. */
export function urlsOf(program: Program, count: number, seed: number): GivenUrl[] {
  const { plan } = program;
  const links = program.codeOf.size === 0 ? [] : plan.screens.flatMap((screen) => screen.links);
  const templates = links.flatMap((link) => {
    const { template } = readPattern(link.pattern);
    return template ? [{ template, link }] : [];
  });
  const space = new UrlSpace(plan, links);
  const data = new Data(plan);
  const next = chance(seed);
  return Array.from({ length: templates.length === 0 ? 0 : count }, (_none, index) => {
    const { template, link } = templates[index % templates.length]!;
    const path = slips[next(slips.length)]!(urlOf(template, link.screen, next), next);
    const url = withOrigin(path, template.origin === null ? plan.origins : [template.origin], next);
    const found = space.match(url);
    if (!isMatched(found)) return { url, expected: { why: found?.why ?? 'no-pattern' } };
    const { screen, pattern } = found.pattern.link;
    const values = data.byLink(found.pattern.link, found.values);
    const taken = usable(screen.parameters).flatMap(({ name }): [string, Value][] => {
      const value = at(values, name);
      return value === undefined ? [] : [[name, value]];
    });
    const lacks = usable(screen.parameters).find(({ name }) => at(values, name) === undefined)?.name ?? null;
    return { url, expected: { screen, link: pattern, values: Object.fromEntries(taken), lacks } };
  });
}

/** The URL that the code builds for some arguments: by the first pattern of the screen that brings them all. */
export function builtFor(program: Program, screen: Screen, values: Values): string | null {
  const data = new Data(program.plan);
  const space = new UrlSpace(
    program.plan,
    program.plan.screens.flatMap((each) => each.links),
  );
  const own = program.links.filter(({ link, under }) => link.screen === screen && under !== null);
  for (const { link, pattern } of [...own].sort((a, b) => a.pattern.index - b.pattern.index)) {
    const path = buildUrl(pattern, onlyOf(pattern, values));
    if (path === null) continue;
    const origin = program.plan.origins.flatMap((text) => readOrigin(text)?.text ?? [])[0] ?? '';
    const url = pattern.origin ? path : origin + path;
    const found = space.match(url);
    if (!isMatched(found) || found.pattern.link.screen !== screen) continue;
    const read = data.byLink(found.pattern.link, found.values);
    const isWhole = usable(screen.parameters).every(
      ({ name }) => JSON.stringify(at(read, name)) === JSON.stringify(at(values, name)),
    );
    if (isWhole && link) return url;
  }
  return null;
}

/** The values that a pattern has variables for. */
function onlyOf(pattern: Pattern, values: Values): Values {
  const names = [
    ...pattern.segments.flatMap(({ parts }) => parts.flatMap((part) => ('variable' in part ? [part.variable] : []))),
    ...[pattern.rest, ...pattern.query].flatMap((each) => each?.name ?? []),
  ];
  return Object.fromEntries(Object.entries(values).filter(([name]) => names.includes(name)));
}

/** Whether each value is one that a language has; a number may be too large for it. */
export function isRepresentable(value: Value, type: Type, largest: bigint): boolean {
  const inner = required(type);
  if (!isUsable(type) || value === null) return true;
  if (isList(value)) return value.every((each) => inner.kind !== 'list' || isRepresentable(each, inner.of, largest));
  const base = inner.kind === 'base' ? inner.name : inner.kind === 'id' ? inner.base : null;
  if (base !== 'int' || typeof value !== 'string') return true;
  const number = BigInt(value);
  return number <= largest && number >= -largest;
}

/** A literal in the one spelling that generated code writes. */
export function canonical(value: Value, type: Type): Value {
  const inner = required(type);
  if (value === null) return null;
  if (isList(value)) return value.map((each) => (inner.kind === 'list' ? canonical(each, inner.of) : each));
  if (typeof value !== 'string') return value;
  const base = inner.kind === 'base' ? inner.name : inner.kind === 'id' ? inner.base : null;
  switch (base) {
    case 'int':
      return String(BigInt(value));
    case 'decimal': {
      const plain = value.replace(/^(-?)0+(?=\d)/, '$1');
      const short = plain.includes('.') ? plain.replace(/\.?0+$/, '') : plain;
      return short === '-0' ? '0' : short;
    }
    case 'time':
      return value
        .replace(/(\.\d*?)0+"$/, '$1"')
        .replace(/\."$/, '"')
        .replace(/^"(\d\d:\d\d):00"$/, '"$1"');
    case 'instant':
      return `"${new Date((JSON.parse(value) as string).toUpperCase()).toISOString().replace('.000Z', 'Z')}"`;
    default:
      return value;
  }
}
