/** Where the tree of URLs is drawn: columns for segments, and rails from a segment down to those that follow it. */
import type { SpaceCard, TreeRow } from '../../core/report/links-card';

/** Pixels: of a character in the plan's type, around a segment's text, between columns, and the widest a segment may be. */
const characterWidth = 7.5;
const padding = 18;
const gap = 30;
const widest = 190;

export interface TreeLayout {
  /** Where each column begins, and, at the end, where screens stand. */
  readonly lefts: readonly number[];
  /** For each row the columns whose rail goes on below it. */
  readonly rails: readonly ReadonlySet<number>[];
}

export function layOutTree({ rows, columns }: Pick<SpaceCard, 'rows' | 'columns'>): TreeLayout {
  const widths = new Array<number>(columns).fill(0);
  for (const { column, segments } of rows) {
    segments.forEach(({ text }, index) => {
      widths[column + index] = Math.max(widths[column + index]!, Math.min(widest, text.length * characterWidth + padding));
    });
  }
  const lefts = [0];
  for (const width of widths) lefts.push(lefts.at(-1)! + width + gap);
  return { lefts, rails: railsOf(rows) };
}

/** Between a segment and the last one that follows it, its rail goes through all rows. */
function railsOf(rows: readonly TreeRow[]): ReadonlySet<number>[] {
  const rails = rows.map(() => new Set<number>());
  rows.forEach(({ column, parent }, index) => {
    if (parent !== null) for (let row = parent; row < index; row++) rails[row]!.add(column - 1);
  });
  return rails;
}
