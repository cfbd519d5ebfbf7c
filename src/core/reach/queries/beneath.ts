import type { Screen } from '../../plan/model';
import type { StackSymbol } from '../system';
import type { Caller, StackEdge, Head, State, Replaced, Runs, PathEdge } from '../post-star';

/** Edge of a search to a state: to the frame beneath, or to the frame that was replaced. */
export type Move = Omit<StackEdge, 'replaced'> | Replaced;

/** The frames along some moves, each with the frames that it had replaced. */
export function edgesOf(moves: readonly Move[]): StackEdge[] {
  const edges: StackEdge[] = [];
  let replaced: Replaced[] = [];
  for (const move of moves) {
    if ('symbol' in move) {
      edges.push({ ...move, replaced });
      replaced = [];
    } else {
      replaced.push(move);
    }
  }
  return edges;
}

/** Number of states between two pauses: a few milliseconds of work. */
const slice = 2_000;

/**
 * Searches for stacks in which a fitting frame lies anywhere beneath the top. Breadth-first search that visits no state
 * twice, even for several tops, as long as it finds nothing.
 */
export class SearchBeneath {
  private readonly before = new Map<State, { readonly move: Move; readonly from: State } | null>();
  private readonly expanded = new Set<Head>();
  private pauseAt = slice;

  /**
   * @param fits whether a frame is one that is looked for
   * @param through whether a frame may lie between
   */
  constructor(
    private readonly runs: Runs,
    private readonly fits: (symbol: StackSymbol) => boolean,
    private readonly through: (symbol: StackSymbol) => boolean = () => true,
  ) {}

  /** The frames beneath the top down to the first that fits; null if none does. */
  from({ head, to }: PathEdge): StackEdge[] | null {
    if (head.symbol.last || this.before.has(to)) return null;
    this.before.set(to, null);
    const queue = [to];
    for (const state of queue) {
      for (const caller of state.callers) {
        const move = this.firstMove(caller);
        if (!move) continue;
        if ('symbol' in move && this.fits(move.symbol)) return this.path(move, state);
        if ('symbol' in move && (move.symbol.last || !this.through(move.symbol))) continue;
        if (caller.kind === 'pushed-with') this.add(move, state, queue);
        else if (!this.expanded.has(caller.head)) {
          this.expanded.add(caller.head);
          for (const over of caller.head.states) if (this.runs.has(over)) this.add({ ...move, to: over }, state, queue);
        }
      }
    }
    return null;
  }

  /** Number of visited states. */
  get looked(): number {
    return this.before.size;
  }

  /** Whether enough work was done since the last call for a pause. */
  isDue(): boolean {
    if (this.before.size < this.pauseAt) return false;
    this.pauseAt = this.before.size + slice;
    return true;
  }

  private firstMove(caller: Caller): Move | null {
    if (caller.kind === 'pushed-with')
      return this.runs.has(caller.to) ? { symbol: caller.symbol, to: caller.to, caller } : null;
    const { head, rule } = caller;
    const to = head.states.find((state) => this.runs.has(state));
    return !to ? null : caller.kind === 'push' ? { symbol: head.symbol, to, caller } : { head, rule, to };
  }

  private add(move: Move, from: State, queue: State[]): void {
    if (this.before.has(move.to)) return;
    this.before.set(move.to, { move, from });
    queue.push(move.to);
  }

  private path(last: Move, state: State): StackEdge[] {
    const moves = [last];
    for (let at = this.before.get(state); at; at = this.before.get(at.from)) moves.unshift(at.move);
    return edgesOf(moves);
  }
}

/** Looks for stacks in which a screen lies nowhere beneath the top. */
export class SearchWithout {
  private readonly search: SearchBeneath;

  constructor(runs: Runs, screen: Screen) {
    const isOther = (symbol: StackSymbol): boolean => symbol.screen !== screen;
    this.search = new SearchBeneath(runs, (symbol) => symbol.last && isOther(symbol), isOther);
  }

  /** All frames beneath the top of such a stack; null if the screen always lies there. */
  from(pathEdge: PathEdge): StackEdge[] | null {
    return pathEdge.head.symbol.last ? [] : this.search.from(pathEdge);
  }

  /** Whether enough work was done since the last call for a pause. */
  isDue(): boolean {
    return this.search.isDue();
  }

  /** Number of visited states. */
  get looked(): number {
    return this.search.looked;
  }
}
