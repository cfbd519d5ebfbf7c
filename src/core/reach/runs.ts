import {
  costOf,
  type Alone,
  type Derivation,
  type Edge,
  type Head,
  type Place,
  type Replaced,
  type Transition,
} from './automaton';
import { HeadSet } from './head-set';
import type { PushdownRule } from './pushdown';
import type { Saturation } from './saturation';

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

/** How many places are looked at between two pauses: a few milliseconds of work. */
const slice = 500;

/** The runs that only calls from within lead to: Dijkstra's algorithm (1959) on places and heads, from those of a cold start. */
export function* runsWithin(saturation: Saturation): Generator<void, Runs, void> {
  const runs = new Runs(saturation.runs);
  const queue: (Place | Transition)[][] = [];
  const soonest: number[] = [];
  const settled = new HeadSet(saturation.blocks);
  const push = (next: Place | Transition, taps: number): void => void (queue[taps] ??= []).push(next);
  const enter = (lowest: Place, rule: PushdownRule, on: Transition | null, taps: number): void => {
    for (let place: Place | null = lowest; place; place = place.above) {
      if (taps >= runs.tapsTo(place)) continue;
      runs.enter(place, taps, rule, on);
      push(place, taps);
    }
  };
  for (const { lowest, rule } of saturation.starts) enter(lowest, rule, null, 0);
  let untilPause = slice;
  for (let taps = 0; taps < queue.length; taps++) {
    // The list grows while it is worked off: what goes on with an event costs nothing.
    for (const next of queue[taps] ?? []) {
      if ('head' in next) {
        if (runs.soonestOf(next.head)) continue;
        settled.add(next.head);
        runs.reach(next, taps);
        const { pushed, rules } = next.head;
        for (let index = 0; index < pushed.length; index++)
          if (pushed[index]) enter(pushed[index]!, rules[index]!, next, taps + costOf(rules[index]!));
        continue;
      }
      if (runs.tapsTo(next) !== taps) continue;
      for (const { control, weight } of next.alone ? saturation.returnsTo(next.above!) : []) {
        const alone = next.alone![control.number]!;
        if (taps + weight >= runs.tapsTo(alone)) continue;
        runs.enterAlone(alone, taps + weight, { kind: 'alone', of: next, control, weight });
        push(alone, taps + weight);
      }
      next.eachHead(settled, (head, weight) => {
        const after = taps + weight;
        if (after >= (soonest[head.id] ?? Infinity)) return;
        soonest[head.id] = after;
        push({ head, to: next }, after);
      });
      if (--untilPause > 0) continue;
      untilPause = slice;
      yield;
    }
  }
  return runs;
}
