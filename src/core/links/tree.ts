/**
 * The patterns of one origin as a tree over segments. A URL takes the most specific pattern that it fits: the one with
 * the most specific first segment, among equals the one with the most specific second, and so on.
 */
import { SegmentTable, type Cut } from './cut';
import { takesQuery } from './query';
import type { Pattern } from './pattern';
import { rank, type Rank, type Segment } from './segment';

/** A segment with a variable, and its subtree. */
interface Branch {
  readonly segment: Segment;
  readonly to: TreeNode;
}

/** Node of the tree: a common prefix of patterns, up to a segment. */
export interface TreeNode {
  readonly id: number;
  /** By their text; in the order of the plan. */
  readonly literals: ReadonlyMap<string, TreeNode>;
  /** Their texts. */
  readonly names: readonly string[];
  /** Segments with variables, the most specific first; equally specific ones in the order of the plan. */
  readonly branches: readonly Branch[];
  /** Patterns that end here. */
  readonly ends: readonly Pattern[];
  /** Patterns whose variable takes the rest. */
  readonly rests: readonly Pattern[];
  /**
   * Shortcuts for the usual node: whether it has literals, its only branch, its only end whose query takes anything.
   */
  readonly hasLiterals: boolean;
  readonly onlyBranch: Segment | null;
  readonly onlyTo: TreeNode | null;
  readonly onlyEnd: Pattern | null;
}

export interface Tree {
  readonly root: TreeNode;
  /** The literals of all nodes. */
  readonly literals: SegmentTable<TreeNode>;
}

interface OpenNode extends TreeNode {
  readonly names: string[];
  readonly literals: Map<string, OpenNode>;
  readonly branches: { readonly segment: Segment; readonly to: OpenNode }[];
  readonly ends: Pattern[];
  readonly rests: Pattern[];
  hasLiterals: boolean;
  onlyBranch: Segment | null;
  onlyTo: OpenNode | null;
  onlyEnd: Pattern | null;
}

