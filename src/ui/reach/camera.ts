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

/** How far a picture of the chart may be stretched: beyond that one sees that it is. */
export const mostStretch = 1.4;
/** Edges so near to one another are the same, in the measure of the chart: cameras are rounded. */
const tolerance = 0.01;
const rounding = 1e-9;

/** Whether a picture that was painted for one camera has all that another one shows, stretched a little at most. */
export function isEnough(painted: Camera, now: Camera, chart: Size, window: Size): boolean {
  const stretch = now.zoom / painted.zoom;
  if (stretch < 1 - rounding || stretch > mostStretch + rounding) return false;
  const [has, wants] = [partOf(painted, window), partOf(now, window)];
  return (
    has.left <= Math.max(0, wants.left) + tolerance &&
    has.top <= Math.max(0, wants.top) + tolerance &&
    has.right >= Math.min(chart.width, wants.right) - tolerance &&
    has.bottom >= Math.min(chart.height, wants.bottom) - tolerance
  );
}

/** The edges of the window, in the measure of the chart. */
const partOf = ({ x, y, zoom, across }: Camera, { width, height }: Size) => ({
  left: -x / across,
  right: (width - x) / across,
  top: -y / zoom,
  bottom: (height - y) / zoom,
});

/** Where a camera will be after a few more steps if a user zooms out: farther away, about the middle of the window. */
export function ahead(camera: Camera, chart: Size, window: Size): Camera {
  const zoom = camera.zoom / mostStretch;
  const across = acrossAt(zoom, chart, window);
  const [middleX, middleY] = [window.width / 2, window.height / 2];
  const x = middleX + ((camera.x - middleX) * across) / camera.across;
  const y = middleY + ((camera.y - middleY) * zoom) / camera.zoom;
  return within({ x, y, zoom }, chart, window);
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
