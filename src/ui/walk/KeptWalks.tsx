'use client';

import type { WalkCard } from '../../core/report/walk-card';
import type { KeptCard } from '../../core/report/walk-kept';
import { MessageText } from '../parts/MessageText';
import { counted } from '../parts/numbers';
import { useActions, useSnapshot } from '../session/context';

/** The walks that the plan keeps: each is replayed with every change. */
export function KeptWalks({ card }: { card: WalkCard }) {
  const overview = useSnapshot('overview');
  const { walkTo, openAt, applyFix } = useActions();
  const broken = overview.findings.filter(({ rule }) => rule === 'walk/broken');
  return (
    <section aria-label="Kept walks" className="min-w-0">
      <h3 className="part-head mb-1.5">Kept walks</h3>
      {card.kept.length === 0 && (
        <p className="text-mute">None yet. Andante keeps a walk in the plan, and checks it after every change.</p>
      )}
      <ul className="grid gap-1.5">
        {card.kept.map((walk, index) => {
          const fix =
            walk.outcome === 'broken' ? broken.find(({ subject }) => subject === walk.name)?.fixes[0] : undefined;
          return (
            <li
              key={`${walk.name} ${index}`}
              data-outcome={walk.outcome}
              className={`border rounded-field bg-paper px-3 py-1.5 ${walk.outcome === 'broken' ? 'border-error' : 'border-rule'}`}
            >
              <p className="flex items-baseline gap-2 justify-between">
                <button
                  type="button"
                  className="cursor-pointer hover:underline text-left font-medium [overflow-wrap:anywhere]"
                  onClick={() => openAt(walk.from)}
                  title="To its text"
                >
                  {walk.name || 'without a name'}
                </button>
                <span className={`rule-tag ${tones[walk.outcome]}`}>
                  {walk.outcome === 'undecided' ? 'does not read' : walk.outcome}
                </span>
              </p>
              {walk.broken ? (
                <p className="text-error">
                  Step {walk.broken.step}: <MessageText message={walk.broken.why} />
                </p>
              ) : (
                <p className="text-mute">{sayLength(walk)}</p>
              )}
              <p className="flex flex-wrap gap-x-4">
                <button type="button" className="fix-button" onClick={() => walkTo({ steps: walk.steps, taken: 0 })}>
                  Watch it
                </button>
                {fix && (
                  <button type="button" className="fix-button" onClick={() => applyFix(fix)}>
                    {fix.label}
                  </button>
                )}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const tones: Readonly<Record<KeptCard['outcome'], string>> = {
  holds: 'tone-primary',
  broken: 'tone-error',
  undecided: 'tone-warning',
};

const sayLength = ({ taps, ends, outcome }: KeptCard): string =>
  `${counted(taps, 'step')}${ends !== null ? `, ends at ${ends}` : outcome === 'holds' ? ', leaves the app' : ''}`;
