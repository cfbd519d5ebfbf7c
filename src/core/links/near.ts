/** Which patterns a URL that opens nothing comes near to, and where it fails each. */
import { closest } from '../language/closest';
import type { Pattern } from './pattern';
import { misfit, splitQuery } from './query';
import type { Segment } from './segment';
import type { UrlSpace } from './space';
import type { Node, Tree } from './tree';
import { isUrl, readUrl, type Url } from './url';

/** The first place where a URL fails a pattern. */
export type Failure =
  /** A segment should be another text. */
  | { readonly why: 'text'; readonly segment: number; readonly found: string; readonly wanted: string }
  /** A segment is no value of what stands there. */
  | { readonly why: 'value'; readonly segment: number; readonly found: string; readonly wanted: Segment }
  /** The path ends where another segment should follow, or goes on where it should end. */
  | { readonly why: 'too-short'; readonly segment: number; readonly wanted: Segment | string }
  | { readonly why: 'too-long'; readonly segment: number; readonly found: string }
  /** An item of what takes the rest of the path is no value of its type. */
  | { readonly why: 'item'; readonly segment: number; readonly found: string }
  /** A value of the query does not fit. */
  | { readonly why: 'query'; readonly name: string; readonly found: string };

export interface Near {
  readonly pattern: Pattern;
  readonly failure: Failure;
}

interface Candidate extends Near {
  readonly cost: number;
}

/** In how many places a URL may fail a pattern that is told. */
const mostFailures = 2;
/** Of a node with more literals, only those are looked at that begin with the same letter. */
const manyLiterals = 100;
/** Most patterns that are compared. */
const mostCandidates = 200;

/**
 * The patterns that a URL comes nearest to, the nearest first: those that it fails in one place, otherwise those that
 * it fails in two. Looks down the tree, not at every pattern.
 */
export function nearest({ root }: Tree, url: Url, most = 3): Near[] {
  for (let failures = 1; failures <= mostFailures; failures++) {
    const search = new Search(url);
    search.from(root, 0, failures, 0, null);
    if (search.candidates.length === 0) continue;
    const best = new Map<Pattern, Candidate>();
    for (const candidate of search.candidates) {
      const known = best.get(candidate.pattern);
      if (!known || candidate.cost < known.cost) best.set(candidate.pattern, candidate);
    }
    return [...best.values()]
      .sort((a, b) => a.cost - b.cost || a.pattern.index - b.pattern.index)
      .slice(0, most)
      .map(({ pattern, failure }) => ({ pattern, failure: byOwnName(pattern, failure) }));
  }
  return [];
}

/** A tree knows what segments take, not how each pattern names it. */
function byOwnName({ segments }: Pattern, failure: Failure): Failure {
  const own = 'segment' in failure ? segments[failure.segment] : undefined;
  if (!own || own.literal !== null) return failure;
  return failure.why === 'value' || failure.why === 'too-short' ? { ...failure, wanted: own } : failure;
}

/** The patterns that a URL which opens nothing comes nearest to, by its text. */
export function nearestTo(space: UrlSpace, url: string, most = 3): Near[] {
  const read = readUrl(url, space.origins);
  return isUrl(read) ? nearest(space.treeOf(read.origin), read, most) : [];
}

