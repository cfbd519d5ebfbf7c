import { isIn, type Branch, type Call, type Entry, type Flag, type Link, type MenuItem, type Plan, type Screen, type Step, type Tab, type Transition } from '../plan/model';
import { outcomesOf, type Assumptions, type Outcomes } from './conditions';
import { activeStack, mainStack, withStack, type Arrival, type Configuration, type Frame, type Stack } from './configuration';

/** One thing that a user does. */
export type Event =
  | { readonly kind: 'trigger'; readonly transition: Transition }
  | { readonly kind: 'item'; readonly item: MenuItem }
  | { readonly kind: 'tab'; readonly tab: Tab }
  | { readonly kind: 'back' }
  | { readonly kind: 'link'; readonly link: Link }
  | { readonly kind: 'entry'; readonly entry: Entry };

/** Bounds for plans that nobody means: so many elses run within one event, and so many outcomes of one are followed. */
const mostElses = 64;
const mostOutcomes = 64;

/**
 * Walks one variant of an app: from a configuration and an event to the configurations that can follow. There are
 * several where a condition in quotes may hold or not, and none where the app is left.
 *
 * A step that opens a screen which there is not does nothing. Arguments are not kept: no step depends on them.
 */
export class Walker {
  private readonly tabs: readonly Tab[];
  /** The place of the tab's stack by the index of its root. */
  private readonly tabOf = new Map<Screen, number>();
  private readonly anyNeeds: boolean;
  private readonly flagIndex: ReadonlyMap<string, number>;
  /** Screens at which an arrival is being put off: an else that comes back to its own screen would never end. */
  private readonly puttingOff = new Set<Screen>();
  /** Whether an event ran into a bound: not all that can follow was then told. */
  bounded = false;
  private assumed: Assumptions | undefined;
  /** How many elses have run since the event. */
  private elses = 0;

  constructor(private readonly plan: Plan, private readonly variant: string) {
    this.tabs = plan.tabBars.find((bar) => isIn(bar.only, variant))?.tabs ?? [];
    this.tabs.forEach((tab, index) => {
      const root = tab.call?.target;
      if (root && this.has(root) && !this.tabOf.has(root)) this.tabOf.set(root, index + 1);
    });
    this.anyNeeds = plan.screens.some((screen) => screen.needs.length > 0);
    this.flagIndex = new Map(plan.flags.map((flag, index) => [flag.name, index]));
  }

  has(screen: Screen): boolean {
    return isIn(screen.only, this.variant);
  }

  /** What is there before anything is opened. */
  private get nothing(): Configuration {
    return { flags: this.plan.flags.map((flag) => flag.initial), active: mainStack, stacks: [null, ...this.tabs.map(() => null)] };
  }

  /** What a cold start can show; nothing where the plan names no start that this variant has. */
  coldStart(): Configuration[] {
    this.elses = 0;
    this.assumed = undefined;
    const start = this.plan.start?.target;
    return start && this.has(start) ? this.settle(this.arrive(this.nothing, { kind: 'reset', screen: start })) : [];
  }

  /** What a link or an entry can show when the app was not running. */
  open(event: Extract<Event, { kind: 'link' | 'entry' }>): Configuration[] {
    return this.after(this.nothing, event);
  }

  /** What a user can do within the app: triggers, then menus, tabs, and Back. */
  events(configuration: Configuration): Event[] {
    const top = activeStack(configuration)?.screen;
    if (!top) return [];
    const events: Event[] = [];
    for (const transition of top.transitions) if (isIn(transition.only, this.variant)) events.push({ kind: 'trigger', transition });
    for (const menu of this.plan.menus) {
      if (isIn(menu.only, this.variant) && this.shows(menu.on, menu.items, top)) for (const item of menu.items) events.push({ kind: 'item', item });
    }
    if (configuration.active !== mainStack) for (const tab of this.tabs) events.push({ kind: 'tab', tab });
    events.push({ kind: 'back' });
    return events;
  }

