/** Rings of screens that can pile up on one another without end. */
import { ringThrough, stronglyConnectedComponents } from '../../plan/graph';
import type { Screen } from '../../plan/model';
import type { Tap } from '../../reach/reach';
import { tapsOf, type Saturation, type State, type Transition } from '../../reach/saturation';
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

const under = (place: State): Transition[] => place.taken.filter(({ symbol }) => !symbol.last);

/** One ring for each set of screens that can pile up on one another. */
export function ringsOf({ heads: sights }: Saturation): Ring[] {
  const heads = new Map<State, Transition>();
  for (const head of sights) if (!head.symbol.last && !heads.has(head.to)) heads.set(head.to, head);
  const next = (place: State): State[] => under(place).map(({ to }) => to);
  const taps = new Map<Screen, number>();
  for (const head of sights) if (!taps.has(head.symbol.screen)) taps.set(head.symbol.screen, tapsOf(head));
  const nearest = (head: Transition): number => taps.get(head.symbol.screen)!;
  const rings: Ring[] = [];
  for (const component of stronglyConnectedComponents(heads.keys(), next)) {
    const places = new Set(component);
    // The ring is told from the screen on that is nearest to the start: to that one a user would go back.
    const first = component.filter((place) => heads.has(place)).sort((a, b) => nearest(heads.get(a)!) - nearest(heads.get(b)!))[0];
    if (!first || (component.length === 1 && !next(first).includes(first))) continue;
    const round = ringThrough(first, (place) => next(place).filter((each) => places.has(each)));
    const edges = round.map((place, index) => under(place).find(({ to }) => to === round[(index + 1) % round.length])!);
    const head = heads.get(first)!;
    // The last edge is the same screen again, one round further down; where that is the start, it lies there anyway.
    const between = edges.slice(0, -1);
    const walk = walkTo(head, nearest(head) === 0 ? between : edges);
    rings.push({
      screens: [...new Set([head, ...between.toReversed()].map(({ symbol }) => symbol.screen))], walk, closing: walk.findLast((tap) => tap.kind !== 'back') ?? null,
    });
  }
  return rings;
}
