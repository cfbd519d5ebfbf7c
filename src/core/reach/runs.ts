import type { Call, Derivation, Edge, Place, Transition } from './automaton';

/** How soon a place can be come to, and by what. */
interface Entrance {
  readonly taps: number;
  readonly by: Derivation;
}

/**
 * The configurations that some runs come to, out of all that an automaton accepts: all runs, or those without links and
 * entries. Which transitions there are above a place and what they weigh is the same in both; which places there are, and
 * how soon, is not.
 */
export class Runs {
  /** The transitions of configurations that wait for an event, fewest taps first. */
  readonly sights: Transition[] = [];
  private readonly entrances: (Entrance | undefined)[] = [];

  /** Says that a place can be come to; whether that is sooner than was known. */
  enter(place: Place, taps: number, by: Derivation): boolean {
    const known = this.entrances[place.id];
    if (known && known.taps <= taps) return false;
    this.entrances[place.id] = { taps, by };
    return true;
  }

  has(place: Place): boolean {
    return this.entrances[place.id] !== undefined;
  }

  entrance(place: Place): Entrance {
    return this.entrances[place.id]!;
  }

  /** The fewest events with which a configuration is reached that begins with the transition. */
  taps({ to, weight }: Transition): number {
    return weight + this.entrances[to.id]!.taps;
  }

  /** What can lie directly beneath what was pushed above a place, one edge for each symbol and place beneath that. */
  *beneath(place: Place): Generator<Edge, void, void> {
    for (const caller of place.callers) {
      const { symbol } = caller;
      if (caller.kind === 'fixed') {
        if (this.has(caller.over)) yield { symbol, to: caller.over, caller, on: null };
      } else {
        for (const on of caller.head.taken) if (this.has(on.to)) yield { symbol, to: on.to, caller, on };
      }
    }
  }

  /** One edge for each symbol that can lie there. */
  *symbolsBeneath(place: Place): Generator<Edge, void, void> {
    for (const caller of place.callers) {
      const { symbol } = caller;
      if (caller.kind === 'fixed') {
        if (this.has(caller.over)) yield { symbol, to: caller.over, caller, on: null };
      } else {
        const on = caller.head.taken.find(({ to }) => this.has(to));
        if (on) yield { symbol, to: on.to, caller, on };
      }
    }
  }
}

/** How many places are looked at between two pauses: a few milliseconds of work. */
const slice = 500;

/** The runs that only calls from within lead to: Dijkstra's algorithm (1959) on the places, from those of a cold start. */
export function* runsFrom(starts: readonly Call[]): Generator<void, Runs, void> {
  const runs = new Runs();
  const queue: Place[][] = [];
  const sights: Transition[][] = [];
  const enter = ({ places, cost, rule }: Call, on: Transition | null, taps: number): void => {
    for (const place of places) if (runs.enter(place, taps + cost, { on, rule })) (queue[taps + cost] ??= []).push(place);
  };
  for (const start of starts) enter(start, null, 0);
  let untilPause = slice;
  for (let taps = 0; taps < queue.length; taps++) {
    // The bucket grows while it is worked off: what goes on with an event costs nothing.
    for (const place of queue[taps] ?? []) {
      if (runs.entrance(place).taps !== taps) continue;
      for (const transition of place.over) {
        const at = taps + transition.weight;
        if (!transition.head.control.agenda) (sights[at] ??= []).push(transition);
        for (const call of transition.head.calls) enter(call, transition, at);
      }
      if (--untilPause > 0) continue;
      untilPause = slice;
      yield;
    }
  }
  for (const bucket of sights) for (const transition of bucket ?? []) runs.sights.push(transition);
  return runs;
}
