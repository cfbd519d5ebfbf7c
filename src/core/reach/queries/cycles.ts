/** Cycles of screens that can pile up on one another without end. */
import type { Screen } from '../../plan/model';
import type { StackSymbol } from '../system';
import type { State, Runs, PathEdge } from '../post-star';
import { edgesOf, type Move } from './beneath';
import { findBeneathGraph, hasFrame, isState, leadsTo, type BeneathGraph, type Growing } from './beneath-graph';
import type { Tap } from '../../walk/tap';
import { tapsOf, usesTo, type Used } from './witness';
import type { Work } from '../../base/slices';

export interface Cycle {
  /** In the order in which they pile up, the one nearest to the start first. */
  readonly screens: readonly Screen[];
  readonly walk: readonly Tap[];
  /** The tap that closes it. */
  readonly closing: Tap | null;
  /** All that can lie beneath one another there. */
  readonly of: Growing;
}

/** Number of nodes between two pauses: a few milliseconds of work. */
const slice = 2_000;

/** Key by which two cycles of the same screens are equal. */
export const keyOfCycle = ({ screens }: Pick<Cycle, 'screens'>): string =>
  screens
    .map(({ index }) => index)
    .sort((a, b) => a - b)
    .join();

/** One cycle for each set of screens that can pile up on one another, those that begin nearest to the start first. */
export function* cyclesOf(runs: Runs): Work<Cycle[]> {
  const taps = new Map<Screen, number>();
  for (const { head } of runs.shown) if (!taps.has(head.symbol.screen)) taps.set(head.symbol.screen, runs.tapsOf(head));
  const nearest = ({ symbol }: State): number => taps.get(symbol.screen) ?? Infinity;
  const graph = yield* findBeneathGraph(runs);
  const cycles: { readonly taps: number; readonly cycle: Cycle }[] = [];
  for (const of of graph.growing) {
    // A cycle begins with its screen nearest to the start: a user would go back to that one. A state that only ever
    // replaces another is beneath nothing by itself.
    const isNearer = (state: State, other: State): boolean =>
      (nearest(state) - nearest(other) ||
        runs.tapsTo(state) - runs.tapsTo(other) ||
        state.symbol.screen.index - other.symbol.screen.index) < 0;
    const first = (yield* standingBeneath(graph, of)).reduce((best, state) => (isNearer(state, best) ? state : best));
    const edges = edgesOf(yield* cycleThrough(graph, of, first));
    const pathEdge = pathEdgeOn(first);
    const between = edges.slice(0, -1);
    // The last edge is the first screen again, one round further down. If that is the start, it usually lies there
    // anyway.
    const short = nearest(first) === 0 ? usesTo(runs, pathEdge, between) : [];
    const walk = tapsOf(endsOnItself(short) ? short : usesTo(runs, pathEdge, edges));
    const screens = [...new Set([pathEdge.head, ...between.toReversed()].map(({ symbol }) => symbol.screen))];
    cycles.push({
      taps: runs.tapsTo(first),
      cycle: { of, screens, walk, closing: walk.findLast((tap) => tap.kind !== 'back') ?? null },
    });
    yield;
  }
  return cycles.sort((a, b) => a.taps - b.taps).map(({ cycle }) => cycle);
}

/** States of a component whose frames can lie directly beneath others of it. */
function* standingBeneath(graph: BeneathGraph, { component, nodes }: Growing): Work<State[]> {
  const beneath = new Set<number>();
  const heads = new Set<number>();
  const isWithin = (node: number): boolean => graph.componentOf[node] === component;
  for (const [index, node] of nodes.entries()) {
    if (index % slice === slice - 1) yield;
    graph.eachEdge(node, (edge) => {
      const to = leadsTo(edge);
      if (hasFrame(edge) && isWithin(to)) (isState(graph.nodes[to]!) ? beneath : heads).add(to);
    });
  }
  for (const head of heads)
    graph.eachEdge(head, (edge) => {
      if (isWithin(leadsTo(edge))) beneath.add(leadsTo(edge));
    });
  return [...beneath].map((node) => graph.nodes[node] as State);
}

/**
 * A cycle from a state to itself through the frames beneath, with the fewest frames: breadth-first search, in which a
 * replaced frame adds no distance.
 */
function* cycleThrough(graph: BeneathGraph, { component }: Growing, state: State): Work<Move[]> {
  const first = graph.nodes.indexOf(state);
  // A head is two nodes of the search: one whose frame lies beneath, and one whose frame was replaced.
  const before = new Map<number, number | null>([[2 * first, null]]);
  const way = (last: number): number[] => {
    const states = [2 * first, last];
    for (let at = before.get(last); at !== null && at !== undefined; at = before.get(at)) states.push(at);
    return states.reverse();
  };
  for (let level = [2 * first]; level.length > 0;) {
    const next: number[] = [];
    // The list grows by replaced frames.
    for (let index = 0; index < level.length; index++) {
      if (index % slice === slice - 1) yield;
      const state = level[index]!;
      const from = graph.nodes[leadsTo(state)]!;
      let closed = false;
      graph.eachEdge(leadsTo(state), (edge) => {
        const to = leadsTo(edge);
        if (graph.componentOf[to] !== component) return;
        // Every way to a frame has the same frames beneath.
        if (to === first && (isState(from) || hasFrame(state)) && (hasFrame(edge) || !isState(from))) {
          closed = true;
          return false;
        }
        const at = isState(graph.nodes[to]!) ? 2 * to : edge;
        if (before.has(at)) return;
        before.set(at, state);
        (hasFrame(edge) ? next : level).push(at);
      });
      if (closed) return movesOn(graph, way(state));
    }
    level = next;
  }
  throw new Error('Every state of a cycle leads round to itself.');
}

/** A path in the graph as moves: to each state but the first, the frame or the head between. */
function movesOn(graph: BeneathGraph, states: readonly number[]): Move[] {
  const moves: Move[] = [];
  for (let index = 1, state = graph.nodes[leadsTo(states[0]!)] as State; index < states.length; index++) {
    const node = graph.nodes[leadsTo(states[index]!)]!;
    if (isState(node)) {
      const caller = state.callers.find((each) => each.kind === 'pushed-with' && each.to === node)!;
      if (caller.kind === 'pushed-with') moves.push({ symbol: caller.symbol, to: node, caller });
      state = node;
      continue;
    }
    const caller = state.callers.find(
      (each) => each.kind === (hasFrame(states[index]!) ? 'push' : 'tail-call') && each.head === node,
    )!;
    const to = graph.nodes[leadsTo(states[++index]!)] as State;
    if (caller.kind === 'push') moves.push({ symbol: node.symbol, to, caller });
    else if (caller.kind === 'tail-call') moves.push({ head: node, rule: caller.rule, to });
    state = to;
  }
  return moves;
}

/** Whether a run ends with a tap that puts the screen on top onto a stack that has it already. */
function endsOnItself(run: readonly Used[]): boolean {
  let stack: readonly StackSymbol[] = [];
  for (const {
    rule: { word },
  } of run)
    stack = word.some(({ last }) => last) ? word : [...word, ...stack.slice(1)];
  const [top, ...beneath] = stack;
  return tapsOf(run).length > 0 && beneath.some(({ screen }) => screen === top?.screen);
}

/** The first path edge to a state whose head waits for an event. */
function pathEdgeOn(to: State): PathEdge {
  for (const head of to.heads) if (!head.control.continuation) return { head, to };
  throw new Error('Every state of a cycle is one that something stands on.');
}
