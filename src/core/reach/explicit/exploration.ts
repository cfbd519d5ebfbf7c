import type { Budget } from '../../base/budget';
import { remembered } from '../../base/remembered';
import type { Missed, Plan, Screen } from '../../plan/model';
import type { Work } from '../../base/slices';
import { lackOf, mayHold } from '../../walk/conditions';
import { activeStack, StackNumbers, type Configuration, type Frame, type Stack } from '../../walk/configuration';
import { isBeside, type AppEvent } from '../../walk/event';
import { isInSight, listInSight } from '../../walk/in-sight';
import type { Walker } from '../../walk/walker';
import type { Tap } from '../../walk/tap';
import type { Monitored } from '../../walk/monitored';
import {
  beginnings,
  costOfEvent,
  followed,
  screenOf,
  walkFound,
  walkOf,
  type ExploredNode,
  type FoundWalk,
} from './node';

/** Maximum number of expanded configurations, and of events; an event counts once for each outcome. */
const most = 2000;
const mostEvents = 20_000;
/** Events between two pauses: a few milliseconds of work. */
const slice = 300;
/** Number of nearest configurations that are searched before the hint is tried. */
const near = 200;
/** Configurations that are looked at between two pauses: to judge one may take half a millisecond. */
const mostLooked = 25;
/** Maximum number of configurations between the two ways of a joined walk. */
const mostBetween = 60;

/**
 * Walks a variant level by level: from a cold start, then with what happens by itself, then with links and entries at
 * any time. It goes as far as callers ask, up to a number of configurations and events. Every walk is a run; a walk that is missing proves nothing.
 */
export class Exploration {
  /** One for each configuration, in the order found. */
  private readonly nodes: ExploredNode[] = [];
  /** Nodes that are expanded, in order. */
  private readonly queue: ExploredNode[] = [];
  private readonly known = new Map<string, ExploredNode>();
  /** By the screen on top, the places of nodes, in order. */
  private readonly shownAt = new Map<Screen, number[]>();
  /** The nodes from which users come to each node, by one tap. */
  private readonly sources = new Map<ExploredNode, ExploredNode[]>();
  private readonly numbers = new StackNumbers();
  private readonly revealed = new Map<Screen, ExploredNode>();
  private readonly missed = new Map<Missed, readonly Tap[]>();
  /** Values of the flags from which links and entries were opened. */
  private readonly opened = new Set<string>();
  private readonly externalEvents: ReturnType<Walker['externalEvents']>;
  private readonly asks: boolean;
  private events = 0;
  private expanded = 0;
  /** What is taken now: what users do; what happens by itself, too; links and entries, too. */
  private stage: 'taps' | 'own events' | 'outside' = 'taps';
  /** Number of expanded nodes from which what happens by itself was taken. */
  private ownTaken = 0;
  /** Number of expanded nodes from which it is to be taken before the next one is expanded. */
  private ownUntil = 0;
  /** Number of expanded nodes from which links and entries were opened, and of those from which they are to be. */
  private openedFrom = 0;
  private openUntil = 0;
  /** Nodes found while only users did something. */
  private foundByTaps = Infinity;
  private isAtEnd = false;

  /** @param monitored what each node remembers of what was shown before it */
  constructor(
    private readonly plan: Plan,
    readonly walker: Walker,
    private readonly budget: Budget,
    private readonly monitored: Monitored | null = null,
  ) {
    this.externalEvents = walker.externalEvents();
    this.asks = plan.screens.some(({ needs }) => needs.length > 0);
    this.add(walker.coldStart(), null, null);
  }

  /**
   * A walk whose last node fits, mostly the shortest; null if none is found.
   *
   * @param hint a walk that may fit, tried after the nearest configurations and before the others; its nodes are not
   *   those of the exploration
   */
  find(fits: (node: ExploredNode) => boolean, hint: readonly Tap[] | null = null): Work<Tap[] | null> {
    return this.search(null, fits, hint);
  }

