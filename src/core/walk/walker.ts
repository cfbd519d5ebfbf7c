import {
  isIn,
  type Branch,
  type Call,
  type Flag,
  type Missed,
  type Module,
  type Plan,
  type Result,
  type Screen,
  type Step,
  type Transition,
} from '../plan/model';
import type { Values } from '../plan/value';
import { openTexts, outcomesOf, type Assumptions, type Outcomes } from './conditions';
import {
  activeStack,
  keyOf,
  withStack,
  type Arrival,
  type Configuration,
  type Frame,
  type Stack,
} from './configuration';
import type { Data } from './data';
import { branchesOf, isBeside, partOf, type AppEvent, type BranchingEvent, type ExternalEvent } from './event';
import { depthOf, markGate, sharedDepth } from './frames';
import { askerOf, handBack, type HandedBack } from './hand-back';
import { listInSight } from './in-sight';
import { Offers } from './offers';
import { Placement } from './placement';

/** An event that takes more steps than this counts for more. */
const stepsOfEvent = 8;
/** Maximum number of steps of one event; beyond, elses no longer run, and only one outcome is followed. */
const mostSteps = 20_000;
/** Number of frames whose visit costs one step. */
const framesOfStep = 4;

/**
 * Safety limits for degenerate plans: how many elses run within one event, all ways together, and how many outcomes of
 * one are followed.
 */
const mostElses = 1024;
/** Elses within elses are run by recursion. */
const mostNested = 200;
const mostOutcomes = 256;

/** The values that steps can name, beside flags, and the module of the screen that the steps belong to. */
interface Context {
  readonly values: Values;
  readonly module: Module | null;
}

/**
 * Walks one variant of an app: from a configuration and an event to all configurations that can follow. There are
 * several if a condition in quotes is open, and none if the app is left.
 * A step to an unknown screen does nothing. Arguments are kept if the walker has data; no step depends on them.
 */
export class Walker {
  private readonly offers: Offers;
  private readonly placement: Placement;
  private readonly anyNeeds: boolean;
  private readonly flagIndex: ReadonlyMap<string, number>;
  /** Screens at which an arrival is being put off: an else that comes back to its own screen would never end. */
  private readonly puttingOff = new Set<Screen>();
  /** Whether an event reached a limit: some outcomes may then be missing. */
  bounded = false;
  private assumed: Assumptions | undefined;
  /** The conditions in quotes and about optional values that were open during the event. */
  readonly undecided = new Set<string>();
  /** What the event looked for in the stack and did not find. */
  readonly missed = new Set<Missed>();
  /** Results that the event has handed back, for a walker with data. */
  readonly handedBack: HandedBack[] = [];
  /** Number of steps taken, for the budget of callers. */
  steps = 0;
  /** How many elses have run since the event, and how many steps may have been taken once no more of them run. */
  private elses = 0;
  private mostNow = 0;

  constructor(
    private readonly plan: Plan,
    readonly variant: string,
    private readonly data: Data | null = null,
  ) {
    this.placement = new Placement(plan, variant, data);
    this.offers = new Offers(plan, variant, this.placement);
    this.anyNeeds = plan.screens.some((screen) => screen.needs.length > 0);
    this.flagIndex = new Map(plan.flags.map((flag, index) => [flag.name, index]));
  }

  has(screen: Screen): boolean {
    return this.placement.has(screen);
  }

  /** The configuration before anything is opened. */
  get nothing(): Configuration {
    return this.placement.nothing;
  }

  /** The screens of the stack that a link or an entry builds, bottom first, if no screen of it is put off. */
  stackOf(event: ExternalEvent): Screen[] {
    return this.placement.stackOf(event);
  }

  /**
   * Cost in events of the work since a number of steps: one for each outcome, at least one, and more if it took many
   * steps.
   */
  eventsSince(steps: number, outcomes = 1): number {
    return Math.max(1, outcomes, (this.steps - steps) / stepsOfEvent);
  }

  /** Configurations after a cold start; none if this variant has no start screen. */
  coldStart(): Configuration[] {
    this.begin();
    const start = this.plan.start?.target;
    return start && this.has(start)
      ? this.settle(
          this.arrive(this.nothing, { kind: 'reset', screen: start, values: this.placement.valuesOf(this.plan.start) }),
        )
      : [];
  }

  /** Configurations after a link or an entry opens an app that was not running. */
  open(event: ExternalEvent): Configuration[] {
    return this.after(this.nothing, event);
  }

  /** Events that a user can cause within the app: triggers, then menus, tabs, and Back. */
  events(configuration: Configuration): AppEvent[] {
    return this.offers.byUser(configuration);
  }

