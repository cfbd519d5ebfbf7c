'use client';

import { useEffect, useRef } from 'react';
import type { Chart } from '../../core/chart/chart';
import type { Colours } from '../parts/use-colours';
import { usePixelRatio } from '../parts/use-pixel-ratio';
import type { Camera, Size, View } from './camera';

/** The least and the most that the miniature takes, in pixels. A chart that is high and narrow is drawn wider. */
const least: Size = { width: 80, height: 40 };
const most: Size = { width: 180, height: 110 };
/** The largest share of the chart in sight that the miniature may cover. */
const mostCovered = 1 / 8;

interface Props {
  readonly chart: Chart;
  readonly camera: Camera;
  readonly window: Size;
  readonly colours: Colours;
  readonly onMove: (view: View) => void;
}

/**
 * The whole chart in little, with a frame around what is in sight: a press or a drag takes the frame elsewhere. Shown
 * where some of the chart is out of sight, and the window has room for it. Keys that pan the chart do what it does.
 */
export function Miniature({ chart, camera, window, colours, onMove }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const ratio = usePixelRatio();
  const scale = Math.min(most.width / chart.width, most.height / chart.height);
  const width = Math.max(least.width, Math.ceil(chart.width * scale));
  const height = Math.max(least.height, Math.ceil(chart.height * scale));
  const [across, down] = [width / chart.width, height / chart.height];
  const isWhole = chart.width * camera.across <= window.width + 1 && chart.height * camera.zoom <= window.height + 1;
  const isHidden = isWhole || width * height > mostCovered * window.width * window.height;
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.clearRect(0, 0, width, height);
    chart.lanes.forEach(({ top, height: tall }, at) => {
      context.fillStyle = colours.rule;
      context.globalAlpha = at % 2 === 0 ? 0.55 : 0.2;
      context.fillRect(0, top * down, width, tall * down);
    });
    context.globalAlpha = 1;
    for (const { x, y } of chart.spots.values()) {
      context.fillStyle = colours.ink;
      context.fillRect(x * across - 0.75, y * down - 0.75, 1.5, 1.5);
    }
    for (const { screen, x, y } of chart.nodes) {
      if (screen.worst !== 'error') continue;
      context.fillStyle = colours.error;
      context.fillRect(x * across - 1.25, y * down - 1.25, 2.5, 2.5);
    }
  }, [chart, across, down, width, height, colours, ratio, isHidden]);
  if (isHidden) return null;

  const moveTo = (event: React.PointerEvent): void => {
    if (event.buttons === 0) return;
    const { left, top } = event.currentTarget.getBoundingClientRect();
    const [x, y] = [(event.clientX - left) / across, (event.clientY - top) / down];
    onMove({ zoom: camera.zoom, x: window.width / 2 - x * camera.across, y: window.height / 2 - y * camera.zoom });
  };
  // Moved, not laid out anew: the page has nothing else to do while somebody pans.
  const frame = {
    transform: `translate(${(-camera.x / camera.across) * across}px, ${(-camera.y / camera.zoom) * down}px)`,
    width: Math.min(width, (window.width / camera.across) * across),
    height: Math.min(height, (window.height / camera.zoom) * down),
  };
  return (
    <div
      aria-hidden
      data-testid="miniature"
      className="absolute right-3 bottom-3 border border-rule bg-base-100/90 rounded-field overflow-hidden cursor-pointer touch-none"
      style={{ width: width + 2, height: height + 2 }}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        moveTo(event);
      }}
      onMouseDown={(event) => event.stopPropagation()}
      onPointerMove={moveTo}
    >
      <canvas ref={canvas} width={width * ratio} height={height * ratio} style={{ width, height }} />
      <span
        className="absolute left-0 top-0 will-change-transform border-[1.5px] border-primary bg-primary/10"
        style={frame}
      />
    </div>
  );
}
