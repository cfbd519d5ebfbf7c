import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { layOut } from '../../src/core/chart/layout';
import { overview } from '../../src/core/report/overview';
import { acrossAt, fittingZoom, largest, leastZoom, towards, within, type Size } from '../../src/ui/reach/camera';
import { demo } from '../demo';
import { forAll } from './property';

const chartOf = (text: string) => layOut(overview(check(text)));
const sizes: fc.Arbitrary<Size> = fc.record({
  width: fc.integer({ min: 200, max: 20_000 }),
  height: fc.integer({ min: 100, max: 90_000 }),
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
    const view = fc.record({
      x: fc.integer(),
      y: fc.integer(),
      zoom: fc.double({ min: 0.01, max: largest, noNaN: true }),
    });
    forAll(
      fc.property(sizes, windows, view, (chart, window, asked) => {
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
});