  /** What can happen there by itself. */
  ownEvents(configuration: Configuration): AppEvent[] {
    return this.offers.byThemselves(configuration);
  }

  /** What a user can do there, then what can happen by itself. */
  allEvents(configuration: Configuration): AppEvent[] {
    return [...this.events(configuration), ...this.ownEvents(configuration)];
  }

  /** Whether an event can happen there. */
  isOffered(configuration: Configuration, event: AppEvent): boolean {
    return (
      event.kind === 'link' ||
      event.kind === 'entry' ||
      this.allEvents(configuration).some(
        (other) => other.kind === event.kind && partOf(other) === partOf(event) && isBeside(other) === isBeside(event),
      )
    );
  }

  /** The ways in from outside: links, then entries that open a screen. */
  externalEvents(): ExternalEvent[] {
    return [
      ...this.plan.screens.flatMap((screen) =>
        this.has(screen) ? screen.links.map((link) => ({ kind: 'link', link }) as const) : [],
      ),
      ...this.plan.entries
        .filter((entry) => isIn(entry.only, this.variant))
        .map((entry) => ({ kind: 'entry', entry }) as const),
    ];
  }

  private begin(assumed?: Assumptions): void {
    this.elses = 0;
    this.mostNow = this.steps + mostSteps;
    this.assumed = assumed;
    this.missed.clear();
    if (!this.data) return;
    this.undecided.clear();
    this.handedBack.length = 0;
  }

