import { isIn, type Call, type Plan, type Screen, type Tab } from '../plan/model';
import { returnsAlike } from '../plan/results';
import type { Values } from '../plan/value';
import { activeStack, mainStack, withStack, type Arrival, type Configuration, type Stack } from './configuration';
import type { Data } from './data';
import type { ExternalEvent } from './event';
import { frameOf, type Placed } from './frames';

/** Places the screens of an arrival in one variant, if no `needs` defers it. */
export class Placement {
  readonly tabs: readonly Tab[];
  /** The place of the tab's stack by the index of its root. */
  private readonly tabOf = new Map<Screen, number>();

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
    private readonly data: Data | null,
  ) {
    this.tabs = plan.tabBars.find((bar) => isIn(bar.only, variant))?.tabs ?? [];
    this.tabs.forEach((tab, index) => {
      const root = tab.call?.target;
      if (root && this.has(root) && !this.tabOf.has(root)) this.tabOf.set(root, index + 1);
    });
  }

  has(screen: Screen): boolean {
    return isIn(screen.only, this.variant);
  }

  isRoot(screen: Screen): boolean {
    return this.tabOf.has(screen);
  }

  /** The configuration before anything is opened. */
  get nothing(): Configuration {
    return {
      flags: this.plan.flags.map((flag) => flag.initial),
      active: mainStack,
      stacks: [null, ...this.tabs.map(() => null)],
    };
  }

  /** Arguments of a call outside of any screen. */
  valuesOf(call: Call | null): Values | null {
    return this.data && call?.target ? this.data.onArrival(call.target, call, {}) : null;
  }

  /** Screens whose `needs` an arrival has to meet, in the order of the check. */
  arrivingAt(configuration: Configuration, arrival: Arrival): readonly Placed[] {
    if (arrival.kind === 'link') return this.built(arrival);
    if (arrival.kind !== 'switch') return [arrival];
    const tab = this.tabOf.get(arrival.screen);
    return [(tab === undefined ? null : configuration.stacks[tab]) ?? arrival];
  }

  place(configuration: Configuration, arrival: Arrival): Configuration {
    const stack = activeStack(configuration);
    switch (arrival.kind) {
      case 'push':
      case 'present': {
        const frame = frameOf(arrival, stack);
        const asked = arrival.asker && arrival.asker.screen === stack?.screen ? arrival.asker.value : null;
        return withStack(configuration, { ...frame, modal: frame.modal || arrival.kind === 'present', asked });
      }
      case 'replace': {
        // A screen that returns the same type answers in the place of the replaced one.
        const asked = stack && returnsAlike(stack.screen, arrival.screen) ? stack.asked : null;
        return withStack(configuration, { ...frameOf(arrival, stack?.below ?? null), asked });
      }
      case 'reset':
        return this.build(configuration, [arrival]);
      case 'link':
        return this.build(configuration, this.built(arrival));
      case 'switch': {
        const tab = this.tabOf.get(arrival.screen);
        if (tab === undefined) return this.build(configuration, [arrival]);
        // No tab is ever without its root: coming from the main stack, all of them are put there.
        const roots = this.roots();
        const stacks = configuration.stacks.map((each, place) =>
          place === mainStack ? (configuration.active === mainStack ? null : each) : (each ?? roots[place - 1]!),
        );
        return { ...configuration, stacks, active: tab };
      }
    }
  }

  /**
   * Whether an arrival empties all stacks first, even if it is put off: somebody who has to sign in must not find the
   * old screens beneath.
   */
  emptiesAll({ kind, screen }: Arrival): boolean {
    return kind === 'link' || kind === 'reset' || (kind === 'switch' && !this.tabOf.has(screen));
  }

  emptied(configuration: Configuration): Configuration {
    return { ...configuration, active: mainStack, stacks: configuration.stacks.map(() => null) };
  }

  /**
   * Empties all stacks and builds one; on a tab where its bottom is that tab's root, and then every other tab holds its
   * own.
   */
  private build(configuration: Configuration, screens: readonly Placed[]): Configuration {
    let stack: Stack = null;
    for (const screen of screens) stack = frameOf(screen, stack);
    const tab = this.tabOf.get(screens[0]!.screen);
    if (tab === undefined)
      return {
        ...configuration,
        active: mainStack,
        stacks: configuration.stacks.map((_each, place) => (place === mainStack ? stack : null)),
      };
    return {
      ...configuration,
      active: tab,
      stacks: [null, ...this.roots()].map((root, place) => (place === tab ? stack : root)),
    };
  }

  /** The first stack of each tab. */
  private roots(): Stack[] {
    return this.tabs.map((each) =>
      each.call?.target && this.has(each.call.target)
        ? frameOf({ screen: each.call.target, values: this.valuesOf(each.call) }, null)
        : null,
    );
  }

  /** The screens of the stack that a link or an entry builds, bottom first, if no screen of it is put off. */
  stackOf(event: ExternalEvent): Screen[] {
    const link = event.kind === 'link' ? event.link : null;
    const screen = event.kind === 'link' ? event.link.screen : event.entry.call?.target;
    return screen && this.has(screen)
      ? this.built({ kind: 'link', screen, link, values: null }).map((placed) => placed.screen)
      : [];
  }

  /** The stack that a link builds, bottom first. */
  private built(arrival: Extract<Arrival, { kind: 'link' }>): Placed[] {
    const { start } = this.plan;
    const { link, screen } = arrival;
    const under: readonly Call[] = link?.under ?? (start && start.target !== screen ? [start] : []);
    const context = link?.under ? arrival.values : this.data && {};
    return [
      ...under.flatMap((call): Placed[] =>
        call.target && this.has(call.target)
          ? [{ screen: call.target, values: this.data && context && this.data.onArrival(call.target, call, context) }]
          : [],
      ),
      arrival,
    ];
  }
}
