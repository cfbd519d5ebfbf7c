'use client';

import { useEffect, useState } from 'react';
import type { Chart } from '../../core/chart/chart';
import type { Zoom } from '../../core/chart/labels';
import { ahead, isEnough, type Camera, type Size } from './camera';

/** All of a chart with fewer spots is laid out and painted at each step of a zoom. */
const few = 40;
/** A zoom that has not changed for so long is at rest, in milliseconds. */
const rest = 90;

export interface Zooming {
  /** The zoom at which the camera last rested: for this one, names are laid out as buttons. */
  readonly rested: Zoom;
  /** Whether the zoom is on its way. */
  readonly isZooming: boolean;
  /**
   * The camera of this moment, or one a little farther away that shows as much: for this one, what takes longer than a
   * frame is laid out or painted while somebody zooms, and stretched to the zoom of now.
   */
  readonly near: Camera;
}

/**
 * Follows a zoom at the pace that a chart allows. Thousands of lines take longer than a frame: these are painted now
 * and then, and stretched in between. To lay names out as buttons takes longer still, and waits until the zoom rests.
 */
export function useZooming(camera: Camera, chart: Chart, window: Size | null): Zooming {
  const rested = useRestedZoom(camera, chart.spots.size);
  const isZooming = rested.zoom !== camera.zoom || rested.across !== camera.across;
  const [last, setLast] = useState(camera);
  const near = isZooming && window ? nearTo(camera, last, chart, window) : camera;
  if (isZooming && near !== last) setLast(near);
  return { rested, isZooming, near };
}

/** The last camera as long as it shows enough, then a new one. */
function nearTo(now: Camera, last: Camera, chart: Size, window: Size): Camera {
  if (isEnough(last, now, chart, window)) return last;
  return now.zoom < last.zoom ? ahead(now, chart, window) : now;
}

function useRestedZoom({ zoom, across }: Camera, spots: number): Zoom {
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
