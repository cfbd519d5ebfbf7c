import {
  isIn,
  type Branch,
  type Condition,
  type Menu,
  type MenuItem,
  type Needs,
  type Plan,
  type PlanEvent,
  type Screen,
  type Step,
} from '../../plan/model';
import { independentOutcomes, type Outcomes } from '../../walk/conditions';

/**
 * Over-approximation of the screens that runs of a variant show. It ignores the frames beneath an event, and takes each
 * flag by itself. A screen outside the set is stranded.
 * A least fixed point by iteration (Cousot & Cousot 1977): in each round reached screens open others, and give flags
 * values. Costs O(steps of all transitions) a round; there are at most as many rounds as screens and flag values,
 * usually a few.
 */
export function mayReach(plan: Plan, variant: string): ReadonlySet<Screen> {
  return new FixedPoint(plan, variant).reached;
}

/** A frame that steps have pushed. */
interface Pushed {
  readonly screen: Screen;
  /** Whether some run does not push it, or pops it again. */
  readonly mayBeAbsent: boolean;
}

/** Frames that an arrival pushes, and whether it can be deferred. */
interface Opened {
  readonly opened: readonly Pushed[];
  readonly mayBePutOff: boolean;
}
const nothing: Opened = { opened: [], mayBePutOff: false };

const allMayBeAbsent = (frames: readonly Pushed[]): Pushed[] =>
  frames.map(({ screen }) => ({ screen, mayBeAbsent: true }));

/** Frames without the top one. If the top one may be absent, the one beneath is popped instead. */
function withoutTop(frames: readonly Pushed[]): readonly Pushed[] {
  const rest = frames.slice(0, -1);
  return frames.at(-1)?.mayBeAbsent ? allMayBeAbsent(rest) : rest;
}

/** Frames that may be the last one of a stack, which stays: those up to the first that is certainly there. */
function mayBeLast(frames: readonly Pushed[]): readonly Pushed[] {
  const certain = frames.findIndex(({ mayBeAbsent }) => !mayBeAbsent);
  return certain === 0 ? frames.slice(0, 1) : allMayBeAbsent(certain < 0 ? frames : frames.slice(0, certain + 1));
}

/** Frames after a step back to a screen, or past it. */
function backTo(frames: readonly Pushed[], screen: Screen, past: boolean): readonly Pushed[] {
  const at = frames.findLastIndex((frame) => frame.screen === screen);
  if (at < 0) return mayBeLast(frames);
  const rest = frames.slice(0, past ? at : at + 1);
  if (!frames[at]!.mayBeAbsent) return rest;
  const last = mayBeLast(frames);
  return allMayBeAbsent(rest.length > last.length ? rest : last);
}