/** Puts patterns, in the order of the plan, into a tree. Costs O(segments of all of them · branches at one node). */
export function treeOf(patterns: readonly Pattern[]): Tree {
  const nodes: OpenNode[] = [];
  const newNode = (): OpenNode => {
    const node: OpenNode = {
      id: nodes.length,
      literals: new Map(),
      names: [],
      branches: [],
      ends: [],
      rests: [],
      hasLiterals: false,
      onlyBranch: null,
      onlyTo: null,
      onlyEnd: null,
    };
    nodes.push(node);
    return node;
  };
  // Segments that are alike are one object here: a look-up touches less memory.
  const segments = new Map<string, Segment>();
  const literals: { of: number; text: string; thing: TreeNode }[] = [];
  const root = newNode();
  for (const pattern of patterns) {
    let node = root;
    for (const segment of pattern.segments) {
      if (!segments.has(segment.key)) segments.set(segment.key, segment);
      node = nextOf(node, segments.get(segment.key)!);
    }
    (pattern.rest ? node.rests : node.ends).push(pattern);
  }
  for (const node of nodes) {
    const [branch, otherBranch] = node.branches;
    const [end, otherEnd] = node.ends;
    if (branch && !otherBranch) [node.onlyBranch, node.onlyTo] = [branch.segment, branch.to];
    if (end && !otherEnd && end.typedQuery.length === 0) node.onlyEnd = end;
  }
  return { root, literals: new SegmentTable(literals) };

  function nextOf(node: OpenNode, segment: Segment): OpenNode {
    if (segment.literal !== null) {
      let to = node.literals.get(segment.literal);
      if (to) return to;
      to = newNode();
      node.literals.set(segment.literal, to);
      node.names.push(segment.literal);
      node.hasLiterals = true;
      literals.push({ of: node.id, text: segment.literal, thing: to });
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
}

/**
 * The most specific pattern that a URL fits, of equals the first in the plan; null if it fits none. Costs O(segments)
 * if patterns do not share beginnings that fit, and O(patterns · segments) at worst.
 */
export function find(tree: Tree, url: Cut): Pattern | null {
  return first(tree, tree.root, url, 0);
}

/** Looks a URL up from a node on. Most URLs fit one branch at each node, and allocate nothing. */
function first(tree: Tree, node: TreeNode, url: Cut, at: number): Pattern | null {
  if (at === url.count) return node.onlyEnd ?? firstOf(node.ends, url, -1) ?? firstOf(node.rests, url, at);
  const literal = node.hasLiterals ? tree.literals.at(node.id, url, at) : undefined;
  const found = literal && first(tree, literal, url, at + 1);
  if (found) return found;
  if (node.onlyBranch)
    return (node.onlyBranch.fitsAt(url, at) && first(tree, node.onlyTo!, url, at + 1)) || firstOf(node.rests, url, at);
  const { branches, rests } = node;
  for (let index = 0; index < branches.length; index++) {
    const { segment, to } = branches[index]!;
    if (!segment.fitsAt(url, at)) continue;
    // If another branch is as specific, the subtrees have to be searched together.
    if (index + 1 < branches.length && branches[index + 1]!.segment.rank === segment.rank)
      return new Descent(tree, url).from([node], at)?.[0] ?? null;
    const next = first(tree, to, url, at + 1);
    if (next) return next;
  }
  return firstOf(rests, url, at);
}

function firstOf(patterns: readonly Pattern[], url: Cut, restFrom: number): Pattern | null {
  for (let index = 0; index < patterns.length; index++)
    if (isFitting(patterns[index]!, url, restFrom)) return patterns[index]!;
  return null;
}

/**
 * Whether a URL fits the parts of a pattern besides its segments: its query, and the rest of the path from a segment
 * on.
 */
function isFitting({ rest, typedQuery }: Pattern, url: Cut, restFrom: number): boolean {
  if (restFrom >= 0 && rest!.isList)
    for (let at = restFrom; at < url.count; at++)
      if (url.begins[at] === url.ends[at] || !rest!.carried.fits(url.segment(at))) return false;
  return url.queryFrom < 0 || typedQuery.length === 0 || takesQuery(typedQuery, url.queryText, url.queryFrom);
}

/** All patterns that a URL fits and that are as specific as the most specific one, in the order of the plan. */
export function findAll(tree: Tree, url: Cut): readonly Pattern[] {
  return new Descent(tree, url).from([tree.root], 0) ?? [];
}

/** Looks at all that is as specific. */
class Descent {
  constructor(
    private readonly tree: Tree,
    private readonly url: Cut,
  ) {}

  /** Match from nodes that are equally specific; null if there is none. */
  from(nodes: readonly TreeNode[], at: number): readonly Pattern[] | null {
    const { url } = this;
    const rests = (): readonly Pattern[] | null =>
      this.fitting(
        nodes.flatMap((node) => node.rests),
        at,
      );
    if (at === url.count) return this.fitting(nodes.flatMap(({ ends }) => ends)) ?? rests();
    const goOn = (next: readonly TreeNode[]): readonly Pattern[] | null =>
      next.length === 0 ? null : this.from(next, at + 1);
    const literal = goOn(nodes.flatMap(({ id }) => this.tree.literals.at(id, url, at) ?? []));
    if (literal) return literal;
    for (let each: Rank = rank.mixedTyped; each <= rank.text; each++) {
      const found = goOn(
        nodes.flatMap(({ branches }) =>
          branches.flatMap(({ segment, to }) => (segment.rank === each && segment.fitsAt(url, at) ? [to] : [])),
        ),
      );
      if (found) return found;
    }
    return rests();
  }

  /** Patterns that match the URL, in the order of the plan; null if there are none. */
  private fitting(patterns: readonly Pattern[], restFrom = -1): readonly Pattern[] | null {
    const found = patterns.filter((pattern) => isFitting(pattern, this.url, restFrom));
    return found.length > 0 ? found.sort((a, b) => a.index - b.index) : null;
  }
}
