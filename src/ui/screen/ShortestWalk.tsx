'use client';

import { Fragment } from 'react';
import type { ScreenDetail } from '../../core/report/detail';
import { ScreenLink } from '../parts/ScreenLink';
import { useWorkspace } from '../workspace/context';

/** The evidence that the screen is reached: what to tap, from a cold start on. */
export function ShortestWalk({ detail }: { detail: ScreenDetail }) {
  const { snapshot } = useWorkspace();
  const { start } = snapshot.overview;
  if (detail.walk === null || start === null) return null;
  return (
    <section aria-label="Shortest walk">
      <h3 className="part-head mb-1.5">{detail.fromOutside ? 'Shortest walk, from outside' : 'Shortest walk from a cold start'}</h3>
      <p className="bg-base-200 rounded-field px-3 py-2 leading-relaxed">
        {!detail.fromOutside && <ScreenLink index={start} />}
        {detail.walk.map((step, index) => (
          <Fragment key={index}>
            <span className="text-mute"> — {step.back ? 'Back' : step.label} → </span>
            <ScreenLink index={step.shows} />
          </Fragment>
        ))}
      </p>
    </section>
  );
}
