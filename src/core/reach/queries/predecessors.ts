/**
 * Reachable configurations from which a screen can still be reached: pre* of all that have it on top (Bouajjani,
 * Esparza, Maler 1997). The summary edges of post* give all that is needed: the heads that follow without a look
 * beneath, and the control states into which a frame is popped. It looks at one tab at a time; callers combine the
 * tabs.
 */
import type { Control, StackSymbol } from '../system';
import type { StackEdge, Head, State, Runs, Saturation, PathEdge } from '../post-star';
import { edgesOf, type Move } from './beneath';
import type { Work } from '../../base/slices';

/** Result of reading a frame: the goal can be reached, or else the control states into which the frame is popped. */
type Reading = 'leads' | ControlSet;

/** A set of control states; equal sets are one object. */
interface ControlSet {
  readonly controls: readonly Control[];
  readonly after: Map<StackSymbol, Reading>;
}

/** Heads that come directly before each head, for all goals: linked lists in arrays of numbers, by the ids of heads. */
export interface WaysInto {
  /** Offset of the list of a head; undefined or negative for none. */
  readonly first: readonly number[];
  readonly sources: readonly number[];
  readonly nexts: readonly number[];
}

/** Ways between two pauses: a few milliseconds of work. */
const slice = 5_000;

/** Finds the heads before each head. Costs O(edges of the automaton), once for all goals. */
export function* waysInto(saturation: Saturation): Work<WaysInto> {
  const first: number[] = [];
  const sources: number[] = [];
  const nexts: number[] = [];
  let pauseAt = slice;
  for (const head of saturation.heads) {
    saturation.successors.eachAfter(head, ({ id }) => {
      nexts.push(first[id] ?? -1);
      first[id] = sources.push(head.id) - 1;
    });
    if (sources.length < pauseAt) continue;
    pauseAt = sources.length + slice;
    yield;
  }
  return { first, sources, nexts };
}

export class Predecessors {
  /** By the id of a head, whether it leads to the goal without a look beneath its frame. */
  private readonly leads: Uint8Array;
  private readonly set = new Map<string, ControlSet>();
  /** By valuation and stack, whether the goal can be reached from every last frame there. */
  private tabs: Map<number, Map<number, boolean>> | null = null;

  constructor(private readonly saturation: Saturation) {
    this.leads = new Uint8Array(saturation.heads.length);
  }

  /**
   * Finds the heads that lead to a goal, without links and entries. Costs O(ways into these heads).
   *
   * @param isGoal says of a head that waits for an event whether it is one
   */
  *leadTo(isGoal: (head: Head) => boolean, { first, sources, nexts }: WaysInto): Work<void> {
    const { heads } = this.saturation;
    const queue: number[] = [];
    const add = (id: number): void => {
      if (this.leads[id]) return;
      this.leads[id] = 1;
      queue.push(id);
    };
    for (const head of heads) if (!head.control.continuation && isGoal(head)) add(head.id);
    let looked = 0;
    for (const id of queue) {
      for (let at = first[id] ?? -1; at >= 0; at = nexts[at]!, looked++) add(sources[at]!);
      if (looked < slice) continue;
      looked = 0;
      yield;
    }
  }

  /** Whether the goal can be reached from everywhere: it can from every last frame, where Back leads. */
  get haveAll(): boolean {
    return this.saturation.runs.shown.every(({ head }) => !head.symbol.last || this.leads[head.id] === 1);
  }

  /** Whether some tab that is shown with this control state leads to the goal from each of its stacks. */
  haveSomeTab({ stack, valuation }: Control): boolean {
    if (!this.tabs) {
      this.tabs = new Map();
      for (const {
        head: { id, control, symbol },
      } of this.saturation.runs.shown) {
        if (control.stack === 0 || !symbol.last) continue;
        const ofTab = this.tabs.get(control.valuation) ?? new Map<number, boolean>();
        this.tabs.set(
          control.valuation,
          ofTab.set(control.stack, (ofTab.get(control.stack) ?? true) && this.leads[id] === 1),
        );
      }
    }
    return stack > 0 && [...(this.tabs.get(valuation)?.values() ?? [])].includes(true);
  }

