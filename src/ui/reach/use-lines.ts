'use client';

import { useMemo } from 'react';
import type { Chart, Edge } from '../../core/chart/chart';
import { routeEdges } from '../../core/chart/route';
import type { ScreenDetail } from '../../core/report/detail';
import { groupLines, type LineGroup, type Looks } from './lines';

/**
 * Lines that climb over more pixels than this are drawn as stubs until one of their ends is selected: too many of them
 * side by side say nothing.
 */
const farthest = 700;

/**
 * The lines that are drawn. Without a selection the shortest ways, bundles, and whatever is broken; with one, all the
 * ways in and out of it as well. What somebody points at is stressed.
 */
export function useLines(
  chart: Chart,
  selected: number | null,
  detail: ScreenDetail | null,
  pointed: number | null,
): readonly LineGroup[] {
  const routed = useMemo(() => {
    const isShown = ({ from, to, first, tone }: Edge): boolean =>
      first || tone !== 'holds' || from === selected || to === selected || isBundle(chart, from, to);
    return routeEdges(chart, chart.edges.filter(isShown));
  }, [chart, selected]);
  const usual = useMemo(() => {
    const drawn = routed.map(({ edge, points, stub, climb }) => ({ edge, points: climb > farthest ? stub : points }));
    return groupLines(drawn, () => 'none');
  }, [routed]);
  // What is stressed is painted once more on top, so that all else stays as it is while somebody points here and there.
  const stressed = useMemo(() => {
    const onPath = pathEdges(detail);
    const stressOf = (edge: Edge): Looks['stress'] => {
      if (isOnPath(edge, onPath)) return 'path';
      return [edge.from, edge.to].some((key) => key === selected || key === pointed) ? 'near' : 'none';
    };
    return groupLines(
      routed.filter(({ edge }) => stressOf(edge) !== 'none'),
      stressOf,
    );
  }, [routed, selected, detail, pointed]);
  return useMemo(() => [...usual, ...stressed], [usual, stressed]);
}

/** Whether a line joins two folded lanes. */
const isBundle = ({ nodeOf }: Chart, from: number, to: number): boolean =>
  nodeOf[from] === undefined && nodeOf[to] === undefined;

/** The edges of the shortest walk to the selected screen, as `from-to`. */
function pathEdges(selected: ScreenDetail | null): ReadonlySet<string> {
  const edges = new Set<string>();
  selected?.walk?.forEach((step, index, walk) => edges.add(`${walk[index - 1]?.shows ?? 'start'}-${step.shows}`));
  return edges;
}

const isOnPath = (edge: Edge, onPath: ReadonlySet<string>): boolean =>
  edge.first && (onPath.has(`${edge.from}-${edge.to}`) || onPath.has(`start-${edge.to}`));
