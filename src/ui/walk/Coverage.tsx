'use client';

import { useState } from 'react';
import type { WalkCard } from '../../core/report/walk-card';
import type { RestOfTour } from '../../core/report/walk-tour';
import { counted } from '../parts/numbers';
import { useActions, useAddress, useSession } from '../session/context';

/** Share of all outcomes that the kept walks use, and walks for the rest. */
export function Coverage({
  card: {
    coverage: { used, all },
    variant,
  },
}: {
  card: WalkCard;
}) {
  const session = useSession();
  const address = useAddress();
  const { walkTo, say } = useActions();
  const [tour, setTour] = useState<{ readonly of: string; readonly rest: RestOfTour } | null>(null);
  const [planning, setPlanning] = useState(false);
  const plan = (): void => {
    setPlanning(true);
    void session.tour(address.variant).then((rest) => {
      setPlanning(false);
      if (rest) setTour({ of: variant, rest });
    });
  };
  const rest = tour?.of === variant ? tour.rest : null;
  const keepAll = (walks: RestOfTour['walks']): void => {
    void session.keep(walks.map(({ steps }, index) => ({ title: `Tour ${index + 1}`, steps }))).then((done) => {
      if (done) setTour(null);
      say(
        done
          ? `${counted(walks.length, 'walk')} kept in the plan. Undo with Ctrl+Z.`
          : 'The text has just changed; try again.',
      );
    });
  };
  if (all === 0) return null;
  return (
    <section aria-label="Coverage">
      <h3 className="part-head mb-1.5">Used by kept walks</h3>
      <div
        className="h-1.5 rounded-full bg-base-300 overflow-hidden"
        role="img"
        aria-label={`${used} of ${all} outcomes`}
      >
        <div className="h-full bg-primary" style={{ width: `${all === 0 ? 0 : (100 * used) / all}%` }} />
      </div>
      <p className="mt-1 flex flex-wrap gap-x-3 justify-between">
        <span className="text-mute">
          {used} of {counted(all, 'outcome')} of triggers, menus and events
        </span>
        {used < all && (
          <button type="button" className="fix-button" disabled={planning} onClick={plan}>
            {planning ? 'Planning…' : 'Plan a tour of the rest'}
          </button>
        )}
      </p>
      {rest && (
        <div className="mt-2 border border-rule rounded-field bg-paper px-3 py-2">
          <p className="flex flex-wrap gap-x-3 justify-between">
            <span>
              {rest.walks.length === 0
                ? 'Nothing is left that a walk could use.'
                : `${counted(rest.walks.length, 'walk')}, ${counted(rest.taps, 'tap')} in all${rest.whole ? '' : '; perhaps not all of the rest'}`}
            </span>
            {rest.walks.length > 0 && (
              <button type="button" className="fix-button" onClick={() => keepAll(rest.walks)}>
                Keep them all
              </button>
            )}
          </p>
          <ol className="mt-1 grid gap-0.5 max-h-44 overflow-auto">
            {rest.walks.map(({ steps, taps, ends }, index) => (
              <li key={index} className="flex flex-wrap gap-x-3 items-baseline">
                <button
                  type="button"
                  className="fix-button font-normal"
                  onClick={() => walkTo({ steps: steps.join(' '), taken: 0 })}
                >
                  Watch tour {index + 1}
                </button>
                <span className="text-mute">
                  {counted(taps, 'tap')}
                  {ends !== null && `, ends at ${ends}`}
                </span>
              </li>
            ))}
          </ol>
        </div>
      )}
    </section>
  );
}