  private shows(on: 'all' | 'roots' | ReadonlySet<Screen>, items: readonly MenuItem[], screen: Screen): boolean {
    if (on === 'all') return true;
    if (on !== 'roots') return on.has(screen);
    return screen === this.plan.start?.target || this.tabOf.has(screen) || items.some((item) => item.branches.some((branch) =>
      branch.steps.some((step) => (step.kind === 'reset' || step.kind === 'switch') && step.call?.target === screen)));
  }

  /**
   * The configurations that can follow an event.
   *
   * @param assumed what conditions in quotes are taken to be; those not in it may go either way
   */
  after(configuration: Configuration, event: Event, assumed?: Assumptions): Configuration[] {
    this.elses = 0;
    this.assumed = assumed;
    switch (event.kind) {
      case 'trigger': return this.settle(this.runBranches(configuration, event.transition.branches));
      case 'item': return this.settle(this.runBranches(configuration, event.item.branches));
      case 'tab': return event.tab.call?.target ? this.settle(this.arrive(configuration, { kind: 'switch', screen: event.tab.call.target })) : [configuration];
      case 'back': return this.back(configuration);
      case 'link': return this.settle(this.arrive(configuration, { kind: 'link', screen: event.link.screen, link: event.link }));
      case 'entry': {
        const screen = event.entry.call?.target;
        return screen && this.has(screen) ? this.settle(this.arrive(configuration, { kind: 'link', screen, link: null })) : [];
      }
    }
  }

  /** The branches of a trigger or menu item that can happen, each with what can follow it; nothing follows where the app is left. */
  outcomesBy(configuration: Configuration, event: Extract<Event, { kind: 'trigger' | 'item' }>): { readonly branch: Branch; readonly after: Configuration[] }[] {
    const outcomes: { branch: Branch; after: Configuration[] }[] = [];
    this.assumed = undefined;
    for (const branch of event.kind === 'trigger' ? event.transition.branches : event.item.branches) {
      const { holds, fails } = branch.condition ? this.outcomes(branch.condition, configuration) : { holds: true, fails: false };
      this.elses = 0;
      if (holds) outcomes.push({ branch, after: this.settle(this.run(configuration, branch.steps)) });
      if (!fails) break;
    }
    return outcomes;
  }

  /** Where the active stack has run empty, the app is left. */
  private settle(configurations: Configuration[]): Configuration[] {
    if (configurations.length === 1) return activeStack(configurations[0]!) ? configurations : [];
    return configurations.filter((configuration) => activeStack(configuration) !== null);
  }

  private back(configuration: Configuration): Configuration[] {
    const below = activeStack(configuration)?.below;
    if (below) return [withStack(configuration, below)];
    // On the last frame: of the main stack or the first tab Back leaves the app, on another tab it goes to the first one.
    if (configuration.active <= 1 || this.plan.backLeaves) return [];
    return this.settle([{ ...configuration, active: 1 }]);
  }

  private runBranches(configuration: Configuration, branches: readonly Branch[]): Configuration[] {
    if (branches.length === 1 && !branches[0]!.condition) return this.run(configuration, branches[0]!.steps);
    const after: Configuration[] = [];
    for (const { condition, steps } of branches) {
      const { holds, fails } = condition ? this.outcomes(condition, configuration) : { holds: true, fails: false };
      if (holds) after.push(...this.run(configuration, steps));
      if (!fails) return after;
    }
    return after;
  }

  private outcomes(condition: NonNullable<Branch['condition']>, { flags }: Configuration): Outcomes {
    return outcomesOf(condition, (flag) => flags[this.flagIndex.get(flag.name)!]!, this.assumed);
  }

  private run(configuration: Configuration, steps: readonly Step[]): Configuration[] {
    let after = [configuration];
    for (const step of steps) {
      after = after.length === 1 ? this.step(after[0]!, step) : after.flatMap((each) => this.step(each, step));
      if (after.length <= mostOutcomes) continue;
      after.length = mostOutcomes;
      this.bounded = true;
    }
    return after;
  }

