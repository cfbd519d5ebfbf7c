import type { Budget } from '../../base/budget';
import type { Work } from '../../base/slices';
import type { Screen } from '../../plan/model';
import { StackNumbers } from '../../walk/configuration';
import type { Walker } from '../../walk/walker';
import { beginnings, costOfEvent, screenOf, walkFound, type ExploredNode, type FoundWalk } from './node';
import type { ScreenDistances } from './screen-distances';

/** Maximum number of events. */
const most = 20_000;
/** Events between two pauses: a few milliseconds of work. */
const slice = 300;

export interface ShorterWalks {
  /** The shortest walk to each goal for which there is one in time. */
  readonly walks: ReadonlyMap<Screen, FoundWalk>;
  /** The number of taps up to which no walk in time is missing. */
  readonly searched: number;
}

/**
 * Seeks the shortest walks from a cold start, by taps alone, that show some screens in time: breadth first, without the
 * configurations from which none is shown in time. Where only a shorter walk would be in time and none is found, the
 * known one is proved the shortest.
 *
 * @param deadlines the most taps after which each goal may be shown
 */
export function* shorterWalks(
  walker: Walker,
  distances: ScreenDistances,
  deadlines: ReadonlyMap<Screen, number>,
  budget: Budget,
): Work<ShorterWalks> {
  const lateness = distances.lateness(deadlines);
  const numbers = new StackNumbers();
  const known = new Set<string>();
  const found = new Map<Screen, ExploredNode>();
  const add = (node: ExploredNode, taps: number, level: ExploredNode[]): void => {
    const key = numbers.keyOf(node.configuration);
    if (known.has(key)) return;
    known.add(key);
    const screen = screenOf(node);
    if (taps <= (deadlines.get(screen) ?? -1) && !found.has(screen)) found.set(screen, node);
    if (taps + distances.from(node.configuration, lateness) <= 0) level.push(node);
  };
  let level: ExploredNode[] = [];
  for (const node of beginnings(walker)) add(node, 0, level);
  let searched = 0;
  search: for (let events = 0, pauseAt = slice; level.length > 0; searched++) {
    const next: ExploredNode[] = [];
    for (const before of level) {
      for (const by of walker.events(before.configuration)) {
        const { steps } = walker;
        const after = walker.after(before.configuration, by);
        const count = walker.eventsSince(steps, after.length);
        events += count;
        budget.spend(count * costOfEvent);
        for (const configuration of after) add({ configuration, by, before, seen: false }, searched + 1, next);
      }
      if (events > most || budget.isSpent) break search;
      if (events < pauseAt) continue;
      pauseAt = events + slice;
      yield;
    }
    level = next;
  }
  // A limit of the walker hides walks.
  const isProof = !walker.bounded;
  const walks = new Map([...found].map(([screen, node]) => [screen, walkFound(node, isProof)]));
  const isWhole = level.length === 0;
  return { walks, searched: !isProof ? 0 : isWhole ? Infinity : searched };
}
