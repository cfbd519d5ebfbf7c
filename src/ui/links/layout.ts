/** Layout of the tree of URLs: columns for segments, and rails from a segment down to its successors. */
import type { LeafCard, SpaceCard, TreeRow } from '../../core/report/links-card';

/**
 * Pixels: of a character in the plan's type and in the page's, around a segment's text, between columns, and the widest
 * a segment may be.
 */
const characterWidth = 7.5;
const narrowWidth = 5.6;
const padding = 18;
export const columnGap = 20;
const widest = 170;
/** If screens would stand further to the right than this, each stands behind its own path. */
const furthest = 430;
/** Also if more than this part of the rows would be cut otherwise. */
const mostCut = 0.1;

export interface TreeLayout {
  /** Left edges of the columns, and, at the end, of the screens. */
  readonly lefts: readonly number[];
  /** Left edge of the screen in each row. */
  readonly ends: readonly number[];
  /** Minimum width; the types of patterns may be cut. */
  readonly width: number;
  /** For each row the columns whose rail goes on below it. */
  readonly rails: readonly ReadonlySet<number>[];
}

/** Lays a tree out within a width, in pixels. O(segments). */
export function layOutTree({ rows, columns }: Pick<SpaceCard, 'rows' | 'columns'>, available: number): TreeLayout {
  const widths = new Array<number>(columns).fill(0);
  for (const { column, segments } of rows) {
    segments.forEach(({ text }, index) => {
      widths[column + index] = Math.max(
        widths[column + index]!,
        Math.min(widest, text.length * characterWidth + padding),
      );
    });
  }
  const lefts = [0];
  for (const width of widths) lefts.push(lefts.at(-1)! + width + columnGap);
  const last = lefts.at(-1)!;
  const nameOf = ({ screen }: LeafCard): number => screen.length * characterWidth + 2 * padding;
  const aboutOf = (leaf: LeafCard): number => about(leaf).length * narrowWidth;
  const cut = rows.filter(({ leaf }) => last + nameOf(leaf) + aboutOf(leaf) > available);
  const isAligned = last <= furthest && cut.length <= mostCut * rows.length;
  const ends = rows.map(({ column, segments }) => (isAligned ? last : lefts[column + segments.length]!));
  const width = rows.reduce(
    (most, { leaf }, row) => Math.max(most, ends[row]! + nameOf(leaf) + Math.min(60, aboutOf(leaf))),
    0,
  );
  return { lefts, ends, width: Math.ceil(width), rails: railsOf(rows) };
}

/** Variables and stack of a pattern. */
export const about = ({ types, needs, under, origin }: LeafCard): string =>
  [types, needs && `needs ${needs}`, under, origin && `on ${origin} alone`].filter((each) => each).join(' · ');

/** Between a segment and the last one that follows it, its rail goes through all rows. */
function railsOf(rows: readonly TreeRow[]): ReadonlySet<number>[] {
  const rails = rows.map(() => new Set<number>());
  rows.forEach(({ column, parent }, index) => {
    if (parent !== null) for (let row = parent; row < index; row++) rails[row]!.add(column - 1);
  });
  return rails;
}
