import type { Budget } from '../../base/budget';
import type { Plan, Screen, Step } from '../../plan/model';
import type { Work } from '../../base/slices';
import { outcomesOf } from '../../walk/conditions';
import { activeStack, StackNumbers, type Configuration, type Frame, type Stack } from '../../walk/configuration';
import type { Event, Walker } from '../../walk/walker';
import type { Tap } from '../../walk/tap';

/** How many configurations are gone on from, and how many events are tried in all; one counts for each of its outcomes. */
const most = 2000;
const mostEvents = 20_000;
/** What an event costs of the budget. */
const costOfEvent = 25;
/** How many events are tried between two pauses: a few milliseconds of work. */
const slice = 300;
/** So many configurations, the nearest, are looked at before a walk that is known from above is tried. */
const near = 200;
/** How many configurations are looked at between two pauses. */
const mostLooked = 200;
/** Where conditions leave open what comes of a tap, so many outcomes of a given walk are followed. */
const mostAtOnce = 50;

/** A walk that shows a screen, as far as this exploration knows. */
export interface FoundWalk {
  readonly reachable: 'yes';
  readonly taps: number;
  readonly fromOutside: boolean;
  /** Whether no run is shorter; and, if it comes from outside, none from inside leads to the screen. */
  readonly isShortest: boolean;
  /** The screen on top before the last tap; null at the start. */
  readonly parent: Screen | null;
  readonly walk: readonly Tap[];
}

/** A configuration, and how it was come to. */
export interface ExploredNode {
  readonly configuration: Configuration;
  readonly by: Event | null;
  readonly before: ExploredNode | null;
  /** Whether the monitored screen was on top before. */
  readonly seen: boolean;
}

/**
 * Walks a variant level by level from a cold start, and then on with links and entries at any time, as far as somebody asks and up
 * to a number of configurations and events. What it comes to is a run; that it does not come to something proves nothing.
 */
export class Exploration {
  /** One for each configuration, in the order found. */
  private readonly nodes: ExploredNode[] = [];
  /** Those that are gone on from. */
  private readonly queue: ExploredNode[] = [];
  private readonly known = new Set<string>();
  private readonly numbers = new StackNumbers();
  private readonly revealed = new Map<Screen, ExploredNode>();
  private readonly missed = new Map<Step, readonly Tap[]>();
  /** From which flags links and entries were opened. */
  private readonly opened = new Set<string>();
  private readonly externalEvents: ReturnType<Walker['externalEvents']>;
  private readonly asks: boolean;
  private events = 0;
  private expanded = 0;
  /** Whether links and entries are opened by now. */
  private outside = false;
  /** How many nodes were found before that. */
  private foundInside = Infinity;

  /** @param monitored the screen of which each node is to say whether it was on top before */
  constructor(
    private readonly plan: Plan,
    readonly walker: Walker,
    private readonly budget: Budget,
    private readonly monitored: Screen | null = null,
  ) {
    this.externalEvents = walker.externalEvents();
    this.asks = plan.screens.some(({ needs }) => needs.length > 0);
    this.add(walker.coldStart(), null, null);
  }

  /**
   * A walk that ends as is wanted, mostly the shortest; null where none was found.
   *
   * @param hint a walk that may end so: tried once the nearest configurations are looked at, before the many that are farther
   */
  *find(fits: (node: ExploredNode) => boolean, hint: readonly Tap[] = []): Work<Tap[] | null> {
    for (let at = 0, pauseAt = this.events + slice; this.hasMoreThan(at); at++) {
      if (fits(this.nodes[at]!)) return walkOf(this.nodes[at]!);
      if (at === near) {
        const hinted = this.tryWalk(hint, fits);
        if (hinted) return hinted;
      }
      if (this.events < pauseAt && at % mostLooked > 0) continue;
      pauseAt = this.events + slice;
      yield;
    }
    return this.nodes.length > near ? null : this.tryWalk(hint, fits);
  }

  /** A given walk, if it can be walked and ends as is wanted; null otherwise. */
  private tryWalk(walk: readonly Tap[], fits: (node: ExploredNode) => boolean): Tap[] | null {
    const last = this.follow(walk).find(fits);
    return last ? walkOf(last) : null;
  }

  /** Explores to the end; pauses every few milliseconds. */
  *toEnd(): Work<this> {
    for (let pauseAt = this.events + slice; this.goOn();) {
      if (this.events < pauseAt) continue;
      pauseAt = this.events + slice;
      yield;
    }
    return this;
  }

  /**
   * The shortest walk found to each screen. A walk found before links and entries were opened is the shortest
   * one. Later, a configuration come to from outside may hide a walk from inside.
   */
  walks(): ReadonlyMap<Screen, FoundWalk> {
    const first = new Map<Screen, FoundWalk>();
    for (const [at, node] of this.nodes.entries()) {
      const { screen } = activeStack(node.configuration)!;
      if (first.has(screen)) continue;
      const walk = walkOf(node);
      const isShortest = at < this.foundInside && !this.walker.bounded;
      const parent = node.before && activeStack(node.before.configuration)!.screen;
      first.set(screen, {
        reachable: 'yes',
        taps: walk.length,
        fromOutside: !isFromWithin(node),
        isShortest,
        parent,
        walk,
      });
    }
    return first;
  }

