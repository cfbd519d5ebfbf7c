import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { overview, type Overview } from '../../src/core/report/overview';
import { layOut, metricsAt, type Chart, type ChartNode, type Ghost } from '../../src/core/chart/layout';
import { neighbour, type Direction } from '../../src/ui/reach/neighbour';
import { pathOf, routeEdges, type Point } from '../../src/core/chart/route';
import { generatePlan } from '../../bench/generate';
import { demo } from '../demo';
import { planArbitrary } from './plans';
import { forAll } from './property';

const overviewOf = (text: string): Overview => overview(check(text));
const nothingFolded: ReadonlySet<number | null> = new Set();

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The box of a screen: its name, and its arguments if there is room for them. Lines end at the dot. */
function labelOf(node: ChartNode, chart: Chart, scale: number): Box {
  const widest = chart.columnWidth - chart.metrics.gutter;
  const left = node.x + 10 * scale;
  const detail = chart.metrics.details && node.screen.takes.length > 0;
  return {
    left,
    right: Math.min(left + Math.max(node.labelWidth, detail ? widest : 0), node.x + widest),
    top: node.y - 8 * scale,
    bottom: node.y + (detail ? 20 : 8) * scale,
  };
}

const byLabel = (a: Ghost, b: Ghost): number => (a.label < b.label ? -1 : 1);

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

const segmentBox = (a: Point, b: Point): Box => ({
  left: Math.min(a.x, b.x) - 0.1,
  right: Math.max(a.x, b.x) + 0.1,
  top: Math.min(a.y, b.y) - 0.1,
  bottom: Math.max(a.y, b.y) + 0.1,
});

/** Everything that the chart promises, for one plan at one scale. */
function holds(view: Overview, scale: number, gone: readonly Ghost[] = []): void {
  const chart = layOut(view, scale, nothingFolded, undefined, gone);
  const reached = view.screens.filter((screen) => screen.taps !== null);

  // Every screen that is reached stands once, in the column of its taps and the lane of its module; the others are
  // stranded.
  expect(chart.nodes.map((node) => node.screen.index).sort((a, b) => a - b)).toEqual(
    reached.map((screen) => screen.index),
  );
  for (const node of chart.nodes) {
    expect(node.column).toBe(node.screen.taps);
    const lane = chart.lanes.find((one) => one.module === node.screen.module)!;
    expect(node.y).toBeGreaterThan(lane.top);
    expect(node.y).toBeLessThan(lane.top + lane.height);
    expect(node.x + chart.columnWidth).toBeLessThanOrEqual(chart.width + chart.columnWidth);
  }
  const there = view.screens.filter((screen) => screen.there);
  if (view.start !== null) expect(chart.stranded.length + chart.undecided.length + reached.length).toBe(there.length);

  // Each ghost stands once, in its column and lane.
  expect(chart.ghosts.map(({ ghost }) => ghost).sort(byLabel)).toEqual([...gone].sort(byLabel));
  const ghosts = chart.ghosts.map(({ ghost, x, y, characters }): Box => {
    const lane = chart.lanes.find((one) => one.module === ghost.module)!;
    expect([y > lane.top, y < lane.top + lane.height]).toEqual([true, true]);
    const left = x + 10 * scale;
    return { left, right: left + characters * chart.metrics.character, top: y - 8 * scale, bottom: y + 8 * scale };
  });

  // No two labels touch.
  const labels = chart.nodes.map((node) => labelOf(node, chart, scale));
  const all = [...labels, ...ghosts];
  expect(all.flatMap((label, index) => all.slice(index + 1).filter((other) => overlap(label, other)))).toEqual([]);

  // Each line goes from behind one label to before one dot, level or upright all the way, and crosses no label.
  for (const { edge, points } of routeEdges(chart, chart.edges, scale)) {
    const from = chart.nodeOf[edge.from]!;
    const to = chart.nodeOf[edge.to]!;
    expect(points[0]!.y).toBe(from.y);
    expect(points[0]!.x).toBeGreaterThan(labelOf(from, chart, scale).left);
    expect(points.at(-1)!.y).toBe(to.y);
    expect(points.at(-1)!.x).toBeLessThan(to.x);
    for (let at = 1; at < points.length; at++) {
      const [a, b] = [points[at - 1]!, points[at]!];
      expect(a.x === b.x || a.y === b.y).toBe(true);
      const covered = segmentBox(a, b);
      // The arguments beneath a name may be longer than the name, behind which its own lines leave on the name's
      // height.
      const crossed = chart.nodes.filter(
        (node, index) => !(node === from && at === 1) && overlap(covered, labels[index]!),
      );
      expect(
        crossed.map(({ screen }) => screen.label),
        `crossed by the line from ${from.screen.label} to ${to.screen.label}`,
      ).toEqual([]);
      expect(ghosts.filter((ghost) => overlap(covered, ghost))).toEqual([]);
    }
  }
}

