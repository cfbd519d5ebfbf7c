import { weightOfOwnEvent } from './automaton';
import type { Uncovered, Derivation, StackEdge, Head, State, Replaced, PathEdge } from './automaton';
import type { PushdownRule } from '../system';

/**
 * Configurations that a set of runs reaches: all runs, or those without links and entries. Both sets share one
 * automaton with its heads and their weights. They differ only in the states that they reach, and in the number of
 * taps.
 */
export class Runs {
  /** For each head that waits for an event, the path edge with the fewest taps; fewest first. */
  readonly shown: PathEdge[] = [];
  // Numbers and objects apart: the numbers are asked for all the time.
  private readonly soonest: number[] = [];
  /** Derivation of each state: a rule and the path edge that it applies to, or another. */
  private readonly rules: (PushdownRule | undefined)[] = [];
  private readonly ons: (PathEdge | null)[] = [];
  private readonly others: (Uncovered | undefined)[] = [];
  private readonly reached: PathEdge[] = [];
  private readonly reachedAfter: number[] = [];

  /**
   * @param hasOwnEvents whether events may happen by themselves, so that weights count them
   * @param among the set that these runs are a part of; null for all runs
   */
  constructor(
    readonly hasOwnEvents: boolean,
    readonly among: Runs | null = null,
  ) {}

  /** Notes a rule that reaches a state sooner than known. */
  enter({ id }: State, taps: number, rule: PushdownRule, on: PathEdge | null): void {
    this.come(id, taps);
    this.rules[id] = rule;
    this.ons[id] = on;
  }

  /** Notes that a last frame is uncovered sooner than known. */
  enterAlone({ id }: State, taps: number, by: Uncovered): void {
    this.come(id, taps);
    this.rules[id] = undefined;
    this.others[id] = by;
  }

  private come(id: number, taps: number): void {
    while (this.soonest.length <= id) this.soonest.push(Infinity);
    this.soonest[id] = taps;
  }

  /** Notes the soonest path edge of a head. Heads come in the order of their taps. */
  reach(pathEdge: PathEdge, taps: number): void {
    const { head } = pathEdge;
    this.reached[head.id] = pathEdge;
    this.reachedAfter[head.id] = taps;
    if (!head.control.continuation) this.shown.push(pathEdge);
  }

  /** The path edge that reaches a head soonest; undefined if these runs do not reach it. */
  soonestOf({ id }: Head): PathEdge | undefined {
    return this.reached[id];
  }

  /** Number of events on the lightest path to a head that is reached. */
  lengthTo(head: Head): number {
    const weight = this.tapsOf(head);
    if (!this.hasOwnEvents) return weight;
    return (weight % weightOfOwnEvent) + Math.floor(weight / weightOfOwnEvent);
  }

  /** Whether every path to a head that is reached has an event that happens by itself. */
  needsOwnEvent(head: Head): boolean {
    return this.hasOwnEvents && this.tapsOf(head) >= weightOfOwnEvent;
  }

  /** Weight of the lightest path to a head that is reached: its taps, unless events happen by themselves. */
  tapsOf({ id }: Head): number {
    return this.reachedAfter[id]!;
  }

  /** Fewest events to a state; infinite if it is not reached. */
  tapsTo({ id }: State): number {
    return id < this.soonest.length ? this.soonest[id]! : Infinity;
  }

  has(state: State): boolean {
    return this.tapsTo(state) < Infinity;
  }

  /** How a state is reached soonest. */
  derivation({ id }: State): Derivation {
    const rule = this.rules[id];
    return rule ? { kind: 'use', on: this.ons[id]!, rule } : this.others[id]!;
  }

  /** All path edges of a head, fewest taps first. */
  pathEdgesOf(head: Head): PathEdge[] {
    return head.states
      .map((to) => [this.tapsTo(to) + to.weightOf(head), { head, to }] as const)
      .filter(([taps]) => taps < Infinity)
      .sort(([a], [b]) => a - b)
      .map(([, each]) => each);
  }

  /** Every frame that can lie directly beneath a symbol pushed above a state, with every state beneath that frame. */
  beneath(state: State): Generator<StackEdge, void, void> {
    return this.edges(state, true);
  }

  /**
   * Frames that can lie directly beneath a symbol pushed above a state: one edge for each symbol and calling control
   * state.
   */
  symbolsBeneath(state: State): Generator<StackEdge, void, void> {
    return this.edges(state, false);
  }

  private *edges(from: State, all: boolean): Generator<StackEdge, void, void> {
    const seen = new Set([from]);
    const queue: { readonly state: State; readonly replaced: readonly Replaced[] }[] = [{ state: from, replaced: [] }];
    for (const { state, replaced } of queue) {
      for (const caller of state.callers) {
        if (caller.kind === 'pushed-with') {
          if (this.has(caller.to)) yield { symbol: caller.symbol, to: caller.to, caller, replaced };
          continue;
        }
        const { head, rule } = caller;
        for (const to of head.states) {
          if (!this.has(to)) continue;
          if (caller.kind === 'push') {
            yield { symbol: head.symbol, to, caller, replaced };
            if (!all) break;
          } else if (!seen.has(to)) {
            seen.add(to);
            queue.push({ state: to, replaced: [...replaced, { head, to, rule }] });
          }
        }
      }
    }
  }
}
