/** A small set of walks that together use every outcome of every trigger, menu item and event that can happen. */
import type { Branch, Plan, Screen } from '../plan/model';
import { activeStack, keyOf, type Configuration } from './configuration';
import { isBranching, type AppEvent } from './event';
import { Walker } from './walker';

export interface TourTap {
  readonly event: AppEvent;
  /** The intended outcome; null for tabs and Back. */
  readonly branch: Branch | null;
  /** The screen on top afterwards; null if it leaves the app. */
  readonly shows: Screen | null;
}

export interface Tour {
  /** Each begins with a cold start. */
  readonly walks: readonly (readonly TourTap[])[];
  /**
   * Whether the tour leaves no outcome out: a plan of many flags and stacks may have more configurations than the
   * search visits.
   */
  readonly whole: boolean;
}

/** Successors of a configuration. */
interface OutcomeEdge extends TourTap {
  /** The configuration after it; null if the app is left. */
  readonly to: string | null;
}

/** How many configurations one search looks at, and all of them together. */
const mostSearched = 4000;

/**
 * Preferences for a new walk over going on, if both take equally many taps. Each is tried, and the shortest tour wins.
 */
const biases = [0, 1, -1, 2, -2, 3];

/**
 * Plans a tour of one variant. Each walk goes on, or begins at a cold start, to the nearest unused outcome (nearest
 * neighbour; Rosenkrantz, Stearns, Lewis 1977). Of a few such tours, the one with the fewest taps is the result. Walks
 * whose outcomes other walks use as well are left out.
 *
 * @param known all outcomes that can happen, if they are known; otherwise the tour searches for them
 */
export function planTour(plan: Plan, variant: string, known: ReadonlySet<Branch> | null = null): Tour {
  const planner = new Planner(plan, variant);
  const wanted = known ?? planner.outcomes();
  let best: TourTap[][] | null = null;
  for (const bias of plan.screens.length > 200 ? biases.slice(0, 1) : biases) {
    for (const last of [false, true]) {
      const walks = withoutIdle(planner.walks(new Set(wanted), bias, last));
      if (!best || tapsIn(walks) < tapsIn(best)) best = walks;
    }
  }
  return { walks: best ?? [], whole: planner.whole };
}

export const tapsIn = (walks: readonly (readonly TourTap[])[]): number =>
  walks.reduce((sum, walk) => sum + walk.length, 0);

/** Leaves out walks all of whose outcomes are used by others, the longest first. */
function withoutIdle(walks: TourTap[][]): TourTap[][] {
  const uses = new Map<Branch, number>();
  const branches = (walk: readonly TourTap[]): Branch[] => [
    ...new Set(walk.flatMap(({ branch }) => (branch ? [branch] : []))),
  ];
  for (const walk of walks) for (const branch of branches(walk)) uses.set(branch, (uses.get(branch) ?? 0) + 1);
  const kept = new Set(walks);
  for (const walk of [...walks].sort((a, b) => b.length - a.length)) {
    if (!branches(walk).every((branch) => uses.get(branch)! > 1)) continue;
    kept.delete(walk);
    for (const branch of branches(walk)) uses.set(branch, uses.get(branch)! - 1);
  }
  return walks.filter((walk) => kept.has(walk));
}

class Planner {
  whole = true;
  private readonly walker: Walker;
  private readonly configurations = new Map<string, Configuration>();
  private readonly edges = new Map<string, readonly OutcomeEdge[]>();
  private readonly cold: readonly string[];

  constructor(plan: Plan, variant: string) {
    this.walker = new Walker(plan, variant);
    this.cold = this.walker.coldStart().map((configuration) => this.know(configuration));
  }

  private know(configuration: Configuration): string {
    const key = keyOf(configuration);
    this.configurations.set(key, configuration);
    return key;
  }

  /** Successors, computed once. */
  private from(key: string): readonly OutcomeEdge[] {
    let edges = this.edges.get(key);
    if (edges) return edges;
    const configuration = this.configurations.get(key)!;
    const found: OutcomeEdge[] = [];
    const add = (event: AppEvent, branch: Branch | null, after: readonly Configuration[]): void => {
      if (after.length === 0) found.push({ event, branch, shows: null, to: null });
      for (const each of after) found.push({ event, branch, shows: activeStack(each)!.screen, to: this.know(each) });
    };
    for (const event of this.walker.allEvents(configuration)) {
      if (isBranching(event))
        for (const { branch, after } of this.walker.outcomesBy(configuration, event)) add(event, branch, after);
      else add(event, null, this.walker.after(configuration, event));
    }
    this.edges.set(key, (edges = found));
    return edges;
  }

  /** All outcomes that the search finds. */
  outcomes(): Set<Branch> {
    const found = new Set<Branch>();
    const seen = new Set(this.cold);
    for (const key of seen) {
      for (const { branch, to } of this.from(key)) {
        if (branch) found.add(branch);
        if (to === null || seen.has(to)) continue;
        if (seen.size >= mostSearched) this.whole = false;
        else seen.add(to);
      }
    }
    return found;
  }

  /** The shortest way to an unused outcome; `last` takes the last of equally near ones. */
  private nearest(starts: readonly string[], wanted: ReadonlySet<Branch>, last: boolean): OutcomeEdge[] | null {
    const by = new Map<string, { edge: OutcomeEdge; from: string } | null>(starts.map((key) => [key, null]));
    let level: readonly string[] = starts;
    while (level.length > 0 && by.size < mostSearched) {
      const next: string[] = [];
      let found: { edge: OutcomeEdge; from: string } | null = null;
      for (const from of level) {
        for (const edge of this.from(from)) {
          if (edge.branch && wanted.has(edge.branch) && (last || !found)) found = { edge, from };
          if (edge.to === null || by.has(edge.to)) continue;
          by.set(edge.to, { edge, from });
          next.push(edge.to);
        }
      }
      if (found) {
        const path = [found.edge];
        for (let at = by.get(found.from); at; at = by.get(at.from)) path.unshift(at.edge);
        return path;
      }
      level = next;
    }
    return null;
  }

  /** Walks until nothing is wanted any more, or nothing wanted is found. */
  walks(wanted: Set<Branch>, bias: number, last: boolean): TourTap[][] {
    const walks: TourTap[][] = [];
    let at: string | null = null;
    while (wanted.size > 0) {
      const on: OutcomeEdge[] | null = at === null ? null : this.nearest([at], wanted, last);
      const anew: OutcomeEdge[] | null = on && on.length === 1 ? null : this.nearest(this.cold, wanted, last);
      const path: OutcomeEdge[] | null = on && (!anew || on.length <= anew.length + bias) ? on : (anew ?? on);
      if (!path) {
        this.whole = false;
        break;
      }
      if (path !== on) walks.push([]);
      for (const { event, branch, shows, to } of path) {
        walks.at(-1)!.push({ event, branch, shows });
        if (branch) wanted.delete(branch);
        at = to;
      }
    }
    return walks;
  }
}
