/** What is read off the automaton of a variant's configurations: heads, stacks, what lies beneath. */
import type { Branch, Plan, Screen } from '../../plan/model';
import type { Budget } from '../../base/budget';
import { rememberedWork } from '../../base/remembered';
import { toEnd, type Work } from '../../base/slices';
import type { StackEdge, Head, State, Runs, Saturation, PathEdge } from '../post-star';
import { beneathGraph } from './beneath-graph';
import { Predecessors, waysInto, type WaysInto } from './predecessors';
import type { Pushdown } from '../system';
import { cyclesOf, type Cycle } from './cycles';

/** Something that a run can show: what a configuration begins with, and the frames beneath it that matter. */
export interface Revealed {
  readonly transition: PathEdge;
  readonly beneath: readonly StackEdge[];
}

/** The saturations of so many monitored screens are kept. */
const mostMonitored = 4;
/** What a screen costs where a pushdown system is made anew. */
const costOfScreen = 10;
/** Stacks that runs of one variant build: exactly those (`ExactStacks`), or those and perhaps more (`UpperBound`). */
export abstract class Stacks {
  /** What is reached with links and entries, at any time. */
  readonly all: Runs;
  private readonly revealedBy = new Map<Screen, ReadonlyMap<Screen, Revealed>>();
  private readonly byScreen = new Map<Runs, PathEdge[][]>();
  private readonly monitored = new Map<Screen, Saturation | null>();
  private readonly predecessors = new Map<Screen, Predecessors>();
  private ways: WaysInto | null = null;
  private knownCycles: readonly Cycle[] | null = null;
  private firstTabBy: Map<number, Set<Screen>> | null = null;

  /**
   * @param inside what is reached without links and entries
   * @param budget what further questions may cost
   */
  constructor(
    protected readonly plan: Plan,
    readonly system: Pushdown,
    readonly saturation: Saturation,
    readonly inside: Runs,
    readonly budget: Budget,
  ) {
    this.all = saturation.runs;
  }

  /** The stacks of the tabs that are ever shown. */
  get tabs(): readonly number[] {
    return this.system.variant.roots.map(([, stack]) => stack);
  }

  /** All runs, each control state with whether a screen was on top before; null where there is more to work out than the budget allows. */
  monitoring(screen: Screen): Work<Saturation | null> {
    return rememberedWork(this.monitored, screen, () => this.monitorAnew(screen));
  }

  private *monitorAnew(screen: Screen): Work<Saturation | null> {
    // The next rule is mostly about the same screen; the saturations of all screens may be more than fits into memory.
    for (const [other] of this.monitored) if (this.monitored.size >= mostMonitored) this.monitored.delete(other);
    this.budget.spend(this.plan.screens.length * costOfScreen);
    return yield* this.watch(screen);
  }

  /** Saturates a system whose control states remember whether a screen has been on top; null past the budget. */
  protected abstract watch(screen: Screen): Work<Saturation | null>;

  /** From which configurations a screen can still be reached. */
  predecessorsOf(goal: Screen): Work<Predecessors> {
    return rememberedWork(this.predecessors, goal, () => this.findPredecessors(goal));
  }

  private *findPredecessors(goal: Screen): Work<Predecessors> {
    this.ways ??= yield* waysInto(this.saturation);
    const found = new Predecessors(this.saturation);
    yield* found.leadTo(goal, this.ways);
    return found;
  }

  /** Whether some question took more than the budget: its answer may then lack something. */
  get gaveUp(): boolean {
    return false;
  }

  /** The screens that Back on a screen can reveal, each with a configuration that shows it. */
  revealed(screen: Screen): ReadonlyMap<Screen, Revealed> {
    let revealed = this.revealedBy.get(screen);
    if (!revealed) this.revealedBy.set(screen, (revealed = this.findRevealed(screen)));
    return revealed;
  }

  /** Whether the screen is ever on top with something beneath it in its stack, and whether with nothing. */
  beneathTop(screen: Screen): { readonly some: boolean; readonly none: boolean } {
    const heads = this.headsOf(screen);
    return { some: heads.some(({ symbol }) => !symbol.last), none: heads.some(({ symbol }) => symbol.last) };
  }

  /** Every transition with the screen on top, fewest taps first for each head. */
  transitionsOf(screen: Screen, runs: Runs = this.all): PathEdge[] {
    return this.shownOn(screen, runs).flatMap(({ head }) => runs.transitionsOf(head));
  }

  /** How each head with the screen on top is come to soonest, fewest taps first. */
  shownOn(screen: Screen, runs: Runs = this.all): readonly PathEdge[] {
    let byScreen = this.byScreen.get(runs);
    if (!byScreen) {
      byScreen = this.plan.screens.map(() => []);
      for (const pathEdge of runs.shown) byScreen[pathEdge.head.symbol.screen.index]!.push(pathEdge);
      this.byScreen.set(runs, byScreen);
    }
    return byScreen[screen.index]!;
  }

