/** Which part of the chart is in sight, and how large. */
import { letterSize } from '../../core/chart/labels';
import { metrics, type Chart, type Spot } from '../../core/chart/chart';

export interface Size {
  readonly width: number;
  readonly height: number;
}

export interface Camera {
  /** Where the chart's corner lies in the window, in pixels. */
  readonly x: number;
  readonly y: number;
  /** How high the chart is shown, 1 being the original size, and how wide: a high chart fills the window across. */
  readonly zoom: number;
  readonly across: number;
}

/** A camera without what follows from the size of chart and window. */
export type View = Omit<Camera, 'across'>;

/** Bounds of what a user can zoom to; a chart that needs it may be shown smaller. */
export const largest = 2;
const smallest = 0.3;

/** How wide a chart is shown at a zoom: never narrower than the window if there is enough of it. */
export const acrossAt = (zoom: number, chart: Size, window: Size): number =>
  Math.max(zoom, Math.min(1, window.width / chart.width));

/** The zoom at which the whole chart is in sight, at most the original size. */
export const fittingZoom = (chart: Size, window: Size): number =>
  Math.min(1, window.width / chart.width, window.height / chart.height);

/** Whether a camera shows the whole chart, as large as the window allows. */
export const isWhole = ({ x, y, zoom }: View, chart: Size, window: Size): boolean =>
  x === 0 && y === 0 && Math.abs(zoom - fittingZoom(chart, window)) < 1e-6;

/** The smallest zoom: the whole chart, or less than that where the chart is small. */
export const leastZoom = (chart: Size, window: Size): number => Math.min(smallest, fittingZoom(chart, window));

/** Whether each name of a chart has a row of its own when all of the chart is in sight. */
export const isLegible = (chart: Size, window: Size): boolean => {
  const zoom = fittingZoom(chart, window);
  return metrics.row * zoom >= letterSize(zoom) + 2;
};

/** Keeps the chart in the window: at its left and upper edge if it is smaller, otherwise without a gap beside it. */
export function within({ x, y, zoom }: View, chart: Size, window: Size): Camera {
  const across = acrossAt(zoom, chart, window);
  return {
    zoom,
    across,
    x: Math.min(0, Math.max(x, window.width - chart.width * across)),
    y: Math.min(0, Math.max(y, window.height - chart.height * zoom)),
  };
}

/** Space that a screen keeps from the edges of the window when it is shown, in pixels. */
const edge = { left: 60, right: 60, top: 20, bottom: 50 };

/** Moves the camera so that a spot with its label is in sight; null if it is. */
export function towards(camera: Camera, spot: Spot, chart: Chart, window: Size): View | null {
  const [x, y] = [spot.x * camera.across + camera.x, spot.y * camera.zoom + camera.y];
  const right = x + chart.columns[spot.column]!.room * Math.min(1, camera.across);
  const isBeside = x < edge.left / 4 || right > window.width - edge.right / 4;
  const isAbove = y < edge.top || y > window.height - edge.bottom;
  if (!isBeside && !isAbove) return null;
  return {
    zoom: camera.zoom,
    x: isBeside ? window.width / 3 - spot.x * camera.across : camera.x,
    y: isAbove ? window.height / 2 - spot.y * camera.zoom : camera.y,
  };
}
