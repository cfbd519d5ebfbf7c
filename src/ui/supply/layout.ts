/**
 * Positions of the blocks of the Supply view: in columns, each block beneath the one above it, in the order of the
 * text.
 */
import type { SupplyBlock } from '../../core/report/supply-table';

export const rowHeight = 27;
const blockPadding = 10;
const gap = 13;
/** The narrowest column in which a way in and two arguments are legible. */
const narrowest = 430;
/** In more columns than this, the eye loses its way. */
const mostColumns = 3;
/** Room that a way in, and that an argument wants. */
const wayWidth = 170;
const argumentWidth = 96;

export interface PlacedBlock {
  readonly block: SupplyBlock;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

export interface SupplyLayout {
  readonly placed: readonly PlacedBlock[];
  readonly columns: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Lays blocks out within a width. A block with more arguments than a column holds takes several, or more than there
 * are. O(blocks).
 */
export function layOutBlocks(blocks: readonly SupplyBlock[], available: number): SupplyLayout {
  const count = Math.min(mostColumns, Math.max(1, Math.floor((available + gap) / (narrowest + gap))));
  const columnWidth = (available - gap * (count - 1)) / count;
  const widthOf = (columns: number): number => columns * columnWidth + (columns - 1) * gap;
  const bottoms = Array.from({ length: count }, () => 0);
  let width = available;
  const placed = blocks.map((block): PlacedBlock => {
    const wanted = wayWidth + block.columns.length * argumentWidth + 2 * blockPadding;
    const height = 2 * blockPadding + (1 + Math.max(1, block.rows.length)) * rowHeight;
    const span = Math.min(count, Math.ceil((wanted + gap) / (columnWidth + gap)));
    const tops = bottoms.slice(span - 1).map((_bottom, column) => Math.max(...bottoms.slice(column, column + span)));
    const top = Math.min(...tops);
    const column = tops.indexOf(top);
    const own = Math.max(wanted, widthOf(span));
    width = Math.max(width, own);
    bottoms.fill(top + height + gap, column, column + span);
    return { block, left: column * (columnWidth + gap), top, width: own, height };
  });
  return { placed, columns: count, width, height: Math.max(0, ...bottoms) };
}

/** Which rows of a block lie between two heights of the view, as a half-open range. */
export function rowsWithin(
  { top, block }: PlacedBlock,
  from: number,
  to: number,
): readonly [first: number, last: number] {
  const begin = top + blockPadding + rowHeight;
  const first = Math.max(0, Math.floor((from - begin) / rowHeight));
  return [
    Math.min(first, block.rows.length),
    Math.min(block.rows.length, Math.max(first, Math.ceil((to - begin) / rowHeight))),
  ];
}

/** The place of a row within its block. */
export const rowTop = (row: number): number => blockPadding + (row + 1) * rowHeight;
export const headTop = blockPadding;
