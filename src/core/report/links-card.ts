/** The Links view: the URL space as a tree in order of choice, the entries, and the results of pasted URLs. */
import type { Check } from '../check';
import { clashesOf } from '../links/clashes';
import type { Listed, Pattern } from '../links/pattern';
import type { Segment } from '../links/segment';
import type { UrlSpace } from '../links/space';
import type { TreeNode, Tree } from '../links/tree';
import { isIn, type Link, type Plan } from '../plan/model';
import { required, showType } from '../plan/types';
import { showSegment } from '../rules/parts/links-parts';
import { tellingUrls } from './telling-urls';
import { patternCard, UrlReader, type BuiltCard, type PatternCard, type UrlCard } from './url-card';

/** A part of the path, as one node of the tree. */
export interface SegmentCard {
  readonly text: string;
  readonly kind: 'literal' | 'variable' | 'rest' | 'root';
}

/** A pattern, at the end of its row. */
export interface LeafCard extends PatternCard {
  /** Index of the screen. */
  readonly index: number;
  /** The end of the link's line, so that findings in it can be shown with it. */
  readonly to: number;
  /** Types of its variables: `int`, `?season, ref`. */
  readonly types: string;
  /** Needs of its stack, as written; empty if there are none. */
  readonly needs: string;
  /** Its clause about the stack: `under stays`; empty if it has none. */
  readonly under: string;
  /** Whether it overlaps another pattern, or can never win. */
  readonly clashes: boolean;
  /** Its own origin; null for all origins of the block. */
  readonly origin: string | null;
}

/**
 * A row of the tree: the segments that it does not share with the rows above, from a column on, and the pattern at its
 * end.
 */
export interface TreeRow {
  readonly column: number;
  readonly segments: readonly SegmentCard[];
  /** The row with the segments before the first of these; null at the beginning of the path. */
  readonly parent: number | null;
  readonly leaf: LeafCard;
}

export interface SpaceCard {
  /** The origins that share it; empty without declared origins. */
  readonly origins: readonly string[];
  /** The topmost that fits takes a URL. */
  readonly rows: readonly TreeRow[];
  readonly columns: number;
}

export interface EntryCard {
  readonly label: string;
  /** `shortcut`, `widget`, … or null. */
  readonly door: string | null;
  readonly at: number;
  /** The URL that it opens; null if it names a screen. */
  readonly url: UrlCard | null;
  /** Label and effect of an entry that names a screen. */
  readonly screen: {
    readonly label: string;
    readonly state: 'opens' | 'gated';
    readonly cold: readonly BuiltCard[];
    readonly once: BuiltCard | null;
  } | null;
}

export interface LinksRequest {
  /** One a line. */
  readonly urls: string;
}

export interface LinksCard {
  readonly request: LinksRequest;
  readonly variant: string;
  readonly spaces: readonly SpaceCard[];
  /** Links whose pattern cannot be read, or whose variables no URL can carry: no URL opens them. */
  readonly unusable: readonly LeafCard[];
  readonly entries: readonly EntryCard[];
  /** Effects of the pasted URLs, in order, up to the limit. */
  readonly results: readonly UrlCard[];
  /** How many URLs were pasted. */
  readonly pasted: number;
  /** Numbers of these URLs that open their screen, show something else first, or are lost. */
  readonly counts: { readonly opens: number; readonly gated: number; readonly lost: number };
  /** A URL of each pattern, up to the limit, to begin with. */
  readonly examples: readonly string[];
  /** Without pasted URLs: what some others do, to look at meanwhile. */
  readonly telling: readonly UrlCard[];
}

/** Most pasted URLs that are answered one by one; more need an audit. */
export const mostPasted = 200;

/** @param screen label of the chosen screen, whose URLs are shown while none are pasted; null for none */
export function linksCard(
  { plan }: Check,
  request: LinksRequest,
  variant: string | null,
  screen: string | null = null,
): LinksCard {
  const reader = new UrlReader(plan, variant);
  const { space } = reader;
  const urls = linesOf(request.urls);
  const results = urls.slice(0, mostPasted).map((url) => reader.card(url));
  const count = (state: UrlCard['state']): number => results.filter((each) => each.state === state).length;
  const usable = new Set(space.patterns.map(({ link }) => link));
  return {
    request,
    variant: reader.variant,
    spaces: spaceCards(plan, space, reader.variant),
    unusable: space.links.filter((link) => !usable.has(link)).map((link) => leafOf(plan, link, null, reader.variant)),
    entries: entryCards(plan, reader),
    results,
    pasted: urls.length,
    counts: { opens: count('opens'), gated: count('gated'), lost: count('lost') + count('unreadable') },
    examples: reader.examplesOf(space.patterns.slice(0, mostPasted)),
    telling: urls.length > 0 ? [] : tellingUrls(reader, screen),
  };
}

const linesOf = (text: string): string[] =>
  text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '');

