import type { Plan, Screen } from '../../plan/model';
import { activeStack, keyOf, type Configuration } from '../../walk/configuration';
import { listInSight } from '../../walk/in-sight';
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

/** Maximum number of configurations, and of events. */
const most = 1500;
const mostEvents = 40_000;

/**
 * Walks a variant level by level, from a cold start and from outside, up to a number of configurations. For plans whose
 * stacks are not known exactly. Everything seen is true; unless `whole`, there may be more.
 */
export function observe(plan: Plan, variant: string): Observed {
  const walker = new Walker(plan, variant);
  const reveals = plan.screens.map(() => new Set<Screen>());
  const within = plan.screens.map(() => new Set<Screen>());
  const [leaves, arrow, noArrow, toFirstTab] = [
    new Set<Screen>(),
    new Set<Screen>(),
    new Set<Screen>(),
    new Set<Screen>(),
  ];
  const external = walker.externalEvents();
  const seen = new Map<string, Configuration>();
  const add = (configurations: readonly Configuration[]): void => {
    for (const configuration of configurations) {
      const key = keyOf(configuration);
      if (!seen.has(key) && seen.size < most) seen.set(key, configuration);
    }
  };
  add(walker.coldStart());
  for (const event of external) add(walker.open(event));
  let events = 0;
  for (const configuration of seen.values()) {
    if (events > mostEvents) break;
    const { screen, below } = activeStack(configuration)!;
    // Back to a list that is in sight already needs no arrow.
    const hasArrow = below !== null && listInSight(activeStack(configuration), variant) !== below;
    (hasArrow ? arrow : noArrow).add(screen);
    const back = walker.after(configuration, { kind: 'back' });
    if (back.length === 0) leaves.add(screen);
    for (const each of back) {
      reveals[screen.index]!.add(activeStack(each)!.screen);
      if (each.active === configuration.active) within[screen.index]!.add(activeStack(each)!.screen);
      else toFirstTab.add(screen);
    }
    for (const event of [...walker.allEvents(configuration), ...external]) {
      const before = walker.steps;
      add(walker.after(configuration, event));
      events += walker.eventsSince(before);
    }
  }
  return {
    reveals,
    within,
    toFirstTab,
    leaves,
    arrow,
    noArrow,
    whole: seen.size < most && events <= mostEvents && !walker.bounded,
  };
}
