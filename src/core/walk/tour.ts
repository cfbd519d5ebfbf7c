/** A small set of walks that together use every outcome of every trigger, menu item and event that can happen. */
import type { Branch, Plan, Screen } from '../plan/model';
import { activeStack, StackNumbers, type Configuration } from './configuration';
import { isBranching, partOf, type AppEvent } from './event';
import type { Tap } from './tap';
import { Walker } from './walker';

export interface TourTap {
  readonly event: AppEvent;
  /** The intended outcome; null for tabs and Back. */
  readonly branch: Branch | null;
  /** The screen on top afterwards; null if it leaves the app. */
  readonly shows: Screen | null;
  /** The configuration afterwards; null if it leaves the app. */
  readonly after: Configuration | null;
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

/** A plan of more screens is large: one tour is planned, and its walks are guided. */
const largeFrom = 200;
/** How many configurations a search looks at in a large plan before a walk begins that is guided. */
const mostSearchedNear = 150;

/** The shortest known walk to a screen; null if none is known. */
export type Guide = (screen: Screen) => readonly Tap[] | null;

/**
 * Preferences for a new walk over going on, if both take equally many taps. Each is tried, and the shortest tour wins.
 */
const biases = [0, 1, -1, 2, -2, 3];

/**
 * Plans a tour of one variant. Each walk goes on, or begins at a cold start, to the nearest unused outcome (nearest
 * neighbour; Rosenkrantz, Stearns, Lewis 1977). Of a few such tours, the one with the fewest taps is the result. Walks
 * whose outcomes other walks use as well are left out.
 *
 * In a large plan a search for each outcome would take too long. There the search stays in the neighbourhood. Beyond
 * it, a new walk follows the shortest known walk to the next screen with an unused outcome.
 *
 * @param known all outcomes that can happen, if they are known; otherwise the tour searches for them
 * @param guide the shortest walks, if they are known
 */
export function planTour(
  plan: Plan,
  variant: string,
  known: ReadonlySet<Branch> | null = null,
  guide: Guide | null = null,
): Tour {
  const planner = new Planner(plan, variant);
  const wanted = known ?? planner.outcomes();
  if (guide && plan.screens.length > largeFrom)
    return { walks: planner.guided(new Set(wanted), guide, plan), whole: planner.whole };
  let best: TourTap[][] | null = null;
  for (const bias of plan.screens.length > largeFrom ? biases.slice(0, 1) : biases) {
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
  /** Stacks become deep on long walks. */
  private numbers = new StackNumbers();
  private readonly configurations = new Map<string, Configuration>();
  private readonly edges = new Map<string, readonly OutcomeEdge[]>();
  private cold: readonly string[];

  constructor(plan: Plan, variant: string) {
    this.walker = new Walker(plan, variant);
    this.cold = this.walker.coldStart().map((configuration) => this.know(configuration));
  }

  private know(configuration: Configuration): string {
    const key = this.numbers.keyOf(configuration);
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
      if (after.length === 0) found.push({ event, branch, shows: null, after: null, to: null });
      for (const each of after)
        found.push({ event, branch, shows: activeStack(each)!.screen, after: each, to: this.know(each) });
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
  private nearest(
    starts: readonly string[],
    wanted: ReadonlySet<Branch>,
    last: boolean,
    most = mostSearched,
  ): OutcomeEdge[] | null {
    const by = new Map<string, { edge: OutcomeEdge; from: string } | null>(starts.map((key) => [key, null]));
    let level: readonly string[] = starts;
    while (level.length > 0 && by.size < most) {
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
      for (const { event, branch, shows, after, to } of path) {
        walks.at(-1)!.push({ event, branch, shows, after });
        if (branch) wanted.delete(branch);
        at = to;
      }
    }
    return walks;
  }

  /** The walks of a large plan. */
  guided(wanted: Set<Branch>, guide: Guide, plan: Plan): TourTap[][] {
    const screens = new Map<Branch, Screen>(
      plan.screens.flatMap((screen) =>
        screen.transitions.flatMap(({ branches }) => branches.map((branch) => [branch, screen] as const)),
      ),
    );
    const walks: TourTap[][] = [];
    /** Outcomes far from the shortest walk to their screen, for example behind flags. */
    const left = new Set<Branch>();
    let at: string | null = null;
    for (let next = first(wanted); next; next = first(wanted)) {
      const near: OutcomeEdge[] | null = at === null ? null : this.nearest([at], wanted, false, mostSearchedNear);
      const path: OutcomeEdge[] | null = near ?? this.pathTo(next, screens.get(next) ?? null, guide);
      if (!path) {
        wanted.delete(next);
        left.add(next);
        continue;
      }
      if (!near) walks.push([]);
      for (const { event, branch, shows, after, to } of path) {
        walks.at(-1)!.push({ event, branch, shows, after });
        if (branch) wanted.delete(branch);
        at = to;
      }
      at = this.forget(at);
    }
    return [...walks, ...this.walks(left, 0, false)];
  }

  /** The way from a cold start to an outcome: along the shortest walk to its screen, otherwise by a search. */
  private pathTo(wanted: Branch, screen: Screen | null, guide: Guide): OutcomeEdge[] | null {
    const walk = screen && guide(screen);
    const followed = walk && this.follow(walk);
    const begin = followed?.at(-1)?.to ?? null;
    const starts = walk && walk.length > 0 ? (begin === null ? [] : [begin]) : this.cold;
    const on = starts.length === 0 ? null : this.nearest(starts, new Set([wanted]), false, mostSearchedNear);
    if (on) return [...(followed ?? []), ...on];
    return this.nearest(this.cold, new Set([wanted]), false);
  }

  /** A walk from a cold start, as edges; null if one of its taps cannot be followed. */
  private follow(walk: readonly Tap[]): OutcomeEdge[] | null {
    const [cold] = this.cold;
    let at: string | null = cold ?? null;
    const path: OutcomeEdge[] = [];
    for (const tap of walk) {
      const edge: OutcomeEdge | undefined =
        at === null
          ? undefined
          : this.from(at).find(
              ({ event, shows }) => event.kind === tap.kind && partOf(event) === partOf(tap) && shows === tap.shows,
            );
      if (!edge) return null;
      path.push(edge);
      at = edge.to;
    }
    return path;
  }

  /**
   * Forgets all configurations except the cold starts and the current one: a large plan has too many to keep.
   *
   * @param but key of the current configuration; null if the app is left
   * @returns its new key
   */
  private forget(but: string | null): string | null {
    if (this.configurations.size < mostSearched) return but;
    const cold = this.cold.map((key) => this.configurations.get(key)!);
    const other = but === null ? null : this.configurations.get(but)!;
    this.configurations.clear();
    this.edges.clear();
    this.numbers = new StackNumbers();
    this.cold = cold.map((configuration) => this.know(configuration));
    return other && this.know(other);
  }
}

const first = <T>(set: ReadonlySet<T>): T | undefined => {
  for (const each of set) return each;
  return undefined;
};
