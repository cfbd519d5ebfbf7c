import type { SupplyBlock, SupplyCell } from '../../core/report/supply-table';

/** A cell of the view: places within the blocks that are shown. */
export interface CellPlace {
  readonly block: number;
  readonly row: number;
  readonly column: number;
}

export const samePlace = (a: CellPlace | null, b: CellPlace): boolean =>
  a?.block === b.block && a.row === b.row && a.column === b.column;

/** Text of a cell: the value of an argument on a way in. */
export function textOfCell({
  status,
  value,
  type,
}: Pick<SupplyCell, 'status' | 'value'> & Partial<Pick<SupplyCell, 'type'>>): string {
  switch (status) {
    case 'supplied':
      return value ?? '';
    case 'handed-on':
      return 'handed on';
    case 'default':
      return 'default';
    case 'absent':
      return 'absent';
    case 'missing':
      return 'nothing';
    case 'gets':
      return `to ${value}`;
    case 'unasked':
      return 'not asked';
    case 'may-be-absent':
      return `${value}, if any`;
    case 'fixed-id':
      return `${value}, always`;
    case 'wrong-type':
      return type ? `${value}, of type ${type}` : `${value}, which does not fit`;
    case 'unknown-value':
      return `${value}, unknown`;
  }
}

export const toneOfCell: Readonly<Record<SupplyCell['status'], string>> = {
  supplied: 'text-primary',
  'handed-on': 'text-primary italic',
  default: 'text-mute',
  absent: 'text-mute',
  gets: 'text-primary',
  unasked: 'text-mute',
  missing: 'tone-error font-semibold',
  'wrong-type': 'tone-error font-semibold',
  'unknown-value': 'tone-error font-semibold',
  'may-be-absent': 'tone-warning',
  'fixed-id': 'tone-warning',
};

export type Move = 'up' | 'down' | 'left' | 'right' | 'first' | 'last';

/**
 * The cell that an arrow key leads to, from block to block at their edges; from nowhere, the first one. Null where
 * there is none.
 */
export function moveCell(blocks: readonly SupplyBlock[], from: CellPlace | null, move: Move): CellPlace | null {
  const filled = blocks.flatMap(({ rows }, block) => (rows.length > 0 ? [block] : []));
  if (filled.length === 0) return null;
  const current = from && blocks[from.block]?.rows[from.row] ? from : null;
  if (!current) return { block: filled[0]!, row: 0, column: 0 };
  const { block, row, column } = current;
  const columns = blocks[block]!.columns.length;
  const at = filled.indexOf(block);
  const enter = (next: number | undefined, last: boolean): CellPlace | null =>
    next === undefined
      ? current
      : {
          block: next,
          row: last ? blocks[next]!.rows.length - 1 : 0,
          column: Math.min(column, blocks[next]!.columns.length - 1),
        };
  switch (move) {
    case 'left':
      return { ...current, column: Math.max(0, column - 1) };
    case 'right':
      return { ...current, column: Math.min(columns - 1, column + 1) };
    case 'first':
      return { ...current, column: 0 };
    case 'last':
      return { ...current, column: columns - 1 };
    case 'up':
      return row > 0 ? { ...current, row: row - 1 } : enter(filled[at - 1], true);
    case 'down':
      return row < blocks[block]!.rows.length - 1 ? { ...current, row: row + 1 } : enter(filled[at + 1], false);
  }
}

/** The cell that a finding is about, among the blocks that are shown. */
export function cellOfFinding(blocks: readonly SupplyBlock[], finding: number): CellPlace | null {
  for (const [block, { rows }] of blocks.entries()) {
    for (const [row, { cells }] of rows.entries()) {
      const column = cells.findIndex((cell) => cell.finding === finding);
      if (column >= 0) return { block, row, column };
    }
  }
  return null;
}
