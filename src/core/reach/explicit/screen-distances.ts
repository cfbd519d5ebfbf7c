import type { Plan, Screen } from '../../plan/model';
import { eachStep, eachStepList, screenOfList } from '../../plan/steps';
import { remembered } from '../../base/remembered';

/**
 * How far screens are from others, by what their triggers open: an estimate to search by, since it knows neither flags
 * nor stacks. A menu, a tab and what happens by itself count as being on every screen.
 */
export class ScreenDistances {
  /** The screens from which each screen is opened. */
  private readonly openers = new Map<Screen, Screen[]>();
  private readonly openedAnywhere = new Set<Screen>();

  constructor(
    private readonly plan: Plan,
    variant: string,
  ) {
    for (const list of eachStepList(plan, variant)) {
      const from = screenOfList(list);
      for (const step of eachStep(list.steps)) {
        const target = 'call' in step && step.call?.target;
        if (!target) continue;
        if (from) remembered(this.openers, target, () => []).push(from);
        else this.openedAnywhere.add(target);
      }
    }
    for (const { tabs } of plan.tabBars)
      for (const { call } of tabs) if (call?.target) this.openedAnywhere.add(call.target);
  }

  /** By the index of a screen, the number of taps to the nearest of some screens. Costs O(steps of all transitions). */
  to(goals: Iterable<Screen>): readonly number[] {
    const distances = this.plan.screens.map(() => Infinity);
    let nearest = Infinity;
    let level = [...goals];
    for (let taps = 0; level.length > 0; taps++) {
      const next: Screen[] = [];
      for (const screen of level) {
        if (distances[screen.index]! <= taps) continue;
        distances[screen.index] = taps;
        if (this.openedAnywhere.has(screen)) nearest = Math.min(nearest, taps + 1);
        next.push(...(this.openers.get(screen) ?? []));
      }
      level = next;
    }
    return distances.map((distance) => Math.min(distance, nearest));
  }
}
