import { isIn, type Plan, type Screen } from '../../plan/model';
import { toEnd, type Work } from '../../base/slices';
import { activeStack, type Configuration, type Frame } from '../../walk/configuration';
import type { AppEvent } from '../../walk/event';
import { Walker } from '../../walk/walker';
import { backInWalks } from './back';
import { mayReach } from '../explicit';
import type { Reach, VariantReach } from './reach';
import type { Verdict } from './verdict';
import type { Tap } from '../../walk/tap';

/** Maximum number of events, and more for each screen. The notes beside each keystroke wait for them. */
const mostEvents = 25_000;
const mostEventsOfScreen = 60;

/** Flags that cost as much as an event. */
const flagsOfEvent = 30;

/** Events between two pauses: a few milliseconds of work. */
const slice = 2_000;

/** A configuration and how it was first reached. */
interface SearchNode {
  readonly configuration: Configuration;
  readonly screen: Screen;
  readonly taps: number;
  readonly from: SearchNode | null;
  readonly by: AppEvent | null;
}

const undecided: Verdict = {
  reachable: 'undecided',
  taps: null,
  fromOutside: false,
  byEvent: false,
  isShortest: null,
  parent: null,
  walk: null,
};
const stranded: Verdict = { ...undecided, reachable: 'no', isShortest: true };

/**
 * Breadth-first search over configurations (Moore 1959): from a cold start, then, for screens that are left, from links
 * and entries. It expands one configuration for each screen on top, flags, tab and deferred arrival. Every "yes" is a
 * run that the walker made, every "no" is proved by an over-approximation, and the rest is undecided. Taps may be too
 * many: another stack beneath may be nearer.
 *
 * Costs O(steps of all transitions · reachable combinations of flags) for each variant, up to a number of events.
 * Pauses every few milliseconds.
 */
export function* searching(plan: Plan): Work<Reach> {
  const variants: VariantReach[] = [];
  for (const variant of plan.variants) variants.push(yield* searchVariant(plan, variant));
  return { variants };
}

/** The quick analysis without pauses. */
export const searchReach = (plan: Plan): Reach => toEnd(searching(plan));

function* searchVariant(plan: Plan, variant: string): Work<VariantReach> {
  const start = plan.start?.target;
  // Without a start nothing is proved of any screen, and plan/no-start or plan/unknown-name has said so once.
  if (!start || !isIn(start.only, variant))
    return {
      name: variant,
      verdicts: plan.screens.map(() => undecided),
      kind: 'undecided',
      because: 'not asked',
      back: backInWalks(plan, variant, []),
    };
  const search = new Search(plan, new Walker(plan, variant));
  yield* search.fromColdStart();
  yield* search.withOwnEvents();
  yield* search.fromOutside(variant);
  const may = search.first.every((arrival) => arrival !== null) ? null : mayReach(plan, variant);
  const verdicts = plan.screens.map((screen): Verdict => {
    const arrival = search.first[screen.index];
    if (!arrival) return may!.has(screen) ? undecided : stranded;
    const fromOutside = isOutside(arrival);
    const byEvent = !fromOutside && hasOwnEvent(arrival);
    return {
      reachable: 'yes',
      taps: arrival.taps,
      fromOutside,
      byEvent,
      isShortest: arrival.taps <= 1 && !fromOutside && !byEvent ? true : null,
      parent: arrival.from?.screen ?? null,
      get walk() {
        return walkOf(arrival);
      },
    };
  });
  return {
    kind: 'undecided',
    because: 'not asked',
    name: variant,
    verdicts,
    back: backInWalks(plan, variant, verdicts),
  };
}

class Search {
  /** By the index of a screen, the node with the fewest taps. */
  readonly first: (SearchNode | null)[];
  private readonly seen = new Set<string | number>();
  private readonly queue: SearchNode[] = [];
  private events = 0;
  /** Nodes from which what happens by itself is still to be taken. */
  private waiting: SearchNode[] = [];
  /** Whether what happens by itself is taken together with what users do. */
  private together = false;
  /** Keys of configurations name every flag. */
  private readonly costOfEvent: number;
  /** Whether the stack is all that a configuration holds. */
  private readonly plain: boolean;

  constructor(
    private readonly plan: Plan,
    private readonly walker: Walker,
  ) {
    this.first = plan.screens.map(() => null);
    this.costOfEvent = 1 + plan.flags.length / flagsOfEvent;
    this.plain =
      plan.flags.length === 0 && plan.tabBars.length === 0 && plan.screens.every((screen) => screen.needs.length === 0);
  }

