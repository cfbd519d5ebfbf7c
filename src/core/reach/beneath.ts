import { stronglyConnectedComponents } from '../plan/graph';
import type { Screen } from '../plan/model';
import type { Edge, Head, Place, Transition } from './automaton';
import type { StackSymbol } from './pushdown';
import type { Runs } from './runs';

/**
 * Looks for stacks in which a frame that fits lies anywhere beneath the top: breadth-first search, in which no place is looked
 * at twice, also by searches from several tops, as long as nothing is found.
 */
export class SearchBeneath {
  private readonly before = new Map<Place, { readonly edge: Edge; readonly from: Place } | null>();
  private readonly expanded = new Set<Head>();

  /**
   * @param fits whether a frame is one that is looked for
   * @param through whether a frame may lie between
   */
  constructor(private readonly runs: Runs, private readonly fits: (symbol: StackSymbol) => boolean, private readonly through: (symbol: StackSymbol) => boolean = () => true) {}

  /** The frames beneath the top down to one that fits; null where there is none. */
  from({ head, to }: Transition): Edge[] | null {
    if (head.symbol.last || this.before.has(to)) return null;
    const { runs, fits, through } = this;
    this.before.set(to, null);
    const queue = [to];
    const add = (edge: Edge, from: Place): void => {
      if (this.before.has(edge.to)) return;
      this.before.set(edge.to, { edge, from });
      queue.push(edge.to);
    };
    for (const place of queue) {
      for (const edge of runs.symbolsBeneath(place)) if (fits(edge.symbol)) return this.path(edge, place);
      for (const caller of place.callers) {
        const { symbol } = caller;
        if (symbol.last || !through(symbol)) continue;
        if (caller.kind === 'fixed') {
          if (runs.has(caller.over)) add({ symbol, to: caller.over, caller, on: null }, place);
        } else if (!this.expanded.has(caller.head)) {
          this.expanded.add(caller.head);
          for (const on of caller.head.taken) if (runs.has(on.to)) add({ symbol, to: on.to, caller, on }, place);
        }
      }
    }
    return null;
  }

  private path(last: Edge, place: Place): Edge[] {
    const path = [last];
    for (let at = this.before.get(place); at; at = this.before.get(at.from)) path.unshift(at.edge);
    return path;
  }
}

/** Looks for stacks in which a screen lies nowhere beneath the top. */
export class SearchWithout {
  private readonly search: SearchBeneath;

  constructor(runs: Runs, screen: Screen) {
    const isOther = (symbol: StackSymbol): boolean => symbol.screen !== screen;
    this.search = new SearchBeneath(runs, (symbol) => symbol.last && isOther(symbol), isOther);
  }

  /** All frames beneath the top of such a stack; null where the screen always lies there. */
  from(transition: Transition): Edge[] | null {
    return transition.head.symbol.last ? [] : this.search.from(transition);
  }
}

/** What lies beneath what, as a graph: from a place to the heads that can lie there, and from each to the places beneath. */
export type Beneath = Place | Head;

export const isPlace = (node: Beneath): node is Place => 'callers' in node;

/** What comes next in that graph, down to the last frames. */
export function nextBeneath(runs: Runs, node: Beneath): Beneath[] {
  if (!isPlace(node)) return node.taken.flatMap(({ to }) => (runs.has(to) ? [to] : []));
  const next = new Set<Beneath>();
  for (const caller of node.callers) {
    if (caller.symbol.last) continue;
    if (caller.kind === 'head') next.add(caller.head);
    else if (runs.has(caller.over)) next.add(caller.over);
  }
  return [...next];
}

/** The sets of places that can lie beneath one another again and again, and alone those that cannot; what lies beneath others first. */
export function componentsBeneath(runs: Runs): Beneath[][] {
  const roots = new Set<Beneath>();
  for (const { head, to } of runs.sights) if (!head.symbol.last) roots.add(to);
  return stronglyConnectedComponents<Beneath>(roots, (node) => nextBeneath(runs, node));
}

/** The most frames that any stack has; null where there is no bound. */
export function deepest(runs: Runs): number | null {
  const depth = new Map<Beneath, number>();
  for (const [node, ...more] of componentsBeneath(runs)) {
    if (more.length > 0) return null;
    // A place that can be looked beneath has a last frame there at least.
    depth.set(node!, nextBeneath(runs, node!).reduce((most, next) => Math.max(most, depth.get(next)! + (isPlace(node!) ? 1 : 0)), isPlace(node!) ? 1 : 0));
  }
  return runs.sights.reduce((most, { head, to }) => Math.max(most, head.symbol.last ? 1 : 1 + depth.get(to)!), 0);
}
