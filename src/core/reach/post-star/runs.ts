import type { Alone, Derivation, Edge, Head, Place, Replaced, Transition } from './automaton';
import type { PushdownRule } from '../system';

/**
 * The configurations that some runs come to, out of all that an automaton accepts: all runs, or those without links and
 * entries. What can stand on a place, and after how many events, is the same in both; which places are come to, and how soon,
 * is not.
 */
export class Runs {
  /** How each head that waits for an event is come to soonest, fewest taps first. */
  readonly sights: Transition[] = [];
  // Numbers and objects apart: the numbers are asked for all the time.
  private readonly soonest: number[] = [];
  /** By which rule, used on what, a place is come to; or how it is otherwise. */
  private readonly rules: (PushdownRule | undefined)[] = [];
  private readonly ons: (Transition | null)[] = [];
  private readonly others: (Alone | undefined)[] = [];
  private readonly reached: Transition[] = [];
  private readonly reachedAfter: number[] = [];

  /** @param among the runs of which these are some; null for all */
  constructor(readonly among: Runs | null = null) {}

  /** Says by which rule, used on what, a place is come to sooner than was known. */
  enter({ id }: Place, taps: number, rule: PushdownRule, on: Transition | null): void {
    this.come(id, taps);
    this.rules[id] = rule;
    this.ons[id] = on;
  }

  /** The same where what was pushed together with a last frame is popped. */
  enterAlone({ id }: Place, taps: number, by: Alone): void {
    this.come(id, taps);
    this.rules[id] = undefined;
    this.others[id] = by;
  }

  private come(id: number, taps: number): void {
    while (this.soonest.length <= id) this.soonest.push(Infinity);
    this.soonest[id] = taps;
  }

  /** Says how a head is come to soonest. Those with fewer taps come first. */
  reach(transition: Transition, taps: number): void {
    const { head } = transition;
    this.reached[head.id] = transition;
    this.reachedAfter[head.id] = taps;
    if (!head.control.agenda) this.sights.push(transition);
  }

  /** How a head is come to soonest; undefined where it is not. */
  soonestOf({ id }: Head): Transition | undefined {
    return this.reached[id];
  }

  /** The fewest events with which a head is come to. */
  tapsOf({ id }: Head): number {
    return this.reachedAfter[id]!;
  }

  /** The fewest events with which a place is come to; infinite where it is not. */
  tapsTo({ id }: Place): number {
    return id < this.soonest.length ? this.soonest[id]! : Infinity;
  }

  has(place: Place): boolean {
    return this.tapsTo(place) < Infinity;
  }

  /** By what a place is come to soonest. */
  derivation({ id }: Place): Derivation {
    const rule = this.rules[id];
    return rule ? { kind: 'use', on: this.ons[id]!, rule } : this.others[id]!;
  }

  /** All transitions of a head, fewest taps first. */
  transitionsOf(head: Head): Transition[] {
    return head.over
      .map((to) => [this.tapsTo(to) + to.weightOf(head), { head, to }] as const)
      .filter(([taps]) => taps < Infinity)
      .sort(([a], [b]) => a - b)
      .map(([, each]) => each);
  }

  /** What can lie directly beneath what was pushed above a place: every symbol with every place beneath that. */
  beneath(place: Place): Generator<Edge, void, void> {
    return this.edges(place, true);
  }

  /** One edge for each symbol that can lie there and the control state in which something was pushed onto it. */
  symbolsBeneath(place: Place): Generator<Edge, void, void> {
    return this.edges(place, false);
  }

  private *edges(from: Place, all: boolean): Generator<Edge, void, void> {
    const seen = new Set([from]);
    const queue: { readonly place: Place; readonly replaced: readonly Replaced[] }[] = [{ place: from, replaced: [] }];
    for (const { place, replaced } of queue) {
      for (const caller of place.callers) {
        if (caller.kind === 'with') {
          if (this.has(caller.over)) yield { symbol: caller.symbol, to: caller.over, caller, replaced };
          continue;
        }
        const { head, rule } = caller;
        for (const to of head.over) {
          if (!this.has(to)) continue;
          if (caller.kind === 'onto') {
            yield { symbol: head.symbol, to, caller, replaced };
            if (!all) break;
          } else if (!seen.has(to)) {
            seen.add(to);
            queue.push({ place: to, replaced: [...replaced, { head, to, rule }] });
          }
        }
      }
    }
  }
}