  /**
   * The configurations that can follow an event.
   *
   * @param assumed outcomes of conditions in quotes; all others may turn out either way
   * @param given the user's input or choice at a trigger, for a walker with data
   */
  after(configuration: Configuration, event: AppEvent, assumed?: Assumptions, given?: Values): Configuration[] {
    this.begin(assumed);
    switch (event.kind) {
      case 'trigger': {
        const [now, context] = this.tapped(this.under(configuration, event), event.transition, given);
        return this.settle(this.runBranches(now, event.transition.branches, context));
      }
      case 'item':
      case 'event':
        return this.settle(this.runBranches(this.under(configuration, event), branchesOf(event), this.noValues));
      case 'tab': {
        const { call } = event.tab;
        return call?.target
          ? this.settle(
              this.arrive(configuration, {
                kind: 'switch',
                screen: call.target,
                values: this.placement.valuesOf(call),
              }),
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
                values: this.placement.valuesOf(call),
              }),
            )
          : [];
      }
    }
  }

  /**
   * The branches of an event that can happen, each with the configurations after it; none if the app is
   * left.
   */
  outcomesBy(
    configuration: Configuration,
    event: BranchingEvent,
    assumed?: Assumptions,
    given?: Values,
  ): { readonly branch: Branch; readonly after: Configuration[] }[] {
    const outcomes: { branch: Branch; after: Configuration[] }[] = [];
    this.begin(assumed);
    const before = this.under(configuration, event);
    const [now, context] =
      event.kind === 'trigger' ? this.tapped(before, event.transition, given) : [before, this.noValues];
    for (const branch of branchesOf(event)) {
      const { holds, fails } = branch.condition ? this.outcomes(branch.condition, now) : { holds: true, fails: false };
      this.elses = 0;
      this.mostNow = this.steps + mostSteps;
      if (holds) outcomes.push({ branch, after: this.settle(this.run(now, branch.steps, context)) });
      if (!fails) break;
    }
    return outcomes;
  }

  /** A tap on a list takes off everything above it. The list was in sight, so nothing arrives there. */
  private under(configuration: Configuration, event: BranchingEvent): Configuration {
    if (!isBeside(event)) return configuration;
    return withStack(configuration, listInSight(activeStack(configuration), this.variant));
  }

  private get noValues(): Context | null {
    return this.data && { values: {}, module: null };
  }

  /** The configuration with the user's input on the screen, and the values that the trigger's steps can name. */
  private tapped(
    configuration: Configuration,
    transition: Transition,
    given: Values = {},
  ): [Configuration, Context | null] {
    const top = activeStack(configuration);
    if (!this.data || !top?.values) return [configuration, null];
    const { screen, context } = this.data.atTap(top.values, transition, given, this.assumed ?? new Map());
    return [
      screen === top.values ? configuration : withStack(configuration, { ...top, values: screen }),
      { values: context, module: transition.screen.module },
    ];
  }

  /** An empty active stack means that the app is left. */
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
    context: Context | null,
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

  private run(configuration: Configuration, steps: readonly Step[], context: Context | null): Configuration[] {
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

  private step(configuration: Configuration, step: Step, context: Context | null): Configuration[] {
    this.steps++;
    const stack = activeStack(configuration);
    switch (step.kind) {
      case 'leave':
        return [configuration];
      case 'back':
        return [withStack(configuration, this.handBack(stack, stack?.below ?? null, step.result, context))];
      case 'close': {
        const modal = this.nearest(stack, step, (frame) => frame.modal);
        return [
          withStack(
            configuration,
            modal.found ? this.handBack(modal.found, modal.below, step.result, context) : modal.below,
          ),
        ];
      }
      case 'back to':
        return [withStack(configuration, this.takeUntil(stack, step))];
      case 'back past':
        return [withStack(configuration, this.nearest(stack, step, (frame) => frame.screen === step.target).below)];
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
              asker: askerOf(step.asks),
              values: this.passed(call.target, call, context, configuration),
            })
          : [configuration];
      }
    }
  }

  /** Pops frames until the step's screen is on top; down to the last frame if the stack lacks it. */
  private takeUntil(stack: Stack, step: Extract<Step, { target: Screen | null }>): Stack {
    let frame = stack;
    while (frame?.below && frame.screen !== step.target) frame = frame.below;
    if (frame && frame.screen !== step.target) this.missed.add(step);
    return frame;
  }

  /** The first frame that passes the test, and the stack beneath it; the stack's last frame if none does. */
  private nearest(
    stack: Stack,
    step: Step,
    test: (frame: Frame) => boolean,
  ): { readonly found: Frame | null; readonly below: Stack } {
    for (let frame = stack; frame; frame = frame.below) {
      if (test(frame)) return { found: frame, below: frame.below };
      if (frame.below) continue;
      this.missed.add(step);
      return { found: null, below: frame };
    }
    return { found: null, below: null };
  }

  /** The stack beneath a popped frame, with the result in the value that waits for it. */
  private handBack(popped: Stack, below: Stack, result: Result | null, context: Context | null): Stack {
    if (!result?.screen) return below;
    const after = handBack(popped, below, result, this.data, context && context.values);
    if (after.isLost) this.missed.add(result);
    if (after.handed) this.handedBack.push(after.handed);
    return after.below;
  }

  /** Arguments that a call passes to its screen. */
  private passed(screen: Screen, call: Call, context: Context | null, { flags }: Configuration): Values | null {
    if (!this.data || !context) return null;
    const { values, module } = context;
    const all =
      call.arguments.length === 0
        ? values
        : { ...Object.fromEntries(this.plan.flags.map(({ name }, index) => [name, flags[index]!])), ...values };
    return this.data.onArrival(screen, call, all, module);
  }

  /** The configuration after a flag changes, by a step or from outside of the app. */
  set(
    configuration: Configuration,
    { flag, value }: { readonly flag: Flag | null; readonly value: string | null },
  ): Configuration {
    if (!flag || value === null) return configuration;
    const changed = this.flagIndex.get(flag.name);
    return { ...configuration, flags: configuration.flags.map((old, index) => (index === changed ? value : old)) };
  }

  private resume(configuration: Configuration, or: Step | null, context: Context | null): Configuration[] {
    for (let frame = activeStack(configuration); frame; frame = frame.below) {
      if (frame.putOff) return this.arrive(withStack(configuration, frame.below), frame.putOff);
    }
    return or ? this.step(configuration, or, context) : [configuration];
  }

  /** Makes an arrival, or runs the else behind the `needs` of its screens. */
  private arrive(configuration: Configuration, arrival: Arrival): Configuration[] {
    if (!this.has(arrival.screen)) return [configuration];
    if (!this.anyNeeds) return [this.placement.place(configuration, arrival)];
    const after: Configuration[] = [];
    for (const { screen, values } of this.placement.arrivingAt(configuration, arrival)) {
      for (const { condition, otherwise } of screen.needs) {
        const { holds, fails } = this.outcomes(condition, configuration);
        if (fails)
          after.push(
            ...this.putOff(
              this.placement.emptiesAll(arrival) ? this.placement.emptied(configuration) : configuration,
              arrival,
              screen,
              otherwise,
              values && { values, module: screen.module },
            ),
          );
        if (!holds) return after;
      }
    }
    after.push(this.placement.place(configuration, arrival));
    return after;
  }

  /**
   * Runs the steps of an else; the lowest frame that they push is the gate. An else that arrives at its own screen
   * while its `needs` still fails does nothing. So does an else beyond the limit of one event: elses that lead to elses
   * by several steps each would take exponential time.
   */
  private putOff(
    configuration: Configuration,
    arrival: Arrival,
    at: Screen,
    otherwise: readonly Step[],
    context: Context | null,
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
}
