'use client';

import { memo, useMemo, useState } from 'react';
import type { Chart, Lane } from '../../core/chart/chart';
import { counted } from '../parts/numbers';
import type { Camera } from './camera';
import { saidOfLane } from './Labels';
import type { Zooming } from './use-zooming';

/** Width of the lanes' heads, and height of the columns', in pixels. */
export const laneHead = 132;
export const columnHead = 28;

/** Least distance of two heads in pixels: fewer are shown where they come nearer. */
const betweenColumns = 46;
const betweenLanes = 17;

interface Props {
  readonly chart: Chart;
  readonly camera: Camera;
  /** While somebody zooms, heads are laid out for a camera near to that of now, and stretched. */
  readonly zooming: Zooming;
}

/** Distances in taps, above their columns. */
export function ColumnHeads({ chart, camera, zooming: { near } }: Props) {
  return (
    <div className="relative contain-strict overflow-hidden border-b border-rule" style={{ height: columnHead }}>
      <div
        className="will-change-transform origin-top-left"
        style={{ transform: `translateX(${camera.x}px) scaleX(${camera.across / near.across})` }}
      >
        <Distances chart={chart} across={near.across} />
      </div>
    </div>
  );
}

interface DistancesProps {
  readonly chart: Chart;
  readonly across: number;
}

const Distances = memo(function Distances({ chart, across }: DistancesProps) {
  const narrowest = Math.min(...chart.columns.map(({ room }) => room + chart.gutter)) * across;
  const every = Math.max(1, Math.ceil(betweenColumns / narrowest));
  return chart.columns.map(
    ({ x }, taps) =>
      taps % every === 0 && (
        <span
          key={taps}
          className="absolute top-1.5 text-mute text-[11px] whitespace-nowrap"
          style={{ left: Math.max(2, x * across - 6) }}
        >
          {taps === 0 ? 'at start' : every > 1 || narrowest < 60 ? taps : counted(taps, 'tap')}
        </span>
      ),
  );
});

interface LaneProps {
  /** Height of the window, in pixels. */
  readonly windowHeight: number;
  readonly onFold: (module: number | null) => void;
  /** A lane that somebody points at, or that has the focus; null for none any more. */
  readonly onPoint: (lane: Lane | null) => void;
}

/** Names of modules beside their lanes; each folds its lane. */
export function LaneHeads({ chart, camera, zooming, windowHeight, onFold, onPoint }: Props & LaneProps) {
  const { zoom, y } = camera;
  const { near, isZooming } = zooming;
  // The head that has the focus stays there: its keys would go nowhere.
  const [focused, setFocused] = useState<Lane | null>(null);
  const sight = useMemo(
    () => (isZooming ? { from: -near.y, to: windowHeight - near.y } : everything),
    [isZooming, near.y, windowHeight],
  );
  // The name of a lane that began above stays in sight.
  const cut = chart.lanes.find(
    ({ top, height }) => top * zoom + y < -betweenLanes && (top + height) * zoom + y > 1.5 * betweenLanes,
  );
  return (
    <div className="relative contain-strict overflow-hidden" style={{ width: laneHead }}>
      <div
        className="relative will-change-transform origin-top-left"
        style={{ transform: `translateY(${y}px) scaleY(${zoom / near.zoom})` }}
      >
        <Lanes
          chart={chart}
          zoom={near.zoom}
          sight={sight}
          focused={focused?.module}
          onFold={onFold}
          onPoint={onPoint}
          onFocus={setFocused}
        />
      </div>
      <span
        className="double-bar absolute right-0 top-0 max-h-full text-base-content"
        style={{ height: chart.height * zoom + y }}
        aria-hidden
      />
      {cut && (
        <span
          aria-hidden
          className="absolute left-0 right-2.5 top-0 pl-4 py-0.5 bg-base-100 font-mono font-semibold truncate pointer-events-none"
        >
          {nameOf(cut)}
        </span>
      )}
    </div>
  );
}

const nameOf = ({ name }: Lane): string => name || 'no module';

/** A part of the chart from top to bottom, in pixels from its upper edge. */
interface Sight {
  readonly from: number;
  readonly to: number;
}

const everything: Sight = { from: -Infinity, to: Infinity };

interface LanesProps extends Pick<LaneProps, 'onFold' | 'onPoint'> {
  readonly chart: Chart;
  readonly zoom: number;
  /** Only heads in it are there, and that of the focused module. */
  readonly sight: Sight;
  readonly focused: Lane['module'] | undefined;
  readonly onFocus: (lane: Lane | null) => void;
}

const place = 'absolute left-0 right-2.5 pl-4 pr-2 grid content-start overflow-hidden text-left';
const looks = `${place} border-t border-rule cursor-pointer hover:bg-base-200`;

const Lanes = memo(function Lanes(props: LanesProps) {
  const { chart, zoom, sight, focused, onFold, onPoint, onFocus } = props;
  const isThere = ({ lane, top, height }: Head): boolean =>
    (top <= sight.to && top + height >= sight.from) || lane.module === focused;
  const focus = (lane: Lane | null): void => {
    onFocus(lane);
    onPoint(lane);
  };
  return headsAt(chart, zoom)
    .filter(isThere)
    .map(({ lane, top, height }) => (
      <button
        key={lane.name}
        type="button"
        data-head={nameOf(lane)}
        aria-expanded={!lane.folded}
        onClick={() => onFold(lane.module)}
        onMouseEnter={() => onPoint(lane)}
        onMouseLeave={() => onPoint(null)}
        onFocus={() => focus(lane)}
        onBlur={() => focus(null)}
        title={`${lane.folded ? 'Unfold' : 'Fold'} ${lane.name || 'the screens in no module'}\n${saidOfLane(lane)}`}
        className={looks}
        style={{ top, height, paddingTop: Math.min(8, Math.max(0, (height - betweenLanes) / 2)) }}
      >
        <span className="font-mono font-semibold truncate leading-[1.25]">{nameOf(lane)}</span>
        {height > 40 && (
          <span className="text-mute text-[11px] truncate">
            {lane.folded ? `${counted(lane.count, 'screen')} folded` : lane.owner}
          </span>
        )}
      </button>
    ));
});

interface Head {
  readonly lane: Lane;
  readonly top: number;
  readonly height: number;
}

/** The lanes whose heads have room. */
function headsAt({ lanes }: Chart, zoom: number): readonly Head[] {
  const heads: Head[] = [];
  for (const lane of lanes) {
    const [top, height] = [lane.top * zoom, lane.height * zoom];
    const before = heads.at(-1);
    if (before && top - before.top < betweenLanes) continue;
    heads.push({ lane, top, height: Math.max(height, betweenLanes) });
  }
  return heads;
}
