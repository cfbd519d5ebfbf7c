import { isIn, type Branch, type Call, type Entry, type Link, type MenuItem, type Plan, type Screen, type Tab } from '../plan/model';
import { menuLeadsTo } from '../plan/steps';
import type { Event } from '../walk/walker';
import type { Arrival } from './agenda';

/** What a screen offers. */
export interface Offer {
  readonly event: Event;
  readonly branches: readonly Branch[];
}

/** A plan as one variant has it. Place 0 is the main stack, place n the stack of the n-th tab. */
export class VariantOf {
  readonly tabs: readonly Tab[];
  readonly links: readonly Link[];
  /** Those that name the screen that they open. */
  readonly entries: readonly Entry[];
  /** The screens that need something. */
  readonly asking: readonly Screen[];
  /** The roots of tabs, each with its place; of tabs with the same one the first. */
  readonly roots: readonly (readonly [Screen, number])[];
  private readonly tabOf = new Map<Screen, number>();
  private readonly offers: (readonly Offer[])[] = [];

  constructor(readonly plan: Plan, readonly name: string) {
    this.tabs = plan.tabBars.find((bar) => isIn(bar.only, name))?.tabs ?? [];
    this.tabs.forEach((tab, index) => {
      const root = tab.call?.target;
      if (root && this.has(root) && !this.tabOf.has(root)) this.tabOf.set(root, index + 1);
    });
    this.roots = [...this.tabOf];
    this.links = plan.screens.flatMap((screen) => (this.has(screen) ? screen.links : []));
    this.entries = plan.entries.filter(({ call, only }) => call?.target && isIn(only, name) && this.has(call.target));
    this.asking = plan.screens.filter((screen) => this.has(screen) && screen.needs.length > 0);
  }

  has(screen: Screen): boolean {
    return isIn(screen.only, this.name);
  }

  /** The start screen; null where the variant has none. */
  get start(): Screen | null {
    const start = this.plan.start?.target;
    return start && this.has(start) ? start : null;
  }

  /** The place of the tab whose root a screen is; undefined where it is none. */
  placeOf(root: Screen): number | undefined {
    return this.tabOf.get(root);
  }

  /** The root of the first tab, to which Back on the last frame of another one goes; null where there is none. */
  get firstTab(): Screen | null {
    const first = this.tabs[0]?.call?.target;
    return first && this.has(first) ? first : null;
  }

  /** Whether Back on the last frame leaves the app. */
  backLeavesFrom(place: number): boolean {
    return place <= 1 || this.plan.backLeaves || !this.firstTab;
  }

  /** Whether an arrival empties all stacks first, also where it is put off. */
  emptiesAll({ kind, screen }: Arrival): boolean {
    return kind === 'link' || kind === 'reset' || (kind === 'switch' && !this.tabOf.has(screen));
  }

  /** The stack that a link builds, bottom first. */
  built(screen: Screen, link: Link | null): Screen[] {
    const { start } = this.plan;
    const under: readonly Call[] = link?.under ?? (start && start.target !== screen ? [start] : []);
    return [...under.flatMap((call) => (call.target && this.has(call.target) ? [call.target] : [])), screen];
  }

  /** The triggers and menu items that a screen shows. */
  offersOn(screen: Screen): readonly Offer[] {
    return (this.offers[screen.index] ??= [
      ...screen.transitions.flatMap((transition): Offer[] => (isIn(transition.only, this.name) ? [{ event: { kind: 'trigger', transition }, branches: transition.branches }] : [])),
      ...this.itemsOn(screen).map((item): Offer => ({ event: { kind: 'item', item }, branches: item.branches })),
    ]);
  }

  /** The menu items that a screen shows. */
  private itemsOn(screen: Screen): MenuItem[] {
    return this.plan.menus.flatMap(({ only, on, items }) => {
      if (!isIn(only, this.name)) return [];
      const roots = (): boolean => screen === this.plan.start?.target || this.tabOf.has(screen) || menuLeadsTo(items, screen);
      return on === 'all' || (on === 'roots' ? roots() : on.has(screen)) ? items : [];
    });
  }
}
