'use client';

import { useCallback, useMemo, useState } from 'react';
import type { Chart } from '../../core/chart/chart';
import { byImportance, placeLabels, wholeLabel, type Box, type PlacedLabel, type Zoom } from '../../core/chart/labels';
import type { Uprights } from '../../core/chart/uprights';
import type { Overview } from '../../core/report/overview';
import type { Camera, Size } from './camera';
import type { Zooming } from './use-zooming';

/** What people look for, besides what is important in the plan itself. */
interface Sought {
  readonly selected: number | null;
  readonly pointed: number | null;
  /** Labels of the screens that the answer to a question is about. */
  readonly lit: ReadonlySet<string>;
}

export interface Names {
  /** Those that are buttons, in sight or nearly. */
  readonly laidOut: readonly PlacedLabel[];
  /** Those that are painted while somebody zooms, when the buttons wait. */
  readonly now: readonly PlacedLabel[];
}

/** Panning within so many pixels changes nothing, and names so far out of sight are there already. */
export const grain = 200;
const beyond = 300;

/** The part of the chart that is in sight, and what a name may reach into it from the left. */
const sightOf = ({ x, y }: Camera, { width, height }: Size): Box => ({
  left: -x - beyond,
  right: -x + width,
  top: -y - grain,
  bottom: -y + height + grain,
});

/** The part of the chart that a camera is in, to a grain. */
export const cellOf = ({ x, y }: Camera): { readonly x: number; readonly y: number } => ({
  x: Math.floor(x / grain) * grain,
  y: Math.floor(y / grain) * grain,
});

/** Which names of screens and folded lanes are shown, and how. Names that fit at a zoom fit at a larger one, too. */
export function useNames(
  overview: Overview,
  chart: Chart,
  camera: Camera,
  { rested, isZooming, near }: Zooming,
  size: Size | null,
  sought: Sought,
  uprights: Uprights,
): Names {
  const { selected, pointed } = sought;
  const place = usePlacing(overview, chart, sought, uprights);
  const atRest = useMemo(() => place(rested), [place, rested]);
  const now = useMemo(
    () => (isZooming ? place(near, size && sightOf(near, size)) : withWhole(atRest, pointed, chart, rested)),
    [isZooming, place, near, size, atRest, pointed, chart, rested],
  );

  const [cell, setCell] = useState(cellOf(camera));
  const next = cellOf(camera);
  if (!isZooming && (next.x !== cell.x || next.y !== cell.y)) setCell(next);
  const laidOut = useMemo(() => {
    const [right, bottom] = [(size?.width ?? 0) + beyond, (size?.height ?? 0) + beyond];
    const inSight = atRest.filter(({ key, spot, width }) => {
      const [x, y] = [spot.x * rested.across + cell.x, spot.y * rested.zoom + cell.y];
      return (x + width + grain > -beyond && x < right && y + grain > -beyond && y < bottom) || key === selected;
    });
    return withWhole(inSight, pointed, chart, rested);
  }, [chart, atRest, size, rested, cell, selected, pointed]);
  return { laidOut, now };
}

/** The names, among them that of what somebody points at, in full. No other one gives way to it: it comes and goes. */
function withWhole(
  names: readonly PlacedLabel[],
  pointed: number | null,
  chart: Chart,
  zoom: Zoom,
): readonly PlacedLabel[] {
  const whole = pointed === null ? null : wholeLabel(chart, zoom, pointed);
  if (!whole) return names;
  // In its own place, so that a button that has the focus stays where it is in the document.
  return names.some(({ key }) => key === whole.key)
    ? names.map((name) => (name.key === whole.key ? whole : name))
    : [...names, whole];
}

/** A function that chooses the names for a zoom: of lit screens first, then by importance. */
function usePlacing(
  overview: Overview,
  chart: Chart,
  { selected, lit }: Omit<Sought, 'pointed'>,
  uprights: Uprights,
): (zoom: Zoom, sight?: Box | null) => readonly PlacedLabel[] {
  const { start } = overview;
  const ranked = useMemo(() => byImportance(overview, chart), [overview, chart]);
  const litFirst = useMemo(() => {
    if (lit.size === 0) return ranked;
    const isLit = (key: number): boolean => lit.has(chart.nodeOf[key]?.screen.label ?? '');
    return [...ranked.filter(isLit), ...ranked.filter((key) => !isLit(key))];
  }, [ranked, chart, lit]);
  return useCallback(
    (zoom, sight) => {
      const always = new Set([start, selected].filter((key) => key !== null));
      return placeLabels(chart, zoom, litFirst, always, uprights, sight);
    },
    [chart, litFirst, start, selected, uprights],
  );
}
