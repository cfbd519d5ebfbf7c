'use client';

import type { BackCard } from '../../core/report/detail';
import { ScreenLink } from '../parts/ScreenLink';

/** So many are listed; the rest are counted. */
const most = 12;

const arrows = { always: 'The header arrow is always there.', never: 'There is never a header arrow.', sometimes: 'The header arrow is there in some walks and not in others.' } as const;

/** What Back reveals from a screen, and whether it leaves the app. */
export function WhatBackDoes({ back: { reveals, whole, leaves, arrow } }: { back: BackCard }) {
  return (
    <section aria-label="Back from here">
      <h3 className="part-head mb-1.5">Back from here</h3>
      {reveals.length > 0 && (
        <p className="flex flex-wrap gap-x-2.5 gap-y-1 items-baseline">
          <span className="text-mute">reveals</span>
          {reveals.slice(0, most).map((index) => <ScreenLink key={index} index={index} />)}
          {reveals.length > most && <span className="text-mute">and {reveals.length - most} more</span>}
        </p>
      )}
      <p className="text-mute mt-0.5">
        {leaves === true ? (reveals.length > 0 ? 'In other walks it leaves the app. ' : 'It leaves the app. ') : ''}
        {arrow && `${arrows[arrow]} `}
        {!whole && 'Seen in walks; where tabs share flags there may be more.'}
      </p>
    </section>
  );
}
