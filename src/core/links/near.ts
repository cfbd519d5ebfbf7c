/** The patterns nearest to a URL that opens nothing, and the place where it fails each. */
import { closest } from '../language/closest';
import type { Pattern } from './pattern';
import { misfit, splitQuery } from './query';
import type { Segment } from './segment';
import type { UrlSpace } from './space';
import type { TreeNode, Tree } from './tree';
import { isUrl, readUrl, type Url } from './url';

/** The first place where a URL fails a pattern. */
export type Failure =
  /** A segment should be another text. */
  | { readonly why: 'text'; readonly segment: number; readonly found: string; readonly wanted: string }
  /** A segment does not fit the type of its variable. */
  | { readonly why: 'value'; readonly segment: number; readonly found: string; readonly wanted: Segment }
  /** The path ends before a required segment, or has a segment too many. */
  | { readonly why: 'too-short'; readonly segment: number; readonly wanted: Segment | string }
  | { readonly why: 'too-long'; readonly segment: number; readonly found: string }
  /** An item in the rest of the path does not fit its type. */
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

/** Maximum number of places in which a URL may fail a near pattern. */
const mostFailures = 2;
/** Of more literals than this, only those with the same first letter are compared. */
const manyLiterals = 100;
/** Most patterns that are compared. */
const mostCandidates = 200;

/**
 * The patterns nearest to a URL, the nearest first: patterns that it fails in one place, otherwise in two. Searches the
 * tree, not every pattern.
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

/** Nodes of the tree know types of variables, not their names. */
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

/** The URL with the failing text corrected, if that is one text in its path; otherwise null. */
export function corrected(url: string, failure: Failure): string | null {
  if (failure.why !== 'text') return null;
  const written = `/${failure.found}`;
  const parts = url.split(/(?=[/?#])/);
  const at = parts.indexOf(written);
  // A text that stands twice, or escaped, is ambiguous.
  if (at < 0 || parts.lastIndexOf(written) !== at) return null;
  return parts.map((part, index) => (index === at ? `/${encodeURIComponent(failure.wanted)}` : part)).join('');
}

/** Distance of each kind of failure. A similar text may be a slip. */
const costOf = { slip: 1, value: 1, text: 3, length: 2 } as const;

class Search {
  readonly candidates: Candidate[] = [];
  private query: ReadonlyMap<string, string> | null = null;

  constructor(private readonly url: Url) {}

  /** @param failure the first one so far */
  from(node: TreeNode, at: number, left: number, cost: number, failure: Failure | null): void {
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

  /** At the end of the path: patterns that end here, and patterns that need more segments. */
  private atEnd(node: TreeNode, at: number, left: number, cost: number, failure: Failure | null): void {
    for (const pattern of node.ends) this.end(pattern, left, cost, failure);
    if (left === 0) return;
    const goOn = (wanted: Segment | string, to: TreeNode): void => {
      const next = failure ?? { why: 'too-short', segment: at, wanted };
      for (const pattern of to.ends) this.end(pattern, left - 1, cost + costOf.length, next);
      if (left > 1) this.from(to, at, left - 1, cost + costOf.length, next);
    };
    for (const [text, to] of node.literals) goOn(text, to);
    for (const { segment, to } of node.branches) goOn(segment, to);
  }

  /** A variable takes the segment, or could not take its value. */
  private alongVariables(node: TreeNode, at: number, left: number, cost: number, failure: Failure | null): void {
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
  private alongOtherTexts(node: TreeNode, at: number, left: number, cost: number, failure: Failure | null): void {
    const { segments } = this.url;
    const found = segments[at]!;
    for (const [wanted, slip] of literalsNear(node, found)) {
      // A wrong word counts as much as two slips. If it is the only segment, nothing is similar.
      if (!slip && (left < 2 || segments.length === 1)) continue;
      const next = failure ?? { why: 'text', segment: at, found, wanted };
      const added = slip ? costOf.slip : costOf.text;
      this.from(node.literals.get(wanted)!, at + 1, left - (slip ? 1 : 2), cost + added, next);
    }
  }

  /** The segments behind are too many; without any before, all are. A path that lacks segments comes nearer. */
  private tooLong(node: TreeNode, at: number, left: number, cost: number, failure: Failure | null): void {
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
    // A candidate without a failure is no near miss: it is a pattern of the same place that has to stay apart.
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
 * The literals of a node that a text may stand for, nearest first, each with whether a slip explains the difference;
 * all literals if they are few.
 */
function literalsNear({ literals, names }: TreeNode, text: string): (readonly [text: string, slip: boolean])[] {
  if (literals.size === 0 || literals.has(text)) return [];
  let some = names;
  if (names.length > manyLiterals) {
    // A slip keeps the first letter and about the length.
    const first = text.charCodeAt(0);
    some = names.filter((each) => each.charCodeAt(0) === first && Math.abs(each.length - text.length) < 3);
  }
  const near = text.length > 80 ? null : closest(text, some);
  if (near !== null) return [[near, true]];
  return literals.size <= 8 ? some.map((each) => [each, false] as const) : [];
}
