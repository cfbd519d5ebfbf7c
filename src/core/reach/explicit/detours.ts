import type { Budget } from '../../base/budget';
import { remembered } from '../../base/remembered';
import type { Work } from '../../base/slices';
import type { Flag, Plan, Screen } from '../../plan/model';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { activeStack, keyOf, type Configuration } from '../../walk/configuration';
import type { ExternalEvent } from '../../walk/event';
import type { Tap } from '../../walk/tap';
import type { Walker } from '../../walk/walker';
import { beginnings, costOfEvent, followed, type ExploredNode } from './node';
import type { ScreenDistances } from './screen-distances';

/** Maximum number of times that a walk gets stuck and goes on. */
const mostDetours = 4;
/** Maximum number of configurations that are expanded on the way to one goal. */
const mostExpanded = 150;
/** Maximum number of values, of all flags together, that are tried two at a time. */
const mostInPairs = 30;
/** The distance that counts where triggers lead farther, or nowhere: Back may lead there. */
const farthest = 6;

/** A value that a flag must have. */
interface Wanted {
  readonly flag: Flag;
  readonly value: string;
}

/**
 * Walks that go the way of a given one, and set the flags that it needs where it gets stuck. The given one comes from
 * an upper bound, so conditions may stop it.
 */
export class Detours {
  private readonly external: readonly ExternalEvent[];
  /** By flag and value, the screens on which a tap sets it; null for all screens. */
  private readonly setters = new Map<string, Set<Screen> | null>();

  constructor(
    private readonly plan: Plan,
    private readonly walker: Walker,
    private readonly distances: ScreenDistances,
    private readonly budget: Budget,
  ) {
    this.external = walker.externalEvents();
    for (const list of eachStepList(plan, walker.variant)) {
      const screen = screenOfList(list);
      for (const step of eachStep(list.steps)) {
        if (step.kind !== 'sets' || !step.flag || step.value === null) continue;
        const key = keyOfWanted({ flag: step.flag, value: step.value });
        if (screen) remembered(this.setters, key, () => new Set<Screen>())?.add(screen);
        else this.setters.set(key, null);
      }
    }
  }

  /**
   * The end of a walk that goes the way of `hint`, if it fits; null if none is found. With a detour, the walk is seldom
   * the shortest.
   */
  *find(hint: readonly Tap[], fits: (node: ExploredNode) => boolean): Work<ExploredNode | null> {
    let rest = hint;
    let from: readonly ExploredNode[] = beginnings(this.walker);
    for (let detours = 0; detours <= mostDetours; detours++) {
      const { nodes, taps } = this.follow(rest, from);
      if (taps === rest.length) return nodes.find(fits) ?? null;
      const [stuck] = nodes;
      if (!stuck || this.budget.isSpent) return null;
      rest = rest.slice(taps);
      const wanted = this.wantedFor(rest[0]!, stuck.configuration);
      const back = wanted && (yield* this.setAndReturn(stuck, wanted));
      if (!back) return null;
      from = [back];
    }
    return null;
  }

  /**
   * The end of a walk that goes the way of `hint` as far as nothing stops it, and then any way to a screen; null if none
   * is found that fits.
   */
  *along(hint: readonly Tap[], goal: Screen, fits: (node: ExploredNode) => boolean): Work<ExploredNode | null> {
    const { nodes } = this.follow(hint, beginnings(this.walker));
    const [first] = nodes;
    return nodes.find(fits) ?? (first ? yield* this.search(first, [goal], fits) : null);
  }

  /** The end of a walk that fits; null if something stops it. */
  straight(walk: readonly Tap[], fits: (node: ExploredNode) => boolean): ExploredNode | null {
    const { nodes, taps } = this.follow(walk, beginnings(this.walker));
    return taps < walk.length ? null : (nodes.find(fits) ?? null);
  }

  /** The flags that stop a walk; none if something else does, or nothing. */
  stopping(walk: readonly Tap[]): readonly Flag[] {
    const { nodes, taps } = this.follow(walk, beginnings(this.walker));
    const [stuck] = nodes;
    const wanted = taps < walk.length && stuck ? this.wantedFor(walk[taps]!, stuck.configuration) : null;
    return (wanted ?? []).map(({ flag }) => flag);
  }

  private follow(walk: readonly Tap[], from: readonly ExploredNode[]): ReturnType<typeof followed> {
    this.budget.spend(walk.length * costOfEvent);
    return followed(this.walker, walk, from);
  }