describe('the chart of reach', () => {
  test.each([0.5, 0.8, 1, 1.5])('keeps labels apart and lines off them: the demo, at scale %d', (scale) =>
    holds(overviewOf(demo), scale),
  );

  test('keeps labels apart and lines off them: two hundred screens', () => holds(overviewOf(generatePlan(200)), 1));

  test('keeps labels apart and lines off them: random plans', () => {
    forAll(
      fc.property(planArbitrary(8), fc.constantFrom(0.65, 1, 1.25), (text, scale) => holds(overviewOf(text), scale)),
      45,
    );
  });

  test('keeps screens that have gone apart from the others, and lines off them: random plans', () => {
    const gone = fc.uniqueArray(
      fc.record({ label: fc.nat(99).map((n) => `gone${n}`), module: fc.constantFrom(null, 0, 1), taps: fc.nat(5) }),
      { maxLength: 8, selector: ({ label }) => label },
    );
    forAll(
      fc.property(planArbitrary(8), gone, fc.constantFrom(0.65, 1), (text, ghosts, scale) => {
        const view = overviewOf(text);
        holds(
          view,
          scale,
          ghosts.filter(({ module }) => module === null || module < view.modules.length),
        );
      }),
      30,
    );
  });

  test('draws the last tap of every shortest walk, and of several ways between two screens the best', () => {
    const view = overviewOf(demo);
    const chart = layOut(view, 1, nothingFolded);
    const firsts = chart.edges.filter((edge) => edge.first).map((edge) => edge.to);
    expect(firsts.sort((a, b) => a - b)).toEqual(
      view.screens.filter((screen) => screen.parent !== null).map((screen) => screen.index),
    );
    const indexOf = (label: string): number => view.screens.find((screen) => screen.label === label)!.index;
    const tone = (from: string, to: string): string | undefined =>
      chart.edges.find((edge) => edge.from === indexOf(from) && edge.to === indexOf(to))?.tone;
    expect(tone('explore', 'hut')).toBe('holds');
    expect(tone('search', 'filters')).toBe('doubtful');
    expect(tone('stay', 'hut')).toBe('broken');
    expect(tone('hut', 'explore')).toBeUndefined();
  });

  test('a folded lane keeps its place and its count, and shows no screens', () => {
    const view = overviewOf(demo);
    const open = layOut(view, 1, nothingFolded);
    const folded = layOut(view, 1, new Set([0]));
    expect(folded.lanes.map((lane) => lane.name)).toEqual(open.lanes.map((lane) => lane.name));
    expect(folded.lanes[0]).toMatchObject({ folded: true, count: open.lanes[0]!.count });
    expect(folded.lanes[0]!.height).toBeLessThan(open.lanes[0]!.height);
    expect(folded.nodes.some((node) => node.screen.module === 0)).toBe(false);
    expect(
      folded.edges.some((edge) => view.screens[edge.from]!.module === 0 || view.screens[edge.to]!.module === 0),
    ).toBe(false);
  });

  test('an empty plan and one without a start have a chart without screens', () => {
    for (const text of ['', 'screen a "A"\n']) {
      const chart = layOut(overviewOf(text), 1, nothingFolded);
      expect(chart.nodes).toEqual([]);
      expect(chart.stranded).toEqual([]);
    }
  });

  test('smaller scales leave the arguments out', () => {
    expect(metricsAt(1).details).toBe(true);
    expect(metricsAt(0.65).details).toBe(false);
  });
});

describe('arrow keys', () => {
  const opposite: Record<Direction, Direction> = { left: 'right', right: 'left', up: 'down', down: 'up' };

  test('go to a screen that lies in that direction, and from nothing to the first', () => {
    forAll(
      fc.property(planArbitrary(8), (text) => {
        const chart = layOut(overviewOf(text), 1, nothingFolded);
        expect(neighbour(chart, null, 'right')).toBe(chart.nodes[0]?.screen.index ?? null);
        for (const node of chart.nodes) {
          for (const direction of Object.keys(opposite) as Direction[]) {
            const next = neighbour(chart, node.screen.index, direction);
            if (next === null) continue;
            const to = chart.nodeOf[next]!;
            if (direction === 'left') expect(to.x).toBeLessThan(node.x);
            if (direction === 'right') expect(to.x).toBeGreaterThan(node.x);
            if (direction === 'up') expect(to.y).toBeLessThan(node.y);
            if (direction === 'down') expect(to.y).toBeGreaterThan(node.y);
            // Every move has a way back, perhaps to another screen.
            expect(neighbour(chart, next, opposite[direction])).not.toBeNull();
          }
        }
      }),
      20,
    );
  });
});

describe('paths', () => {
  test('lines are rounded at corners, by at most half of the distance between two', () => {
    expect(pathOf([], 5)).toBe('');
    expect(
      pathOf(
        [
          { x: 0, y: 0 },
          { x: 10, y: 0 },
        ],
        5,
      ),
    ).toBe('M0 0L10 0');
    expect(
      pathOf(
        [
          { x: 0, y: 0 },
          { x: 20, y: 0 },
          { x: 20, y: 20 },
        ],
        5,
      ),
    ).toBe('M0 0L15 0Q20 0 20 5L20 20');
    expect(
      pathOf(
        [
          { x: 0, y: 0 },
          { x: 4, y: 0 },
          { x: 4, y: 20 },
        ],
        5,
      ),
    ).toBe('M0 0L2 0Q4 0 4 2L4 20');
  });
});
