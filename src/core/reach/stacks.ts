/** What the automaton of all reachable configurations says of stacks. */
import type { Screen } from '../plan/model';
import type { Pushdown } from './pushdown';
import type { Saturation, State, Transition } from './saturation';

/** Something that a run can show: a head of a configuration, and the frames beneath it that matter, as transitions that go on from there. */
export interface Sight {
  readonly head: Transition;
  readonly beneath: readonly Transition[];
}

/** For each screen, by index: the screens that Back on it can reveal, each with the shortest walk's configuration. */
export function revealedBy(saturation: Saturation, system: Pushdown, screens: number): Map<Screen, Sight>[] {
  const revealed = Array.from({ length: screens }, () => new Map<Screen, Sight>());
  const firstTab: Transition[] = [];
  for (const head of saturation.heads) if (head.from.control!.place === 1) firstTab.push(head);
  for (const head of saturation.heads) {
    const { symbol, to, from } = head;
    const here = revealed[symbol.screen.index]!;
    if (!symbol.last) {
      for (const edge of to.taken) if (!here.has(edge.symbol.screen)) here.set(edge.symbol.screen, { head, beneath: [edge] });
    } else if (!system.backLeavesFrom(from.control!)) {
      // Whatever the first tab was left with is beneath a last frame of another one, its root at least.
      const root = system.firstTab!;
      if (!here.has(root)) here.set(root, { head, beneath: [] });
      for (const other of firstTab) if (!here.has(other.symbol.screen)) here.set(other.symbol.screen, { head, beneath: [] });
    }
  }
  return revealed;
}

/** The edges to what can lie directly beneath, within the stack. */
export const edgesBeneath = ({ symbol, to }: Transition): readonly Transition[] => (symbol.last ? [] : to.taken);

/**
 * A stack in which a frame that fits lies anywhere beneath a head, by breadth-first search; null where there is none.
 *
 * @param through whether a frame may lie between
 */
export function findBeneath(head: Transition, fits: (edge: Transition) => boolean, through: (edge: Transition) => boolean = () => true): Transition[] | null {
  const from = new Map<Transition, Transition | null>();
  const queue: Transition[] = [];
  const add = (edges: readonly Transition[], before: Transition | null): void => {
    for (const edge of edges) {
      if (from.has(edge)) continue;
      from.set(edge, before);
      queue.push(edge);
    }
  };
  add(edgesBeneath(head), null);
  for (const edge of queue) {
    if (fits(edge)) {
      const path: Transition[] = [];
      for (let at: Transition | null = edge; at; at = from.get(at)!) path.unshift(at);
      return path;
    }
    if (through(edge)) add(edgesBeneath(edge), edge);
  }
  return null;
}

/** The states that can stand beneath something, with what goes on from each. */
export const placesBeneath = (saturation: Saturation): Set<State> => {
  const places = new Set<State>();
  const queue: State[] = [];
  const add = (transition: Transition): void => {
    if (transition.symbol.last || places.has(transition.to)) return;
    places.add(transition.to);
    queue.push(transition.to);
  };
  for (const head of saturation.heads) add(head);
  for (const place of queue) for (const edge of place.taken) add(edge);
  return places;
};
