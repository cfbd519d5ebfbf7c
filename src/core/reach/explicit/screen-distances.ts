import { listBeside, type Plan, type Screen, type Step } from '../../plan/model';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { remembered } from '../../base/remembered';
import type { Arrival, Configuration, Frame, Stack } from '../../walk/configuration';
import { listInSight } from '../../walk/in-sight';

/**
 * How many taps screens are from others, at least: by what triggers, menus and tabs may open, whatever flags and stacks
 * say. What happens by itself, links and entries are left out.
 */
export class ScreenDistances {
  /** The screens with a trigger that may open each screen. */
  private readonly openers = new Map<Screen, Set<Screen>>();
  /** What menus and tabs may open. They count as being on every screen. */
  private readonly openedAnywhere = new Set<Screen>();
  /** Whether one tap may pop several frames. */
  private readonly popsMany: boolean;
  private readonly hasPairs: boolean;
  private readonly arrivals = new WeakMap<Arrival, ReadonlySet<Screen>>();

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
  ) {
    const lists = [...eachStepList(plan, variant)].filter(({ kind }) => kind !== 'event');
    for (const list of lists) {
      const from = screenOfList(list);
      for (const screen of this.withElses(this.openedBy(list.steps))) {
        if (from) remembered(this.openers, screen, () => new Set<Screen>()).add(from);
        else this.openedAnywhere.add(screen);
      }
    }
    const roots = plan.tabBars.flatMap(({ tabs }) => tabs.flatMap(({ call }) => call?.target ?? []));
    for (const screen of this.withElses(roots)) this.openedAnywhere.add(screen);
    this.popsMany = lists.some(({ kind, steps }) => mayPopMany(steps, kind === 'else'));
    this.hasPairs = plan.screens.some((screen) => listBeside(screen, variant) !== null);
  }

  /** The screens that steps may put on a stack. */
  private openedBy(steps: readonly Step[]): Screen[] {
    return [...eachStep(steps)].flatMap((step) => ('call' in step && step.call?.target) || []);
  }

  /** Screens, and those that the `else` of their needs may open within one event. */
  private withElses(screens: readonly Screen[]): ReadonlySet<Screen> {
    const all = new Set(screens);
    for (const { needs } of all)
      for (const { otherwise } of needs) for (const screen of this.openedBy(otherwise)) all.add(screen);
    return all;
  }

  /** By the index of a screen, the least number of taps to some screens. Costs O(steps of all transitions). */
  to(goals: Iterable<Screen>): readonly number[] {
    return this.lateness(new Map([...goals].map((goal) => [goal, 0])));
  }

  /**
   * By the index of a screen: the least number of taps to some goal, less the number after which that goal is due;
   * infinite if there is no way. Costs O(steps of all transitions).
   */
  lateness(due: ReadonlyMap<Screen, number>): readonly number[] {
    const lateness = this.plan.screens.map(() => Infinity);
    let anywhere = Infinity;
    const rest = [...due].sort(([, a], [, b]) => a - b);
    let level: Screen[] = [];
    for (let late = 0; level.length > 0 || rest.length > 0; late++) {
      if (level.length === 0) late = -rest.at(-1)![1];
      while (rest.length > 0 && -rest.at(-1)![1] === late) level.push(rest.pop()![0]);
      const next: Screen[] = [];
      for (const screen of level) {
        if (lateness[screen.index]! <= late) continue;
        lateness[screen.index] = late;
        if (this.openedAnywhere.has(screen)) anywhere = Math.min(anywhere, late + 1);
        next.push(...(this.openers.get(screen) ?? []));
      }
      level = next;
    }
    return lateness.map((late) => Math.min(late, anywhere));
  }

  /**
   * The least number of taps from a configuration, by those from each screen. One tap acts on a screen in sight, or
   * pops a frame: so this estimate is admissible and consistent (Hart, Nilsson, Raphael 1968). Costs O(frames).
   */
  from({ stacks }: Configuration, toGoals: readonly number[]): number {
    return Math.min(...stacks.map((stack) => this.fromStack(stack, toGoals)));
  }

  /** The screens that an arrival may put on a stack. */
  private openedByArrival(arrival: Arrival): ReadonlySet<Screen> {
    return remembered(this.arrivals, arrival, () => {
      const under = arrival.kind === 'link' ? (arrival.link?.under ?? [this.plan.start]) : [];
      return this.withElses([arrival.screen, ...under.flatMap((call) => call?.target ?? [])]);
    });
  }

  private fromStack(stack: Stack, toGoals: readonly number[]): number {
    let least = Infinity;
    this.eachFrame(stack, ({ screen, putOff }, popped) => {
      least = Math.min(least, popped + toGoals[screen.index]!);
      // From above a gate, one tap may make the arrival that it puts off.
      for (const opened of putOff ? this.openedByArrival(putOff) : [])
        least = Math.min(least, 1 + toGoals[opened.index]!);
    });
    return least;
  }

  /** Calls `use` with each frame of a stack and the least number of taps that uncover it. */
  eachFrame(stack: Stack, use: (frame: Frame, popped: number) => void): void {
    const lowestInSight = (this.hasPairs && listInSight(stack, this.variant)) || stack;
    let isInSight = true;
    let popped = 0;
    for (let frame = stack; frame; frame = frame.below) {
      use(frame, popped);
      if (frame === lowestInSight) isInSight = false;
      if (!isInSight) popped = this.popsMany || this.hasPairs ? 1 : popped + 1;
    }
  }
}

/** Whether steps may pop more than one frame in one run. Those of an `else` may be one part of a run. */
function mayPopMany(steps: readonly Step[], isElse: boolean): boolean {
  let pops = 0;
  for (const { kind } of eachStep(steps)) {
    if (kind === 'close' || kind === 'back to' || kind === 'back past' || kind === 'resume') return true;
    if (kind === 'back' || kind === 'replace') pops++;
  }
  return pops > (isElse ? 0 : 1);
}