  /**
   * Whether the goal can be reached from a configuration, its stack given top first. Yes for heads that no run reaches.
   */
  accepts(control: Control, stack: Iterable<StackSymbol>): boolean {
    let set = this.setOf([control]);
    for (const symbol of stack) {
      const reading = this.read(set, symbol);
      if (reading === 'leads') return true;
      set = reading;
    }
    return false;
  }

  /** A reachable stack with this head from which the goal cannot be reached; null if there is none. */
  rejected(runs: Runs, head: Head): { readonly pathEdge: PathEdge; readonly beneath: StackEdge[] } | null {
    const first = this.read(this.setOf([head.control]), head.symbol);
    if (first === 'leads') return null;
    if (head.symbol.last || first.controls.length === 0) return { pathEdge: runs.soonestOf(head)!, beneath: [] };
    // Breadth-first search over states, each with the reading down to it. A head is expanded once for each reading.
    interface Point {
      readonly state: State;
      readonly set: ControlSet;
      readonly from: Point | null;
      readonly move: Move | null;
      readonly pathEdge: PathEdge;
    }
    const seen = new Map<
      ControlSet,
      { readonly states: Set<State>; readonly push: Set<Head>; readonly 'tail-call': Set<Head> }
    >();
    const queue: Point[] = [];
    const seenWith = (set: ControlSet) => {
      let known = seen.get(set);
      if (!known) seen.set(set, (known = { states: new Set(), push: new Set(), 'tail-call': new Set() }));
      return known;
    };
    const add = (point: Point): void => {
      const { states } = seenWith(point.set);
      if (states.has(point.state)) return;
      states.add(point.state);
      queue.push(point);
    };
    for (const pathEdge of runs.pathEdgesOf(head))
      add({ state: pathEdge.to, set: first, from: null, move: null, pathEdge });
    for (const point of queue) {
      const { set, pathEdge } = point;
      for (const caller of point.state.callers) {
        if (caller.kind === 'pushed-with' ? !runs.has(caller.to) : seenWith(set)[caller.kind].has(caller.head))
          continue;
        if (caller.kind !== 'pushed-with') seenWith(set)[caller.kind].add(caller.head);
        const onto =
          caller.kind === 'pushed-with' ? [caller.to] : caller.head.states.filter((state) => runs.has(state));
        if (caller.kind === 'tail-call') {
          for (const to of onto)
            add({ state: to, set, from: point, move: { head: caller.head, rule: caller.rule, to }, pathEdge });
          continue;
        }
        const symbol = caller.kind === 'pushed-with' ? caller.symbol : caller.head.symbol;
        const after = this.read(set, symbol);
        if (after === 'leads' || onto.length === 0) continue;
        const next = (to: State): Point => ({
          state: to,
          set: after,
          from: point,
          move: { symbol, to, caller },
          pathEdge,
        });
        if (symbol.last || after.controls.length === 0) return { pathEdge, beneath: beneathAt(next(onto[0]!)) };
        for (const to of onto) add(next(to));
      }
    }
    return null;

    function beneathAt(last: Point): StackEdge[] {
      const moves: Move[] = [];
      for (let at: Point | null = last; at?.move; at = at.from) moves.push(at.move);
      return edgesOf(moves.reverse());
    }
  }

  private read({ controls, after }: ControlSet, symbol: StackSymbol): Reading {
    let reading = after.get(symbol);
    if (!reading) after.set(symbol, (reading = this.find(controls, symbol)));
    return reading;
  }

  private find(controls: readonly Control[], symbol: StackSymbol): Reading {
    const popped = new Set<Control>();
    const { saturation } = this;
    // Every control state before the frame is popped.
    const standing = new Set(controls);
    for (const control of standing) {
      const head = saturation.headAt(control, symbol);
      if (!head || this.leads[head.id]) return 'leads';
      saturation.successors.eachStep(head, (to) => void standing.add(to));
      saturation.successors.eachPop(head, (to) => void popped.add(to));
    }
    return this.setOf([...popped]);
  }

  private setOf(controls: Control[]): ControlSet {
    const key = controls
      .map(({ number }) => number)
      .sort((a, b) => a - b)
      .join();
    let set = this.set.get(key);
    if (!set) this.set.set(key, (set = { controls, after: new Map() }));
    return set;
  }
}
