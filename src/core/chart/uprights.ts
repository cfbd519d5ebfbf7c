/** Where lines go up and down: a name that reaches so far would hide them. */
import type { RoutedEdge } from './route';

/** An upright part of the lines of one spot, in the measure of the chart. */
interface Upright {
  readonly from: number;
  readonly x: number;
  top: number;
  bottom: number;
}

export class Uprights {
  /** From left to right. */
  private readonly sorted: readonly Upright[];

  /** O(n log n) in the points of the lines. */
  constructor(lines: readonly Pick<RoutedEdge, 'edge' | 'points'>[]) {
    const found = new Map<string, Upright>();
    for (const { edge, points } of lines)
      points.forEach(({ x, y }, at) => {
        const before = points[at - 1];
        if (!before || before.x !== x) return;
        const [top, bottom] = [Math.min(before.y, y), Math.max(before.y, y)];
        const known = found.get(`${edge.from} ${x}`);
        if (known) Object.assign(known, { top: Math.min(known.top, top), bottom: Math.max(known.bottom, bottom) });
        else found.set(`${edge.from} ${x}`, { from: edge.from, x, top, bottom });
      });
    this.sorted = [...found.values()].sort((a, b) => a.x - b.x);
  }

  /**
   * The nearest upright of other spots to the right of a place, at some height.
   *
   * @param own key of the spot whose lines do not count
   * @param within a box to look in
   * @returns its distance from the left edge of the chart; the right edge of the box if there is none.
   *   O(log n) and the uprights in the width of the box
   */
  nearest(own: number, within: { left: number; right: number; top: number; bottom: number }): number {
    for (let at = this.firstFrom(within.left); at < this.sorted.length; at++) {
      const { from, x, top, bottom } = this.sorted[at]!;
      if (x >= within.right) break;
      if (from !== own && top < within.bottom && bottom > within.top) return x;
    }
    return within.right;
  }

  /** Index of the first one that is not to the left of a place. */
  private firstFrom(x: number): number {
    let [low, high] = [0, this.sorted.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.sorted[middle]!.x < x) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}