  /** Every head with the screen on top, fewest taps first. */
  headsOf(screen: Screen, runs: Runs = this.all): readonly Head[] {
    return this.shownOn(screen, runs).map(({ head }) => head);
  }

  /** What is reached without links and entries, and then with them: the walks of the first are those that a user would try. */
  get eachRuns(): readonly Runs[] {
    return this.inside === this.all ? [this.all] : [this.inside, this.all];
  }

  /** The first transition with the screen on top from which Back leaves the app; null where there is none. */
  leaves(screen: Screen): PathEdge | null {
    return (
      this.shownOn(screen).find(
        ({ head: { symbol, control } }) => symbol.last && this.system.variant.backLeavesFrom(control.stack),
      ) ?? null
    );
  }

  /** Whether nothing leads on from a last frame: all that can be done there leaves everything as it is. */
  staysAsItIs(head: Head): boolean {
    const { control, symbol, rules } = head;
    return (
      symbol.last &&
      !this.hasOtherTabs(head) &&
      rules.every(
        (rule) =>
          rule.leaves ||
          (rule.word.length === 1 &&
            rule.word[0] === symbol &&
            this.system.targetOf(control, symbol, rule) === control),
      )
    );
  }

  /** Whether there are other tabs, with stacks of their own, where a head is. */
  hasOtherTabs({ control: { stack } }: Head): boolean {
    return stack > 0 && this.system.variant.roots.length > 1;
  }

  /** Whether Back on the screen can go to the first tab. */
  goesToFirstTab(screen: Screen): boolean {
    return this.headsOf(screen).some(
      ({ symbol, control }) => symbol.last && !this.system.variant.backLeavesFrom(control.stack),
    );
  }

  /** The most frames that a stack has with the screen on top; without a bound, the screens that can pile up beneath. */
  deepestOn(screen: Screen): { readonly frames: number | null; readonly cycle: readonly Screen[] } {
    let deepest = 0;
    for (const { symbol, states } of this.headsOf(screen)) {
      for (const state of states) {
        const { frames, growing } = symbol.last ? { frames: 0, growing: null } : beneathGraph(this.all).depthOf(state);
        if (growing) return { frames: null, cycle: this.cycles.find(({ of }) => of === growing)!.screens };
        deepest = Math.max(deepest, 1 + frames);
      }
    }
    return { frames: deepest, cycle: [] };
  }

  /** The most frames that any stack has; null where there is no bound. */
  deepest(): number | null {
    const each = this.plan.screens.map((screen) => this.deepestOn(screen).frames);
    return each.reduce((most, frames) => (most === null || frames === null ? null : Math.max(most, frames)), 0);
  }

  private get cycles(): readonly Cycle[] {
    return (this.knownCycles ??= toEnd(cyclesOf(this.all)));
  }

  /** The branches of triggers and menu items that some run without links and entries takes. */
  outcomes(): Set<Branch> {
    const taken = new Set<Branch>();
    for (const screen of this.plan.screens) {
      for (const { control } of this.headsOf(screen, this.inside))
        for (const branch of this.system.branchesAt(control, screen)) taken.add(branch);
    }
    return taken;
  }

  /** Screens that the first tab can have on top while a head stands on the last frame of another tab. */
  protected abstract firstTabWith(head: Head): ReadonlySet<Screen>;

  /** By valuation, the screens that the first tab can have on top while some tab is shown. */
  protected get firstTab(): ReadonlyMap<number, ReadonlySet<Screen>> {
    return (this.firstTabBy ??= this.findFirstTab());
  }

  private findFirstTab(): Map<number, Set<Screen>> {
    const found = new Map<number, Set<Screen>>();
    for (const { head } of this.all.shown) {
      const { stack, valuation } = head.control;
      if (stack === 0) continue;
      const screens = found.get(valuation) ?? new Set();
      found.set(valuation, stack === 1 ? screens.add(head.symbol.screen) : screens);
    }
    return found;
  }

  private findRevealed(screen: Screen): Map<Screen, Revealed> {
    const { all, system } = this;
    const revealed = new Map<Screen, Revealed>();
    const states = new Set<State>();
    for (const pathEdge of this.shownOn(screen)) {
      const { head } = pathEdge;
      if (!head.symbol.last) {
        for (const to of head.states) {
          if (states.has(to)) continue;
          states.add(to);
          // What lies in the stack itself comes before what another tab has on top.
          for (const edge of all.symbolsBeneath(to))
            if (!revealed.get(edge.symbol.screen)?.beneath.length)
              revealed.set(edge.symbol.screen, { transition: { head, to }, beneath: [edge] });
        }
      } else if (!system.variant.backLeavesFrom(head.control.stack)) {
        for (const other of this.firstTabWith(head))
          if (!revealed.has(other)) revealed.set(other, { transition: pathEdge, beneath: [] });
      }
    }
    return revealed;
  }
}
