/** Walks from one configuration toward a screen. */
import { Budget } from '../../base/budget';
import { remembered } from '../../base/remembered';
import { toEnd, type Work } from '../../base/slices';
import type { Plan, Screen } from '../../plan/model';
import { activeStack, keyOf, type Configuration } from '../../walk/configuration';
import type { AppEvent } from '../../walk/event';
import type { Tap } from '../../walk/tap';
import { Ends } from '../../walk/ends';
import { Walker } from '../../walk/walker';
import { costOfEvent, walkOf, type ExploredNode } from './node';
import { RelaxedDistances } from './relaxed-distances';
import { ScreenDistances } from './screen-distances';

/** Maximum number of configurations that each search expands: a tenth of a second's work. */
const most = 2000;
/** Configurations between two pauses. */
const slice = 20;

interface SearchNode extends ExploredNode {
  readonly taps: number;
  /** Whether its place in the queue is by the closer estimate. */
  readonly isClose: boolean;
}

/** Estimates of the taps from a configuration to the goal, never too high; infinite where no way leads there. */
interface Estimates {
  readonly quick: (configuration: Configuration) => number;
  /** One that takes more work, for configurations whose turn has come. */
  readonly close: (configuration: Configuration) => number;
}

export interface Limits {
  /** Events that must not happen. */
  readonly avoids?: (event: AppEvent) => boolean;
  /** What has to hold where the other walk ends. */
  readonly begins?: (configuration: Configuration) => boolean;
  /** What has to hold all the way. */
  readonly keeps?: (configuration: Configuration) => boolean;
  /** Whether a walk may end there; by default, where the screen is on top. */
  readonly ends?: (configuration: Configuration) => boolean;
  /** Whether a walk may end where it begins. */
  readonly mayBeEmpty?: boolean;
}

export interface WalkToward {
  readonly taps: readonly Tap[];
  /** Whether none from there is shorter. */
  readonly isShortest: boolean;
}

/**
 * Searches a walk of taps inside the app, from the end of another walk to a screen. Null proves nothing. It follows the
 * taps so far and an estimate of those that are left (Hart, Nilsson, Raphael 1968). The estimate is never too high, so
 * the first walk is the shortest. If that takes too long, twice the estimate leads to some walk sooner (Pohl 1970).
 *
 * @param first a walk from a cold start
 */
export function* walkingToward(
  plan: Plan,
  variant: string,
  first: readonly Tap[],
  goal: Screen,
  limits: Limits = {},
  budget = new Budget(Infinity),
): Work<WalkToward | null> {
  const { begins = () => true, avoids = () => false, keeps = () => true } = limits;
  const { ends = (one) => activeStack(one)!.screen === goal, mayBeEmpty = false } = limits;
  const walker = new Walker(plan, variant);
  const starts = new Ends(walker).of(first).filter((one) => begins(one) && keeps(one));
  const distances = new ScreenDistances(plan, variant);
  const toGoal = distances.to([goal]);
  const relaxed = plan.flags.length > 0 ? new RelaxedDistances(plan, variant, goal, distances) : null;
  const closely = new Map<string, number>();
  const search = (weight: number): Work<Tap[] | null> => {
    const estimates: Estimates = {
      quick: (one) => weight * distances.from(one, toGoal),
      close: (one) => weight * (relaxed ? remembered(closely, keyOf(one), () => relaxed.from(one, budget)) : 0),
    };
    return walkFrom(walker, starts, estimates, { avoids, keeps, ends, mayBeEmpty }, budget);
  };
  const shortest = yield* search(1);
  const taps = shortest ?? (yield* search(2));
  return taps && { taps, isShortest: shortest !== null && !walker.bounded };
}

/** The walk that `walkingToward` gives, without a pause. */
export const walkToward = (...asked: Parameters<typeof walkingToward>): WalkToward | null =>
  toEnd(walkingToward(...asked));

function* walkFrom(
  walker: Walker,
  starts: readonly Configuration[],
  { quick, close }: Estimates,
  { avoids, keeps, ends, mayBeEmpty }: Required<Omit<Limits, 'begins'>>,
  budget: Budget,
): Work<Tap[] | null> {
  const due: SearchNode[][] = [];
  const tapsTo = new Map<string, number>();
  let rank = 0;
  const add = (node: SearchNode): void => {
    const key = keyOf(node.configuration);
    const estimate = quick(node.configuration);
    if (estimate === Infinity || (tapsTo.get(key) ?? Infinity) <= node.taps) return;
    tapsTo.set(key, node.taps);
    // Twice the estimate may fall by more than a tap; such a node is not to be missed.
    (due[Math.max(rank, node.taps + estimate)] ??= []).push(node);
  };
  for (const configuration of starts)
    add({ configuration, by: null, before: null, seen: false, taps: 0, isClose: false });
  let expanded = 0;
  let looked = 0;
  for (; rank < due.length; rank++) {
    for (const node of (due[rank] ??= [])) {
      if (node.taps > tapsTo.get(keyOf(node.configuration))!) continue;
      if ((mayBeEmpty || node.taps > 0) && ends(node.configuration)) return walkOf(node);
      if (++looked % slice === 0) yield;
      const later = node.isClose ? rank : node.taps + close(node.configuration);
      if (later > rank) {
        if (later < Infinity) (due[later] ??= []).push({ ...node, isClose: true });
        continue;
      }
      if (++expanded > most || budget.isSpent) return null;
      for (const by of walker.events(node.configuration)) {
        if (avoids(by)) continue;
        const { steps } = walker;
        const after = walker.after(node.configuration, by);
        budget.spend(walker.eventsSince(steps, after.length) * costOfEvent);
        for (const configuration of after.filter(keeps))
          add({ configuration, by, before: node, seen: false, taps: node.taps + 1, isClose: false });
      }
    }
  }
  return null;
}
