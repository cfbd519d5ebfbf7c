'use client';

import type { CellCard, ScreenDetail } from '../../core/report/detail';
import { ScreenLink } from '../parts/ScreenLink';
import { textOfCell } from '../supply/cells';
import { useActions } from '../session/context';

/** How many are shown before the rest is counted. */
const most = 40;

/** The ways in, and the arguments that each brings. */
export function WaysIn({ detail }: { detail: ScreenDetail }) {
  const { openAt } = useActions();
  return (
    <section aria-label="Ways in" className="min-w-0">
      <h3 className="part-head mb-1.5">Ways in</h3>
      <ul className="grid gap-1.5">
        {detail.waysIn.slice(0, most).map((way) => (
          <li
            key={`${way.at}:${way.step}`}
            className={`border rounded-field px-2.5 py-1.5 ${way.tone === 'broken' ? 'border-error bg-error-wash' : 'border-rule bg-paper'}`}
          >
            <div className="flex items-baseline gap-2 flex-wrap">
              {way.screen !== null && <ScreenLink index={way.screen} />}
              <button type="button" className="cursor-pointer hover:underline text-left" onClick={() => openAt(way.at)}>
                {way.trigger}
              </button>
              <span className="text-mute ml-auto">{way.step}</span>
            </div>
            {(way.cells.length > 0 || way.gives !== null) && (
              <ul className="font-mono text-[11.5px] flex flex-wrap gap-x-3 mt-0.5">
                {way.cells.map((cell) => (
                  <li key={cell.name} className={toneOfCell[cell.status]}>
                    {describe(cell)}
                  </li>
                ))}
                {way.gives !== null && (
                  <li title="The value that gets the result of this screen">
                    <span className="text-mute">gives</span> {way.gives}
                  </li>
                )}
              </ul>
            )}
          </li>
        ))}
        {detail.waysIn.length > most && <li className="text-mute">and {detail.waysIn.length - most} more</li>}
        {detail.waysIn.length === 0 && <li className="text-mute">Nothing in the app leads here.</li>}
      </ul>
    </section>
  );
}

const toneOfCell: Record<CellCard['status'], string> = {
  supplied: 'text-primary',
  'handed-on': 'text-primary italic',
  default: 'text-mute',
  absent: 'text-mute',
  missing: 'text-error font-semibold',
  'wrong-type': 'text-error font-semibold',
  'unknown-value': 'text-error font-semibold',
  'may-be-absent': 'text-warning',
  'fixed-id': 'text-warning',
};

/** The short form of a value with the argument's own name, as the language writes it. */
const describe = (cell: CellCard): string =>
  cell.status === 'supplied' && cell.value === cell.name ? cell.name : `${cell.name}: ${textOfCell(cell)}`;