/** The URL with what fails put right, where that is one text in its path; null for all else. */
export function corrected(url: string, failure: Failure): string | null {
  if (failure.why !== 'text') return null;
  const written = `/${failure.found}`;
  const parts = url.split(/(?=[/?#])/);
  const at = parts.indexOf(written);
  // Where it stands twice, or escaped, it is not clear which one is meant.
  if (at < 0 || parts.lastIndexOf(written) !== at) return null;
  return parts.map((part, index) => (index === at ? `/${encodeURIComponent(failure.wanted)}` : part)).join('');
}

/** How far off a text is: what is nearly the same may be a slip. */
const costOf = { slip: 1, value: 1, text: 3, length: 2 } as const;

class Search {
  readonly candidates: Candidate[] = [];
  private query: ReadonlyMap<string, string> | null = null;

  constructor(private readonly url: Url) {}

  /** @param failure the first one so far */
  from(node: Node, at: number, left: number, cost: number, failure: Failure | null): void {
    if (this.candidates.length >= mostCandidates) return;
    for (const pattern of node.rests) this.endRest(pattern, at, left, cost, failure);
    if (at === this.url.segments.length) {
      this.atEnd(node, at, left, cost, failure);
      return;
    }
    const found = this.url.segments[at]!;
    const same = node.literals.get(found);
    if (same) this.from(same, at + 1, left, cost, failure);
    this.alongVariables(node, at, left, cost, failure);
    if (left === 0) return;
    this.alongOtherTexts(node, at, left, cost, failure);
    this.tooLong(node, at, left, cost, failure);
  }

  /** The path is at its end: what ends here, and what lacks a segment or more. */
  private atEnd(node: Node, at: number, left: number, cost: number, failure: Failure | null): void {
    for (const pattern of node.ends) this.end(pattern, left, cost, failure);
    if (left === 0) return;
    const goOn = (wanted: Segment | string, to: Node): void => {
      const next = failure ?? { why: 'too-short', segment: at, wanted };
      for (const pattern of to.ends) this.end(pattern, left - 1, cost + costOf.length, next);
      if (left > 1) this.from(to, at, left - 1, cost + costOf.length, next);
    };
    for (const [text, to] of node.literals) goOn(text, to);
    for (const { segment, to } of node.branches) goOn(segment, to);
  }

  /** A variable takes the segment, or could not take its value. */
  private alongVariables(node: Node, at: number, left: number, cost: number, failure: Failure | null): void {
    const found = this.url.segments[at]!;
    for (const { segment, to } of node.branches) {
      if (segment.fits(found)) this.from(to, at + 1, left, cost, failure);
      else if (left > 0) {
        const next = failure ?? { why: 'value', segment: at, found, wanted: segment };
        this.from(to, at + 1, left - 1, cost + costOf.value, next);
      }
    }
  }

  /** Another text was meant. */
  private alongOtherTexts(node: Node, at: number, left: number, cost: number, failure: Failure | null): void {
    const { segments } = this.url;
    const found = segments[at]!;
    for (const [wanted, slip] of literalsNear(node, found)) {
      // Another word altogether is as bad as two slips; where it is all there is, nothing is alike.
      if (!slip && (left < 2 || segments.length === 1)) continue;
      const next = failure ?? { why: 'text', segment: at, found, wanted };
      const added = slip ? costOf.slip : costOf.text;
      this.from(node.literals.get(wanted)!, at + 1, left - (slip ? 1 : 2), cost + added, next);
    }
  }

  /**
   * What comes behind is too much; where nothing comes before, all of it is. A path that lacks something comes nearer.
   */
  private tooLong(node: Node, at: number, left: number, cost: number, failure: Failure | null): void {
    if (at === 0) return;
    const { segments } = this.url;
    const next = failure ?? { why: 'too-long', segment: at, found: segments[at]! };
    for (const pattern of node.ends) this.end(pattern, left - 1, cost + costOf.length + segments.length - at, next);
  }

  private end(pattern: Pattern, left: number, cost: number, failure: Failure | null): void {
    const { query } = this.url;
    if (query !== null && pattern.query.length > 0) {
      const values = (this.query ??= splitQuery(query));
      for (const variable of pattern.query) {
        const value = values.get(variable.name);
        const found = value === undefined ? null : misfit(variable, value);
        if (found === null) continue;
        if (left-- === 0) return;
        failure ??= { why: 'query', name: variable.name, found };
        cost += costOf.value;
      }
    }
    // One without a failure is no near miss: another one of the same place has to be told from it.
    if (failure) this.candidates.push({ pattern, failure, cost });
  }

  private endRest(pattern: Pattern, at: number, left: number, cost: number, failure: Failure | null): void {
    const { carried, isList } = pattern.rest!;
    const bad = isList
      ? this.url.segments.findIndex((text, index) => index >= at && (text === '' || !carried.fits(text)))
      : -1;
    if (bad < 0) this.end(pattern, left, cost, failure);
    else if (left > 0)
      this.end(
        pattern,
        left - 1,
        cost + costOf.value,
        failure ?? { why: 'item', segment: bad, found: this.url.segments[bad]! },
      );
  }
}

/**
 * The literals of a node that a text may be meant for, the nearest with whether it differs by a slip alone; where there
 * are few, all of them.
 */
function literalsNear({ literals, names }: Node, text: string): (readonly [text: string, slip: boolean])[] {
  if (literals.size === 0 || literals.has(text)) return [];
  let some = names;
  if (names.length > manyLiterals) {
    // Only what begins alike and is about as long can be a slip.
    const first = text.charCodeAt(0);
    some = names.filter((each) => each.charCodeAt(0) === first && Math.abs(each.length - text.length) < 3);
  }
  const near = text.length > 80 ? null : closest(text, some);
  if (near !== null) return [[near, true]];
  return literals.size <= 8 ? some.map((each) => [each, false] as const) : [];
}