  /** The walk that `find` gives, among those that end with a screen on top. Looks at no other nodes. */
  findOn(
    screen: Screen,
    fits: (node: ExploredNode) => boolean,
    hint: readonly Tap[] | null = null,
  ): Work<Tap[] | null> {
    const fitsThere = (node: ExploredNode): boolean => screenOf(node) === screen && fits(node);
    return this.search(
      remembered(this.shownAt, screen, () => []),
      fitsThere,
      hint,
    );
  }

  private *search(
    places: readonly number[] | null,
    fits: (node: ExploredNode) => boolean,
    hint: readonly Tap[] | null,
  ): Work<Tap[] | null> {
    const nearest = yield* this.look(places, fits, 0, near);
    if (nearest) return walkOf(nearest);
    const hinted = hint && this.tryWalk(hint, fits);
    if (hinted) return hinted;
    const far = yield* this.look(places, fits, near + 1, Infinity);
    return far && walkOf(far);
  }

  /**
   * The first node that fits, exploring as far as that takes; null if there is none.
   *
   * @param places of the nodes to look at, in order; null for all. Grows while nodes are found
   * @param from first place to look at
   * @param to last place to look at
   */
  private *look(
    places: readonly number[] | null,
    fits: (node: ExploredNode) => boolean,
    from: number,
    to: number,
  ): Work<ExploredNode | null> {
    let next = places ? places.filter((place) => place < from).length : from;
    for (let pauseAt = this.events + slice, looked = 0; ; looked++) {
      const place = places ? places[next] : next < this.nodes.length ? next : undefined;
      if (place === undefined) {
        if (this.nodes.length > to || !this.goOn()) return null;
      } else {
        if (place > to) return null;
        if (fits(this.nodes[place]!)) return this.nodes[place]!;
        next++;
      }
      if (this.events < pauseAt && looked % mostLooked > 0) continue;
      pauseAt = this.events + slice;
      yield;
    }
  }

  /** A given walk, if it can be walked and its last node fits; null otherwise. */
  private tryWalk(walk: readonly Tap[], fits: (node: ExploredNode) => boolean): Tap[] | null {
    const last = this.follow(walk).find(fits);
    return last ? walkOf(last) : null;
  }

  /**
   * A walk that goes one way and then another, whose last node fits; null if none is found. In large apps an
   * exploration ends long before it has gone two ways.
   *
   * @param then the second way, after going back and to other tabs
   * @param to a screen; a link or entry to it is tried as the second way, too
   */
  *joining(
    first: readonly Tap[],
    then: readonly Tap[],
    to: Screen,
    fits: (node: ExploredNode) => boolean,
  ): Work<Tap[] | null> {
    const between = [...this.follow(first)];
    // They empty all stacks: going back first would change nothing.
    for (const event of this.externalEvents) {
      const last = this.follow([{ ...event, shows: to }], between).find(fits);
      if (last) return walkOf(last);
      yield;
    }
    const known = new Set(between.map(({ configuration }) => this.numbers.keyOf(configuration)));
    for (const node of between) {
      const last = this.follow(then, [node]).find(fits);
      if (last) return walkOf(last);
      this.budget.spend(then.length * costOfEvent);
      yield;
      for (const event of this.walker.events(node.configuration)) {
        if (event.kind !== 'back' && event.kind !== 'tab') continue;
        for (const configuration of this.walker.after(node.configuration, event)) {
          const key = this.numbers.keyOf(configuration);
          if (known.has(key) || between.length >= mostBetween) continue;
          known.add(key);
          between.push(this.node(configuration, event, node));
        }
      }
    }
    return null;
  }

  /** Explores to the end; pauses every few milliseconds. */
  *toEnd(): Work<this> {
    yield* this.until(() => false);
    return this;
  }

  /** Explores until something is done, or to the end. */
  private *until(isDone: () => boolean): Work<void> {
    for (let pauseAt = this.events + slice; !isDone() && this.goOn();) {
      if (this.events < pauseAt) continue;
      pauseAt = this.events + slice;
      yield;
    }
  }

