import {
  isIn,
  type Branch,
  type Call,
  type Entry,
  type Flag,
  type Link,
  type MenuItem,
  type Plan,
  type Screen,
  type Step,
  type Tab,
  type Transition,
} from '../plan/model';
import { menuLeadsTo } from '../plan/steps';
import { remembered } from '../base/remembered';
import { openTexts, outcomesOf, type Assumptions, type Outcomes } from './conditions';
import {
  activeStack,
  keyOf,
  mainStack,
  withStack,
  type Arrival,
  type Configuration,
  type Frame,
  type Stack,
} from './configuration';
import type { Data } from './data';
import type { Values } from '../plan/value';

/** One thing that a user does. */
export type Event =
  | { readonly kind: 'trigger'; readonly transition: Transition }
  | { readonly kind: 'item'; readonly item: MenuItem }
  | { readonly kind: 'tab'; readonly tab: Tab }
  | { readonly kind: 'back' }
  /** `values` are what its URL brings; where it is not said which URL it is, samples. */
  | { readonly kind: 'link'; readonly link: Link; readonly values?: Values }
  | { readonly kind: 'entry'; readonly entry: Entry };

/** The part of the plan that an event uses; null for Back. */
function partOf(event: Event): object | null {
  switch (event.kind) {
    case 'trigger':
      return event.transition;
    case 'item':
      return event.item;
    case 'tab':
      return event.tab;
    case 'back':
      return null;
    case 'link':
      return event.link;
    case 'entry':
      return event.entry;
  }
}

/** An event that takes more steps than this counts for more. */
const stepsOfEvent = 8;
/** Once an event has taken so many, no more elses run, and one outcome alone is followed. */
const mostSteps = 20_000;
/** To go through so many frames of a stack is worth a step. */
const framesOfStep = 4;

/**
 * Safety limits for degenerate plans: how many elses run within one event, all ways together, and how many outcomes of
 * one are followed.
 */
const mostElses = 1024;
/** Elses within elses are run by recursion. */
const mostNested = 200;
const mostOutcomes = 256;

/**
 * Walks one variant of an app: from a configuration and an event to the configurations that can follow. There are
 * several where a condition in quotes may hold or not, and none where the app is left.
 *
 * A step that opens a screen which there is not does nothing. Arguments are kept where there is data to begin with; no
 * step depends on them.
 */
