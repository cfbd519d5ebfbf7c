'use client';

import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Chart } from '../../core/chart/chart';
import type { PlacedLabel } from '../../core/chart/labels';
import type { Colours } from '../parts/use-colours';
import { usePixelRatio } from '../parts/use-pixel-ratio';
import type { Camera, Size } from './camera';
import { isFar, paint, paintOnGround, paintStretched } from './paint';
import { ground, stillOf, withoutNames, type Still } from './still';
import type { Lines } from './use-lines';
import { cellOf, grain } from './use-names';
import type { Zooming } from './use-zooming';

interface Props {
  readonly chart: Chart;
  readonly lines: Lines;
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
export function Painting({ chart, lines, camera, zooming, size, names, colours, strong }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const stills = useRef<{ stretched: Still | null; ground: Still | null }>({ stretched: null, ground: null });
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
  const from = useMemo(
    () => ({ x: x + grain - left, y: y + grain - top, zoom, across }),
    [x, y, left, top, zoom, across],
  );
  const labels = useMemo(() => new Map(names.map((label) => [label.key, label])), [names]);
  useLayoutEffect(() => {
    const context = canvas.current?.getContext('2d', { alpha: false });
    if (!context) return;
    context.setTransform(ratio, 0, 0, ratio, left * ratio, top * ratio);
    const scene = { chart, ...lines, camera: from, window: painted, colours, labels, hasNames: isZooming, strong };
    const kept = stills.current;
    if (stretched) {
      kept.stretched = stillOf(withoutNames, { ...scene, camera: stretched }, ratio, kept.stretched);
      paintStretched(context, scene, kept.stretched.picture, stretched);
    } else if (isFar(from)) {
      kept.ground = stillOf(ground, scene, ratio, kept.ground);
      paintOnGround(context, scene, kept.ground.picture);
    } else paint(context, scene);
  }, [chart, lines, from, left, top, painted, stretched, colours, labels, isZooming, strong, ratio]);
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