function spaceCards(plan: Plan, space: UrlSpace, variant: string): SpaceCard[] {
  // Origins that have the same patterns have the same tree.
  const blocks = new Map<Tree, string[]>();
  for (const origin of space.origins.length > 0 ? space.origins : [null]) {
    const tree = space.treeOf(origin);
    const origins = blocks.get(tree);
    if (!origins) blocks.set(tree, origin ? [origin.text] : []);
    else if (origin && !origins.includes(origin.text)) origins.push(origin.text);
  }
  const { overlaps, shadowed } = clashesOf(space);
  const clashing = new Set([
    ...overlaps.flatMap(({ first, second }) => [first, second]),
    ...shadowed.map(({ pattern }) => pattern),
  ]);
  return [...blocks].map(([tree, origins]) => {
    const drawn = new Rows(plan, variant, clashing);
    drawn.visit(tree.root, []);
    const { rows } = drawn;
    return {
      origins,
      rows,
      columns: rows.reduce((most, { column, segments }) => Math.max(most, column + segments.length), 1),
    };
  });
}

/** A node on the way down, and the row on which it is drawn; null until the first pattern below it has a row. */
interface Step {
  row: number | null;
}

/**
 * Walks a tree in the order in which a URL tries it: a pattern has a row, and a segment stands on the row of the first
 * below it.
 */
class Rows {
  readonly rows: TreeRow[] = [];

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
    private readonly clashing: ReadonlySet<Pattern>,
  ) {}

  /** @param path the nodes above, without the root */
  visit(node: TreeNode, path: readonly Step[]): void {
    // If several patterns end at one node, each has its last segment on a row of its own.
    node.ends.forEach((pattern, index) =>
      this.add(index === 0 ? path : [...path.slice(0, -1), { row: null }].slice(0, path.length), pattern),
    );
    for (const to of node.literals.values()) this.visit(to, [...path, { row: null }]);
    for (const { to } of node.branches) this.visit(to, [...path, { row: null }]);
    for (const pattern of node.rests) this.add([...path, { row: null }], pattern);
  }

  private add(path: readonly Step[], pattern: Pattern): void {
    const begin = path.findIndex(({ row }) => row === null);
    const column = begin < 0 ? path.length : begin;
    const row = this.rows.length;
    const all = segmentsOf(pattern);
    this.rows.push({
      // The root is no segment, and is drawn as one.
      column,
      segments: all.length === 0 ? [{ text: '/', kind: 'root' }] : all.slice(column),
      parent: column === 0 ? null : path[column - 1]!.row,
      leaf: { ...leafOf(this.plan, pattern.link, pattern, this.variant), clashes: this.clashing.has(pattern) },
    });
    for (const step of path.slice(column)) step.row = row;
  }
}

/** The segments with the pattern's own names: nodes of the tree know only types of variables. */
const segmentsOf = ({ segments, rest }: Pattern): SegmentCard[] => [
  ...segments.map((segment): SegmentCard => ({
    text: showSegment(segment),
    kind: segment.literal === null ? 'variable' : 'literal',
  })),
  ...(rest ? [{ text: `{/${rest.name}*}`, kind: 'rest' as const }] : []),
];

function leafOf(plan: Plan, link: Link, pattern: Pattern | null, variant: string): LeafCard {
  const { screen, node, under } = link;
  const stack = [
    ...(under ?? (plan.start && plan.start.target !== screen ? [plan.start] : [])).flatMap(({ target }) =>
      target && isIn(target.only, variant) ? [target] : [],
    ),
    screen,
  ];
  const needs = [
    ...new Set(
      stack
        .flatMap((each) => each.needs)
        .flatMap(({ node: { condition } }) => (condition ? [plan.tree.text.slice(condition.from, condition.to)] : [])),
    ),
  ];
  return {
    ...patternCard(link),
    index: screen.index,
    to: node.to,
    types: pattern ? typesOf(pattern) : '',
    needs: needs.join(' and '),
    under:
      under === null
        ? ''
        : under.length === 0
          ? 'under nothing'
          : `under ${under.map(({ target }) => target?.label ?? '?').join(', ')}`,
    origin: pattern?.origin?.text ?? null,
    clashes: false,
  };
}

/** `int · ?season, ref`: types of the variables in the path, then names in the query. */
function typesOf({ segments, rest, query }: Pattern): string {
  const inPath = segments.flatMap((segment: Segment) =>
    segment.parts.flatMap((part) => ('carried' in part ? [nameOf(part.carried)] : [])),
  );
  const ofRest = rest ? [rest.isList ? `each ${nameOf(rest.carried)}` : 'any depth'] : [];
  const asked = query.length > 0 ? [`?${query.map(({ name }) => name).join(', ')}`] : [];
  return [[...inPath, ...ofRest].join(', '), ...asked].filter((each) => each !== '').join(' · ');
}

/** A type by the form of its values: an id by its base. */
const nameOf = ({ type: declared }: Listed['carried']): string => {
  const type = required(declared);
  return type.kind === 'id' ? (type.base ?? 'text') : showType(type);
};

function entryCards(plan: Plan, reader: UrlReader): EntryCard[] {
  return plan.entries
    .filter((entry) => isIn(entry.only, reader.variant))
    .map((entry): EntryCard => {
      const target = entry.call?.target;
      return {
        label: entry.label,
        door: entry.node.door,
        at: entry.node.from,
        url: entry.url === null ? null : reader.card(entry.url),
        screen:
          target && isIn(target.only, reader.variant)
            ? { label: target.label, ...reader.arrival({ kind: 'entry', entry }) }
            : null,
      };
    });
}
