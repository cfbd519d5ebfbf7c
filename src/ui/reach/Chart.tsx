'use client';

import { memo, useMemo, useState, type MouseEvent, type RefObject } from 'react';
import { keyOfLane, type Chart as ChartLayout, type ChartNode, type Lane } from '../../core/chart/chart';
import type { Since } from '../../core/compare/report/since';
import type { ScreenDetail } from '../../core/report/detail';
import type { Overview, ScreenCard } from '../../core/report/overview';
import { useColours } from '../parts/use-colours';
import type { Camera, Size } from './camera';
import { columnHead, ColumnHeads, laneHead, LaneHeads } from './Heads';
import { Labels } from './Labels';
import { Miniature } from './Miniature';
import { Painting } from './Painting';
import { useCameraOf, type CameraControl } from './use-camera';
import { useLines } from './use-lines';
import { useNames } from './use-names';
import { useZooming } from './use-zooming';

interface Props {
  readonly overview: Overview;
  readonly chart: ChartLayout;
  readonly control: CameraControl;
  /** The element over which the camera moves, and its size once it is measured. */
  readonly area: RefObject<HTMLDivElement | null>;
  readonly size: Size | null;
  readonly selected: ScreenCard | null;
  readonly detail: ScreenDetail | null;
  /** What has become of the screens since a revision; null where none is chosen. */
  readonly since: Since | null;
  /** Labels of the screens that the answer to a question is about. */
  readonly lit: ReadonlySet<string>;
  readonly onSelect: (label: string) => void;
  readonly onFold: (module: number | null) => void;
}

/** How near the pointer has to come to a mark without a label, in pixels. */
const nearMark = 12;

/** Columns are taps, lanes are modules. Lines and marks are painted, names are buttons above them. */
export const Chart = memo(function Chart(props: Props) {
  const { overview, chart, control, area, size, detail, since, lit, onSelect, onFold } = props;
  const selected = props.selected?.index ?? null;
  const camera = useCameraOf(control);
  const colours = useColours();
  const [pointed, setPointed] = useState<number | null>(null);
  const zooming = useZooming(camera, chart, size);
  const lines = useLines(chart, selected, detail, pointed);
  const names = useNames(overview, chart, camera, zooming, size, { selected, pointed, lit }, lines.uprights);
  const strong = useMemo(() => {
    const isStrong = ({ screen }: ChartNode): boolean => screen.index === selected || lit.has(screen.label);
    return new Set(chart.nodes.filter(isStrong).map(({ screen }) => screen.index));
  }, [chart, selected, lit]);

  const onPoint = useMemo(
    () =>
      (lane: Lane | null): void =>
        setPointed(lane?.folded ? keyOfLane(lane.module, overview.screens.length) : null),
    [overview],
  );
  const { rested, isZooming } = zooming;
  return (
    <div
      className="unscaled grid h-full overflow-hidden"
      style={{ gridTemplate: `${columnHead}px minmax(0, 1fr) / ${laneHead}px minmax(0, 1fr)` }}
      role="group"
      aria-label="Screens by distance from a cold start"
    >
      <div className="border-b border-rule" />
      <ColumnHeads chart={chart} camera={camera} zooming={zooming} />
      <LaneHeads
        chart={chart}
        camera={camera}
        zooming={zooming}
        windowHeight={size?.height ?? 0}
        onFold={onFold}
        onPoint={onPoint}
      />
      {/* Keys do the same from the names, which have the focus. */}
      {/* oxlint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/no-static-element-interactions */}
      <div
        ref={area}
        data-testid="chart-area"
        data-zoom={camera.zoom.toFixed(3)}
        className="relative contain-strict overflow-hidden cursor-grab active:cursor-grabbing touch-none select-none"
        onClick={(event) => {
          const node = isOnName(event) ? null : nodeAt(event, chart, camera);
          if (node) onSelect(node.screen.label);
        }}
        onMouseMove={(event) => setPointed(event.buttons === 0 ? keyAt(event, chart, camera) : null)}
        onMouseLeave={() => setPointed(null)}
      >
        <div
          className="absolute left-0 top-0 will-change-transform"
          style={{ transform: `translate(${camera.x}px, ${camera.y}px)` }}
        >
          {size && colours && (
            <Painting
              chart={chart}
              lines={lines}
              camera={camera}
              zooming={zooming}
              size={size}
              names={names.now}
              colours={colours}
              strong={strong}
            />
          )}
          <div className={isZooming ? 'opacity-0' : ''}>
            <Labels
              chart={chart}
              zoom={rested}
              placed={names.laidOut}
              selected={selected}
              pointed={pointed}
              since={since}
              lit={lit}
              onSelect={onSelect}
              onFold={onFold}
            />
          </div>
        </div>
        {size && colours && (
          <Miniature chart={chart} camera={camera} window={size} colours={colours} onMove={control.set} />
        )}
      </div>
    </div>
  );
});

const isOnName = ({ target }: MouseEvent): boolean => target instanceof Element && target.closest('button') !== null;

/** Key of the name or mark at the pointer. */
function keyAt(event: MouseEvent, chart: ChartLayout, camera: Camera): number | null {
  const name = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-key]') : null;
  return name ? Number(name.dataset.key) : (nodeAt(event, chart, camera)?.screen.index ?? null);
}

/** The screen whose mark is nearest to the pointer, if it is near enough. */
function nodeAt(event: MouseEvent, { nodes }: ChartLayout, camera: Camera): ChartNode | null {
  const { left, top } = event.currentTarget.getBoundingClientRect();
  const [x, y] = [event.clientX - left - camera.x, event.clientY - top - camera.y];
  let best: ChartNode | null = null;
  let least = nearMark;
  for (const node of nodes) {
    const distance = Math.hypot(node.x * camera.across - x, node.y * camera.zoom - y);
    if (distance > least) continue;
    least = distance;
    best = node;
  }
  return best;
}