  *fromColdStart(): Work<void> {
    for (const configuration of this.walker.coldStart()) this.add(configuration, null, null);
    yield* this.run();
  }

  /** Goes on with what happens by itself: all walks with one such event, then all with one more. */
  *withOwnEvents(): Work<void> {
    while (this.waiting.length > 0 && !this.isSpent) {
      let pauseAt = this.events + slice;
      for (const node of this.waiting.splice(0)) {
        if (this.isSpent) break;
        this.take(node, this.walker.ownEvents(node.configuration));
        if (this.events < pauseAt) continue;
        pauseAt = this.events + slice;
        yield;
      }
      yield* this.run();
    }
    this.together = this.plan.events.length > 0;
  }

  /** Searches from links and entries, each of which counts as a tap, for screens that no tap inside reaches. */
  *fromOutside(variant: string): Work<void> {
    const events: AppEvent[] = [
      ...this.plan.screens.flatMap((screen) =>
        this.first[screen.index] ? [] : screen.links.map((link): AppEvent => ({ kind: 'link', link })),
      ),
      ...this.plan.entries.flatMap((entry): AppEvent[] =>
        isIn(entry.only, variant) && entry.call?.target && !this.first[entry.call.target.index]
          ? [{ kind: 'entry', entry }]
          : [],
      ),
    ];
    for (const event of events) {
      for (const configuration of this.walker.open(event as Parameters<Walker['open']>[0]))
        this.add(configuration, null, event);
    }
    yield* this.run();
  }

  private *run(): Work<void> {
    for (let at = 0, pauseAt = this.events + slice; at < this.queue.length && !this.isSpent; at++) {
      if (this.events >= pauseAt) {
        pauseAt = this.events + slice;
        yield;
      }
      const node = this.queue[at]!;
      const { configuration } = node;
      this.take(node, this.together ? this.walker.allEvents(configuration) : this.walker.events(configuration));
    }
    this.queue.length = 0;
  }

  private get isSpent(): boolean {
    return this.events >= mostEvents + mostEventsOfScreen * this.plan.screens.length;
  }

  private take(node: SearchNode, events: readonly AppEvent[]): void {
    for (const event of events) {
      const before = this.walker.steps;
      const after = this.walker.after(node.configuration, event);
      this.events += this.walker.eventsSince(before, after.length) * this.costOfEvent;
      for (const configuration of after) if (configuration !== node.configuration) this.add(configuration, node, event);
    }
  }

  private add(configuration: Configuration, from: SearchNode | null, by: AppEvent | null): void {
    const top = activeStack(configuration)!;
    const { below } = top;
    // The frame beneath is in the key only if Back would show a screen that has not been on top yet.
    const fresh = below && !this.first[below.screen.index] ? below.screen.index + 1 : 0;
    const shown = top.screen.index * (this.plan.screens.length + 1) + fresh;
    const key = this.plain ? shown : `${shown} ${configuration.active} ${gateOf(top)} ${configuration.flags.join()}`;
    if (this.seen.has(key)) return;
    this.seen.add(key);
    const arrival: SearchNode = { configuration, screen: top.screen, taps: (from?.taps ?? 0) + (by ? 1 : 0), from, by };
    if (!this.first[top.screen.index]) this.first[top.screen.index] = arrival;
    this.queue.push(arrival);
    if (this.plan.events.length > 0 && !this.together) this.waiting.push(arrival);
  }
}

/** The screen whose arrival the nearest gate puts off. */
function gateOf(top: Frame): number | '' {
  for (let frame: Frame | null = top; frame; frame = frame.below) if (frame.putOff) return frame.putOff.screen.index;
  return '';
}

function hasOwnEvent(arrival: SearchNode): boolean {
  for (let at: SearchNode | null = arrival; at; at = at.from) if (at.by?.kind === 'event') return true;
  return false;
}

function isOutside(arrival: SearchNode): boolean {
  let first = arrival;
  while (first.from) first = first.from;
  return first.by !== null;
}

function walkOf(arrival: SearchNode): Tap[] {
  const taps: Tap[] = [];
  for (let at: SearchNode | null = arrival; at; at = at.from) if (at.by) taps.push({ ...at.by, shows: at.screen });
  return taps.reverse();
}
