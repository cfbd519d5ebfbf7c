/**
 * URL patterns: a subset of RFC 6570. Literals, `{name}` in or across a path segment (3.2.2), `{/name*}` at the end of
 * the path (3.2.6), `{?name,name}` for the query (3.2.8). An origin may stand in front: the pattern is then for that
 * origin alone.
 */
import { maximumVariables } from '../base/limits';
import { originAt } from './origin';

/** Part of a path segment: literal text, decoded, or the name of a variable. */
export type Part = { readonly text: string } | { readonly variable: string };

export type VariablePlace = 'path' | 'rest' | 'query';

export interface Variable {
  readonly name: string;
  readonly place: VariablePlace;
  /** Range of its name in the pattern. */
  readonly from: number;
  readonly to: number;
}

export interface Template {
  /** As written; null for a pattern of every origin. */
  readonly origin: string | null;
  readonly segments: readonly (readonly Part[])[];
  /** The variable of the rest of the path, or null. */
  readonly rest: string | null;
  readonly query: readonly string[];
  /** All of them, in the order written. */
  readonly variables: readonly Variable[];
}

/** Why a pattern does not read, and which part of it is to blame. */
export interface PatternProblem {
  readonly why:
    | 'start'
    | 'character'
    | 'escape'
    | 'question'
    | 'fragment'
    | 'dots'
    | 'empty-segment'
    | 'unclosed'
    | 'stray-brace'
    | 'operator'
    | 'no-name'
    | 'adjacent'
    | 'too-many'
    | 'rest-star'
    | 'rest-place'
    | 'query-place'
    | 'twice';
  readonly from: number;
  readonly to: number;
}

export type ReadPattern =
  | { readonly template: Template; readonly problem: null }
  | { readonly template: null; readonly problem: PatternProblem };

const known = new Map<string, ReadPattern>();
/** Most patterns kept: every keystroke asks for each. */
const mostKnown = 20_000;

/** Reads a pattern. Linear in its length. */
export function readPattern(pattern: string): ReadPattern {
  let read = known.get(pattern);
  if (!read) {
    if (known.size >= mostKnown) known.clear();
    known.set(pattern, (read = new PatternReader(pattern).read()));
  }
  return read;
}

