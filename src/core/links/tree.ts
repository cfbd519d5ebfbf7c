/**
 * The patterns of one origin as a tree over segments. A URL takes the most specific pattern that it fits: of all, the one whose
 * first segment is the most specific, among those the one whose second is, and so on.
 */
import { splitQuery, takesQuery } from './query';
import type { Pattern } from './pattern';
import { rank, type Rank, type Segment } from './segment';
import type { Url } from './url';

/** A segment that is no literal, and what follows it. */
interface Branch {
  readonly segment: Segment;
  readonly to: Node;
}

/** What patterns have in common up to a segment. */
export interface Node {
  /** By their text; in the order of the plan. */
  readonly literals: ReadonlyMap<string, Node>;
  /** Segments with variables, the most specific first; equally specific ones in the order of the plan. */
  readonly branches: readonly Branch[];
  /** Those that end here. */
  readonly ends: readonly Pattern[];
  /** Those whose variable takes the rest. */
  readonly rests: readonly Pattern[];
}

interface OpenNode extends Node {
  readonly literals: Map<string, OpenNode>;
  readonly branches: { readonly segment: Segment; readonly to: OpenNode }[];
  readonly ends: Pattern[];
  readonly rests: Pattern[];
}

const newNode = (): OpenNode => ({ literals: new Map(), branches: [], ends: [], rests: [] });

/** Puts patterns, in the order of the plan, into a tree. Costs O(segments of all of them · branches at one node). */
export function treeOf(patterns: readonly Pattern[]): Node {
  const root = newNode();
  for (const pattern of patterns) {
    let node = root;
    for (const segment of pattern.segments) node = nextOf(node, segment);
    (pattern.rest ? node.rests : node.ends).push(pattern);
  }
  return root;
}

function nextOf(node: OpenNode, segment: Segment): OpenNode {
  if (segment.literal !== null) {
    let to = node.literals.get(segment.literal);
    if (!to) node.literals.set(segment.literal, (to = newNode()));
    return to;
  }
  let branch = node.branches.find((each) => each.segment.key === segment.key);
  if (!branch) {
    branch = { segment, to: newNode() };
    const later = node.branches.findIndex((each) => each.segment.rank > segment.rank);
    node.branches.splice(later < 0 ? node.branches.length : later, 0, branch);
  }
  return branch.to;
}

/**
 * The most specific pattern that a URL fits, the first in the plan where several are; null where it fits none. Costs O(segments)
 * where patterns do not share beginnings that fit, and O(patterns · segments) at worst.
 */
export function find(tree: Node, url: Url): Pattern | null {
  return new Descent(url).from(tree, 0)?.[0] ?? null;
}

/** All patterns that a URL fits and that are as specific as the most specific one, in the order of the plan. */
export function findAll(tree: Node, url: Url): readonly Pattern[] {
  return new Descent(url).from(tree, 0) ?? [];
}

class Descent {
  private readonly segments: readonly string[];
  private query: ReadonlyMap<string, string> | null = null;

  constructor(private readonly url: Url) {
    this.segments = url.segments;
  }

  /** What is found from a node on; null where that is nothing. */
  from(node: Node, at: number): readonly Pattern[] | null {
    if (at === this.segments.length) return this.fitting(node.ends) ?? (node.rests.length > 0 ? this.fitting(node.rests, at) : null);
    const text = this.segments[at]!;
    const literal = node.literals.get(text);
    const found = literal && this.from(literal, at + 1);
    if (found) return found;
    const { branches } = node;
    for (let index = 0; index < branches.length; ) {
      const { segment, to } = branches[index++]!;
      if (!segment.fits(text)) continue;
      // Most often no other one is as specific.
      const others = index < branches.length && branches[index]!.segment.rank === segment.rank ? this.asSpecific(branches, index, segment.rank, text) : null;
      while (others && index < branches.length && branches[index]!.segment.rank === segment.rank) index++;
      const next = others?.length ? this.fromAll([to, ...others], at + 1) : this.from(to, at + 1);
      if (next) return next;
    }
    return node.rests.length > 0 ? this.fitting(node.rests, at) : null;
  }

  /** The same from several nodes that are as specific as one another. */
  private fromAll(nodes: readonly Node[], at: number): readonly Pattern[] | null {
    if (at === this.segments.length) return this.fitting(inOrder(nodes.flatMap(({ ends }) => ends))) ?? this.fitting(inOrder(nodes.flatMap(({ rests }) => rests)), at);
    const text = this.segments[at]!;
    const goOn = (next: readonly Node[]): readonly Pattern[] | null => (next.length === 0 ? null : next.length === 1 ? this.from(next[0]!, at + 1) : this.fromAll(next, at + 1));
    const literal = goOn(nodes.flatMap(({ literals }) => literals.get(text) ?? []));
    if (literal) return literal;
    for (let each = rank.mixedTyped as Rank; each <= rank.text; each++) {
      const found = goOn(nodes.flatMap(({ branches }) => this.asSpecific(branches, 0, each, text)));
      if (found) return found;
    }
    return this.fitting(inOrder(nodes.flatMap(({ rests }) => rests)), at);
  }

  private asSpecific(branches: readonly Branch[], from: number, wanted: Rank, text: string): Node[] {
    const found: Node[] = [];
    for (let index = from; index < branches.length; index++) {
      const { segment, to } = branches[index]!;
      if (segment.rank === wanted && segment.fits(text)) found.push(to);
    }
    return found;
  }

  /** Those whose query, and whose rest from a segment on, the URL fits; null where none is. */
  private fitting(patterns: readonly Pattern[], restFrom = -1): readonly Pattern[] | null {
    let found: Pattern[] | null = null;
    for (const pattern of patterns) {
      const { rest, query } = pattern;
      if (restFrom >= 0 && rest!.isList && !this.segments.every((text, index) => index < restFrom || (text !== '' && rest!.carried.fits(text)))) continue;
      if (query.length > 0 && this.url.query !== null && !takesQuery(query, (this.query ??= splitQuery(this.url.query)))) continue;
      if (found) found.push(pattern);
      else found = [pattern];
    }
    return found;
  }
}

const inOrder = (patterns: Pattern[]): Pattern[] => patterns.sort((a, b) => a.index - b.index);
