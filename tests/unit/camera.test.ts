import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { layOut } from '../../src/core/chart/layout';
import { overview } from '../../src/core/report/overview';
import {
  acrossAt,
  ahead,
  fittingZoom,
  isEnough,
  largest,
  leastZoom,
  mostStretch,
  towards,
  within,
  type Camera,
  type Size,
} from '../../src/ui/reach/camera';
import { demo } from '../demo';
import { forAll } from './property';

const chartOf = (text: string) => layOut(overview(check(text)));
const sizes: fc.Arbitrary<Size> = fc.record({
  width: fc.integer({ min: 200, max: 20_000 }),
  height: fc.integer({ min: 100, max: 90_000 }),
});
const views = fc.record({
  x: fc.integer(),
  y: fc.integer(),
  zoom: fc.double({ min: 0.01, max: largest, noNaN: true }),
});
const windows: fc.Arbitrary<Size> = fc.record({
  width: fc.integer({ min: 300, max: 3000 }),
  height: fc.integer({ min: 200, max: 2000 }),
});

describe('the camera', () => {
  test('shows all of a chart at the fitting zoom, and never more than there is', () => {
    forAll(
      fc.property(sizes, windows, (chart, window) => {
        const { x, y, zoom, across } = within({ x: 99, y: 99, zoom: fittingZoom(chart, window) }, chart, window);
        expect([x, y]).toEqual([0, 0]);
        expect(zoom).toBeLessThanOrEqual(1);
        expect(leastZoom(chart, window)).toBeLessThanOrEqual(zoom);
        expect(chart.width * across).toBeLessThanOrEqual(window.width + 1e-6);
        expect(chart.height * zoom).toBeLessThanOrEqual(window.height + 1e-6);
      }),
      100,
    );
  });

  test('leaves no gap beside a chart, wherever one moves it', () => {
    forAll(
      fc.property(sizes, windows, views, (chart, window, asked) => {
        const { x, y, zoom, across } = within(asked, chart, window);
        expect([x <= 0, y <= 0]).toEqual([true, true]);
        const [right, bottom] = [x + chart.width * across, y + chart.height * zoom];
        expect(right).toBeGreaterThanOrEqual(Math.min(window.width, chart.width * across) - 1e-6);
        expect(bottom).toBeGreaterThanOrEqual(Math.min(window.height, chart.height * zoom) - 1e-6);
        // Within its bounds it stays where it is.
        expect(within({ x, y, zoom }, chart, window)).toEqual({ x, y, zoom, across });
      }),
      100,
    );
  });

  test('is as wide as high from the zoom on at which the width fits, and never narrower than the window', () => {
    const chart = { width: 1000, height: 20_000 };
    const window = { width: 800, height: 600 };
    expect([0.05, 0.5, 0.8, 1, 2].map((zoom) => acrossAt(zoom, chart, window))).toEqual([0.8, 0.8, 0.8, 1, 2]);
    expect(acrossAt(0.3, { width: 400, height: 9000 }, window)).toBe(1);
  });

  test('goes to a screen that is out of sight, and stays where one is in sight', () => {
    const chart = chartOf(demo);
    const window = { width: 500, height: 300 };
    const start = within({ x: 0, y: 0, zoom: 1 }, chart, window);
    expect(towards(start, chart.nodes[0]!, chart, window)).toBeNull();
    for (const node of chart.nodes) {
      const next = towards(start, node, chart, window);
      const { x, y, zoom, across } = within(next ?? start, chart, window);
      expect(node.x * across + x).toBeGreaterThanOrEqual(0);
      expect(node.x * across + x).toBeLessThanOrEqual(window.width);
      expect(node.y * zoom + y).toBeGreaterThanOrEqual(0);
      expect(node.y * zoom + y).toBeLessThanOrEqual(window.height);
    }
  });

  test('a picture is enough if it has all that is in sight, and one that is painted ahead stays enough', () => {
    const parts = fc.record({
      across: fc.double({ min: 0, max: 1, noNaN: true }),
      down: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    const steps = fc.double({ min: 1, max: mostStretch, noNaN: true });
    forAll(
      fc.property(sizes, windows, views, parts, steps, (chart, window, asked, part, step) => {
        const now = within(asked, chart, window);
        expect(isEnough(now, now, chart, window)).toBe(true);
        const painted = ahead(now, chart, window);
        // Zoomed out about the middle of the window, up to the picture.
        const zoom = now.zoom / step;
        const moved = (at: number, middle: number, by: number): number => middle + (at - middle) * by;
        const across = acrossAt(zoom, chart, window);
        const later = within(
          {
            x: moved(now.x, window.width / 2, across / now.across),
            y: moved(now.y, window.height / 2, 1 / step),
            zoom,
          },
          chart,
          window,
        );
        expect(isEnough(painted, later, chart, window)).toBe(true);
        // Any point of the chart in sight lies on the picture.
        const point = pointAt(later, part, window);
        if (point.x > chart.width || point.y > chart.height) return;
        expect(point.x * painted.across + painted.x).toBeGreaterThan(-1);
        expect(point.x * painted.across + painted.x).toBeLessThan(window.width + 1);
        expect(point.y * painted.zoom + painted.y).toBeGreaterThan(-1);
        expect(point.y * painted.zoom + painted.y).toBeLessThan(window.height + 1);
      }),
      200,
    );
    const chart = { width: 4000, height: 4000 };
    const window = { width: 1000, height: 1000 };
    const camera = within({ x: -500, y: -500, zoom: 0.5 }, chart, window);
    const of = (view: Partial<Camera>) =>
      isEnough(camera, within({ ...camera, ...view }, chart, window), chart, window);
    expect([of({ x: -501 }), of({ y: -499 }), of({ zoom: 0.49 }), of({ zoom: 0.71 })]).toEqual([
      false,
      false,
      false,
      false,
    ]);
  });
});

/** The point of the chart at a part of the window's width and height. */
const pointAt = (camera: Camera, part: { across: number; down: number }, window: Size) => ({
  x: (part.across * window.width - camera.x) / camera.across,
  y: (part.down * window.height - camera.y) / camera.zoom,
});
