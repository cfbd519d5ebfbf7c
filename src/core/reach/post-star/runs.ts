import type { Uncovered, Derivation, StackEdge, Head, State, Replaced, PathEdge } from './automaton';
import type { PushdownRule } from '../system';

/**
 * The configurations that some runs come to, out of all that an automaton accepts: all runs, or those without links and
 * entries. What can stand on a state, and after how many events, is the same in both; which states are come to, and how soon,
 * is not.
 */
export class Runs {
  /** How each head that waits for an event is come to soonest, fewest taps first. */
  readonly shown: PathEdge[] = [];
  // Numbers and objects apart: the numbers are asked for all the time.
  private readonly soonest: number[] = [];
  /** By which rule, used on what, a state is come to; or how it is otherwise. */
  private readonly rules: (PushdownRule | undefined)[] = [];
  private readonly ons: (PathEdge | null)[] = [];
  private readonly others: (Uncovered | undefined)[] = [];
  private readonly reached: PathEdge[] = [];
  private readonly reachedAfter: number[] = [];

  /** @param among the runs of which these are some; null for all */
  constructor(readonly among: Runs | null = null) {}

  /** Says by which rule, used on what, a state is come to sooner than was known. */
  enter({ id }: State, taps: number, rule: PushdownRule, on: PathEdge | null): void {
    this.come(id, taps);
    this.rules[id] = rule;
    this.ons[id] = on;
  }

  /** The same where what was pushed together with a last frame is popped. */
  enterAlone({ id }: State, taps: number, by: Uncovered): void {
    this.come(id, taps);
    this.rules[id] = undefined;
    this.others[id] = by;
  }

  private come(id: number, taps: number): void {
    while (this.soonest.length <= id) this.soonest.push(Infinity);
    this.soonest[id] = taps;
  }

  /** Says how a head is come to soonest. Those with fewer taps come first. */
  reach(transition: PathEdge, taps: number): void {
    const { head } = transition;
    this.reached[head.id] = transition;
    this.reachedAfter[head.id] = taps;
    if (!head.control.continuation) this.shown.push(transition);
  }

  /** How a head is come to soonest; undefined where it is not. */
  soonestOf({ id }: Head): PathEdge | undefined {
    return this.reached[id];
  }

  /** The fewest events with which a head is come to. */
  tapsOf({ id }: Head): number {
    return this.reachedAfter[id]!;
  }

  /** The fewest events with which a state is come to; infinite where it is not. */
  tapsTo({ id }: State): number {
    return id < this.soonest.length ? this.soonest[id]! : Infinity;
  }

  has(state: State): boolean {
    return this.tapsTo(state) < Infinity;
  }

  /** By what a state is come to soonest. */
  derivation({ id }: State): Derivation {
    const rule = this.rules[id];
    return rule ? { kind: 'use', on: this.ons[id]!, rule } : this.others[id]!;
  }

  /** All transitions of a head, fewest taps first. */
  transitionsOf(head: Head): PathEdge[] {
    return head.states
      .map((to) => [this.tapsTo(to) + to.weightOf(head), { head, to }] as const)
      .filter(([taps]) => taps < Infinity)
      .sort(([a], [b]) => a - b)
      .map(([, each]) => each);
  }

  /** What can lie directly beneath what was pushed above a state: every symbol with every state beneath that. */
  beneath(state: State): Generator<StackEdge, void, void> {
    return this.edges(state, true);
  }

  /** One edge for each symbol that can lie there and the control state in which something was pushed onto it. */
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
