/**
 * Graph of frames beneath frames: from a state to the heads that call it, and from each head to the states that it
 * stands on. It has an edge for nearly every part of the automaton, so it lies in arrays of numbers (compressed sparse
 * rows).
 */
import type { Head, State, Runs } from '../post-star';
import { rememberedWork } from '../../base/remembered';
import { toEnd, type Work } from '../../base/slices';

/** A strongly connected component with a frame in it: its states can lie beneath one another without end. */
export interface Growing {
  readonly component: number;
  /** Numbers of its nodes. */
  readonly nodes: readonly number[];
}

/** Depth of the stacks that a state stands for. */
export interface Depth {
  /** Maximum number of frames; infinite without a bound. */
  readonly frames: number;
  /** Ring of frames that grows without bound; null if there is none. */
  readonly growing: Growing | null;
}

/** Edges or nodes between two pauses: a few milliseconds of work. */
const slice = 10_000;

/** The node that an edge leads to. An edge is twice that number, plus one if a frame lies between. */
export const leadsTo = (edge: number): number => edge >> 1;
export const hasFrame = (edge: number): boolean => (edge & 1) === 1;

/** The graph of all runs. That of some runs is a part of it. */
class Graph {
  readonly nodes: (State | Head)[] = [];
  readonly edges: number[] = [];
  /** By node, the index of its first edge. */
  readonly begins: number[] = [0];
  /** Numbers of nodes, by the ids of states and heads. */
  readonly stateNumbers: number[] = [];
  private readonly headNumbers: number[] = [];
  private pauseAt = slice;

  constructor(private readonly runs: Runs) {}

  /** Finds all nodes and edges. */
  *find(): Work<void> {
    const { runs } = this;
    let looked = 0;
    for (const { head } of runs.shown) {
      if (head.symbol.last) continue;
      for (const state of head.states) if (runs.has(state)) this.numberOf(state, this.stateNumbers);
      looked += head.states.length;
      if (looked < slice) continue;
      looked = 0;
      yield;
    }
    // The list grows during the loop.
    for (let node = 0; node < this.nodes.length; node++) {
      this.addEdges(this.nodes[node]!);
      this.begins.push(this.edges.length);
      if (this.edges.length < this.pauseAt) continue;
      this.pauseAt = this.edges.length + slice;
      yield;
    }
  }

  private numberOf(node: State | Head, numbers: number[]): number {
    return (numbers[node.id] ??= this.nodes.push(node) - 1);
  }

  private addEdges(node: State | Head): void {
    const { runs, edges, stateNumbers, headNumbers } = this;
    if (!isState(node)) {
      if (!node.symbol.last)
        for (const state of node.states) if (runs.has(state)) edges.push(2 * this.numberOf(state, stateNumbers));
      return;
    }
    for (const caller of node.callers) {
      if (caller.kind !== 'pushed-with')
        edges.push(2 * this.numberOf(caller.head, headNumbers) + (caller.kind === 'push' ? 1 : 0));
      else if (runs.has(caller.to)) edges.push(2 * this.numberOf(caller.to, stateNumbers) + 1);
    }
  }
}

const graphs = new WeakMap<Runs, Graph>();
const parts = new WeakMap<Runs, BeneathGraph>();

/** The graph of some runs; made once. */
export function findBeneathGraph(runs: Runs): Work<BeneathGraph> {
  return rememberedWork(parts, runs, function* () {
    const all = runs.among ?? runs;
    const graph = yield* rememberedWork(graphs, all, function* () {
      const made = new Graph(all);
      yield* made.find();
      return made;
    });
    const part = new BeneathGraph(runs, graph);
    yield* part.find();
    return part;
  });
}

/** The graph of some runs, without a pause. */
export const beneathGraph = (runs: Runs): BeneathGraph => toEnd(findBeneathGraph(runs));

export class BeneathGraph {
  /** Components that can grow. Screens that only replace each other do not pile up. */
  growing: readonly Growing[] = [];
  /** Component of each node; those beneath others have lower numbers. Negative for nodes that these runs lack. */
  readonly componentOf: Int32Array;
  private depths: readonly Depth[] = [];

  constructor(
    private readonly runs: Runs,
    private readonly graph: Graph,
  ) {
    this.componentOf = new Int32Array(graph.nodes.length).fill(none);
  }