  /** Other values of one flag, or of two, with which a tap shows the screen that it has to; null if there are none. */
  private wantedFor({ shows, ...event }: Tap, { flags, ...others }: Configuration): readonly Wanted[] | null {
    const works = (wanted: readonly Wanted[]): boolean => {
      const valueOf = new Map(wanted.map(({ flag, value }) => [flag, value]));
      const configuration = { ...others, flags: this.plan.flags.map((flag, at) => valueOf.get(flag) ?? flags[at]!) };
      this.budget.spend(costOfEvent);
      return (
        this.walker.isOffered(configuration, event) &&
        this.walker.after(configuration, event).some((next) => activeStack(next)!.screen === shows)
      );
    };
    const single = this.plan.flags.flatMap((flag, at) =>
      flag.values.flatMap((value): Wanted[] => (value === flags[at] ? [] : [{ flag, value }])),
    );
    for (const one of single) if (works([one])) return [one];
    if (single.length > mostInPairs) return null;
    for (const one of single)
      for (const other of single) if (one.flag !== other.flag && works([one, other])) return [one, other];
    return null;
  }

  /** A walk that sets flags and comes back to the screen on top: on its stack, or at least on another one. */
  private *setAndReturn(stuck: ExploredNode, wanted: readonly Wanted[]): Work<ExploredNode | null> {
    const { screen } = activeStack(stuck.configuration)!;
    const has = ({ configuration: { flags } }: ExploredNode, { flag, value }: Wanted): boolean =>
      flags[this.plan.flags.indexOf(flag)] === value;
    let node: ExploredNode | null = stuck;
    for (const each of wanted) {
      if (has(node, each)) continue;
      const screens = this.setters.get(keyOfWanted(each));
      if (screens === undefined) return null;
      node = yield* this.search(node, screens ?? this.plan.screens, (next) => has(next, each));
      if (!node) return null;
    }
    const isBack = (next: ExploredNode): boolean =>
      activeStack(next.configuration)!.screen === screen && wanted.every((each) => has(next, each));
    const isOnItsStack = (next: ExploredNode): boolean =>
      next.configuration.active === stuck.configuration.active && isBack(next);
    for (const fits of [isOnItsStack, isBack]) {
      if (fits(node)) return node;
      const found: ExploredNode | null =
        this.openFromOutside(node, screen).find(fits) ?? (yield* this.search(node, [screen], fits));
      if (found) return found;
    }
    return null;
  }

  /** What links and entries to a screen lead to. */
  private openFromOutside(before: ExploredNode, screen: Screen): ExploredNode[] {
    return this.external
      .filter((by) => (by.kind === 'link' ? by.link.screen : by.entry.call?.target) === screen)
      .flatMap((by) => {
        this.budget.spend(costOfEvent);
        return this.walker
          .after(before.configuration, by)
          .map((configuration) => ({ configuration, by, before, seen: false }));
      });
  }

  /**
   * Best-first search by the taps so far and the distance to the goals (A*: Hart, Nilsson, Raphael, 1968). A condition
   * may stop the tap at the nearest goal: then goals farther away follow.
   */
  *search(
    from: ExploredNode,
    goals: Iterable<Screen>,
    fits: (node: ExploredNode) => boolean,
  ): Work<ExploredNode | null> {
    const distances = this.distances.to(goals);
    const known = new Set([keyOf(from.configuration)]);
    const open: { readonly node: ExploredNode; readonly taps: number }[][] = [];
    const add = (node: ExploredNode, taps: number): void => {
      const distance = Math.min(farthest, this.distances.from(node.configuration, distances));
      (open[taps + distance] ??= []).push({ node, taps });
    };
    add(from, 0);
    for (let expanded = 0; expanded < mostExpanded && !this.budget.isSpent; expanded++) {
      const nearest = open.find((level) => level && level.length > 0)?.pop();
      if (!nearest) return null;
      const { node, taps } = nearest;
      for (const event of this.walker.events(node.configuration)) {
        this.budget.spend(costOfEvent);
        for (const configuration of this.walker.after(node.configuration, event)) {
          const key = keyOf(configuration);
          if (known.has(key)) continue;
          known.add(key);
          const next = { configuration, by: event, before: node, seen: false };
          if (fits(next)) return next;
          add(next, taps + 1);
        }
      }
      if (expanded % 8 === 7) yield;
    }
    return null;
  }
}

const keyOfWanted = ({ flag, value }: Wanted): string => `${flag.name}=${value}`;
