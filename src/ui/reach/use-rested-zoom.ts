'use client';

import { useEffect, useState } from 'react';
import type { Zoom } from '../../core/chart/labels';
import type { Camera } from './camera';

/** The names of fewer spots are laid out at each step of a zoom. */
const few = 40;
/** A zoom that has not changed for so long is at rest, in milliseconds. */
const rest = 90;

/**
 * The zoom at which the camera last rested. To lay names out costs more than a frame has time for where there are many,
 * so this waits until the user has zoomed.
 */
export function useRestedZoom({ zoom, across }: Camera, spots: number): Zoom {
  const [rested, setRested] = useState<Zoom>({ zoom, across });
  const isSame = rested.zoom === zoom && rested.across === across;
  const isDue = !isSame && spots <= few;
  if (isDue) setRested({ zoom, across });
  useEffect(() => {
    if (isSame || isDue) return;
    const timer = setTimeout(() => setRested({ zoom, across }), rest);
    return () => clearTimeout(timer);
  }, [zoom, across, isSame, isDue]);
  return isDue ? { zoom, across } : rested;
}
