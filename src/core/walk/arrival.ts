/** Effect of a URL or an entry, found by the walker: for a cold start and for a running app. */
import type { Needs, Plan, Screen } from '../plan/model';
import { outcomesOf, type Assumptions } from './conditions';
import { activeStack, screensOf, type Configuration } from './configuration';
import { outcomesOfEvent, type Outcome } from './outcomes';
import { both, waysToHold, type Assignment } from './satisfy';
import type { ExternalEvent } from './event';
import type { Walker } from './walker';

/** A possible result. */
export interface Arrived {
  /** Outcomes of quoted conditions that it requires. */
  readonly assumed: Assumptions;
  /** Null if the app is left. */
  readonly after: Configuration | null;
  /** The first screen whose `needs` fail, bottom first; null if the whole stack was built. */
  readonly putOffBy: { readonly screen: Screen; readonly needs: Needs } | null;
}

export interface UrlArrival {
  /** Effect on a cold start. A running app loses all its stacks, so only its flags can make a difference. */
  readonly cold: readonly Arrived[];
  /**
   * The smallest change of flags with which the arrival is made, and the configuration after it; null if the arrival is
   * made as it is, or never.
   */
  readonly once: (Assignment & { readonly after: Configuration }) | null;
}

/** Maximum number of screens that put one arrival off in a row; beyond, the answer is null. */
const mostRounds = 16;

/** Costs a run of the event for each outcome. */
export function arrivalOf(plan: Plan, walker: Walker, event: ExternalEvent): UrlArrival {
  const cold = arrivedFrom(plan, walker, walker.nothing, event);
  return { cold, once: cold.some(({ putOffBy }) => putOffBy !== null) ? onceItHolds(plan, walker, event) : null };
}

function arrivedFrom(plan: Plan, walker: Walker, from: Configuration, event: ExternalEvent): Arrived[] {
  const screens = walker.stackOf(event);
  return outcomesOfEvent(walker, from, event).map(({ assumed, after }: Outcome) => ({
    assumed,
    after,
    putOffBy: after === null || isPutOff(after, event, screens) ? lackIn(plan, screens, from, assumed) : null,
  }));
}

/** Whether the stack is another one than the link builds. */
function isPutOff(after: Configuration, event: ExternalEvent, screens: readonly Screen[]): boolean {
  const shown = [...screensOf(activeStack(after))].reverse();
  for (let frame = activeStack(after); frame; frame = frame.below) if (frame.putOff?.kind === 'link') return true;
  return (
    shown.length !== screens.length ||
    shown.some((screen, index) => screen !== screens[index]) ||
    (event.kind === 'link' && shown.at(-1) !== event.link.screen)
  );
}

function lackIn(
  plan: Plan,
  screens: readonly Screen[],
  { flags }: Configuration,
  assumed: Assumptions,
): Arrived['putOffBy'] {
  for (const screen of screens) {
    const needs = screen.needs.find(
      ({ condition }) => outcomesOf(condition, (flag) => flags[plan.flags.indexOf(flag)]!, assumed).fails,
    );
    if (needs) return { screen, needs };
  }
  return null;
}

function onceItHolds(plan: Plan, walker: Walker, event: ExternalEvent): UrlArrival['once'] {
  const screens = walker.stackOf(event);
  let found: Assignment = { flags: new Map(), texts: new Map() };
  const initial = (flag: Plan['flags'][number]): string => flag.initial;
  for (let round = 0; round < mostRounds; round++) {
    const flags = plan.flags.map((flag) => found.flags.get(flag) ?? flag.initial);
    const from = { ...walker.nothing, flags };
    const arrived = outcomesOfEvent(walker, from, event, undefined, found.texts).map(({ after, assumed }) => ({
      after,
      assumed,
    }));
    const through = arrived.find(({ after }) => after && !isPutOff(after, event, screens));
    if (through) return { ...found, texts: new Map([...found.texts, ...through.assumed]), after: through.after! };
    const lack = lackIn(plan, screens, from, found.texts);
    if (!lack) return null;
    const ways = waysToHold(lack.needs.condition).flatMap((way) => both(found, way) ?? []);
    const changes = ({ flags: set, texts }: Assignment): number =>
      [...set].filter(([flag, value]) => initial(flag) !== value).length + texts.size / 100;
    const best = ways.sort((a, b) => changes(a) - changes(b))[0];
    if (!best) return null;
    found = best;
  }
  return null;
}
