import type { Budget } from '../../base/budget';
import { remembered } from '../../base/remembered';
import type { Work } from '../../base/slices';
import type { Flag, Plan, Screen } from '../../plan/model';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { activeStack, keyOf, type Configuration } from '../../walk/configuration';
import type { ExternalEvent } from '../../walk/event';
import type { Tap } from '../../walk/tap';
import type { Walker } from '../../walk/walker';
import { followed, type ExploredNode } from './node';
import { ScreenDistances } from './screen-distances';

/** Maximum number of times that a walk gets stuck and goes on. */
const mostDetours = 4;
/** Maximum number of configurations that are expanded on the way to one goal. */
const mostExpanded = 150;
/** Cost of an event. */
const costOfEvent = 25;

/** A value that a flag must have. */
interface Wanted {
  readonly flag: Flag;
  readonly value: string;
}

/**
 * Walks that go the way of a given one, and set the flags that it needs where it gets stuck. The given one comes from
 * an upper bound that leaves flags open, so conditions may stop it.
 */
export class Detours {
  private readonly distances: ScreenDistances;
  private readonly external: readonly ExternalEvent[];
  /** By flag and value, the screens on which a tap sets it; null for all screens. */
  private readonly setters = new Map<string, Set<Screen> | null>();

  constructor(
    private readonly plan: Plan,
    private readonly walker: Walker,
    private readonly budget: Budget,
  ) {
    this.external = walker.externalEvents();
    this.distances = new ScreenDistances(plan, walker.variant);
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
   * The end of a walk in the manner of `hint`, which fits; null if none is found. With a detour, the walk is seldom the
   * shortest.
   */
  *find(hint: readonly Tap[], fits: (node: ExploredNode) => boolean): Work<ExploredNode | null> {
    const wanted: Wanted[] = [];
    let rest = hint;
    let from: readonly ExploredNode[] = this.beginnings();
    for (let detours = 0; detours <= mostDetours; detours++) {
      const { nodes, taps } = followed(this.walker, rest, from);
      const found = taps === rest.length ? nodes.find(fits) : undefined;
      if (found) return found;
      const stuck = nodes[0];
      if (taps === rest.length || !stuck || this.budget.isSpent) return null;
      rest = rest.slice(taps);
      const need = this.needOf(stuck.configuration, rest[0]!);
      if (!need) return null;
      wanted.push(need);
      const back = yield* this.setAndReturn(stuck, wanted);
      if (!back) return null;
      from = [back];
    }
    return null;
  }

  /** The end of a walk that fits; null if something stops it. */
  straight(walk: readonly Tap[], fits: (node: ExploredNode) => boolean): ExploredNode | null {
    const { nodes, taps } = followed(this.walker, walk, this.beginnings());
    return taps < walk.length ? null : (nodes.find(fits) ?? null);
  }

  /** The flag that stops a walk; null if nothing does, or no single flag. */
  stoppedBy(walk: readonly Tap[]): Flag | null {
    const { nodes, taps } = followed(this.walker, walk, this.beginnings());
    const [stuck] = nodes;
    return taps < walk.length && stuck ? (this.needOf(stuck.configuration, walk[taps]!)?.flag ?? null) : null;
  }

  private beginnings(): ExploredNode[] {
    return this.walker.coldStart().map((configuration) => ({ configuration, by: null, before: null, seen: false }));
  }

  /** The value of a flag with which a tap shows what it has to; null if no single flag keeps it from that. */
  private needOf(configuration: Configuration, { shows, ...event }: Tap): Wanted | null {
    const { flags } = configuration;
    for (const [index, flag] of this.plan.flags.entries()) {
      for (const value of flag.values) {
        if (value === flags[index]) continue;
        const other = { ...configuration, flags: flags.with(index, value) };
        this.budget.spend(costOfEvent);
        if (!this.walker.isOffered(other, event)) break;
        if (this.walker.after(other, event).some((next) => activeStack(next)!.screen === shows)) return { flag, value };
      }
    }
    return null;
  }

  /** A walk that sets flags, the last of them first, and comes back to the screen on top. */
  private *setAndReturn(stuck: ExploredNode, wanted: readonly Wanted[]): Work<ExploredNode | null> {
    const { screen } = activeStack(stuck.configuration)!;
    const has = ({ configuration: { flags } }: ExploredNode, { flag, value }: Wanted): boolean =>
      flags[this.plan.flags.indexOf(flag)] === value;
    let node: ExploredNode | null = stuck;
    for (const each of [...wanted].reverse()) {
      if (has(node, each)) continue;
      const screens = this.setters.get(keyOfWanted(each));
      if (screens === undefined) return null;
      node = yield* this.search(node, screens ?? this.plan.screens, (next) => has(next, each));
      if (!node) return null;
    }
    const isBack = (next: ExploredNode): boolean =>
      activeStack(next.configuration)!.screen === screen && wanted.every((each) => has(next, each));
    if (isBack(node)) return node;
    return this.openFromOutside(node, screen).find(isBack) ?? (yield* this.search(node, [screen], isBack));
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
   * Best-first search by the taps so far and the distance to the goals (A*: Hart, Nilsson, Raphael, 1968). A goal may be
   * in vain, since a condition stops its tap: then those farther away follow.
   */
  private *search(
    from: ExploredNode,
    goals: Iterable<Screen>,
    fits: (node: ExploredNode) => boolean,
  ): Work<ExploredNode | null> {
    const distances = this.distances.to(goals);
    const known = new Set([keyOf(from.configuration)]);
    const open: { readonly node: ExploredNode; readonly taps: number }[][] = [];
    const add = (node: ExploredNode, taps: number): void => {
      const distance = distances[activeStack(node.configuration)!.screen.index]!;
      if (distance < Infinity) (open[taps + distance] ??= []).push({ node, taps });
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
