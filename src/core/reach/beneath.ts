import { stronglyConnectedComponents } from '../plan/graph';
import type { Screen } from '../plan/model';
import type { Caller, Edge, Head, Place, Replaced, Transition } from './automaton';
import type { StackSymbol } from './pushdown';
import type { Runs } from './runs';

/** How a search came to a place: to what lies beneath a frame there, or to what that frame had replaced. */
type Move = Omit<Edge, 'replaced'> | Replaced;

/**
 * Looks for stacks in which a frame that fits lies anywhere beneath the top: breadth-first search, in which no place is looked
 * at twice, also by searches from several tops, as long as nothing is found.
 */
export class SearchBeneath {
  private readonly before = new Map<Place, { readonly move: Move; readonly from: Place } | null>();
  private readonly expanded = new Set<Head>();

  /**
   * @param fits whether a frame is one that is looked for
   * @param through whether a frame may lie between
   */
  constructor(private readonly runs: Runs, private readonly fits: (symbol: StackSymbol) => boolean, private readonly through: (symbol: StackSymbol) => boolean = () => true) {}

  /** The frames beneath the top down to one that fits; null where there is none. */
  from({ head, to }: Transition): Edge[] | null {
    if (head.symbol.last || this.before.has(to)) return null;
    this.before.set(to, null);
    const queue = [to];
    for (const place of queue) {
      for (const caller of place.callers) {
        const move = this.firstMove(caller);
        if (!move) continue;
        if ('symbol' in move && this.fits(move.symbol)) return this.path(move, place);
        if ('symbol' in move && (move.symbol.last || !this.through(move.symbol))) continue;
        if (caller.kind === 'with') this.add(move, place, queue);
        else if (!this.expanded.has(caller.head)) {
          this.expanded.add(caller.head);
          for (const over of caller.head.over) if (this.runs.has(over)) this.add({ ...move, to: over }, place, queue);
        }
      }
    }
    return null;
  }

  private firstMove(caller: Caller): Move | null {
    if (caller.kind === 'with') return this.runs.has(caller.over) ? { symbol: caller.symbol, to: caller.over, caller } : null;
    const { head, rule } = caller;
    const to = head.over.find((place) => this.runs.has(place));
    return !to ? null : caller.kind === 'onto' ? { symbol: head.symbol, to, caller } : { head, rule, to };
  }

  private add(move: Move, from: Place, queue: Place[]): void {
    if (this.before.has(move.to)) return;
    this.before.set(move.to, { move, from });
    queue.push(move.to);
  }

  private path(last: Move, place: Place): Edge[] {
    const moves = [last];
    for (let at = this.before.get(place); at; at = this.before.get(at.from)) moves.unshift(at.move);
    const path: Edge[] = [];
    let replaced: Replaced[] = [];
    for (const move of moves) {
      if ('symbol' in move) {
        path.push({ ...move, replaced });
        replaced = [];
      } else {
        replaced.push(move);
      }
    }
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

/** What lies beneath what, as a graph: from a place to the heads that put something there, and from each to the places beneath. */
export type Beneath = Place | Head;

export const isPlace = (node: Beneath): node is Place => 'callers' in node;

/** What comes next in that graph, and whether a frame lies between. */
interface Next {
  readonly node: Beneath;
  readonly frame: boolean;
}

function nextBeneath(runs: Runs, node: Beneath): Next[] {
  if (!isPlace(node)) return node.symbol.last ? [] : node.over.flatMap((place) => (runs.has(place) ? [{ node: place, frame: false }] : []));
  return node.callers.flatMap((caller): Next[] => {
    if (caller.kind !== 'with') return [{ node: caller.head, frame: caller.kind === 'onto' }];
    return runs.has(caller.over) ? [{ node: caller.over, frame: true }] : [];
  });
}

/** The places that frames stand on which are not the last of their stack. */
export function placesOf(runs: Runs): Set<Place> {
  const places = new Set<Place>();
  for (const { head } of runs.sights) if (!head.symbol.last) for (const place of head.over) if (runs.has(place)) places.add(place);
  return places;
}

/** What can lie beneath one another again and again, or something alone that cannot. */
interface Component {
  readonly nodes: readonly Beneath[];
  /** Whether a frame lies within: what only replaces one another does not pile up. */
  readonly grows: boolean;
}

const known = new WeakMap<Runs, readonly Component[]>();

/** The strongly connected components of that graph, worked out once for all runs; what lies beneath others comes first. */
export function componentsBeneath(runs: Runs): readonly Component[] {
  let components = known.get(runs);
  if (!components) {
    components = stronglyConnectedComponents<Beneath>(placesOf(runs), (node) => nextBeneath(runs, node).map((next) => next.node)).map((nodes) => {
      const inside = nodes.length > 1 ? new Set(nodes) : null;
      return { nodes, grows: inside !== null && nodes.some((node) => nextBeneath(runs, node).some((next) => next.frame && inside.has(next.node))) };
    });
    known.set(runs, components);
  }
  return components;
}

/** How many frames can lie beneath what stands on a place. */
export interface Depth {
  /** Infinite where there is no bound. */
  readonly frames: number;
  /** The component in which they pile up then. */
  readonly growing: readonly Beneath[] | null;
}

/** The depths of all places, and of heads beneath their own frame. */
export function depthsBeneath(runs: Runs): ReadonlyMap<Beneath, Depth> {
  const depths = new Map<Beneath, Depth>();
  for (const { nodes, grows } of componentsBeneath(runs)) {
    let depth: Depth = grows ? { frames: Infinity, growing: nodes } : { frames: 0, growing: null };
    for (const { node, frame } of grows ? [] : nodes.flatMap((each) => nextBeneath(runs, each))) {
      const beneath = depths.get(node);
      const frames = (beneath?.frames ?? 0) + (frame ? 1 : 0);
      if (frames > depth.frames) depth = { frames, growing: beneath?.growing ?? null };
    }
    for (const node of nodes) depths.set(node, depth);
  }
  return depths;
}
