'use client';

import type { BackCard } from '../../core/report/detail';
import { ScreenLink } from '../parts/ScreenLink';

/** Most screens listed; the rest are counted. */
const most = 12;

const arrows = {
  always: 'The header arrow is always there.',
  never: 'There is never a header arrow.',
  sometimes: 'The header arrow is there in some walks and not in others.',
} as const;

/** The screens that Back can reveal from a screen, and whether Back leaves the app. */
export function WhatBackDoes({ back: { within, toFirstTab, whole, leaves, arrow, deepest } }: { back: BackCard }) {
  return (
    <section aria-label="Back from here">
      <h3 className="part-head mb-1.5">Back from here</h3>
      {(within.length > 0 || toFirstTab) && (
        <p className="flex flex-wrap gap-x-2.5 gap-y-1 items-baseline">
          <span className="text-mute">reveals</span>
          {within.slice(0, most).map((index) => (
            <ScreenLink key={index} index={index} />
          ))}
          {within.length > most && <span className="text-mute">and {within.length - most} more</span>}
          {toFirstTab && <span className="text-mute">{within.length > 0 && 'or '}what is on top of the first tab</span>}
        </p>
      )}
      <p className="text-mute mt-0.5">
        {leaves === true
          ? within.length > 0 || toFirstTab
            ? 'In other walks it leaves the app. '
            : 'It leaves the app. '
          : ''}
        {arrow && `${arrows[arrow]} `}
        {!whole && 'This is what walks show. Back may do more.'}
      </p>
      {deepest && deepest.frames !== null && deepest.frames > 1 && (
        <p className="text-mute mt-0.5">With it on top a stack has {deepest.frames} screens at most.</p>
      )}
      {deepest && deepest.frames === null && (
        <p className="flex flex-wrap gap-x-2.5 gap-y-1 items-baseline text-mute mt-0.5">
          <span>These pile up beneath it without end:</span>
          {deepest.cycle.slice(0, most).map((index) => (
            <ScreenLink key={index} index={index} />
          ))}
          {deepest.cycle.length > most && <span>and {deepest.cycle.length - most} more</span>}
        </p>
      )}
    </section>
  );
}
