/** The events that can happen while a screen is on top. */
import { remembered } from '../base/remembered';
import {
  isIn,
  type Menu,
  type MenuItem,
  type Places,
  type Plan,
  type PlanEvent,
  type Screen,
  type Transition,
} from '../plan/model';
import { leadsTo } from '../plan/steps';
import { activeStack, mainStack, type Configuration } from './configuration';
import type { AppEvent } from './event';
import { listInSight } from './in-sight';
import type { Placement } from './placement';

export class Offers {
  private readonly ledTo = new Map<readonly MenuItem[] | PlanEvent, ReadonlySet<Screen>>();

  private readonly anyBeside: boolean;

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
    private readonly placement: Placement,
  ) {
    this.anyBeside = plan.screens.some(({ beside }) => beside !== null);
  }

  /** Events that a user can cause within the app: triggers, then menus, tabs, and Back. */
  byUser(configuration: Configuration): AppEvent[] {
    const top = activeStack(configuration)?.screen;
    if (!top) return [];
    const events: AppEvent[] = [];
    for (const transition of this.transitionsOf(top)) events.push({ kind: 'trigger', transition });
    for (const menu of this.plan.menus)
      if (this.isShown(menu, top)) for (const item of menu.items) events.push({ kind: 'item', item });
    const list = this.anyBeside ? listInSight(activeStack(configuration), this.variant)?.screen : null;
    if (list) this.addBeside(list, events);
    if (configuration.active !== mainStack) for (const tab of this.placement.tabs) events.push({ kind: 'tab', tab });
    events.push({ kind: 'back' });
    return events;
  }

  /** Adds what a list offers beside the top. */
  private addBeside(list: Screen, events: AppEvent[]): void {
    for (const transition of this.transitionsOf(list)) events.push({ kind: 'trigger', transition, beside: true });
    for (const menu of this.plan.menus) {
      if (this.isShown(menu, list)) for (const item of menu.items) events.push({ kind: 'item', item, beside: true });
    }
  }

  private transitionsOf({ transitions }: Screen): readonly Transition[] {
    return transitions.filter(({ only }) => isIn(only, this.variant));
  }

  private isShown({ only, on, items }: Menu, screen: Screen): boolean {
    return isIn(only, this.variant) && this.isAmong(on, screen, items, items);
  }

  /** What can happen there by itself. */
  byThemselves(configuration: Configuration): AppEvent[] {
    const top = activeStack(configuration)?.screen;
    if (!top) return [];
    return this.plan.events
      .filter((event) => isIn(event.only, this.variant) && this.isAmong(event.on, top, event, [event]))
      .map((event) => ({ kind: 'event', event }));
  }

  /**
   * @param of what has these places
   * @param parts its parts that have branches
   */
  private isAmong(
    on: Places,
    screen: Screen,
    of: readonly MenuItem[] | PlanEvent,
    parts: readonly (MenuItem | PlanEvent)[],
  ): boolean {
    if (on === 'all') return true;
    if (on !== 'roots') return on.has(screen);
    return (
      screen === this.plan.start?.target ||
      this.placement.isRoot(screen) ||
      remembered(this.ledTo, of, () => leadsTo(parts)).has(screen)
    );
  }
}
