/** Rings of screens that can pile up on one another without end. */
import type { Screen } from '../../plan/model';
import type { StackSymbol } from '../system';
import type { Place, Runs, Transition } from '../post-star';
import { edgesOf, type Move } from './beneath';
import { findBeneathGraph, hasFrame, isPlace, leadsTo, type BeneathGraph, type Growing } from './beneath-graph';
import type { Tap } from '../../walk/tap';
import { tapsOf, usesTo, type Used } from './witness';
import type { Work } from '../../base/slices';

export interface Ring {
  /** In the order in which they come to lie on one another, the one nearest to the start first. */
  readonly screens: readonly Screen[];
  readonly walk: readonly Tap[];
  /** The tap that closes it. */
  readonly closing: Tap | null;
  /** All that can lie beneath one another there. */
  readonly of: Growing;
}

/** How many nodes are looked at between two pauses: a few milliseconds of work. */
const slice = 2_000;

/** Two rings of the same screens are told once. */
export const keyOfRing = ({ screens }: Pick<Ring, 'screens'>): string =>
  screens
    .map(({ index }) => index)
    .sort((a, b) => a - b)
    .join();

/** One ring for each set of screens that can pile up on one another, those that begin nearest to the start first. */
export function* ringsOf(runs: Runs): Work<Ring[]> {
  const taps = new Map<Screen, number>();
  for (const { head } of runs.sights)
    if (!taps.has(head.symbol.screen)) taps.set(head.symbol.screen, runs.tapsOf(head));
  const nearest = ({ symbol }: Place): number => taps.get(symbol.screen) ?? Infinity;
  const graph = yield* findBeneathGraph(runs);
  const rings: { readonly taps: number; readonly ring: Ring }[] = [];
  for (const of of graph.growing) {
    // The ring is told from the screen on that is nearest to the start: to that one a user would go back. What only ever takes
    // another one's place is beneath nothing by itself.
    const isNearer = (place: Place, other: Place): boolean =>
      (nearest(place) - nearest(other) ||
        runs.tapsTo(place) - runs.tapsTo(other) ||
        place.symbol.screen.index - other.symbol.screen.index) < 0;
    const first = (yield* standingBeneath(graph, of)).reduce((best, place) => (isNearer(place, best) ? place : best));
    const edges = edgesOf(yield* ringThrough(graph, of, first));
    const sight = sightOn(first);
    const between = edges.slice(0, -1);
    // The last edge is the same screen again, one round further down. Where that is the start, it mostly lies there anyway.
    const short = nearest(first) === 0 ? usesTo(runs, sight, between) : [];
    const walk = tapsOf(endsOnItself(short) ? short : usesTo(runs, sight, edges));
    const screens = [...new Set([sight.head, ...between.toReversed()].map(({ symbol }) => symbol.screen))];
    rings.push({
      taps: runs.tapsTo(first),
      ring: { of, screens, walk, closing: walk.findLast((tap) => tap.kind !== 'back') ?? null },
    });
    yield;
  }
  return rings.sort((a, b) => a.taps - b.taps).map(({ ring }) => ring);
}

/** The places in a component of the frames that can lie directly beneath what stands on others there. */
function* standingBeneath(graph: BeneathGraph, { component, nodes }: Growing): Work<Place[]> {
  const beneath = new Set<number>();
  const heads = new Set<number>();
  const isWithin = (node: number): boolean => graph.componentOf[node] === component;
  for (const [index, node] of nodes.entries()) {
    if (index % slice === slice - 1) yield;
    graph.eachEdge(node, (edge) => {
      const to = leadsTo(edge);
      if (hasFrame(edge) && isWithin(to)) (isPlace(graph.nodes[to]!) ? beneath : heads).add(to);
    });
  }
  for (const head of heads)
    graph.eachEdge(head, (edge) => {
      if (isWithin(leadsTo(edge))) beneath.add(leadsTo(edge));
    });
  return [...beneath].map((node) => graph.nodes[node] as Place);
}

/**
 * A way round from a place to itself, by what lies beneath, with the fewest frames: breadth-first search, in which what a frame
 * has replaced is no further away than the frame.
 */
function* ringThrough(graph: BeneathGraph, { component }: Growing, place: Place): Work<Move[]> {
  const first = graph.nodes.indexOf(place);
  // A head counts twice: as one whose frame lies beneath, and as one whose frame was replaced. States are edges that lead to a node.
  const before = new Map<number, number | null>([[2 * first, null]]);
  const way = (last: number): number[] => {
    const states = [2 * first, last];
    for (let at = before.get(last); at !== null && at !== undefined; at = before.get(at)) states.push(at);
    return states.reverse();
  };
  for (let level = [2 * first]; level.length > 0;) {
    const next: number[] = [];
    // The list grows by what has been replaced.
    for (let index = 0; index < level.length; index++) {
      if (index % slice === slice - 1) yield;
      const state = level[index]!;
      const from = graph.nodes[leadsTo(state)]!;
      let closed = false;
      graph.eachEdge(leadsTo(state), (edge) => {
        const to = leadsTo(edge);
        if (graph.componentOf[to] !== component) return;
        // What lies beneath a frame is beneath it whichever way the frame is come to.
        if (to === first && (isPlace(from) || hasFrame(state)) && (hasFrame(edge) || !isPlace(from))) {
          closed = true;
          return false;
        }
        const at = isPlace(graph.nodes[to]!) ? 2 * to : edge;
        if (before.has(at)) return;
        before.set(at, state);
        (hasFrame(edge) ? next : level).push(at);
      });
      if (closed) return movesOn(graph, way(state));
    }
    level = next;
  }
  throw new Error('Every place of a ring leads round to itself.');
}

/** A way in the graph as moves: each place, but for the first, by the frame or the head between. */
function movesOn(graph: BeneathGraph, states: readonly number[]): Move[] {
  const moves: Move[] = [];
  for (let index = 1, place = graph.nodes[leadsTo(states[0]!)] as Place; index < states.length; index++) {
    const node = graph.nodes[leadsTo(states[index]!)]!;
    if (isPlace(node)) {
      const caller = place.callers.find((each) => each.kind === 'with' && each.over === node)!;
      if (caller.kind === 'with') moves.push({ symbol: caller.symbol, to: node, caller });
      place = node;
      continue;
    }
    const caller = place.callers.find(
      (each) => each.kind === (hasFrame(states[index]!) ? 'onto' : 'instead') && each.head === node,
    )!;
    const to = graph.nodes[leadsTo(states[++index]!)] as Place;
    if (caller.kind === 'onto') moves.push({ symbol: node.symbol, to, caller });
    else if (caller.kind === 'instead') moves.push({ head: node, rule: caller.rule, to });
    place = to;
  }
  return moves;
}

/** Whether a run ends with a tap, after which the screen on top lies on the stack once more. */
function endsOnItself(run: readonly Used[]): boolean {
  let stack: readonly StackSymbol[] = [];
  for (const {
    rule: { word },
  } of run)
    stack = word.some(({ last }) => last) ? word : [...word, ...stack.slice(1)];
  const [top, ...beneath] = stack;
  return tapsOf(run).length > 0 && beneath.some(({ screen }) => screen === top?.screen);
}

/** What stands on a place first and waits for an event. */
function sightOn(to: Place): Transition {
  for (const head of to.heads) if (!head.control.agenda) return { head, to };
  throw new Error('Every place of a ring is one that something stands on.');
}
