import {
  isIn,
  listBeside,
  type Branch,
  type Call,
  type Entry,
  type Link,
  type Places,
  type Plan,
  type PlanEvent,
  type Screen,
  type Tab,
} from '../../plan/model';
import { leadsTo } from '../../plan/steps';
import { remembered } from '../../base/remembered';
import type { AppEvent } from '../../walk/event';
import type { InternedArrival } from './continuation';

/** An event that a screen offers, with its branches. */
export interface Offer {
  readonly event: AppEvent;
  readonly branches: readonly Branch[];
}

const known = new WeakMap<Plan, Map<string, VariantOf>>();

/** A plan as one variant has it; made once. */
export const variantOf = (plan: Plan, name: string): VariantOf =>
  remembered(
    remembered(known, plan, () => new Map<string, VariantOf>()),
    name,
    () => new VariantOf(plan, name),
  );

/** A plan as one variant has it. Stack 0 is the main stack, stack n the stack of the n-th tab. */
export class VariantOf {
  readonly tabs: readonly Tab[];
  readonly links: readonly Link[];
  /** Entries that name the screen that they open. */
  readonly entries: readonly Entry[];
  /** What can happen by itself. */
  readonly events: readonly PlanEvent[];
  /** The branches of what can happen by itself. */
  readonly ownBranches: ReadonlySet<Branch>;
  /** Whether some screen is shown beside another one. */
  readonly hasBeside: boolean;
  /** The screens that need something. */
  readonly asking: readonly Screen[];
  /** The roots of tabs, each with its stack; of tabs with the same one the first. */
  readonly roots: readonly (readonly [Screen, number])[];
  private readonly tabOf = new Map<Screen, number>();
  private readonly offers: (readonly Offer[])[] = [];
  private outside: readonly (readonly Offer[])[] | null = null;

  constructor(
    readonly plan: Plan,
    readonly name: string,
  ) {
    this.tabs = plan.tabBars.find((bar) => isIn(bar.only, name))?.tabs ?? [];
    this.tabs.forEach((tab, index) => {
      const root = tab.call?.target;
      if (root && this.has(root) && !this.tabOf.has(root)) this.tabOf.set(root, index + 1);
    });
    this.roots = [...this.tabOf];
    this.links = plan.screens.flatMap((screen) => (this.has(screen) ? screen.links : []));
    this.entries = plan.entries.filter(({ call, only }) => call?.target && isIn(only, name) && this.has(call.target));
    this.events = plan.events.filter(({ only }) => isIn(only, name));
    this.ownBranches = new Set(this.events.flatMap(({ branches }) => branches));
    this.hasBeside = plan.screens.some((screen) => this.has(screen) && listBeside(screen, name) !== null);
    this.asking = plan.screens.filter((screen) => this.has(screen) && screen.needs.length > 0);
  }

  has(screen: Screen): boolean {
    return isIn(screen.only, this.name);
  }

  /** The start screen; null if the variant has none. */
  get start(): Screen | null {
    const start = this.plan.start?.target;
    return start && this.has(start) ? start : null;
  }

  /** The stack of the tab with this root; undefined if the screen is no root. */
  stackOf(root: Screen): number | undefined {
    return this.tabOf.get(root);
  }

  /** Root of the first tab, to which Back on the last frame of another tab goes; null without tabs. */
  get firstTab(): Screen | null {
    const first = this.tabs[0]?.call?.target;
    return first && this.has(first) ? first : null;
  }

  /** Whether Back on the last frame leaves the app. */
  backLeavesFrom(stack: number): boolean {
    return stack <= 1 || this.plan.backLeaves || !this.firstTab;
  }

  /** Whether an arrival empties all stacks first, even if it is put off. */
  emptiesAll({ kind, screen }: InternedArrival): boolean {
    return kind === 'link' || kind === 'reset' || (kind === 'switch' && !this.tabOf.has(screen));
  }

  /** The stack that a link builds, bottom first. */
  built(screen: Screen, link: Link | null): Screen[] {
    const { start } = this.plan;
    const under: readonly Call[] = link?.under ?? (start && start.target !== screen ? [start] : []);
    return [...under.flatMap((call) => (call.target && this.has(call.target) ? [call.target] : [])), screen];
  }

  /** The list beside which a screen is shown, where it lies directly on it; null if there is none. */
  listBeside(screen: Screen): Screen | null {
    return listBeside(screen, this.name);
  }

  /** The triggers and menu items that a screen shows, and what can happen on it by itself. */
  offersOn(screen: Screen): readonly Offer[] {
    return (this.offers[screen.index] ??= [
      ...screen.transitions.flatMap((transition): Offer[] =>
        isIn(transition.only, this.name)
          ? [{ event: { kind: 'trigger', transition }, branches: transition.branches }]
          : [],
      ),
      ...(this.outside ??= this.outsideByScreen())[screen.index]!,
    ]);
  }

  /** By the index of the screen, the menu items that it shows, and the events that are declared for it. */
  private outsideByScreen(): Offer[][] {
    const byScreen = this.plan.screens.map((): Offer[] => []);
    const place = (on: Places, offers: readonly Offer[]): void => {
      for (const screen of this.screensOn(on, offers)) byScreen[screen.index]!.push(...offers);
    };
    for (const { only, on, items } of this.plan.menus) {
      if (isIn(only, this.name))
        place(
          on,
          items.map((item) => ({ event: { kind: 'item', item }, branches: item.branches })),
        );
    }
    for (const event of this.events) place(event.on, [{ event: { kind: 'event', event }, branches: event.branches }]);
    return byScreen;
  }

  private screensOn(on: Places, offers: readonly Offer[]): Iterable<Screen> {
    const { start, screens } = this.plan;
    if (on === 'all') return screens;
    if (on !== 'roots') return on;
    return new Set([...(start?.target ? [start.target] : []), ...this.tabOf.keys(), ...leadsTo(offers)]);
  }
}