  /** A walk that shows a screen again, from beneath, without what it needs; null where none was found. */
  *walkRevealing(screen: Screen, hint: readonly Tap[]): Work<readonly Tap[] | null> {
    yield* this.toEnd();
    const node =
      this.revealed.get(screen) ??
      this.follow(hint).find(
        ({ configuration, before }) => before && this.isRevealed(screen, configuration, before.configuration),
      );
    return node ? walkOf(node) : null;
  }

  /** A walk whose last tap takes a step that goes back to what is not in the stack; null where none was found. */
  *walkMissing(step: Step): Work<readonly Tap[] | null> {
    yield* this.toEnd();
    return this.missed.get(step) ?? null;
  }

  /** What a walk leads to, as far as it can be walked. */
  private follow(walk: readonly Tap[]): readonly ExploredNode[] {
    let now: readonly ExploredNode[] = this.walker
      .coldStart()
      .map((configuration) => ({ configuration, by: null, before: null, seen: false }));
    for (const { shows, ...event } of walk) {
      now = now
        .filter(({ configuration }) => this.walker.isOffered(configuration, event))
        .flatMap((before) =>
          this.walker
            .after(before.configuration, event)
            .map((configuration) => this.node(configuration, event, before)),
        )
        .filter(({ configuration }) => activeStack(configuration)!.screen === shows)
        .slice(0, mostAtOnce);
    }
    return now;
  }

  private node(configuration: Configuration, by: Event | null, before: ExploredNode | null): ExploredNode {
    return {
      configuration,
      by,
      before,
      seen: before !== null && (before.seen || activeStack(before.configuration)!.screen === this.monitored),
    };
  }

  /** Explores until more than so many nodes are known; false where there are no more. */
  private hasMoreThan(count: number): boolean {
    while (this.nodes.length <= count) if (!this.goOn()) return false;
    return true;
  }

  /** Goes on from one more configuration; false where nothing is left to explore. */
  private goOn(): boolean {
    const inside = !this.outside && this.externalEvents.length > 0;
    if (inside && (this.expanded === this.queue.length || this.expanded === most / 2 || this.events > mostEvents / 2)) {
      this.outside = true;
      this.foundInside = this.nodes.length;
      for (const event of this.externalEvents) this.add(this.walker.open(event), event, null);
      for (const node of this.queue.slice(0, this.expanded)) this.openFromOutside(node);
      return true;
    }
    const node = this.queue[this.expanded];
    if (!node || this.events > mostEvents || this.budget.isSpent) return false;
    this.expanded++;
    for (const event of this.walker.events(node.configuration)) this.take(event, node);
    if (this.outside) this.openFromOutside(node);
    return true;
  }

  private take(event: Event, node: ExploredNode): void {
    const before = this.walker.steps;
    const outcomes = this.walker.after(node.configuration, event);
    const count = Math.max(outcomes.length, this.walker.eventsSince(before));
    this.events += count;
    this.budget.spend(count * costOfEvent);
    this.add(outcomes, event, node);
  }

  /** Opens links and entries, where they can lead to something new: they empty all stacks, so that only flags make a difference. */
  private openFromOutside(node: ExploredNode): void {
    const { configuration, seen } = node;
    const key = `${seen || activeStack(configuration)!.screen === this.monitored} ${configuration.flags.join()}`;
    if (this.opened.has(key)) return;
    this.opened.add(key);
    for (const event of this.externalEvents) this.take(event, node);
  }

  private add(configurations: readonly Configuration[], by: Event | null, before: ExploredNode | null): void {
    for (const step of this.walker.missed) {
      const after = configurations[0];
      if (!this.missed.has(step))
        this.missed.set(step, [
          ...(before ? walkOf(before) : []),
          ...(by ? [{ ...by, shows: after ? activeStack(after)!.screen : null }] : []),
        ]);
    }
    for (const configuration of configurations) {
      const node = this.node(configuration, by, before);
      if (this.asks && before) {
        const { screen } = activeStack(configuration)!;
        if (!this.revealed.has(screen) && this.isRevealed(screen, configuration, before.configuration))
          this.revealed.set(screen, node);
      }
      const key = `${node.seen} ${this.numbers.keyOf(configuration)}`;
      if (this.known.has(key)) continue;
      this.known.add(key);
      this.nodes.push(node);
      if (this.queue.length < most) this.queue.push(node);
    }
  }

  /** Whether an event has shown a screen that was there before, without what it needs. */
  private isRevealed(screen: Screen, now: Configuration, before: Configuration): boolean {
    const top = activeStack(now)!;
    if (screen.needs.length === 0 || top.screen !== screen || top === activeStack(before)) return false;
    const lacks = screen.needs.some(
      ({ condition }) => !outcomesOf(condition, (flag) => now.flags[this.plan.flags.indexOf(flag)]!).holds,
    );
    return lacks && before.stacks.some((stack) => [...framesOf(stack)].includes(top));
  }
}

function* framesOf(stack: Stack): Generator<Frame> {
  for (let frame = stack; frame; frame = frame.below) yield frame;
}

/** Whether only what is inside of the app led there. */
export function isFromWithin(last: ExploredNode): boolean {
  for (let at: ExploredNode | null = last; at; at = at.before)
    if (at.by?.kind === 'link' || at.by?.kind === 'entry') return false;
  return true;
}

function walkOf(last: ExploredNode): Tap[] {
  const walk: Tap[] = [];
  for (let at: ExploredNode | null = last; at?.by; at = at.before)
    walk.push({ ...at.by, shows: activeStack(at.configuration)!.screen });
  return walk.reverse();
}
