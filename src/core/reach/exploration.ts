import type { Plan, Screen } from '../plan/model';
import { activeStack, keyOf, type Configuration } from '../walk/configuration';
import { Walker, type Event } from '../walk/walker';
import type { Tap } from './reach';

/** How many configurations are gone on from, and how many events are tried in all; one counts for each of its outcomes. */
const most = 2000;
const mostEvents = 20_000;
/** Where conditions leave open what comes of a tap, so many outcomes of a given walk are followed. */
const mostAtOnce = 50;

/** A configuration, and how it was come to. */
export interface Moment {
  readonly configuration: Configuration;
  readonly by: Event | null;
  readonly before: Moment | null;
  /** Whether the watched screen was on top before. */
  readonly seen: boolean;
}

/**
 * Walks a variant level by level, from a cold start on and with links and entries at any time, as far as somebody asks and up
 * to a number of configurations and events. What it comes to is a run; that it does not come to something proves nothing.
 */
export class Exploration {
  /** All that events led to, configurations that were known already too. */
  private readonly moments: Moment[] = [];
  private readonly queue: Moment[] = [];
  private readonly known = new Set<string>();
  /** From which flags links and entries were opened. */
  private readonly opened = new Set<string>();
  private readonly walker: Walker;
  private readonly doors: readonly Event[];
  private events = 0;
  private expanded = 0;

  constructor(plan: Plan, variant: string, private readonly watched: Screen | null = null) {
    this.walker = new Walker(plan, variant);
    this.doors = this.walker.doors();
    this.add(this.walker.coldStart(), null, null);
  }

  /**
   * A walk that ends as is wanted, mostly the shortest; null where none was found.
   *
   * @param hint a walk that may end so, to be tried last: it may be longer than what is explored
   */
  find(fits: (moment: Moment) => boolean, hint: readonly Tap[] = []): Tap[] | null {
    for (let at = 0; at < this.moments.length || this.goOn(at); at++) {
      const moment = this.moments[at]!;
      if (fits(moment)) return walkOf(moment);
    }
    const hinted = this.follow(hint).find(fits);
    return hinted ? walkOf(hinted) : null;
  }

  /** What a walk leads to, as far as it can be walked. */
  private follow(walk: readonly Tap[]): readonly Moment[] {
    let now: readonly Moment[] = this.walker.coldStart().map((configuration) => ({ configuration, by: null, before: null, seen: false }));
    for (const { shows, ...event } of walk) {
      now = now.filter(({ configuration }) => this.walker.isOffered(configuration, event))
        .flatMap((before) => this.walker.after(before.configuration, event).map((configuration) => this.moment(configuration, event, before)))
        .filter(({ configuration }) => activeStack(configuration)!.screen === shows).slice(0, mostAtOnce);
    }
    return now;
  }

  private moment(configuration: Configuration, by: Event | null, before: Moment | null): Moment {
    return { configuration, by, before, seen: before !== null && (before.seen || activeStack(before.configuration)!.screen === this.watched) };
  }

  /** Explores until there are more moments than so many; false where there is nothing left to explore. */
  private goOn(count: number): boolean {
    while (this.moments.length <= count) {
      const moment = this.queue[this.expanded++];
      if (!moment || this.events > mostEvents) return false;
      for (const event of this.walker.events(moment.configuration)) this.take(event, moment);
      if (this.isNewOutside(moment)) for (const event of this.doors) this.take(event, moment);
    }
    return true;
  }

  private take(event: Event, moment: Moment): void {
    const outcomes = this.walker.after(moment.configuration, event);
    this.events += Math.max(1, outcomes.length);
    this.add(outcomes, event, moment);
  }

  /** Whether links and entries can lead to something new: they empty all stacks, so that only flags make a difference. */
  private isNewOutside({ configuration, seen }: Moment): boolean {
    const key = `${seen || activeStack(configuration)!.screen === this.watched} ${configuration.flags.join()}`;
    if (this.opened.has(key)) return false;
    this.opened.add(key);
    return true;
  }

  private add(configurations: readonly Configuration[], by: Event | null, before: Moment | null): void {
    for (const configuration of configurations) {
      const moment = this.moment(configuration, by, before);
      this.moments.push(moment);
      const key = `${moment.seen} ${keyOf(configuration)}`;
      if (this.known.has(key) || this.known.size >= most) continue;
      this.known.add(key);
      this.queue.push(moment);
    }
  }
}

/** Whether only what is inside of the app led there. */
export function isFromWithin(last: Moment): boolean {
  for (let at: Moment | null = last; at; at = at.before) if (at.by?.kind === 'link' || at.by?.kind === 'entry') return false;
  return true;
}

function walkOf(last: Moment): Tap[] {
  const walk: Tap[] = [];
  for (let at: Moment | null = last; at?.by; at = at.before) walk.push({ ...at.by, shows: activeStack(at.configuration)!.screen });
  return walk.reverse();
}
