/** An order of lanes in which few lines cross. */
import type { Overview } from '../report/overview';
import type { Chart, Edge } from './chart';
import { crossings } from './crossings';
import { layOut } from './layout';
import { declaredLanes, shortestLanes, type LaneOrder } from './order';
import { routeEdges } from './route';

/** The lines that are drawn without a selection: the shortest ways, and whatever is broken. */
const usualEdges = ({ edges }: Chart): readonly Edge[] => edges.filter(({ first, tone }) => first || tone !== 'holds');

/** How often the lines of a plan cross in an order of lanes. */
export function crossingsIn(overview: Overview, lanes: LaneOrder): number {
  const chart = layOut(overview, { lanes });
  return crossings(routeEdges(chart, usualEdges(chart)));
}

/** Beyond so many screens crossings are not counted: it would hold a page up, and shorter lines cross less there. */
const mostCounted = 400;

/**
 * The order with the shortest lines, or that of the plan if fewer lines cross in it. The cost of two charts; of large
 * plans, that of `shortestLanes`.
 */
export function tidyLanes(overview: Overview): LaneOrder {
  const [declared, shortest] = [declaredLanes(overview), shortestLanes(overview)];
  if (overview.screens.length > mostCounted) return shortest;
  return crossingsIn(overview, shortest) < crossingsIn(overview, declared) ? shortest : declared;
}
