'use client';

import dynamic from 'next/dynamic';
import { useState, type KeyboardEvent } from 'react';
import type { RevisionSummary } from '../../wire/revisions';
import { NameForm } from '../parts/NameForm';
import { counted } from '../parts/numbers';
import type { Revisions } from './use-revisions';
import { timeOf, titleOf } from './words';

/** The chart with its legend. */
const chartHeight = 'min-h-28';

const HistoryChart = dynamic(() => import('./HistoryChart'), { ssr: false });

interface Props {
  readonly revisions: Revisions;
  /** Id of the version that is compared with; null for none. */
  readonly from: string | null;
  readonly onPick: (id: string) => void;
  readonly onRestore: (id: string) => Promise<void>;
}

/**
 * The revisions in time, the newest first, under a small chart of their verdicts. Arrow keys go from one to the next.
 */
export function RevisionList({ revisions, from, onPick, onRestore }: Props) {
  const { list } = revisions;
  if (list === null) return <p className="text-mute appear-late">Reading the history…</p>;
  if (list.length === 0)
    return (
      <p className="text-mute">
        No revision yet. Andante keeps one when you mark it, after a stretch of edits, and before something replaces the
        text.
      </p>
    );
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const at = list.findIndex(({ id }) => id === from) + step;
    if (step === 0 || !list[at]) return;
    event.preventDefault();
    onPick(list[at].id);
    event.currentTarget.querySelectorAll<HTMLButtonElement>('button[data-revision]')[at]?.focus();
  };
  return (
    <div className="grid grid-rows-[auto_minmax(0,1fr)] gap-2 min-h-0">
      {/* The list stays where it is when the chart has been loaded. */}
      <div className={list.filter(({ counts }) => counts).length > 1 ? chartHeight : ''}>
        <HistoryChart revisions={list} from={from} onPick={onPick} />
      </div>
      <ol aria-label="Revisions" className="overflow-auto min-h-0 grid gap-0.5 content-start" onKeyDown={onKeyDown}>
        {list.map((one) => (
          <li key={one.id}>
            <Row
              one={one}
              isPicked={one.id === from}
              revisions={revisions}
              onPick={() => onPick(one.id)}
              onRestore={() => void onRestore(one.id)}
            />
          </li>
        ))}
      </ol>
    </div>
  );
}

interface RowProps {
  readonly one: RevisionSummary;
  readonly isPicked: boolean;
  readonly revisions: Revisions;
  readonly onPick: () => void;
  readonly onRestore: () => void;
}

function Row({ one, isPicked, revisions, onPick, onRestore }: RowProps) {
  const [naming, setNaming] = useState(false);
  const { id, counts, lines, note } = one;
  if (naming)
    return (
      <NameForm
        name={one.name ?? ''}
        width="w-full"
        onRename={(name) => void revisions.change(id, { name })}
        onEnd={() => setNaming(false)}
      />
    );
  return (
    <div className={isPicked ? 'rounded-field bg-primary-wash' : ''}>
      <button
        type="button"
        data-revision={id}
        aria-current={isPicked ? 'true' : undefined}
        className="grid w-full text-left px-2.5 py-1.5 rounded-field cursor-pointer hover:bg-base-200 aria-[current]:bg-primary-wash"
        onClick={onPick}
      >
        <span className={one.name === null ? '' : 'font-semibold'}>{titleOf(one)}</span>
        <span className="text-mute text-[12px]">
          {timeOf(one)} · {counts ? countWords(counts) : counted(lines, 'line')}
        </span>
        {isPicked && note !== '' && <span className="text-[12px]">{note}</span>}
      </button>
      {isPicked && (
        <p className="flex flex-wrap gap-x-4 gap-y-1 px-2.5 pb-2">
          <button type="button" className="fix-button" onClick={() => setNaming(true)}>
            {one.name === null ? 'Name it' : 'Rename'}
          </button>
          <button type="button" className="fix-button" onClick={onRestore}>
            Go back to this text
          </button>
          <button type="button" className="fix-button" onClick={() => void revisions.remove(id)}>
            Delete
          </button>
        </p>
      )}
    </div>
  );
}

const countWords = ({ errors, warnings, screens, stranded }: NonNullable<RevisionSummary['counts']>): string =>
  [
    counted(screens, 'screen'),
    ...(errors > 0 ? [counted(errors, 'error')] : []),
    ...(warnings > 0 ? [counted(warnings, 'warning')] : []),
    ...(stranded > 0 ? [`${stranded} stranded`] : []),
  ].join(', ');