export class Walker {
  private readonly ledTo = new Map<readonly MenuItem[], ReadonlySet<Screen>>();
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
  /** The conditions in quotes, and those on optional values, that went either way since the event. */
  readonly undecided = new Set<string>();
  /** The steps that went back to what is not in the stack, since the event. */
  readonly missed = new Set<Step>();
  /** How many steps were taken, for those who pay for them. */
  steps = 0;
  /** How many elses have run since the event, and how many steps may have been taken once no more of them run. */
  private elses = 0;
  private mostNow = 0;

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
    private readonly data: Data | null = null,
  ) {
    this.tabs = plan.tabBars.find((bar) => isIn(bar.only, variant))?.tabs ?? [];
    this.tabs.forEach((tab, index) => {
      const root = tab.call?.target;
      if (root && this.has(root) && !this.tabOf.has(root)) this.tabOf.set(root, index + 1);
    });
    this.anyNeeds = plan.screens.some((screen) => screen.needs.length > 0);
    this.flagIndex = new Map(plan.flags.map((flag, index) => [flag.name, index]));
  }

  /** How many events the work since a number of steps is worth: one at least, more where one event took many steps. */
  eventsSince(steps: number): number {
    return Math.max(1, (this.steps - steps) / stepsOfEvent);
  }

  has(screen: Screen): boolean {
    return isIn(screen.only, this.variant);
  }

  /** What is there before anything is opened. */
  get nothing(): Configuration {
    return {
      flags: this.plan.flags.map((flag) => flag.initial),
      active: mainStack,
      stacks: [null, ...this.tabs.map(() => null)],
    };
  }

  /** What a cold start can show; nothing where the plan names no start that this variant has. */
  coldStart(): Configuration[] {
    this.begin();
    const start = this.plan.start?.target;
    return start && this.has(start)
      ? this.settle(this.arrive(this.nothing, { kind: 'reset', screen: start, values: this.valuesOf(this.plan.start) }))
      : [];
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
    for (const transition of top.transitions)
      if (isIn(transition.only, this.variant)) events.push({ kind: 'trigger', transition });
    for (const menu of this.plan.menus) {
      if (isIn(menu.only, this.variant) && this.shows(menu.on, menu.items, top))
        for (const item of menu.items) events.push({ kind: 'item', item });
    }
    if (configuration.active !== mainStack) for (const tab of this.tabs) events.push({ kind: 'tab', tab });
    events.push({ kind: 'back' });
    return events;
  }

  /** Whether a user can do that there. */
  isOffered(configuration: Configuration, event: Event): boolean {
    return (
      event.kind === 'link' ||
      event.kind === 'entry' ||
      this.events(configuration).some((other) => other.kind === event.kind && partOf(other) === partOf(event))
    );
  }

  /** The ways in from outside: links, then entries that open a screen. */
  externalEvents(): Extract<Event, { kind: 'link' | 'entry' }>[] {
    return [
      ...this.plan.screens.flatMap((screen) =>
        this.has(screen) ? screen.links.map((link) => ({ kind: 'link', link }) as const) : [],
      ),
      ...this.plan.entries
        .filter((entry) => isIn(entry.only, this.variant))
        .map((entry) => ({ kind: 'entry', entry }) as const),
    ];
  }

  private shows(on: 'all' | 'roots' | ReadonlySet<Screen>, items: readonly MenuItem[], screen: Screen): boolean {
    if (on === 'all') return true;
    if (on !== 'roots') return on.has(screen);
    return (
      screen === this.plan.start?.target ||
      this.tabOf.has(screen) ||
      remembered(this.ledTo, items, () => menuLeadsTo(items)).has(screen)
    );
  }

  private begin(assumed?: Assumptions): void {
    this.elses = 0;
    this.mostNow = this.steps + mostSteps;
    this.assumed = assumed;
    this.missed.clear();
    if (this.data) this.undecided.clear();
  }

  /**
   * The configurations that can follow an event.
   *
   * @param assumed what conditions in quotes are taken to be; those not in it may go either way
   * @param given what the user typed or chose at a trigger, for a walker with data
   */
  after(configuration: Configuration, event: Event, assumed?: Assumptions, given?: Values): Configuration[] {
    this.begin(assumed);
    switch (event.kind) {
      case 'trigger': {
        const [now, context] = this.tapped(configuration, event.transition, given);
        return this.settle(this.runBranches(now, event.transition.branches, context));
      }
      case 'item':
        return this.settle(this.runBranches(configuration, event.item.branches, this.noValues));
      case 'tab': {
        const { call } = event.tab;
        return call?.target
          ? this.settle(
              this.arrive(configuration, { kind: 'switch', screen: call.target, values: this.valuesOf(call) }),
            )
          : [configuration];
      }
      case 'back':
        return this.back(configuration);
      case 'link': {
        const { screen } = event.link;
        return this.settle(
          this.arrive(configuration, {
            kind: 'link',
            screen,
            link: event.link,
            values: this.data && this.data.byLink(event.link, event.values ?? this.data.sampleFor(event.link)),
          }),
        );
      }
      case 'entry': {
        const { call } = event.entry;
        return call?.target && this.has(call.target)
          ? this.settle(
              this.arrive(configuration, {
                kind: 'link',
                screen: call.target,
                link: null,
                values: this.valuesOf(call),
              }),
            )
          : [];
      }
    }
  }

  /**
   * The branches of a trigger or menu item that can happen, each with what can follow it; nothing follows where the app
   * is left.
   */
  outcomesBy(
    configuration: Configuration,
    event: Extract<Event, { kind: 'trigger' | 'item' }>,
    assumed?: Assumptions,
    given?: Values,
  ): { readonly branch: Branch; readonly after: Configuration[] }[] {
    const outcomes: { branch: Branch; after: Configuration[] }[] = [];
    this.begin(assumed);
    const [now, context] =
      event.kind === 'trigger' ? this.tapped(configuration, event.transition, given) : [configuration, this.noValues];
    for (const branch of event.kind === 'trigger' ? event.transition.branches : event.item.branches) {
      const { holds, fails } = branch.condition ? this.outcomes(branch.condition, now) : { holds: true, fails: false };
      this.elses = 0;
      this.mostNow = this.steps + mostSteps;
      if (holds) outcomes.push({ branch, after: this.settle(this.run(now, branch.steps, context)) });
      if (!fails) break;
    }
    return outcomes;
  }

  private get noValues(): Values | null {
    return this.data && {};
  }

  /** What a call with nothing around it hands over. */
  private valuesOf(call: Call | null): Values | null {
    return this.data && call?.target ? this.data.onArrival(call.target, call, {}) : null;
  }

  /** The configuration with what the user typed into the screen, and what the trigger's steps can name. */
  private tapped(
    configuration: Configuration,
    transition: Transition,
    given: Values = {},
  ): [Configuration, Values | null] {
    const top = activeStack(configuration);
    if (!this.data || !top?.values) return [configuration, null];
    const { screen, context } = this.data.atTap(top.values, transition, given, this.assumed ?? new Map());
    return [screen === top.values ? configuration : withStack(configuration, { ...top, values: screen }), context];
  }

  /** Where the active stack has run empty, the app is left. */
  private settle(configurations: Configuration[]): Configuration[] {
    if (configurations.length === 1) return activeStack(configurations[0]!) ? configurations : [];
    return configurations.filter((configuration) => activeStack(configuration) !== null);
  }

  private back(configuration: Configuration): Configuration[] {
    const below = activeStack(configuration)?.below;
    if (below) return [withStack(configuration, below)];
    // On the last frame: of the main stack or the first tab Back leaves the app, on another tab it goes to the first
    // one.
    if (configuration.active <= 1 || this.plan.backLeaves) return [];
    return this.settle([{ ...configuration, active: 1 }]);
  }

  private runBranches(
    configuration: Configuration,
    branches: readonly Branch[],
    context: Values | null,
  ): Configuration[] {
    if (branches.length === 1 && !branches[0]!.condition) return this.run(configuration, branches[0]!.steps, context);
    const after: Configuration[] = [];
    for (const { condition, steps } of branches) {
      const { holds, fails } = condition ? this.outcomes(condition, configuration) : { holds: true, fails: false };
      if (holds) after.push(...this.run(configuration, steps, context));
      if (!fails) return after;
    }
    return after;
  }

  private outcomes(condition: NonNullable<Branch['condition']>, { flags }: Configuration): Outcomes {
    const outcomes = outcomesOf(condition, (flag) => flags[this.flagIndex.get(flag.name)!]!, this.assumed);
    if (this.data && outcomes.holds && outcomes.fails)
      for (const text of openTexts(condition)) this.undecided.add(text);
    return outcomes;
  }

  /** @param context what the steps can name, beside flags */
  private run(configuration: Configuration, steps: readonly Step[], context: Values | null): Configuration[] {
    let after = [configuration];
    for (const step of steps) {
      after =
        after.length === 1
          ? this.step(after[0]!, step, context)
          : after.flatMap((each) => this.step(each, step, context));
      const most = this.steps > this.mostNow ? 1 : mostOutcomes;
      if (after.length <= most) continue;
      if (most > 1) {
        for (const each of after) this.steps += depthOf(activeStack(each)) / framesOfStep;
        after = [...new Map(after.map((each) => [keyOf(each), each])).values()];
      }
      if (after.length <= most) continue;
      after.length = most;
      this.bounded = true;
    }
    return after;
  }

  private step(configuration: Configuration, step: Step, context: Values | null): Configuration[] {
    this.steps++;
    const stack = activeStack(configuration);
    switch (step.kind) {
      case 'leave':
        return [configuration];
      case 'back':
        return [withStack(configuration, stack?.below ?? null)];
      case 'close':
        return [
          withStack(
            configuration,
            this.takeThrough(stack, step, (frame) => frame.modal),
          ),
        ];
      case 'back to':
        return [withStack(configuration, this.takeUntil(stack, step))];
      case 'back past':
        return [
          withStack(
            configuration,
            this.takeThrough(stack, step, (frame) => frame.screen === step.target),
          ),
        ];
      case 'sets':
        return [this.set(configuration, step)];
      case 'resume':
        return this.resume(configuration, step.or, context);
      default: {
        const { call } = step;
        return call?.target
          ? this.arrive(configuration, {
              kind: step.kind,
              screen: call.target,
              values: this.passed(call.target, call, context, configuration),
            })
          : [configuration];
      }
    }
  }

  /** Takes frames off until the step's screen is on top; where it is not there, down to the last frame. */
  private takeUntil(stack: Stack, step: Extract<Step, { target: Screen | null }>): Stack {
    let frame = stack;
    while (frame?.below && frame.screen !== step.target) frame = frame.below;
    if (frame && frame.screen !== step.target) this.missed.add(step);
    return frame;
  }

  /** Takes frames off through the first that passes the test; where none does, down to the last frame. */
  private takeThrough(stack: Stack, step: Step, test: (frame: Frame) => boolean): Stack {
    for (let frame = stack; frame; frame = frame.below) {
      if (test(frame)) return frame.below;
      if (frame.below) continue;
      this.missed.add(step);
      return frame;
    }
    return null;
  }

  /** What a call hands over to its screen. */
  private passed(screen: Screen, call: Call, context: Values | null, { flags }: Configuration): Values | null {
    if (!this.data || !context) return null;
    const all =
      call.arguments.length === 0
        ? context
        : { ...Object.fromEntries(this.plan.flags.map(({ name }, index) => [name, flags[index]!])), ...context };
    return this.data.onArrival(screen, call, all);
  }

  /** What is so after a flag was changed, by a step or by something outside of the app. */
  set(
    configuration: Configuration,
    { flag, value }: { readonly flag: Flag | null; readonly value: string | null },
  ): Configuration {
    if (!flag || value === null) return configuration;
    const changed = this.flagIndex.get(flag.name);
    return { ...configuration, flags: configuration.flags.map((old, index) => (index === changed ? value : old)) };
  }

  private resume(configuration: Configuration, or: Step | null, context: Values | null): Configuration[] {
    for (let frame = activeStack(configuration); frame; frame = frame.below) {
      if (frame.putOff) return this.arrive(withStack(configuration, frame.below), frame.putOff);
    }
    return or ? this.step(configuration, or, context) : [configuration];
  }

  /** Makes an arrival, or what its screens' `needs` want instead. */
  private arrive(configuration: Configuration, arrival: Arrival): Configuration[] {
    if (!this.has(arrival.screen)) return [configuration];
    if (!this.anyNeeds) return [this.place(configuration, arrival)];
    const after: Configuration[] = [];
    for (const { screen, values } of this.arrivingAt(configuration, arrival)) {
      for (const { condition, otherwise } of screen.needs) {
        const { holds, fails } = this.outcomes(condition, configuration);
        if (fails)
          after.push(
            ...this.putOff(
              this.emptiesAll(arrival) ? this.emptied(configuration) : configuration,
              arrival,
              screen,
              otherwise,
              values,
            ),
          );
        if (!holds) return after;
      }
    }
    after.push(this.place(configuration, arrival));
    return after;
  }

  /** Whose `needs` an arrival has to fulfil, in the order in which they are looked at. */
  private arrivingAt(configuration: Configuration, arrival: Arrival): readonly Placed[] {
    if (arrival.kind === 'link') return this.built(arrival);
    if (arrival.kind !== 'switch') return [arrival];
    const tab = this.tabOf.get(arrival.screen);
    return [(tab === undefined ? null : configuration.stacks[tab]) ?? arrival];
  }

  /**
   * The steps of an else; the lowest frame that they put on is the gate. An else that arrives at its own screen while
   * the `needs` there still does not hold does nothing, and so does one beyond so many within one event: elses that
   * lead to elses by several steps each would otherwise take exponential time.
   */
  private putOff(
    configuration: Configuration,
    arrival: Arrival,
    at: Screen,
    otherwise: readonly Step[],
    context: Values | null,
  ): Configuration[] {
    if (this.puttingOff.has(at)) return [configuration];
    if (++this.elses > mostElses || this.puttingOff.size >= mostNested || this.steps > this.mostNow) {
      this.bounded = true;
      return [configuration];
    }
    this.puttingOff.add(at);
    const after = this.run(configuration, otherwise, context).map((each) => {
      const depth = sharedDepth(configuration.stacks[each.active] ?? null, activeStack(each));
      this.steps += depthOf(activeStack(each)) / framesOfStep;
      return withStack(each, markGate(activeStack(each), depth, arrival));
    });
    this.puttingOff.delete(at);
    return after;
  }

  private place(configuration: Configuration, arrival: Arrival): Configuration {
    const stack = activeStack(configuration);
    switch (arrival.kind) {
      case 'push':
        return withStack(configuration, frameOf(arrival, stack));
      case 'present':
        return withStack(configuration, { ...frameOf(arrival, stack), modal: true });
      case 'replace':
        return withStack(configuration, frameOf(arrival, stack?.below ?? null));
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
   * Whether an arrival empties all stacks first, also where it is put off: what lay there is not for whoever has to
   * sign in.
   */
  private emptiesAll({ kind, screen }: Arrival): boolean {
    return kind === 'link' || kind === 'reset' || (kind === 'switch' && !this.tabOf.has(screen));
  }

  private emptied(configuration: Configuration): Configuration {
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

  /** What every tab begins with. */
  private roots(): Stack[] {
    return this.tabs.map((each) =>
      each.call?.target && this.has(each.call.target)
        ? frameOf({ screen: each.call.target, values: this.valuesOf(each.call) }, null)
        : null,
    );
  }

  /** The screens of the stack that a link or an entry builds, bottom first, where nothing puts it off. */
  stackOf(event: Extract<Event, { kind: 'link' | 'entry' }>): Screen[] {
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
    const context = link?.under ? arrival.values : this.noValues;
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

/** A screen with what it arrives with. */
type Placed = Pick<Frame, 'screen' | 'values'>;

const frameOf = ({ screen, values }: Placed, below: Stack): Frame => ({
  screen,
  modal: screen.shape !== null,
  values,
  putOff: null,
  below,
});

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

/**
 * The stack with the frame that lies directly on its lowest `depth` frames marked as a gate; as it is where there is
 * none.
 */
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