  /**
   * Whether all configurations are known. Then all runs are, and what no walk shows never happens. False while the
   * exploration can go on.
   */
  get isWhole(): boolean {
    return this.isAtEnd && this.queue.length === this.nodes.length && !this.walker.bounded;
  }

  /** The known nodes from which users get to a screen by taps, without links and entries. Costs O(events). */
  leadingTo(screen: Screen): ReadonlySet<ExploredNode> {
    const leading = new Set(this.nodes.filter((node) => screenOf(node) === screen));
    for (const node of leading) for (const source of this.sources.get(node) ?? []) leading.add(source);
    return leading;
  }

  /**
   * The shortest walk found to each screen. It is the shortest of all if it was found while only users did something.
   * Later, a configuration reached otherwise may hide a walk.
   */
  walks(): ReadonlyMap<Screen, FoundWalk> {
    const first = new Map<Screen, FoundWalk>();
    for (const [at, node] of this.nodes.entries()) {
      const screen = screenOf(node);
      if (first.has(screen)) continue;
      first.set(screen, walkFound(node, at < this.foundByTaps && !this.walker.bounded));
    }
    return first;
  }

  /** A walk that uncovers a screen whose needs do not hold; null if none is found. */
  *walkRevealing(screen: Screen, hint: readonly Tap[]): Work<readonly Tap[] | null> {
    yield* this.until(() => this.revealed.has(screen));
    const node =
      this.revealed.get(screen) ??
      this.follow(hint).find((node) => node.before && this.isRevealed(screen, node, node.before.configuration));
    return node ? walkOf(node) : null;
  }

  /** A walk whose last tap takes the step while its target is not in the stack; null if none is found. */
  *walkMissing(missed: Missed): Work<readonly Tap[] | null> {
    yield* this.until(() => this.missed.has(missed));
    return this.missed.get(missed) ?? null;
  }

  /** The last nodes of a walk, from some nodes or from a cold start; none if it cannot be walked. */
  private follow(walk: readonly Tap[], from?: readonly ExploredNode[]): readonly ExploredNode[] {
    const { nodes, taps } = followed(this.walker, walk, from ?? beginnings(this.walker), (node) => this.isSeen(node));
    return taps === walk.length ? nodes : [];
  }

  private node(configuration: Configuration, by: AppEvent | null, before: ExploredNode | null): ExploredNode {
    return {
      configuration,
      by,
      before,
      seen: before !== null && this.isSeen(before),
    };
  }

  /** What the nodes after a node remember. */
  private isSeen({ seen, configuration }: ExploredNode): boolean {
    if (!this.monitored) return seen;
    const { screen, when, until } = this.monitored;
    if (this.shows(until, configuration)) return false;
    if (seen || !this.shows(screen, configuration)) return seen;
    return when === null || mayHold(this.plan, when, configuration.flags);
  }

  /** Expands one more node; false if nothing is left. */
  private goOn(): boolean {
    if (this.isStageOver) {
      this.foundByTaps = Math.min(this.foundByTaps, this.nodes.length);
      this.stage = this.stage === 'taps' && this.plan.events.length > 0 ? 'own events' : 'outside';
      this.ownUntil = this.expanded;
      if (this.stage === 'outside') this.goOutside();
      return true;
    }
    if (this.events > mostEvents || this.budget.isSpent) return false;
    if (this.ownTaken < this.ownUntil) {
      this.takeOwn(this.queue[this.ownTaken++]!);
      return true;
    }
    if (this.openedFrom < this.openUntil) {
      this.openFromOutside(this.queue[this.openedFrom++]!);
      return true;
    }
    // After all walks with so many events that happen by themselves come those with one more.
    if (this.stage === 'own events' && this.expanded === this.queue.length && this.ownTaken < this.expanded) {
      this.ownUntil = this.expanded;
      return true;
    }
    const node = this.queue[this.expanded];
    if (!node) {
      this.isAtEnd = true;
      return false;
    }
    this.expanded++;
    for (const event of this.walker.events(node.configuration))
      for (const next of this.take(event, node)) remembered(this.sources, next, () => []).push(node);
    if (this.stage === 'outside') {
      this.ownUntil = this.expanded;
      this.openFromOutside(node);
    }
    return true;
  }

