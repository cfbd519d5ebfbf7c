'use client';

import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Chart } from '../../core/chart/chart';
import type { Colours } from '../parts/use-colours';
import { usePixelRatio } from '../parts/use-pixel-ratio';
import type { Camera, Size } from './camera';
import type { LineGroup } from './lines';
import { paint } from './paint';
import { cellOf, grain, type Names } from './use-names';

interface Props {
  readonly chart: Chart;
  readonly groups: readonly LineGroup[];
  readonly camera: Camera;
  readonly size: Size;
  readonly names: Names;
  readonly colours: Colours;
  /** Indexes of screens that are selected or lit. */
  readonly strong: ReadonlySet<number>;
}

/**
 * The painted part of the chart. The canvas is larger than the window by a grain: within one, panning only moves what
 * is painted already. A zoom paints anew with each frame, so it paints no more than the window shows.
 */
export function Painting({ chart, groups, camera, size, names, colours, strong }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const ratio = usePixelRatio();
  const sheet = useMemo(() => ({ width: size.width + grain, height: size.height + grain }), [size]);
  const { zoom, across } = camera;
  const { x, y } = cellOf(camera);
  const { now, isZooming } = names;
  // Where the painted part begins on the canvas.
  const left = isZooming ? x + grain - camera.x : 0;
  const top = isZooming ? y + grain - camera.y : 0;
  const painted = isZooming ? size : sheet;
  useLayoutEffect(() => {
    const context = canvas.current?.getContext('2d', { alpha: false });
    if (!context) return;
    context.setTransform(ratio, 0, 0, ratio, left * ratio, top * ratio);
    const labels = new Map(now.map((label) => [label.key, label]));
    const from = { x: x + grain - left, y: y + grain - top, zoom, across };
    paint(context, { chart, groups, camera: from, window: painted, colours, labels, hasNames: isZooming, strong });
  }, [chart, groups, x, y, left, top, zoom, across, painted, colours, now, isZooming, strong, ratio]);
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