  private step(configuration: Configuration, step: Step): Configuration[] {
    const stack = activeStack(configuration);
    switch (step.kind) {
      case 'leave': return [configuration];
      case 'back': return [withStack(configuration, stack?.below ?? null)];
      case 'close': return [withStack(configuration, takeThrough(stack, (frame) => frame.modal))];
      case 'back to': return [withStack(configuration, takeUntil(stack, step.target))];
      case 'back past': return [withStack(configuration, takeThrough(stack, (frame) => frame.screen === step.target))];
      case 'sets': return [this.set(configuration, step)];
      case 'resume': return this.resume(configuration, step.or);
      default: return step.call?.target ? this.arrive(configuration, { kind: step.kind, screen: step.call.target }) : [configuration];
    }
  }

  /** What is so after a flag was changed, by a step or by something outside of the app. */
  set(configuration: Configuration, { flag, value }: { readonly flag: Flag | null; readonly value: string | null }): Configuration {
    if (!flag || value === null) return configuration;
    const changed = this.flagIndex.get(flag.name);
    return { ...configuration, flags: configuration.flags.map((old, index) => (index === changed ? value : old)) };
  }

  private resume(configuration: Configuration, or: Step | null): Configuration[] {
    for (let frame = activeStack(configuration); frame; frame = frame.below) {
      if (frame.putOff) return this.arrive(withStack(configuration, frame.below), frame.putOff);
    }
    return or ? this.step(configuration, or) : [configuration];
  }

  /** Makes an arrival, or what its screens' `needs` want instead. */
  private arrive(configuration: Configuration, arrival: Arrival): Configuration[] {
    if (!this.has(arrival.screen)) return [configuration];
    if (!this.anyNeeds) return [this.place(configuration, arrival)];
    const after: Configuration[] = [];
    for (const screen of this.arrivingAt(configuration, arrival)) {
      for (const { condition, otherwise } of screen.needs) {
        const { holds, fails } = this.outcomes(condition, configuration);
        if (fails) after.push(...this.putOff(arrival.kind === 'link' ? this.emptied(configuration) : configuration, arrival, screen, otherwise));
        if (!holds) return after;
      }
    }
    after.push(this.place(configuration, arrival));
    return after;
  }

  /** Whose `needs` an arrival has to fulfil, in the order in which they are looked at. */
  private arrivingAt(configuration: Configuration, arrival: Arrival): readonly Screen[] {
    if (arrival.kind === 'link') return this.built(arrival);
    if (arrival.kind !== 'switch') return [arrival.screen];
    const tab = this.tabOf.get(arrival.screen);
    return [(tab === undefined ? null : configuration.stacks[tab]?.screen) ?? arrival.screen];
  }

  /**
   * The steps of an else; the lowest frame that they put on is the gate. An else that arrives at its own screen while the
   * `needs` there still does not hold does nothing, and so does one beyond so many within one event: elses that lead to
   * elses by several steps each would otherwise take exponential time.
   */
  private putOff(configuration: Configuration, arrival: Arrival, at: Screen, otherwise: readonly Step[]): Configuration[] {
    if (this.puttingOff.has(at)) return [configuration];
    if (++this.elses > mostElses) {
      this.bounded = true;
      return [configuration];
    }
    this.puttingOff.add(at);
    const after = this.run(configuration, otherwise).map((each) => {
      const depth = each.active === configuration.active ? sharedDepth(activeStack(configuration), activeStack(each)) : 0;
      return withStack(each, markGate(activeStack(each), depth, arrival));
    });
    this.puttingOff.delete(at);
    return after;
  }

