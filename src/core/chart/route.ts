/** The lines of the chart: from the end of a label through gutters and gaps to the dot of the next screen. */
import { metrics, type Chart, type Edge, type Spot } from './chart';

export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface RoutedEdge {
  readonly edge: Edge;
  readonly points: readonly Point[];
  /** Its last part alone, for lines that are too long to be drawn whole all the time. */
  readonly stub: readonly Point[];
  /** How far it goes up or down. */
  readonly climb: number;
}

const dotGap = 8;

/** The point at which a line leaves: behind the label. */
const exitOf = (spot: Spot): Point => ({ x: spot.x + 16 + spot.labelWidth, y: spot.y });

/** An edge with the spots that it joins. */
interface Drawn {
  readonly edge: Edge;
  readonly from: Spot;
  readonly to: Spot;
  /** Whether it leads to the next column. */
  readonly adjacent: boolean;
}

const drawnOf = (chart: Chart, edges: readonly Edge[]): Drawn[] =>
  edges.flatMap((edge) => {
    const from = chart.spots.get(edge.from);
    const to = chart.spots.get(edge.to);
    return from && to ? [{ edge, from, to, adjacent: to.column === from.column + 1 }] : [];
  });

/** The gap above a row, where lines to other columns run. */
const gapOf = (spot: Spot): number => spot.y - metrics.row / 2 + 1;

/** How far the lines of each spot go up and down in the gutter behind it, by the spot's key. */
function spansOf(drawn: readonly Drawn[]): Map<number, Span> {
  const spans = new Map<number, Span>();
  for (const { edge, from, to, adjacent } of drawn) {
    const span = spans.get(edge.from) ?? { column: from.column, low: from.y, high: from.y, track: 0 };
    const turn = adjacent ? to.y : gapOf(to);
    span.low = Math.min(span.low, turn);
    span.high = Math.max(span.high, turn);
    spans.set(edge.from, span);
  }
  return spans;
}

/** How many tracks each gutter needs for some edges, by its column. */
const tracksFor = (chart: Chart, edges: readonly Edge[]): number[] =>
  assignTracks([...spansOf(drawnOf(chart, edges)).values()], chart.columns.length);

/** The most tracks that one gutter needs for some edges. */
export const mostTracks = (chart: Chart, edges: readonly Edge[]): number =>
  tracksFor(chart, edges).reduce((most, count) => Math.max(most, count), 0);

/**
 * Routes edges. In each gutter the lines of one spot share a track, and spots whose lines would lie upon one another
 * get tracks of their own, by the left-edge rule (Hashimoto and Stevens 1971).
 */
export function routeEdges(chart: Chart, edges: readonly Edge[]): RoutedEdge[] {
  const drawn = drawnOf(chart, edges);
  const spans = spansOf(drawn);
  const counts = assignTracks([...spans.values()], chart.columns.length);
  return drawn.map((one) => routed(one, chart, (spans.get(one.edge.from)!.track + 1) / (counts[one.from.column]! + 1)));
}

/**
 * Routes edges that are shown for a while between the tracks of the usual ones. So no usual line moves. Where more
 * tracks are needed than lie between the usual ones, lines share them.
 */
export function routeBetween(chart: Chart, usual: readonly Edge[], edges: readonly Edge[]): RoutedEdge[] {
  const drawn = drawnOf(chart, edges);
  const spans = spansOf(drawn);
  assignTracks([...spans.values()], chart.columns.length);
  const counts = tracksFor(chart, usual);
  return drawn.map((one) => {
    const between = counts[one.from.column]! + 1;
    return routed(one, chart, ((spans.get(one.edge.from)!.track % between) + 0.5) / between);
  });
}

/** @param across place of its track in the gutter, from 0 at the left to 1 at the right */
function routed({ edge, from, to, adjacent }: Drawn, chart: Chart, across: number): RoutedEdge {
  const room = chart.gutter - 2 * dotGap;
  const track = from.x + chart.columns[from.column]!.room + room * across;
  const exit = exitOf(from);
  const entry: Point = { x: to.x - dotGap, y: to.y };
  const points = adjacent
    ? [exit, { x: track, y: exit.y }, { x: track, y: entry.y }, entry]
    : [
        exit,
        { x: track, y: exit.y },
        { x: track, y: gapOf(to) },
        { x: entry.x - 4, y: gapOf(to) },
        { x: entry.x - 4, y: entry.y },
        entry,
      ];
  const stub =
    edge.tone === 'holds' || edge.first
      ? [{ x: entry.x - dotGap, y: entry.y }, entry]
      : [exit, { x: exit.x + 2 * dotGap, y: exit.y }];
  return { edge, points, stub, climb: Math.abs(to.y - from.y) };
}

interface Span {
  readonly column: number;
  low: number;
  high: number;
  track: number;
}

/** Gives each span the first track that is free over its whole length; returns how many tracks each column needs. */
function assignTracks(spans: Span[], columns: number): number[] {
  const counts: number[] = Array.from({ length: columns }, () => 0);
  for (let column = 0; column < columns; column++) {
    const ends: number[] = [];
    for (const span of spans.filter((one) => one.column === column).sort((a, b) => a.low - b.low)) {
      const free = ends.findIndex((end) => end < span.low);
      span.track = free < 0 ? ends.length : free;
      ends[span.track] = span.high;
    }
    counts[column] = ends.length;
  }
  return counts;
}

/** The points as an SVG path with rounded corners. */
export function pathOf(points: readonly Point[], radius: number): string {
  const [first, ...rest] = points;
  if (!first) return '';
  let path = `M${first.x} ${first.y}`;
  rest.forEach((corner, index) => {
    const next = rest[index + 1];
    const before = points[index]!;
    if (!next) {
      path += `L${corner.x} ${corner.y}`;
      return;
    }
    const r = Math.min(radius, distance(before, corner) / 2, distance(corner, next) / 2);
    const a = towards(corner, before, r);
    const b = towards(corner, next, r);
    path += `L${a.x} ${a.y}Q${corner.x} ${corner.y} ${b.x} ${b.y}`;
  });
  return path;
}

const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

function towards(from: Point, to: Point, length: number): Point {
  const whole = distance(from, to);
  if (whole === 0) return from;
  return { x: from.x + ((to.x - from.x) * length) / whole, y: from.y + ((to.y - from.y) * length) / whole };
}
