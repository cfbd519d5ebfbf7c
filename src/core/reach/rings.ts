/** Rings of screens that can pile up on one another without end. */
import { ringThrough } from '../plan/graph';
import type { Screen } from '../plan/model';
import type { Edge, Head, Place, Transition } from './automaton';
import { componentsBeneath, isPlace, type Beneath } from './beneath';
import type { Tap } from './reach';
import type { Runs } from './runs';
import { walkTo } from './witness';

export interface Ring {
  /** In the order in which they come to lie on one another, the one nearest to the start first. */
  readonly screens: readonly Screen[];
  readonly walk: readonly Tap[];
  /** The tap that closes it. */
  readonly closing: Tap | null;
  /** All that can lie beneath one another there. */
  readonly component: readonly Beneath[];
}

/** Two rings of the same screens are told once. */
export const keyOfRing = ({ screens }: Pick<Ring, 'screens'>): string => screens.map(({ index }) => index).sort((a, b) => a - b).join();

/** One ring for each set of screens that can pile up on one another, those that begin nearest to the start first. */
export function ringsOf(runs: Runs): Ring[] {
  const taps = new Map<Screen, number>();
  for (const { head } of runs.sights) if (!taps.has(head.symbol.screen)) taps.set(head.symbol.screen, runs.tapsOf(head));
  const nearest = ({ symbol }: Place): number => taps.get(symbol.screen) ?? Infinity;
  const rings: { readonly ring: Ring; readonly taps: number }[] = [];
  for (const { nodes, grows } of componentsBeneath(runs)) {
    if (!grows) continue;
    const places = new Set(nodes.filter(isPlace));
    const known = new Map<Place, Edge[]>();
    const within = (place: Place): Edge[] => {
      let edges = known.get(place);
      if (!edges) known.set(place, (edges = [...runs.beneath(place)].filter(({ symbol, to }) => !symbol.last && places.has(to))));
      return edges;
    };
    // The ring is told from the screen on that is nearest to the start: to that one a user would go back. What only ever takes
    // another one's place is beneath nothing by itself.
    const beneath = [...standingBeneath(places)].filter((place) => places.has(place));
    const first = beneath.reduce((best, place) => (nearest(place) - nearest(best) || runs.tapsTo(place) - runs.tapsTo(best)) < 0 ? place : best);
    const round = ringThrough(first, (place) => within(place).map(({ to }) => to));
    const edges = round.map((place, index) => within(place).find(({ to }) => to === round[(index + 1) % round.length])!);
    const sight = sightOn(first);
    // The last edge is the same screen again, one round further down; where that is the start, it lies there anyway.
    const between = edges.slice(0, -1);
    const walk = walkTo(runs, sight, nearest(first) === 0 ? between : edges);
    rings.push({ taps: runs.tapsTo(first), ring: {
      component: nodes,
      screens: [...new Set([sight.head, ...between.toReversed()].map(({ symbol }) => symbol.screen))], walk, closing: walk.findLast((tap) => tap.kind !== 'back') ?? null,
    } });
  }
  return rings.sort((a, b) => a.taps - b.taps).map(({ ring }) => ring);
}

/** The places of the frames that can lie directly beneath what stands on one of these. */
function standingBeneath(places: ReadonlySet<Place>): Set<Place> {
  const heads = new Set<Head>();
  const beneath = new Set<Place>();
  for (const { callers } of places) {
    for (const caller of callers) {
      if (caller.kind === 'onto' && !caller.head.symbol.last) heads.add(caller.head);
      if (caller.kind === 'with' && !caller.symbol.last) beneath.add(caller.over);
    }
  }
  for (const { over } of heads) for (const place of over) beneath.add(place);
  return beneath;
}

/** What stands on a place first and waits for an event. */
function sightOn(to: Place): Transition {
  for (const head of to.heads) if (!head.control.agenda) return { head, to };
  throw new Error('Every place of a ring is one that something stands on.');
}
