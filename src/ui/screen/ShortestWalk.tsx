'use client';

import { Fragment } from 'react';
import type { ScreenDetail } from '../../core/report/detail';
import { ScreenLink } from '../parts/ScreenLink';
import { useActions, useSnapshot } from '../session/context';

/** The evidence that the screen is reached: taps from a cold start. */
export function ShortestWalk({ detail }: { detail: ScreenDetail }) {
  const overview = useSnapshot('overview');
  const { watchWalk } = useActions();
  const { start } = overview;
  if (detail.walk === null || start === null) return null;
  return (
    <section aria-label="Shortest walk">
      <div className="flex items-baseline justify-between gap-3 mb-1.5">
        <h3 className="part-head">
          {detail.isShortest === false ? 'A walk' : 'Shortest walk'} from{' '}
          {detail.fromOutside ? 'outside' : 'a cold start'}
        </h3>
        {detail.walk.length > 0 && (
          <button type="button" className="fix-button font-normal" onClick={() => watchWalk(detail.label)}>
            Watch it
          </button>
        )}
      </div>
      <p className="bg-base-200 rounded-field px-3 py-2 leading-relaxed">
        {!detail.fromOutside && <ScreenLink index={start} />}
        {detail.walk.map((step, index) => (
          <Fragment key={index}>
            <span className="text-mute">
              {(index > 0 || !detail.fromOutside) && ' — '}
              {step.own && 'event '}
              {step.back ? 'Back' : step.label}
              {' → '}
            </span>
            <ScreenLink index={step.shows} />
          </Fragment>
        ))}
      </p>
    </section>
  );
}
