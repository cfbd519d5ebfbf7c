/**
 * The order of lanes and of the screens in each column, chosen so that few lines cross: layered drawing (Sugiyama,
 * Tagawa, Toda 1981) with the columns as layers.
 */
import type { Overview } from '../report/overview';

/** The modules from top to bottom; null stands for the screens in none. */
export type LaneOrder = readonly (number | null)[];

/** The modules as the plan declares them. */
export const declaredLanes = ({ modules }: Overview): LaneOrder => [...modules.keys(), null];

const sweeps = 12;

/**
 * Orders lanes so that lines between them are short: each near the mean place of the lanes that it is joined with
 * (barycenter method), the best of several sweeps; then neighbours change places while that helps (greedy switch, Eades
 * and Kelly 1986). Never longer than in the order of the plan.
 *
 * Cost: O(ways + sweeps × modules²).
 */
export function shortestLanes(overview: Overview): LaneOrder {
  const lines = linesBetween(overview);
  let order = declaredLanes(overview);
  let best = order;
  let least = lengthOf(best, lines);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    const place = placesOf(order);
    const mean = new Map(order.map((lane) => [lane, barycenter(lane, lines, place)]));
    order = [...order].sort((a, b) => mean.get(a)! - mean.get(b)! || place.get(a)! - place.get(b)!);
    const length = lengthOf(order, lines);
    if (length < least) [best, least] = [order, length];
  }
  return switched([...best], lines);
}

/** How many lines join two lanes, whatever their direction. */
type Lines = ReadonlyMap<number | null, ReadonlyMap<number | null, number>>;

/** Counts the last taps of shortest walks, which are always drawn. */
function linesBetween({ screens, modules }: Overview): Lines {
  const lines = new Map<number | null, Map<number | null, number>>(
    [...modules.keys(), null].map((lane) => [lane, new Map()]),
  );
  for (const { parent, module } of screens) {
    if (parent === null || screens[parent]!.module === module) continue;
    const before = screens[parent]!.module;
    lines.get(before)!.set(module, (lines.get(before)!.get(module) ?? 0) + 1);
    lines.get(module)!.set(before, (lines.get(module)!.get(before) ?? 0) + 1);
  }
  return lines;
}

/** The length of all lines, in lanes. */
function lengthOf(order: LaneOrder, lines: Lines): number {
  const place = placesOf(order);
  let length = 0;
  for (const [from, others] of lines)
    for (const [to, count] of others) length += count * Math.abs(place.get(from)! - place.get(to)!);
  return length / 2;
}

const placesOf = (order: LaneOrder): ReadonlyMap<number | null, number> =>
  new Map(order.map((lane, place) => [lane, place]));

/** The mean place of a lane and all that it is joined with. */
function barycenter(lane: number | null, lines: Lines, place: ReadonlyMap<number | null, number>): number {
  let sum = place.get(lane)!;
  let weight = 1;
  for (const [other, count] of lines.get(lane)!) {
    sum += place.get(other)! * count;
    weight += count;
  }
  return sum / weight;
}

/** Lets neighbours change places as long as lines become shorter. */
function switched(order: (number | null)[], lines: Lines): LaneOrder {
  const place = new Map(placesOf(order));
  /** How many lines of a lane lead down from a place, less those that lead up; those to one lane do not count. */
  const pull = (lane: number | null, from: number, but: number | null): number => {
    let down = 0;
    for (const [other, count] of lines.get(lane)!) if (other !== but) down += place.get(other)! > from ? count : -count;
    return down;
  };
  for (let sweep = 0, helped = true; helped && sweep < sweeps; sweep++) {
    helped = false;
    for (let at = 1; at < order.length; at++) {
      const [upper, lower] = [order[at - 1] as number | null, order[at] as number | null];
      if (pull(upper, at - 1, lower) <= pull(lower, at, upper)) continue;
      [order[at - 1], order[at]] = [lower, upper];
      place.set(lower, at - 1).set(upper, at);
      helped = true;
    }
  }
  return order;
}

/**
 * The rank of each screen within its column and lane: screens follow the order of the screens that lead to them, so
 * that no two of these lines cross within a lane. One sweep of the barycenter method is exact here, since one screen
 * leads to each. A screen keeps its rank among others whatever happens to those that have nothing to do with it.
 *
 * @returns for each column, its screens by rank, of all lanes
 */
export function rankScreens({ screens }: Overview, lanes: LaneOrder, columns: number): number[][] {
  const place = placesOf(lanes);
  const rank: number[] = screens.map(() => 0);
  const inColumn: number[][] = Array.from({ length: columns }, () => []);
  for (const { index, taps, there } of screens) if (taps !== null && there) inColumn[taps]!.push(index);
  for (const column of inColumn) {
    const wanted = (index: number): readonly [number, number, number] => {
      const parent = screens[index]!.parent;
      return parent === null
        ? [-1, -1, -1]
        : [place.get(screens[parent]!.module)!, screens[parent]!.taps ?? 0, rank[parent]!];
    };
    column.sort((a, b) => {
      const own = place.get(screens[a]!.module)! - place.get(screens[b]!.module)!;
      if (own !== 0) return own;
      const [of, other] = [wanted(a), wanted(b)];
      return of[0] - other[0] || of[1] - other[1] || of[2] - other[2] || a - b;
    });
    column.forEach((index, at) => (rank[index] = at));
  }
  return inColumn;
}