class FixedPoint {
  readonly reached = new Set<Screen>();
  /** Screens at which some event arrives, shown or not. */
  private readonly arrived = new Set<Screen>();
  private readonly values: ReadonlyMap<string, Set<string>>;
  private grown = true;
  /** Needs whose else has run in this round. Its effect does not depend on the arrival. */
  private readonly ranElse = new Set<Needs>();
  /** Elses that are still to run. None runs within another: one may lead to the next without end. */
  private readonly waiting: Needs[] = [];

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
  ) {
    this.values = new Map(plan.flags.map((flag) => [flag.name, new Set([flag.initial])]));
    while (this.grown) {
      this.grown = false;
      this.ranElse.clear();
      this.round();
      for (let needs = this.waiting.pop(); needs; needs = this.waiting.pop()) this.showAll(this.run(needs.otherwise));
    }
  }

  private round(): void {
    const { plan, variant } = this;
    this.open(plan.start?.target);
    for (const screen of this.reached) {
      for (const transition of screen.transitions)
        if (isIn(transition.only, variant)) this.runBranches(transition.branches);
    }
    for (const { branches } of this.outsideScreens()) this.runBranches(branches);
    for (const bar of plan.tabBars) {
      // An arrival at a root shows the tabs, even if the same event then replaces it. The roots are put there: Back may
      // reveal one, whatever it needs.
      const roots = bar.tabs.flatMap((tab) =>
        tab.call?.target && isIn(tab.call.target.only, variant) ? [tab.call.target] : [],
      );
      if (!isIn(bar.only, variant) || !roots.some((root) => this.arrived.has(root))) continue;
      this.show(roots);
      for (const root of roots) this.open(root);
    }
    for (const entry of plan.entries) if (isIn(entry.only, variant)) this.open(entry.call?.target);
    for (const screen of plan.screens) {
      for (const link of screen.links) {
        if (!isIn(screen.only, variant)) continue;
        this.open(screen);
        for (const call of link.under ?? []) this.open(call.target);
      }
    }
  }

  /** Menu items and events. They count wherever they stand. */
  private outsideScreens(): readonly (MenuItem | PlanEvent)[] {
    const there = ({ only }: Menu | PlanEvent): boolean => isIn(only, this.variant);
    return [...this.plan.menus.filter(there).flatMap(({ items }) => items), ...this.plan.events.filter(there)];
  }

  /** Opens a screen without an event. */
  private open(screen: Screen | null | undefined): void {
    if (screen) this.showAll(this.arrive(screen).opened);
  }

  private showAll(frames: readonly Pushed[]): void {
    this.show(frames.map(({ screen }) => screen));
  }

  private show(screens: readonly Screen[]): void {
    for (const screen of screens) {
      if (this.reached.has(screen)) continue;
      this.reached.add(screen);
      this.grown = true;
    }
  }

  private runBranches(branches: readonly Branch[]): void {
    for (const { condition, steps } of branches) {
      const { holds, fails } = condition ? this.outcomes(condition) : { holds: true, fails: false };
      if (holds) this.showAll(this.run(steps));
      if (!fails) return;
    }
  }

  /** Frames that steps push and leave there, bottom first. Each is shown, by the tap or by Back. */
  private run(steps: readonly Step[]): readonly Pushed[] {
    let frames: readonly Pushed[] = [];
    for (const step of steps) {
      switch (step.kind) {
        case 'leave':
          break;
        case 'sets':
          this.set(step);
          break;
        case 'back':
          frames = withoutTop(frames);
          break;
        case 'back to':
        case 'back past':
          frames = backTo(frames, step.target!, step.kind === 'back past');
          break;
        // A deferred screen is shown where it is deferred.
        case 'close':
        case 'resume':
          this.showAll(frames);
          // If a gate is popped, the step behind `or` does not run.
          frames = allMayBeAbsent([...frames, ...(step.kind === 'resume' && step.or ? this.run([step.or]) : [])]);
          break;
        default: {
          const { opened, mayBePutOff } = step.call?.target ? this.arrive(step.call.target) : nothing;
          // These may stay, whatever the else does; and they stay on a tab that is left.
          if (mayBePutOff || step.kind === 'switch') this.showAll(frames);
          if (opened.length === 0) break;
          if (step.kind === 'push' || step.kind === 'present') frames = [...frames, ...opened];
          else if (step.kind === 'replace') frames = [...withoutTop(frames), ...opened];
          else frames = opened;
        }
      }
    }
    return frames;
  }

  /** The screen itself, if its `needs` may hold. An else runs in the same round. */
  private arrive(screen: Screen): Opened {
    if (!isIn(screen.only, this.variant)) return nothing;
    let mayBePutOff = false;
    for (const needs of screen.needs) {
      const { holds, fails } = this.outcomes(needs.condition);
      if (fails && !this.ranElse.has(needs)) {
        this.ranElse.add(needs);
        this.waiting.push(needs);
      }
      mayBePutOff ||= fails;
      if (!holds) return { opened: [], mayBePutOff };
    }
    if (!this.arrived.has(screen)) {
      this.arrived.add(screen);
      this.grown = true;
    }
    // By `resume` it is shown without the effects of the later steps.
    if (mayBePutOff) this.show([screen]);
    return { opened: [{ screen, mayBeAbsent: mayBePutOff }], mayBePutOff };
  }

  /** Outcomes of a condition, for any combination of possible flag values. */
  private outcomes(condition: Condition): Outcomes {
    return independentOutcomes(condition, (flag, value) => {
      const possible = this.values.get(flag.name)!;
      return { holds: possible.has(value), fails: possible.size > 1 || !possible.has(value) };
    });
  }

  private set({ flag, value }: Extract<Step, { kind: 'sets' }>): void {
    const values = flag && this.values.get(flag.name);
    if (!values || value === null || values.has(value)) return;
    values.add(value);
    this.grown = true;
  }
}