  /** Whether another stage follows, and this one is complete or has used its share. */
  private get isStageOver(): boolean {
    const [own, outside] = [this.plan.events.length > 0, this.externalEvents.length > 0];
    if (this.stage === 'outside' || (!outside && (this.stage === 'own events' || !own))) return false;
    const share = (this.stage === 'taps' ? 1 : 2) / (1 + Number(own) + Number(outside));
    const isComplete =
      this.expanded === this.queue.length && (this.stage === 'taps' || this.ownTaken === this.expanded);
    return isComplete || this.expanded >= Math.floor(most * share) || this.events > mostEvents * share;
  }

  private takeOwn(node: ExploredNode): void {
    for (const event of this.walker.ownEvents(node.configuration)) this.take(event, node);
  }

  private goOutside(): void {
    for (const event of this.externalEvents) this.add(this.walker.open(event), event, null);
    this.openUntil = this.expanded;
  }

  /** Takes an event, and returns the nodes after it. */
  private take(event: AppEvent, node: ExploredNode): ExploredNode[] {
    const before = this.walker.steps;
    const outcomes = this.walker.after(node.configuration, event);
    const count = this.walker.eventsSince(before, outcomes.length);
    this.events += count;
    this.budget.spend(count * costOfEvent);
    return this.add(outcomes, event, node);
  }

  /**
   * Opens links and entries from a node, once for each valuation: they empty all stacks, so only flags make a
   * difference.
   */
  private openFromOutside(node: ExploredNode): void {
    const key = `${this.isSeen(node)} ${node.configuration.flags.join()}`;
    if (this.opened.has(key)) return;
    this.opened.add(key);
    for (const event of this.externalEvents) this.take(event, node);
  }

  /** Adds nodes for configurations, and returns them or those that were known. */
  private add(
    configurations: readonly Configuration[],
    by: AppEvent | null,
    before: ExploredNode | null,
  ): ExploredNode[] {
    for (const missed of this.walker.missed) {
      const after = configurations[0];
      if (!this.missed.has(missed))
        this.missed.set(missed, [
          ...(before ? walkOf(before) : []),
          ...(by ? [{ ...by, shows: after ? activeStack(after)!.screen : null }] : []),
        ]);
    }
    return configurations.map((configuration) => {
      const node = this.node(configuration, by, before);
      if (this.asks && before) {
        const screen = screenOf(node);
        if (!this.revealed.has(screen) && this.isRevealed(screen, node, before.configuration))
          this.revealed.set(screen, node);
      }
      const key = `${node.seen} ${this.numbers.keyOf(configuration)}`;
      const known = this.known.get(key);
      if (known) return known;
      this.known.set(key, node);
      remembered(this.shownAt, screenOf(node), () => []).push(this.nodes.length);
      this.nodes.push(node);
      if (this.queue.length < most) this.queue.push(node);
      return node;
    });
  }

  private shows(screen: Screen | null, configuration: Configuration): boolean {
    return isInSight(screen, activeStack(configuration), this.walker.variant);
  }

  /** Whether an event has uncovered a screen whose needs do not hold. */
  private isRevealed(screen: Screen, { configuration: now, by }: ExploredNode, before: Configuration): boolean {
    const top = activeStack(now)!;
    if (screen.needs.length === 0 || top.screen !== screen) return false;
    // A list that is tapped was in sight before.
    const shown = activeStack(before);
    if (top === (by && isBeside(by) ? listInSight(shown, this.walker.variant) : shown)) return false;
    return (
      lackOf(this.plan, screen, now.flags) !== undefined &&
      before.stacks.some((stack) => [...framesOf(stack)].includes(top))
    );
  }
}

function* framesOf(stack: Stack): Generator<Frame> {
  for (let frame = stack; frame; frame = frame.below) yield frame;
}