const name = /^[A-Za-z_]\w*$/;
/** Characters that a template must escape (RFC 6570, 2.1), except braces. */
const forbidden = /[\p{Cc}\s"<>\\^`|]|\p{Surrogate}/u;

class PatternReader {
  private readonly variables: Variable[] = [];
  private problem: PatternProblem | null = null;

  constructor(private readonly pattern: string) {}

  read(): ReadPattern {
    const template = this.template();
    return this.problem ? { template: null, problem: this.problem } : { template, problem: null };
  }

  /** Notes the first problem. */
  private fail(why: PatternProblem['why'], from: number, to: number): void {
    if (!this.problem || from < this.problem.from) this.problem = { why, from, to };
  }

  private template(): Template {
    const { pattern } = this;
    const origin = originAt(pattern);
    const begin = origin?.length ?? 0;
    if (pattern[begin] !== '/' && begin < pattern.length) this.fail('start', 0, Math.max(begin, 1));
    const bad = forbidden.exec(pattern);
    if (bad) this.fail('character', bad.index, bad.index + bad[0].length);
    // Text behind {? or {/ belongs to the query or the rest. Those report a wrong place.
    const query = this.query();
    const rest = this.rest(query?.from ?? pattern.length);
    const segments = this.segments(begin, rest?.from ?? query?.from ?? pattern.length);
    const seen = new Set<string>();
    for (const { name: each, from, to } of this.variables.sort((a, b) => a.from - b.from)) {
      if (seen.has(each)) this.fail('twice', from, to);
      seen.add(each);
    }
    return { origin, segments, rest: rest?.name ?? null, query: query?.names ?? [], variables: this.variables };
  }

  private variable(place: VariablePlace, from: number, to: number): string {
    const text = this.pattern.slice(from, to);
    if (!name.test(text))
      this.fail(text === '' ? 'no-name' : 'operator', Math.max(0, from - 1), Math.min(this.pattern.length, to + 1));
    this.variables.push({ name: text, place, from, to });
    return text;
  }

  private query(): { readonly names: string[]; readonly from: number } | null {
    const { pattern } = this;
    const from = pattern.indexOf('{?');
    if (from < 0) return null;
    const close = pattern.indexOf('}', from);
    if (close < 0) this.fail('unclosed', from, pattern.length);
    else if (close < pattern.length - 1) this.fail('query-place', from, close + 1);
    const names: string[] = [];
    for (let at = from + 2, end = close < 0 ? pattern.length : close; at <= end;) {
      const comma = pattern.indexOf(',', at);
      const next = comma < 0 || comma > end ? end : comma;
      names.push(this.variable('query', at, next));
      at = next + 1;
    }
    return { names, from };
  }

  private rest(end: number): { readonly name: string; readonly from: number } | null {
    const { pattern } = this;
    const from = pattern.indexOf('{/');
    if (from < 0 || from >= end) return null;
    const close = pattern.indexOf('}', from);
    if (close < 0 || close >= end) {
      this.fail('unclosed', from, end);
      return { name: '', from };
    }
    if (close + 1 < end) this.fail('rest-place', from, close + 1);
    const star = pattern[close - 1] === '*';
    if (!star) this.fail('rest-star', from, close + 1);
    return { name: this.variable('rest', from + 2, star ? close - 1 : close), from };
  }

  private segments(begin: number, end: number): Part[][] {
    const segments: Part[][] = [];
    let at = begin + 1;
    while (at <= end) {
      const slash = this.pattern.indexOf('/', at);
      const next = slash < 0 || slash > end ? end : slash;
      // A slash at the end means nothing; the root is no segment at all.
      if (next === at && next === end) break;
      if (next === at) this.fail('empty-segment', at - 1, at + 1);
      segments.push(this.segment(at, next));
      at = next + 1;
    }
    return segments;
  }

  private segment(from: number, to: number): Part[] {
    const { pattern } = this;
    const parts: Part[] = [];
    let variables = 0;
    let at = from;
    while (at < to) {
      const brace = pattern.indexOf('{', at);
      const open = brace < 0 || brace > to ? to : brace;
      if (open > at) parts.push({ text: this.literal(at, open) });
      if (open === to) break;
      const end = pattern.indexOf('}', open);
      if (end < 0 || end >= to) {
        this.fail('unclosed', open, to);
        break;
      }
      // A text would have many readings for two variables side by side.
      if (parts.length > 0 && 'variable' in parts.at(-1)!) this.fail('adjacent', open, end + 1);
      if (++variables > maximumVariables) this.fail('too-many', open, end + 1);
      parts.push({ variable: this.variable('path', open + 1, end) });
      at = end + 1;
    }
    // Dot segments are removed from every URL before the lookup (RFC 3986, 5.2.4).
    if (parts.length === 1 && 'text' in parts[0]! && /^\.\.?$/.test(parts[0].text)) this.fail('dots', from, to);
    return parts;
  }

  private literal(from: number, to: number): string {
    const written = this.pattern.slice(from, to);
    for (const [why, character] of [
      ['stray-brace', '}'],
      ['question', '?'],
      ['fragment', '#'],
    ] as const) {
      const at = written.indexOf(character);
      if (at >= 0) this.fail(why, from + at, from + at + 1);
    }
    if (!written.includes('%')) return written;
    try {
      return decodeURIComponent(written);
    } catch {
      const broken = /%(?![0-9A-Fa-f]{2})/.exec(written)?.index ?? written.indexOf('%');
      this.fail('escape', from + broken, Math.min(to, from + broken + 3));
      return written;
    }
  }
}
