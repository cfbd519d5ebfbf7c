import { isIn, type Link, type Plan, type Screen } from '../plan/model';
import { required } from '../plan/types';
import { readLiteral, showPlainly, type Value, type Values } from '../walk/value';
import { expand, readTemplate, type Part, type Template } from './template';

/** A pattern that a URL fits, and the arguments that it brings. */
export interface Opened {
  readonly link: Link;
  readonly values: Values;
}

/** The URL that a link has with these arguments, from the path on; null where its pattern does not read. */
export function urlOf({ pattern }: Link, values: Values): string | null {
  const template = readTemplate(pattern);
  return template && expand(template, (variable) => {
    const value = Object.hasOwn(values, variable) ? values[variable] : null;
    return typeof value === 'string' ? showPlainly(value) : null;
  });
}

/**
 * Which screen a URL opens in a variant: of the patterns that it fits the one that is most specific, segment by segment
 * from the left, literal before typed variable before text variable before rest; among equals the first in the plan. Null where it
 * fits none. Costs O(patterns · segments).
 *
 * @param url a path, or a whole URL of one of the plan's origins (RFC 3986)
 */
export function openUrl(plan: Plan, variant: string, url: string): Opened | null {
  const parts = split(plan, url);
  if (!parts) return null;
  let best: (Opened & { readonly rank: string }) | null = null;
  for (const screen of plan.screens) {
    if (!isIn(screen.only, variant)) continue;
    for (const link of screen.links) {
      const template = readTemplate(link.pattern);
      const fit = template && fits(template, screen, parts);
      if (fit && (!best || fit.rank < best.rank)) best = { link, ...fit };
    }
  }
  return best && { link: best.link, values: best.values };
}

interface Parts {
  readonly segments: readonly string[];
  readonly query: ReadonlyMap<string, string>;
}

/** A URL in its parts, decoded; null where an escape is broken or the origin is none of the plan's. */
function split(plan: Plan, url: string): Parts | null {
  let path = url.split('#', 1)[0]!;
  if (!path.startsWith('/')) {
    const lower = path.toLowerCase();
    const origin = plan.origins.map((each) => each.toLowerCase().replace(/\/+$/, '')).find((each) => lower === each || ['/', '?'].some((next) => lower.startsWith(each + next)) || (each.endsWith(':') && lower.startsWith(each)));
    if (origin === undefined) return null;
    path = `/${path.slice(origin.length).replace(/^\/+/, '')}`;
  }
  const asked = path.indexOf('?');
  const query = new Map(asked < 0 ? [] : [...new URLSearchParams(path.slice(asked + 1))].reverse());
  const segments = (asked < 0 ? path : path.slice(0, asked)).split('/').slice(1);
  if (segments.at(-1) === '') segments.pop();
  try {
    return { segments: segments.map((each) => decodeURIComponent(each)), query };
  } catch {
    return null;
  }
}

function fits({ segments, rest, query }: Template, screen: Screen, url: Parts): { readonly rank: string; readonly values: Values } | null {
  if (rest === null ? url.segments.length !== segments.length : url.segments.length < segments.length) return null;
  const values: [string, Value][] = [];
  let rank = '';
  /** @returns 1 for a typed variable, 2 for one that takes any text, null where the value does not fit */
  const take = (variable: string, text: string): 1 | 2 | null => {
    const type = screen.parameters.find((parameter) => parameter.name === variable)?.type;
    if (!type) return null;
    const literal = readLiteral(text, type);
    if (literal === null) return null;
    values.push([variable, literal]);
    const wanted = required(type);
    return (wanted.kind === 'base' && wanted.name === 'text') || (wanted.kind === 'id' && (wanted.base ?? 'text') === 'text') ? 2 : 1;
  };
  for (const [index, parts] of segments.entries()) {
    const taken = takeSegment(parts, url.segments[index]!, take);
    if (taken === null) return null;
    rank += taken;
  }
  if (rest !== null) {
    if (take(rest, url.segments.slice(segments.length).join('/')) === null) return null;
    rank += '3';
  }
  for (const variable of query) {
    const text = url.query.get(variable);
    if (text !== undefined && take(variable, text) === null) return null;
  }
  return { rank, values: Object.fromEntries(values) };
}

/** How specific a segment fits: 0 for the text itself, otherwise as the widest of its variables; null where it does not. */
function takeSegment(parts: readonly Part[], text: string, take: (variable: string, text: string) => 1 | 2 | null): 0 | 1 | 2 | null {
  let at = 0;
  let widest: 0 | 1 | 2 = 0;
  for (const [index, part] of parts.entries()) {
    if ('text' in part) {
      if (!text.startsWith(part.text, at)) return null;
      at += part.text.length;
      continue;
    }
    const next = parts[index + 1];
    // What follows a variable is found as far to the right as it can be where it ends the segment.
    const end = next === undefined ? text.length : index + 2 === parts.length ? text.length - (next as { text: string }).text.length : text.indexOf((next as { text: string }).text, at + 1);
    if (end <= at) return null;
    const kind = take(part.variable, text.slice(at, end));
    if (kind === null) return null;
    if (kind > widest) widest = kind;
    at = end;
  }
  return at === text.length ? widest : null;
}