  private place(configuration: Configuration, arrival: Arrival): Configuration {
    const stack = activeStack(configuration);
    const { screen } = arrival;
    switch (arrival.kind) {
      case 'push': return withStack(configuration, frameOf(screen, stack));
      case 'present': return withStack(configuration, { ...frameOf(screen, stack), modal: true });
      case 'replace': return withStack(configuration, frameOf(screen, stack?.below ?? null));
      case 'reset': return this.build(configuration, [screen]);
      case 'link': return this.build(configuration, this.built(arrival));
      case 'switch': {
        const tab = this.tabOf.get(screen);
        if (tab === undefined) return this.build(configuration, [screen]);
        // No tab is ever without its root: coming from the main stack, all of them are put there.
        const roots = this.roots();
        const stacks = configuration.stacks.map((each, place) => (place === mainStack ? (configuration.active === mainStack ? null : each) : each ?? roots[place - 1]!));
        return { ...configuration, stacks, active: tab };
      }
    }
  }

  private emptied(configuration: Configuration): Configuration {
    return { ...configuration, active: mainStack, stacks: configuration.stacks.map(() => null) };
  }

  /** Empties all stacks and builds one; on a tab where its bottom is that tab's root, and then every other tab holds its own. */
  private build(configuration: Configuration, screens: readonly Screen[]): Configuration {
    let stack: Stack = null;
    for (const screen of screens) stack = frameOf(screen, stack);
    const tab = this.tabOf.get(screens[0]!);
    if (tab === undefined) return { ...configuration, active: mainStack, stacks: configuration.stacks.map((_each, place) => (place === mainStack ? stack : null)) };
    return { ...configuration, active: tab, stacks: [null, ...this.roots()].map((root, place) => (place === tab ? stack : root)) };
  }

  /** What every tab begins with. */
  private roots(): Stack[] {
    return this.tabs.map((each) => (each.call?.target && this.has(each.call.target) ? frameOf(each.call.target, null) : null));
  }

  /** The stack that a link builds, bottom first. */
  private built({ link, screen }: Extract<Arrival, { kind: 'link' }>): Screen[] {
    const { start } = this.plan;
    const under: readonly Call[] = link?.under ?? (start && start.target !== screen ? [start] : []);
    return [...under.flatMap((call) => (call.target && this.has(call.target) ? [call.target] : [])), screen];
  }
}

const frameOf = (screen: Screen, below: Stack): Frame => ({ screen, modal: screen.shape !== null, putOff: null, below });

/** Takes frames off until the screen is on top; where it is not there, down to the last frame. */
function takeUntil(stack: Stack, screen: Screen | null): Stack {
  let frame = stack;
  while (frame?.below && frame.screen !== screen) frame = frame.below;
  return frame;
}

/** Takes frames off through the first that passes the test; where none does, down to the last frame. */
function takeThrough(stack: Stack, test: (frame: Frame) => boolean): Stack {
  for (let frame = stack; frame; frame = frame.below) {
    if (test(frame)) return frame.below;
    if (!frame.below) return frame;
  }
  return null;
}

function depthOf(stack: Stack): number {
  let depth = 0;
  for (let frame = stack; frame; frame = frame.below) depth++;
  return depth;
}

/** How many frames, from the bottom, two stacks have in common. */
function sharedDepth(before: Stack, after: Stack): number {
  let [a, b] = [before, after];
  let [da, db] = [depthOf(a), depthOf(b)];
  for (; da > db; da--) a = a!.below;
  for (; db > da; db--) b = b!.below;
  for (; a !== b; da--) [a, b] = [a!.below, b!.below];
  return da;
}

/** The stack with the frame that lies directly on its lowest `depth` frames marked as a gate; as it is where there is none. */
function markGate(stack: Stack, depth: number, arrival: Arrival): Stack {
  const above: Frame[] = [];
  let frame = stack;
  for (let height = depthOf(stack); height > depth; height--) {
    above.push(frame!);
    frame = frame!.below;
  }
  const gate = above.pop();
  if (!gate) return stack;
  let marked: Frame = { ...gate, putOff: arrival };
  for (const upper of above.reverse()) marked = { ...upper, below: marked };
  return marked;
}
