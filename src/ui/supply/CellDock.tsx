'use client';

import type { SupplyBlock, SupplyCell, SupplyRow } from '../../core/report/supply-table';
import { MessageText } from '../parts/MessageText';
import { counted } from '../parts/numbers';
import { toneOf } from '../parts/tones';
import { useActions, useSnapshot } from '../session/context';
import { textOfCell, type CellPlace } from './cells';

interface DockProps {
  readonly blocks: readonly SupplyBlock[];
  readonly selected: CellPlace | null;
  readonly onOpen: (at: number) => void;
}

/** The selected cell, or how to select one; of a height of its own, so that nothing moves when the selection does. */
export function CellDock({ blocks, selected, onOpen }: DockProps) {
  const block = selected ? blocks[selected.block] : undefined;
  const row = selected ? block?.rows[selected.row] : undefined;
  const cell = selected ? row?.cells[selected.column] : undefined;
  return (
    <section
      aria-label="The selected argument"
      aria-live="polite"
      className="border-t border-rule bg-base-100 px-[18px] py-2.5 h-[86px] overflow-auto"
    >
      {selected && block && row && cell ? (
        <AboutCell block={block} row={row} cell={cell} column={block.columns[selected.column]!} onOpen={onOpen} />
      ) : (
        <p className="text-mute">
          {counted(blocks.length, 'screen')} with arguments or a result. Each row is a way in, each column an argument
          or what comes back. Arrow keys move, <kbd className="key-hint">Enter</kbd> goes to the text,{' '}
          <kbd className="key-hint">s</kbd> supplies the value that fits best.
        </p>
      )}
    </section>
  );
}

interface Props {
  readonly block: SupplyBlock;
  readonly row: SupplyRow;
  readonly cell: SupplyCell;
  readonly column: SupplyBlock['columns'][number];
  readonly onOpen: (at: number) => void;
}

/** All about a cell, with its way out. */
function AboutCell({ block, row, cell, column, onOpen }: Props) {
  const overview = useSnapshot('overview');
  const { applyFix } = useActions();
  const { screens, findings } = overview;
  const finding = cell.finding === null ? null : (findings[cell.finding] ?? null);
  const screen = screens[block.screen]?.label ?? '';
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <strong className="font-semibold">
          {row.screen === null ? row.name : `${screens[row.screen]?.label ?? ''} · ${row.name}`}
        </strong>
        <span className="font-mono text-[12px]">
          {column.name}
          {column.kind === 'argument' && ':'} {column.type} <span className="text-mute">of</span>{' '}
          {column.module ?? screen}
        </span>
        {finding ? (
          <span className={`rule-tag ${toneOf[finding.severity]}`}>{finding.rule}</span>
        ) : (
          <span className="text-mute">{plainly(cell)}</span>
        )}
        <button type="button" className="fix-button" onClick={() => onOpen(cell.at)}>
          Go to the text
        </button>
        <kbd className="key-hint">Enter</kbd>
      </p>
      {finding && (
        <p className="mt-0.5">
          <MessageText message={finding.summary} />{' '}
          <span className="text-mute">
            <MessageText message={finding.detail} />
          </span>
        </p>
      )}
      {finding && finding.fixes.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-5 mt-0.5">
          {finding.fixes.map((fix) => (
            <button key={fix.label} type="button" className="fix-button" onClick={() => applyFix(fix)}>
              {fix.label}
            </button>
          ))}
          <kbd className="key-hint">s takes the first</kbd>
        </p>
      )}
    </>
  );
}

function plainly(cell: SupplyCell): string {
  switch (cell.status) {
    case 'supplied':
      return `is given ${textOfCell(cell)}`;
    case 'handed-on':
      return 'is handed on within the module';
    case 'default':
      return 'is left to its default';
    case 'gets':
      return `goes ${textOfCell(cell)}`;
    case 'unasked':
      return 'is not asked for here';
    case 'absent':
      return 'is optional, and absent';
    default:
      return 'is accepted as it is';
  }
}
