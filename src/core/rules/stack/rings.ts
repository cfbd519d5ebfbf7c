/** Rings of screens that can pile up on one another without end. */
import { ringThrough } from '../../plan/graph';
import type { Screen } from '../../plan/model';
import type { Place, Transition } from '../../reach/automaton';
import { componentsBeneath, isPlace, nextBeneath } from '../../reach/beneath';
import type { Tap } from '../../reach/reach';
import type { Runs } from '../../reach/runs';
import { walkTo } from '../../reach/witness';

export interface Ring {
  /** In the order in which they come to lie on one another, the one nearest to the start first. */
  readonly screens: readonly Screen[];
  readonly walk: readonly Tap[];
  /** The tap that closes it. */
  readonly closing: Tap | null;
}

/** Two rings of the same screens are told once. */
export const keyOfRing = ({ screens }: Pick<Ring, 'screens'>): string => screens.map(({ index }) => index).sort((a, b) => a - b).join();

/** One ring for each set of screens that can pile up on one another. */
export function ringsOf(runs: Runs): Ring[] {
  const sights = new Map<Place, Transition>();
  const taps = new Map<Screen, number>();
  for (const sight of runs.sights) {
    const { symbol } = sight.head;
    if (!symbol.last && !sights.has(sight.to)) sights.set(sight.to, sight);
    if (!taps.has(symbol.screen)) taps.set(symbol.screen, runs.taps(sight));
  }
  const nearest = (place: Place): number => taps.get(sights.get(place)!.head.symbol.screen)!;
  const rings: Ring[] = [];
  for (const component of componentsBeneath(runs)) {
    if (component.length === 1) continue;
    const places = new Set(component.filter(isPlace));
    // The ring is told from the screen on that is nearest to the start: to that one a user would go back.
    const first = [...places].filter((place) => sights.has(place)).sort((a, b) => nearest(a) - nearest(b))[0];
    if (!first) continue;
    const next = (place: Place): Place[] => nextBeneath(runs, place).flatMap((node) => (isPlace(node) ? [node] : node.taken.map(({ to }) => to))).filter((each) => places.has(each));
    const round = ringThrough(first, next);
    const edges = round.map((place, index) => {
      for (const edge of runs.beneath(place)) if (!edge.symbol.last && edge.to === round[(index + 1) % round.length]) return edge;
      throw new Error('A ring has an edge from each place to the next.');
    });
    const sight = sights.get(first)!;
    // The last edge is the same screen again, one round further down; where that is the start, it lies there anyway.
    const between = edges.slice(0, -1);
    const walk = walkTo(runs, sight, nearest(first) === 0 ? between : edges);
    rings.push({
      screens: [...new Set([sight.head, ...between.toReversed()].map(({ symbol }) => symbol.screen))], walk, closing: walk.findLast((tap) => tap.kind !== 'back') ?? null,
    });
  }
  return rings;
}
