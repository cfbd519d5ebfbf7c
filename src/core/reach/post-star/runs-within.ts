/** The runs of an automaton that open no link and no entry. */
import { costOf, type State, type PathEdge } from './automaton';
import { Buckets } from './buckets';
import { HeadSet } from './head-set';
import type { PushdownRule } from '../system';
import { Runs } from './runs';
import type { Saturation } from './saturation';

/** States between two pauses: a few milliseconds of work. */
const slice = 500;

/** Runs without links and entries: Dijkstra's algorithm (1959) on states and heads, from a cold start. */
export function* runsWithin(saturation: Saturation): Generator<void, Runs, void> {
  const runs = new Runs(saturation.runs.hasOwnEvents, saturation.runs);
  const queue = new Buckets<State | PathEdge>();
  const soonest: number[] = [];
  const settled = new HeadSet(saturation.blocks);
  const push = (next: State | PathEdge, taps: number): void => queue.add(taps, next);
  const enter = (lowest: State, rule: PushdownRule, on: PathEdge | null, taps: number): void => {
    for (let state: State | null = lowest; state; state = state.above) {
      if (taps >= runs.tapsTo(state)) continue;
      runs.enter(state, taps, rule, on);
      push(state, taps);
    }
  };
  for (const { lowest, rule } of saturation.starts) enter(lowest, rule, null, 0);
  let untilPause = slice;
  for (let taps = queue.next(0); taps < Infinity; taps = queue.next(taps + 1)) {
    // The list grows in this loop: rules that continue an event cost no tap.
    for (const next of queue.at(taps)!) {
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
      for (const { control, weight } of next.uncovered ? saturation.returnsTo(next.above!) : []) {
        const alone = next.uncovered![control.number]!;
        if (taps + weight >= runs.tapsTo(alone)) continue;
        runs.enterAlone(alone, taps + weight, { kind: 'uncovered', of: next, control, weight });
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
