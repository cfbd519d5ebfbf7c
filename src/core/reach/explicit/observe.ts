import type { Plan, Screen } from '../../plan/model';
import { activeStack, keyOf, type Configuration } from '../../walk/configuration';
import type { AppEvent, ExternalEvent } from '../../walk/event';
import { listInSight } from '../../walk/in-sight';
import { Ends } from '../../walk/ends';
import type { Tap } from '../../walk/tap';
import { Walker } from '../../walk/walker';

/** Effects of Back that were seen. */
export interface Observed {
  readonly reveals: readonly ReadonlySet<Screen>[];
  /** Screens that Back reveals in the same stack, without the tops of other tabs. */
  readonly within: readonly ReadonlySet<Screen>[];
  /** Screens from which it went to the first tab. */
  readonly toFirstTab: ReadonlySet<Screen>;
  readonly leaves: ReadonlySet<Screen>;
  /** Screens seen on top with something beneath them in their stack, and with nothing. */
  readonly arrow: ReadonlySet<Screen>;
  readonly noArrow: ReadonlySet<Screen>;
  /** Whether all configurations were seen. */
  readonly whole: boolean;
}

/** Maximum number of configurations, and of events, level by level. */
const mostInLevels = 1500;
const mostEvents = 40_000;
/** In an app of more screens the levels end long before the far ones, and show nothing that walks do not. */
const mostScreens = 60;
const mostInLevelsOfMany = 600;
/** Maximum number of events around the ends of walks, and of configurations at one end. */
const mostAround = 40_000;
const mostAtOnce = 8;

/**
 * Walks a variant level by level, from a cold start and from outside, up to a number of configurations; if these are
 * not all, also one step on from the end of each given walk. For plans whose stacks are not known exactly. Everything
 * seen is true; unless `whole`, there may be more.
 *
 * @param walks from a cold start, such as the shortest one to each screen
 * @param levels how many configurations are looked at level by level
 */
export function observe(
  plan: Plan,
  variant: string,
  walks: Iterable<readonly Tap[]>,
  levels = plan.screens.length > mostScreens ? mostInLevelsOfMany : mostInLevels,
): Observed {
  const observer = new Observer(plan, variant);
  observer.explore(levels);
  if (!observer.whole) for (const walk of walks) if (!observer.lookAround(walk)) break;
  return observer;
}

class Observer implements Observed {
  readonly reveals: ReadonlyArray<Set<Screen>>;
  readonly within: ReadonlyArray<Set<Screen>>;
  readonly toFirstTab = new Set<Screen>();
  readonly leaves = new Set<Screen>();
  readonly arrow = new Set<Screen>();
  readonly noArrow = new Set<Screen>();
  whole = false;
  private readonly walker: Walker;
  private readonly external: readonly ExternalEvent[];
  private readonly ends: Ends;
  /** Events so far around the ends of walks. */
  private around = 0;
  /** Valuations of the flags with which links and entries were opened. */
  private readonly opened = new Set<string>();
  /** Lists of flag values that `opened` has. Many configurations hold one list, and to look it up costs nothing. */
  private readonly openedWith = new WeakSet<Configuration['flags']>();

  constructor(
    plan: Plan,
    private readonly variant: string,
  ) {
    this.walker = new Walker(plan, variant);
    this.external = this.walker.externalEvents();
    this.ends = new Ends(this.walker);
    this.reveals = plan.screens.map(() => new Set<Screen>());
    this.within = plan.screens.map(() => new Set<Screen>());
  }

  /** Notes what Back does in a configuration. */
  private look(configuration: Configuration): void {
    const { screen, below } = activeStack(configuration)!;
    // Back to a list that is in sight already needs no arrow.
    const hasArrow = below !== null && listInSight(activeStack(configuration), this.variant) !== below;
    (hasArrow ? this.arrow : this.noArrow).add(screen);
    const back = this.walker.after(configuration, { kind: 'back' });
    if (back.length === 0) this.leaves.add(screen);
    for (const each of back) {
      this.reveals[screen.index]!.add(activeStack(each)!.screen);
      if (each.active === configuration.active) this.within[screen.index]!.add(activeStack(each)!.screen);
      else this.toFirstTab.add(screen);
    }
  }

  /** Looks at all configurations, up to a number of them. */
  explore(most: number): void {
    const { walker, external } = this;
    const seen = new Map<string, Configuration>();
    const add = (configurations: readonly Configuration[]): void => {
      for (const configuration of configurations) {
        const key = keyOf(configuration);
        if (!seen.has(key) && seen.size < most) seen.set(key, configuration);
      }
    };
    add(walker.coldStart());
    for (const event of external) add(walker.open(event));
    // Links and entries empty all stacks, so once for each valuation of the flags is enough.
    const opened = new Set<string>();
    let events = 0;
    for (const configuration of seen.values()) {
      if (events > mostEvents) break;
      this.look(configuration);
      const flags = configuration.flags.join();
      const outside = opened.has(flags) ? [] : external;
      opened.add(flags);
      for (const event of [...walker.allEvents(configuration), ...outside]) {
        const before = walker.steps;
        add(walker.after(configuration, event));
        events += walker.eventsSince(before);
      }
    }
    this.whole = seen.size < most && events <= mostEvents && !walker.bounded;
  }

  /** Looks at the end of a walk, and at what can follow it. Returns false once it has looked at enough. */
  lookAround(walk: readonly Tap[]): boolean {
    for (const end of this.ends.of(walk).slice(0, mostAtOnce)) this.lookFrom(end);
    this.around++;
    return this.around < mostAround;
  }

  /** Looks at a configuration, at what can follow it, and at links and entries that are opened with its flags. */
  private lookFrom(configuration: Configuration): void {
    const { walker } = this;
    this.look(configuration);
    for (const event of walker.allEvents(configuration)) {
      for (const next of this.after(configuration, event)) {
        this.look(next);
        this.openWith(next);
      }
    }
  }

  /** Opens each link and entry. They empty all stacks, so once for each valuation of the flags is enough. */
  private openWith(configuration: Configuration): void {
    if (this.around >= mostAround || this.openedWith.has(configuration.flags)) return;
    this.openedWith.add(configuration.flags);
    const flags = configuration.flags.join();
    if (this.opened.has(flags)) return;
    this.opened.add(flags);
    for (const event of this.external) {
      if (this.around >= mostAround) return;
      for (const next of this.after(configuration, event)) this.lookFrom(next);
    }
  }

  private after(configuration: Configuration, event: AppEvent): Configuration[] {
    const before = this.walker.steps;
    const next = this.walker.after(configuration, event);
    this.around += this.walker.eventsSince(before);
    return next;
  }
}
