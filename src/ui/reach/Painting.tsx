'use client';

import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Chart } from '../../core/chart/chart';
import type { PlacedLabel } from '../../core/chart/labels';
import type { Colours } from '../parts/use-colours';
import { usePixelRatio } from '../parts/use-pixel-ratio';
import type { Camera, Size } from './camera';
import type { LineGroup } from './lines';
import { isFar, paint, paintStretched } from './paint';
import { stillOf, type Still } from './still';
import { cellOf, grain } from './use-names';
import type { Zooming } from './use-zooming';

interface Props {
  readonly chart: Chart;
  readonly groups: readonly LineGroup[];
  readonly camera: Camera;
  readonly zooming: Zooming;
  readonly size: Size;
  /** Names that are painted while somebody zooms; lines begin behind them at all times. */
  readonly names: readonly PlacedLabel[];
  readonly colours: Colours;
  /** Indexes of screens that are selected or lit. */
  readonly strong: ReadonlySet<number>;
}

/**
 * The painted part of the chart. The canvas is larger than the window by a grain: within one, panning only moves what
 * is painted already. While somebody zooms each frame is another, so no more is painted than the window shows.
 */
export function Painting({ chart, groups, camera, zooming, size, names, colours, strong }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const still = useRef<Still | null>(null);
  const ratio = usePixelRatio();
  const sheet = useMemo(() => ({ width: size.width + grain, height: size.height + grain }), [size]);
  const { zoom, across } = camera;
  const { x, y } = cellOf(camera);
  const { isZooming, near } = zooming;
  const stretched = isZooming && isFar(camera) ? near : null;
  // Where the painted part begins on the canvas.
  const left = isZooming ? x + grain - camera.x : 0;
  const top = isZooming ? y + grain - camera.y : 0;
  const painted = isZooming ? size : sheet;
  useLayoutEffect(() => {
    const context = canvas.current?.getContext('2d', { alpha: false });
    if (!context) return;
    context.setTransform(ratio, 0, 0, ratio, left * ratio, top * ratio);
    const from = { x: x + grain - left, y: y + grain - top, zoom, across };
    const labels = new Map(names.map((label) => [label.key, label]));
    const scene = { chart, groups, camera: from, window: painted, colours, labels, hasNames: isZooming, strong };
    if (stretched) {
      still.current = stillOf({ ...scene, camera: stretched }, ratio, still.current);
      paintStretched(context, scene, still.current.picture, stretched);
    } else paint(context, scene);
  }, [chart, groups, x, y, left, top, zoom, across, painted, stretched, colours, names, isZooming, strong, ratio]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={Math.round(sheet.width * ratio)}
      height={Math.round(sheet.height * ratio)}
      style={{ ...sheet, left: -x - grain, top: -y - grain }}
      className="absolute max-w-none pointer-events-none"
    />
  );
}
