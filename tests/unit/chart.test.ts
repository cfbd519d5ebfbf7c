import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { overview, type Overview } from '../../src/core/report/overview';
import { keyOfLane, metrics, type Chart, type ChartNode, type Edge, type Ghost } from '../../src/core/chart/chart';
import {
  byImportance,
  letterSize,
  placeLabels,
  toLabelAt,
  type PlacedLabel,
  type Zoom,
} from '../../src/core/chart/labels';
import { layOut } from '../../src/core/chart/layout';
import { declaredLanes } from '../../src/core/chart/order';
import { pathOf, routeBetween, routeEdges, type Point, type RoutedEdge } from '../../src/core/chart/route';
import { crossingsIn, tidyLanes } from '../../src/core/chart/tidy';
import { Uprights } from '../../src/core/chart/uprights';
import { readLanes, writeLanes } from '../../src/ui/reach/lanes';
import { neighbour, type Direction } from '../../src/ui/reach/neighbour';
import { generatePlan } from '../../bench/generate';
import { demo } from '../demo';
import { planArbitrary } from './plans';
import { forAll } from './property';

const overviewOf = (text: string): Overview => overview(check(text));

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The box of a screen: its name, and its arguments, if any. Lines end at the dot. */
function labelOf(node: ChartNode, chart: Chart): Box {
  const { room } = chart.columns[node.column]!;
  const left = node.x + metrics.toLabel;
  const detail = node.screen.takes.length > 0;
  return {
    left,
    right: Math.min(left + Math.max(node.labelWidth, detail ? room : 0), node.x + room),
    top: node.y - 8,
    bottom: node.y + (detail ? 20 : 8),
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

/** Everything that the chart promises for one plan. */
function holds(view: Overview, gone: readonly Ghost[] = []): void {
  const chart = layOut(view, { gone, lanes: tidyLanes(view) });
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
    expect(node.x + chart.columns[node.column]!.room).toBeLessThan(chart.width);
  }
  const there = view.screens.filter((screen) => screen.there);
  if (view.start !== null) expect(chart.stranded.length + chart.undecided.length + reached.length).toBe(there.length);

  // Each ghost stands once, in its column and lane.
  expect(chart.ghosts.map(({ ghost }) => ghost).sort(byLabel)).toEqual([...gone].sort(byLabel));
  const ghosts = chart.ghosts.map(({ ghost, x, y, characters }): Box => {
    const lane = chart.lanes.find((one) => one.module === ghost.module)!;
    expect([y > lane.top, y < lane.top + lane.height]).toEqual([true, true]);
    const left = x + metrics.toLabel;
    return { left, right: left + characters * metrics.character, top: y - 8, bottom: y + 8 };
  });

  // No two labels touch.
  const labels = chart.nodes.map((node) => labelOf(node, chart));
  const all = [...labels, ...ghosts];
  expect(all.flatMap((label, index) => all.slice(index + 1).filter((other) => overlap(label, other)))).toEqual([]);

  // Each line goes from behind one label to before one dot, level or upright all the way, and crosses no label.
  const usual = usualEdges(chart);
  const others = chart.edges.filter((edge) => !usual.includes(edge));
  const between = routeBetween(chart, usual, others);
  for (const { edge, points } of [...routeEdges(chart, chart.edges), ...between]) {
    const from = chart.nodeOf[edge.from]!;
    const to = chart.nodeOf[edge.to]!;
    expect(points[0]!.y).toBe(from.y);
    expect(points[0]!.x).toBeGreaterThan(labelOf(from, chart).left);
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

  // What is shown for a while turns where no usual line does.
  const turns = new Set(routeEdges(chart, usual).map(turnOf));
  expect(between.map(turnOf).filter((turn) => turns.has(turn))).toEqual([]);
}

/** Those that are drawn without a selection. */
const usualEdges = ({ edges }: Chart): Edge[] => edges.filter(({ first, tone }) => first || tone !== 'holds');

const turnOf = ({ points }: RoutedEdge): number => points[1]!.x;

describe('the chart of reach', () => {
  test('keeps labels apart and lines off them: the demo', () => holds(overviewOf(demo)));

  test('keeps labels apart and lines off them: two hundred screens', () => holds(overviewOf(generatePlan(200))));

  test('keeps labels apart and lines off them: random plans', () => {
    forAll(
      fc.property(planArbitrary(8), (text) => holds(overviewOf(text))),
      45,
    );
  });

  test('keeps screens that have gone apart from the others, and lines off them: random plans', () => {
    const gone = fc.uniqueArray(
      fc.record({ label: fc.nat(99).map((n) => `gone${n}`), module: fc.constantFrom(null, 0, 1), taps: fc.nat(5) }),
      { maxLength: 8, selector: ({ label }) => label },
    );
    forAll(
      fc.property(planArbitrary(8), gone, (text, ghosts) => {
        const view = overviewOf(text);
        holds(
          view,
          ghosts.filter(({ module }) => module === null || module < view.modules.length),
        );
      }),
      30,
    );
  });

  test('draws the last tap of every shortest walk, and of several ways between two screens the best', () => {
    const view = overviewOf(demo);
    const chart = layOut(view);
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
    const open = layOut(view);
    const folded = layOut(view, { folded: new Set([0]) });
    expect(folded.lanes.map((lane) => lane.name)).toEqual(open.lanes.map((lane) => lane.name));
    expect(folded.lanes[0]).toMatchObject({ folded: true, count: open.lanes[0]!.count });
    expect(folded.lanes[0]!.height).toBeLessThan(open.lanes[0]!.height);
    expect(folded.nodes.some((node) => node.screen.module === 0)).toBe(false);
    // One spot stands for all of them, in the first of their columns; its marks count them all.
    const inFolded = view.screens.filter(({ module, taps }) => module === 0 && taps !== null);
    expect(folded.foldedNodes).toHaveLength(1);
    expect(folded.foldedNodes[0]!.column).toBe(Math.min(...inFolded.map(({ taps }) => taps!)));
    expect(folded.foldedNodes[0]!.marks.reduce((sum, { count }) => sum + count, 0)).toBe(inFolded.length);
  });

  test('folded lanes are higher where few lie across many columns, whichever are folded', () => {
    const heightsIn = (text: string, isFolded: (at: number) => boolean): readonly number[] => {
      const view = overviewOf(text);
      const folded = new Set(declaredLanes(view).filter((_module, at) => isFolded(at)));
      return layOut(view, { folded })
        .lanes.filter((lane) => lane.folded)
        .map(({ height }) => height);
    };
    const least = metrics.row + metrics.laneGap;
    const few = heightsIn(generatePlan(100), () => true);
    expect(Math.min(...few)).toBeGreaterThan(1.5 * least);
    expect(new Set([...few, ...heightsIn(generatePlan(100), (at) => at % 2 === 0)]).size).toBe(1);
    expect(new Set(heightsIn(generatePlan(1000), () => true))).toEqual(new Set([least]));
  });

  test('bundles count the pairs of screens that they join, and hide no broken way: random plans', () => {
    forAll(
      fc.property(planArbitrary(8), fc.subarray([0, 1, null] as const), (text, some) => {
        const view = overviewOf(text);
        const folded = new Set<number | null>(some);
        const open = layOut(view);
        const chart = layOut(view, { folded });
        const spotOf = (screen: number): number => {
          const { module } = view.screens[screen]!;
          return folded.has(module) ? keyOfLane(module, view.screens.length) : screen;
        };
        const expected = new Map<string, { moves: number; tones: Set<string> }>();
        for (const { from, to, tone } of open.edges) {
          const key = `${spotOf(from)} ${spotOf(to)}`;
          if (spotOf(from) === spotOf(to)) continue;
          const bundle = expected.get(key) ?? { moves: 0, tones: new Set() };
          bundle.moves++;
          expected.set(key, { ...bundle, tones: bundle.tones.add(tone) });
        }
        expect(new Map(chart.edges.map(({ from, to, moves }) => [`${from} ${to}`, moves]))).toEqual(
          new Map([...expected].map(([key, { moves }]) => [key, moves])),
        );
        for (const { from, to, tone } of chart.edges) {
          const worst = ['broken', 'doubtful', 'holds'].find((one) => expected.get(`${from} ${to}`)!.tones.has(one));
          expect(tone).toBe(worst);
          expect([chart.spots.has(from), chart.spots.has(to)]).toEqual([true, true]);
        }
      }),
      40,
    );
  });

  test('lines cross no more often than with the lanes as they are declared', () => {
    const view = overviewOf(generatePlan(200));
    expect(crossingsIn(view, tidyLanes(view))).toBeLessThan(0.9 * crossingsIn(view, declaredLanes(view)));
    forAll(
      fc.property(planArbitrary(8), (text) => {
        const random = overviewOf(text);
        const lanes = tidyLanes(random);
        expect(new Set(lanes)).toEqual(new Set(declaredLanes(random)));
        expect(crossingsIn(random, lanes)).toBeLessThanOrEqual(crossingsIn(random, declaredLanes(random)));
      }),
      30,
    );
  });

  test('a way that goes moves no screen past another one, but for those that it led to', () => {
    const text = generatePlan(150);
    const before = overviewOf(text);
    const lanes = tidyLanes(before);
    const steps = [...text.matchAll(/^ {4}on "Go 0".*\n/gm)];
    for (const step of steps.filter((_step, at) => at % 30 === 7)) {
      const after = overviewOf(text.slice(0, step.index) + text.slice(step.index + step[0].length));
      // Concerned are screens whose walk from the start is another one, and those in their way.
      const walkOf = ({ screens }: Overview, index: number): string => {
        const parent = screens[index]!.parent;
        return `${screens[index]!.taps} ${index} ${parent === null ? '' : walkOf({ screens } as Overview, parent)}`;
      };
      const unconcerned = before.screens.filter(({ index }) => walkOf(before, index) === walkOf(after, index));
      const orderIn = (view: Overview): string[] => {
        const { nodeOf } = layOut(view, { lanes });
        return unconcerned
          .flatMap(({ index, module }) => (nodeOf[index] ? [{ ...nodeOf[index], index, module }] : []))
          .sort((a, b) => a.column - b.column || a.y - b.y)
          .map(({ column, index, module }) => `${column} ${module} ${index}`);
      };
      expect(unconcerned.length).toBeGreaterThan(100);
      expect(orderIn(after)).toEqual(orderIn(before));
    }
  });

  test('an empty plan and one without a start have a chart without screens', () => {
    for (const text of ['', 'screen a "A"\n']) {
      const chart = layOut(overviewOf(text));
      expect(chart.nodes).toEqual([]);
      expect(chart.stranded).toEqual([]);
    }
  });

  test('the address remembers lanes by their names, and forgets those that are gone', () => {
    const { modules } = overviewOf(demo);
    for (const lanes of [[], [0], [2, null], [0, 1, 2, 3, null]])
      expect(readLanes(writeLanes(new Set(lanes), modules), modules)).toEqual(new Set(lanes));
    expect(readLanes('open:booking,gone', modules)).toEqual(new Set([1]));
    expect([readLanes(null, modules), readLanes('booking', modules)]).toEqual([null, null]);
  });
});

describe('labels', () => {
  const [small, large] = [overviewOf(demo), overviewOf(generatePlan(300))];
  const boxOf = ({ spot, width }: PlacedLabel, { zoom, across }: Zoom): Box => {
    const left = spot.x * across + toLabelAt(zoom);
    const half = letterSize(zoom) / 2;
    return { left, right: left + width, top: spot.y * zoom - half, bottom: spot.y * zoom + half };
  };

  function placedIn(view: Overview, zoom: Zoom, always: readonly number[] = []) {
    const chart = layOut(view);
    const ranked = byImportance(view, chart);
    const lines = routeEdges(chart, usualEdges(chart));
    const placed = placeLabels(chart, zoom, ranked, new Set(always), new Uprights(lines));
    return { chart, lines, ranked, placed };
  }

  test.each([1, 0.7, 0.5, 0.3, 0.15, 0.05, 0.01])('at zoom %d none covers another one, and none is small', (zoom) => {
    for (const [view, across] of [
      [small, 0.6],
      [large, 0.6],
      [small, 0.35],
      [large, 0.35],
    ] as const) {
      const at = { zoom, across: Math.max(zoom, across) };
      const { placed, ranked, lines } = placedIn(view, at);
      const boxes = placed.map((label) => boxOf(label, at));
      expect(boxes.flatMap((box, index) => boxes.slice(index + 1).filter((other) => overlap(box, other)))).toEqual([]);
      expect(letterSize(zoom)).toBeGreaterThanOrEqual(11);
      // No line of another screen goes up or down behind a name that could be shorter.
      placed.forEach(({ key, characters }, index) => {
        if (characters <= 4) return;
        const behind = lines.filter(
          ({ edge, points }) =>
            edge.from !== key &&
            points.some((to, end) => {
              const from = points[end - 1];
              if (from?.x !== to.x) return false;
              const x = to.x * at.across;
              const [top, bottom] = [Math.min(from.y, to.y) * zoom, Math.max(from.y, to.y) * zoom];
              return overlap({ left: x, right: x, top, bottom }, boxes[index]!);
            }),
        );
        expect(behind.map(({ edge }) => `${edge.from} to ${edge.to} behind ${key}`)).toEqual([]);
      });
      if (across < 0.5) continue;
      // The start is what people look for first.
      expect(placed.map(({ key }) => key)).toContain(ranked[0]);
      if (zoom >= 0.5) expect(placed).toHaveLength(ranked.length);
    }
  });

  test('of a part of the chart as many labels are placed as of all of it, within that part', () => {
    const chart = layOut(large);
    const ranked = byImportance(large, chart);
    const uprights = new Uprights(routeEdges(chart, usualEdges(chart)));
    const at = { zoom: 0.3, across: 0.6 };
    const sight: Box = { left: 200, right: 900, top: 100, bottom: 700 };
    const isInSight = ({ spot: { x, y } }: PlacedLabel): boolean =>
      x * at.across >= 200 && x * at.across <= 900 && y * at.zoom >= 100 && y * at.zoom <= 700;
    const placed = placeLabels(chart, at, ranked, new Set(), uprights, sight);
    const ofAll = placeLabels(chart, at, ranked, new Set(), uprights).filter(isInSight);
    expect(placed.every(isInSight)).toBe(true);
    // Only at its edges may something outside leave less room.
    expect(placed.length).toBeGreaterThanOrEqual(ofAll.length);
    expect(placed.length).toBeLessThan(ofAll.length + 20);
  });

  test('a selected screen has its label at any zoom; more labels fit, the larger the chart', () => {
    const last = large.screens.length - 1;
    const counts = [0.02, 0.1, 0.3, 1].map((zoom) => {
      const { placed } = placedIn(large, { zoom, across: 0.6 }, [last]);
      expect(placed.map(({ key }) => key)).toContain(last);
      return placed.length;
    });
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(counts[0]).toBeLessThan(100);
    expect(counts.at(-1)).toBe(300);
  });
});

describe('arrow keys', () => {
  const opposite: Record<Direction, Direction> = { left: 'right', right: 'left', up: 'down', down: 'up' };

  test('go to a screen that lies in that direction, and from nothing to the first', () => {
    forAll(
      fc.property(planArbitrary(8), (text) => {
        const chart = layOut(overviewOf(text));
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
