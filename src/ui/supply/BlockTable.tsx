'use client';

import { memo } from 'react';
import { ScreenLink } from '../parts/ScreenLink';
import type { BlockMarks } from './since-marks';
import { samePlace, textOfCell, toneOfCell, type CellPlace } from './cells';
import { headTop, rowHeight, rowsWithin, rowTop, type PlacedBlock } from './layout';

interface Props {
  readonly index: number;
  readonly placed: PlacedBlock;
  /** Heights of the view between which rows are drawn. */
  readonly from: number;
  readonly to: number;
  /** The selected cell, if it is in this block. */
  readonly selected: CellPlace | null;
  /** The cell that Tab leads to. */
  readonly tabbable: CellPlace | null;
  readonly chosen: boolean;
  /** What has changed since a revision; null for nothing. */
  readonly marks: BlockMarks | null;
  readonly onSelect: (place: CellPlace) => void;
  readonly onOpen: (at: number) => void;
}

/** One screen: its arguments as columns, its ways in as rows. */
export const BlockTable = memo(function BlockTable({
  index,
  placed,
  from,
  to,
  selected,
  tabbable,
  chosen,
  marks,
  onSelect,
  onOpen,
}: Props) {
  const { block, left, top, width, height } = placed;
  const columns = `minmax(160px, 1.5fr) repeat(${block.columns.length}, minmax(88px, 1fr))`;
  const [first, last] = rowsWithin(placed, from, to);
  return (
    <div
      role="grid"
      aria-rowcount={block.rows.length + 1}
      data-block={block.screen}
      className={`absolute border rounded-box bg-paper ${chosen ? 'border-primary' : 'border-rule'}`}
      style={{ left, top, width, height }}
    >
      <div
        role="row"
        className="absolute inset-x-3.5 grid items-center"
        style={{ top: headTop, height: rowHeight, gridTemplateColumns: columns }}
      >
        <span role="columnheader" className="truncate pr-2 font-semibold">
          <ScreenLink index={block.screen} />
          {marks && marks.gone.length > 0 && (
            <span className="rule-tag tone-note ml-2" title={`Gone: ${marks.gone.join(', ')}`}>
              {marks.gone.length} gone<span className="sr-only">: {marks.gone.join(', ')}</span>
            </span>
          )}
        </span>
        {block.columns.map(({ kind, name, type, initial, module }) => (
          <span
            key={`${kind} ${name}`}
            role="columnheader"
            className="font-mono text-[12px] truncate px-1.5"
            title={`${name}${kind === 'result' ? '' : ':'} ${type}${initial === null ? '' : ` = ${initial}`}${module === null ? '' : `, of all screens of ${module}`}`}
          >
            {marks?.newArguments.has(name) && kind === 'argument' && (
              <span className="rule-tag tone-note mr-1">new</span>
            )}
            <strong className="font-semibold">{name}</strong>{' '}
            <span className="text-mute">
              {module === null ? (initial === null ? type : `= ${initial}`) : `of ${module}`}
            </span>
          </span>
        ))}
      </div>
      {block.rows.length === 0 && (
        <p className="absolute inset-x-3.5 text-mute flex items-center" style={{ top: rowTop(0), height: rowHeight }}>
          Nothing leads here.
        </p>
      )}
      {block.rows.slice(first, last).map((row, offset) => {
        const at = first + offset;
        return (
          <div
            key={`${row.at}:${row.step}:${at}`}
            role="row"
            aria-rowindex={at + 2}
            className="absolute inset-x-3.5 grid items-stretch"
            style={{ top: rowTop(at), height: rowHeight, gridTemplateColumns: columns }}
          >
            <span role="rowheader" className="flex items-center gap-1.5 min-w-0 pr-2">
              {marks?.newWays.has(row.at) && <span className="rule-tag tone-note shrink-0">new</span>}
              {row.screen !== null && (
                <>
                  <ScreenLink index={row.screen} />
                  <span aria-hidden className="text-mute">
                    ·
                  </span>
                </>
              )}
              <button
                type="button"
                tabIndex={-1}
                className="truncate cursor-pointer hover:underline text-left"
                title={`${row.name} (${row.step})`}
                onClick={() => onOpen(row.at)}
              >
                {row.name}
              </button>
              {row.surplus.length > 0 && (
                <span className="rule-tag tone-error shrink-0" title={`${row.surplus.join(', ')}: not taken`}>
                  {row.surplus.length === 1 ? `${row.surplus[0]} not taken` : `${row.surplus.length} not taken`}
                </span>
              )}
            </span>
            {row.cells.map((cell, column) => {
              const place = { block: index, row: at, column };
              const isSelected = samePlace(selected, place);
              const text = textOfCell(cell);
              return (
                <button
                  key={column}
                  type="button"
                  role="gridcell"
                  aria-selected={isSelected}
                  data-selected={isSelected || undefined}
                  data-status={cell.status}
                  tabIndex={samePlace(tabbable, place) ? 0 : -1}
                  title={text}
                  className={`font-mono text-[12px] px-1.5 truncate text-left cursor-pointer rounded-xs ${toneOfCell[cell.status]} ${isSelected ? 'outline-2 outline-primary -outline-offset-2' : 'hover:bg-base-200'}`}
                  onClick={() => onSelect(place)}
                  onDoubleClick={() => onOpen(cell.at)}
                >
                  {text}
                </button>
              );
            })}
          </div>
        );
      })}
    </div>
  );
});
