import type { Chart, ChartNode } from '../../core/chart/chart';

export type Direction = 'left' | 'right' | 'up' | 'down';

/**
 * The screen that an arrow key goes to: the nearest one in that direction, sideways distance counting double. Without a
 * selection, the first screen of the chart.
 *
 * @returns the index of the screen, or null if there is none in that direction
 */
export function neighbour(chart: Chart, from: number | null, direction: Direction): number | null {
  const here = from === null ? undefined : chart.nodeOf[from];
  if (!here) return chart.nodes[0]?.screen.index ?? null;
  const horizontal = direction === 'left' || direction === 'right';
  const sign = direction === 'left' || direction === 'up' ? -1 : 1;
  let best: ChartNode | null = null;
  let least = Infinity;
  for (const node of chart.nodes) {
    const along = sign * (horizontal ? node.x - here.x : node.y - here.y);
    if (along <= 0 || (!horizontal && node.column !== here.column)) continue;
    const across = Math.abs(horizontal ? node.y - here.y : node.x - here.x);
    const distance = along + 2 * across;
    if (distance < least) {
      least = distance;
      best = node;
    }
  }
  return best?.screen.index ?? null;
}
