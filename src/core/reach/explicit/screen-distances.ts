import { listBeside, type Plan, type Screen, type Step } from '../../plan/model';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { remembered } from '../../base/remembered';
import type { Configuration, Stack } from '../../walk/configuration';
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
    return [...eachStep(steps)].flatMap((step) => {
      // Whatever was put off has needs.
      if (step.kind === 'resume') return this.plan.screens.filter(({ needs }) => needs.length > 0);
      return ('call' in step && step.call?.target) || [];
    });
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
    return this.latest(new Map([...goals].map((goal) => [goal, 0]))).map((taps) => -taps);
  }

  /**
   * By the index of a screen: the most taps after which it may be on top, so that one of some goals may still be shown
   * in time; -Infinity if none ever is. Costs O(steps of all transitions).
   *
   * @param deadlines the most taps after which each goal may be shown
   */
  latest(deadlines: ReadonlyMap<Screen, number>): readonly number[] {
    const latest = this.plan.screens.map(() => -Infinity);
    let anywhere = -Infinity;
    const rest = [...deadlines].sort(([, a], [, b]) => a - b);
    let level: Screen[] = [];
    for (let taps = rest.at(-1)?.[1] ?? 0; level.length > 0 || rest.length > 0; taps--) {
      if (level.length === 0) taps = rest.at(-1)![1];
      while (rest.at(-1)?.[1] === taps) level.push(rest.pop()![0]);
      const next: Screen[] = [];
      for (const screen of level) {
        if (latest[screen.index]! >= taps) continue;
        latest[screen.index] = taps;
        if (this.openedAnywhere.has(screen)) anywhere = Math.max(anywhere, taps - 1);
        next.push(...(this.openers.get(screen) ?? []));
      }
      level = next;
    }
    return latest.map((taps) => Math.max(taps, anywhere));
  }

  /**
   * Whether a run may still show a goal in time, by the result of `latest`; false only if none does. One tap acts on a
   * screen in sight, or pops a frame: so this estimate is admissible and consistent (Hart, Nilsson, Raphael 1968).
   * Costs O(frames).
   */
  isInTime({ stacks }: Configuration, taps: number, latest: readonly number[]): boolean {
    return stacks.some((stack) => this.isStackInTime(stack, taps, latest));
  }

  private isStackInTime(stack: Stack, taps: number, latest: readonly number[]): boolean {
    const lowestInSight = (this.hasPairs && listInSight(stack, this.variant)) || stack;
    let isInSight = true;
    let popped = 0;
    for (let frame = stack; frame; frame = frame.below) {
      if (taps + popped <= latest[frame.screen.index]!) return true;
      if (frame === lowestInSight) isInSight = false;
      if (!isInSight) popped = this.popsMany || this.hasPairs ? 1 : popped + 1;
    }
    return false;
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
