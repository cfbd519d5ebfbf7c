'use client';

import { useMemo } from 'react';
import type { Chart, Edge } from '../../core/chart/chart';
import { routeBetween, routeEdges } from '../../core/chart/route';
import { Uprights } from '../../core/chart/uprights';
import type { ScreenDetail } from '../../core/report/detail';
import { groupLines, type LineGroup, type Looks } from './lines';

/**
 * Lines that climb over more pixels than this are drawn as stubs until one of their ends is selected: too many of them
 * side by side say nothing.
 */
const farthest = 700;

export interface Lines {
  /** The shortest ways, bundles, and whatever is broken. */
  readonly usual: readonly LineGroup[];
  /** Where these go up and down. */
  readonly uprights: Uprights;
  /**
   * Painted on top: all the ways in and out of the selected screen, the walk to it, and what somebody points at. Usual
   * lines among them are painted twice, so that nothing beneath changes while somebody selects and points.
   */
  readonly stressed: readonly LineGroup[];
}

/** The lines that are drawn. */
export function useLines(
  chart: Chart,
  selected: number | null,
  detail: ScreenDetail | null,
  pointed: number | null,
): Lines {
  const edges = useMemo(
    () => chart.edges.filter(({ from, to, first, tone }) => first || tone !== 'holds' || isBundle(chart, from, to)),
    [chart],
  );
  const routed = useMemo(() => routeEdges(chart, edges), [chart, edges]);
  const { usual, uprights } = useMemo(() => {
    const drawn = routed.map(({ edge, points, stub, climb }) => ({ edge, points: climb > farthest ? stub : points }));
    return { usual: groupLines(drawn, () => 'none'), uprights: new Uprights(drawn) };
  }, [routed]);
  const others = useMemo(() => {
    const isUsual = new Set(edges);
    const ofSelected = chart.edges.filter((edge) => edge.from === selected || edge.to === selected);
    return routeBetween(
      chart,
      edges,
      ofSelected.filter((edge) => !isUsual.has(edge)),
    );
  }, [chart, edges, selected]);
  const stressed = useMemo(() => {
    const onPath = pathEdges(detail);
    const stressOf = (edge: Edge): Looks['stress'] => {
      if (isOnPath(edge, onPath)) return 'path';
      return [edge.from, edge.to].some((key) => key === selected || key === pointed) ? 'near' : 'none';
    };
    return groupLines(
      [...routed, ...others].filter(({ edge }) => stressOf(edge) !== 'none'),
      stressOf,
    );
  }, [routed, others, selected, detail, pointed]);
  return useMemo(() => ({ usual, uprights, stressed }), [usual, uprights, stressed]);
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