  /** Finds components and depths. Costs O(edges of the automaton). */
  *find(): Work<void> {
    const { runs, graph } = this;
    graph.nodes.forEach((node, number) => {
      if (isState(node) && !runs.has(node)) this.componentOf[number] = absent;
    });
    const components = yield* this.components();
    const growing: (Growing | null)[] = [];
    for (const [component, nodes] of components.entries()) {
      growing.push(nodes.length > 1 && this.hasFrameWithin(nodes) ? { component, nodes } : null);
      if (component % slice === 0) yield;
    }
    this.growing = growing.filter((each) => each !== null);
    yield;
    this.depths = yield* this.depthsOf(components, growing);
    yield;
  }

  get nodes(): readonly (State | Head)[] {
    return this.graph.nodes;
  }

  /** Depth of a state that these runs reach. */
  depthOf({ id }: State): Depth {
    return this.depths[this.componentOf[this.graph.stateNumbers[id]!]!]!;
  }

  /**
   * Calls `use` with each edge of a node until it returns false. Edges to nodes that these runs lack are among them.
   */
  eachEdge(node: number, use: (edge: number) => boolean | void): void {
    const { begins, edges } = this.graph;
    for (let at = begins[node]!; at < begins[node + 1]!; at++) if (use(edges[at]!) === false) return;
  }

  /**
   * Strongly connected components (Tarjan, "Depth-first search and linear graph algorithms", 1972), without recursion.
   */
  private *components(): Work<number[][]> {
    const {
      componentOf,
      graph: { nodes, begins, edges },
    } = this;
    const count = nodes.length;
    const found = new Int32Array(count).fill(-1);
    const low = new Int32Array(count);
    const at = Int32Array.from(begins.slice(0, count));
    const components: number[][] = [];
    const stack: number[] = [];
    const way: number[] = [];
    let next = 0;
    for (let root = 0; root < count; root++) {
      if (found[root]! >= 0 || componentOf[root] === absent) continue;
      way.push(root);
      while (way.length > 0) {
        const node = way.at(-1)!;
        if (found[node]! < 0) {
          found[node] = low[node] = next++;
          stack.push(node);
          if (next % slice === 0) yield;
        }
        let deeper = false;
        while (!deeper && at[node]! < begins[node + 1]!) {
          const to = leadsTo(edges[at[node]!++]!);
          if (componentOf[to] === absent) continue;
          if (found[to]! < 0) {
            way.push(to);
            deeper = true;
          } else if (componentOf[to] === none) {
            low[node] = Math.min(low[node]!, low[to]!);
          }
        }
        if (deeper) continue;
        way.pop();
        const before = way.at(-1);
        if (before !== undefined) low[before] = Math.min(low[before]!, low[node]!);
        if (low[node] !== found[node]) continue;
        const component = stack.splice(stack.lastIndexOf(node));
        for (const member of component) componentOf[member] = components.length;
        components.push(component);
      }
    }
    return components;
  }

  private hasFrameWithin(nodes: readonly number[]): boolean {
    const {
      componentOf,
      graph: { begins, edges },
    } = this;
    return nodes.some((node) => {
      for (let at = begins[node]!; at < begins[node + 1]!; at++)
        if (hasFrame(edges[at]!) && componentOf[leadsTo(edges[at]!)] === componentOf[node]) return true;
      return false;
    });
  }

  private *depthsOf(components: readonly (readonly number[])[], growing: readonly (Growing | null)[]): Work<Depth[]> {
    const {
      componentOf,
      graph: { begins, edges },
    } = this;
    const depths: Depth[] = [];
    for (const [component, nodes] of components.entries()) {
      if (component % slice === 0) yield;
      const pile = growing[component]!;
      let deepest: Depth = pile ? { frames: Infinity, growing: pile } : { frames: 0, growing: null };
      for (const node of pile ? [] : nodes) {
        for (let at = begins[node]!; at < begins[node + 1]!; at++) {
          const to = componentOf[leadsTo(edges[at]!)]!;
          if (to === absent) continue;
          // Within a component no frame lies between.
          const beneath = depths[to];
          const frames = (beneath?.frames ?? 0) + (hasFrame(edges[at]!) ? 1 : 0);
          if (frames > deepest.frames) deepest = { frames, growing: beneath?.growing ?? null };
        }
      }
      depths.push(deepest);
    }
    return depths;
  }
}

/** In place of a component's number: none yet, or the runs lack the node. */
const none = -1;
const absent = -2;

export const isState = (node: State | Head): node is State => 'callers' in node;
