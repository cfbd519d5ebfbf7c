/** How often the lines of a chart cross. */
import type { Point, RoutedEdge } from './route';

interface Segment {
  readonly edge: RoutedEdge['edge'];
  readonly a: Point;
  readonly b: Point;
}

/**
 * Counts the pairs of an upright and a level part of two lines that cross; lines that share an end do not count.
 *
 * Cost: for each upright part, O(log n) and the level parts at its height.
 */
export function crossings(routed: readonly RoutedEdge[]): number {
  const segments = routed.flatMap(({ edge, points }) =>
    points.slice(1).map((b, at): Segment => ({ edge, a: points[at]!, b })),
  );
  const level = segments.filter(({ a, b }) => a.y === b.y).sort((one, other) => one.a.y - other.a.y);
  const heights = Float64Array.from(level, ({ a }) => a.y);
  const left = Float64Array.from(level, ({ a, b }) => Math.min(a.x, b.x));
  const right = Float64Array.from(level, ({ a, b }) => Math.max(a.x, b.x));
  let count = 0;
  for (const { edge, a, b } of segments) {
    if (a.x !== b.x || a.y === b.y) continue;
    const high = Math.max(a.y, b.y);
    for (let at = firstAbove(heights, Math.min(a.y, b.y)); at < level.length && heights[at]! < high; at++) {
      if (left[at]! >= a.x || a.x >= right[at]!) continue;
      const other = level[at]!.edge;
      if (other.from !== edge.from && other.to !== edge.to) count++;
    }
  }
  return count;
}

/** Index of the first of sorted numbers that is greater. */
function firstAbove(sorted: Float64Array, than: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! <= than) low = middle + 1;
    else high = middle;
  }
  return low;
}
