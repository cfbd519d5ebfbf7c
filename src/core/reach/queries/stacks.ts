/** Answers read off the automaton of a variant: heads, stacks, frames beneath. */
import type { Branch, Plan, Screen } from '../../plan/model';
import type { Budget } from '../../base/budget';
import { rememberedWork } from '../../base/remembered';
import { toEnd, type Work } from '../../base/slices';
import type { StackEdge, Head, State, Runs, Saturation, PathEdge } from '../post-star';
import { beneathGraph } from './beneath-graph';
import { Predecessors, waysInto, type WaysInto } from './predecessors';
import type { Pushdown } from '../system';
import { cyclesOf, type Cycle } from './cycles';
import { leavesAllAsItIs } from './stays';
import type { Monitored } from '../../walk/monitored';

/** A configuration that reveals a screen: its path edge, and the frames beneath that matter. */
export interface Revealed {
  readonly transition: PathEdge;
  readonly beneath: readonly StackEdge[];
}

/** Maximum number of monitored screens whose saturations are kept. */
const mostMonitored = 4;
/** Cost of each screen for a new pushdown system. */
const costOfScreen = 10;

/** Stacks that runs of one variant build: exactly those (`ExactStacks`), or those and perhaps more (`UpperBound`). */
export abstract class Stacks {
  /** All runs, with links and entries at any time. */
  readonly all: Runs;
  private readonly revealedBy = new Map<Screen, ReadonlyMap<Screen, Revealed>>();
  private readonly byScreen = new Map<Runs, PathEdge[][]>();
  private readonly monitored = new Map<Screen, Saturation | null>();
  private readonly predecessors = new Map<Screen, Predecessors>();
  private ways: WaysInto | null = null;
  private knownCycles: readonly Cycle[] | null = null;
  private firstTabBy: Map<number, Set<Screen>> | null = null;

  /**
   * @param inside runs without links and entries
   * @param budget for further questions
   */
  constructor(
    readonly plan: Plan,
    readonly system: Pushdown,
    readonly saturation: Saturation,
    readonly inside: Runs,
    readonly budget: Budget,
  ) {
    this.all = saturation.runs;
  }

  /** Stacks of the tabs that are ever shown. */
  get tabs(): readonly number[] {
    return this.system.variant.roots.map(([, stack]) => stack);
  }

  /** All runs, with a control state that remembers whether a screen was on top before; null past the budget. */
  monitoring(screen: Screen): Work<Saturation | null> {
    return rememberedWork(this.monitored, screen, () => this.monitorAnew(screen));
  }

  private *monitorAnew(screen: Screen): Work<Saturation | null> {
    // The next rule is usually about the same screen. Saturations of all screens may not fit into memory.
    for (const [other] of this.monitored) if (this.monitored.size >= mostMonitored) this.monitored.delete(other);
    this.budget.spend(this.plan.screens.length * costOfScreen);
    return yield* this.saturateMonitoring({ screen, when: null, until: null });
  }

  /** Saturates a system whose control states remember what is monitored; null past the budget. */
  protected abstract saturateMonitoring(monitored: Monitored): Work<Saturation | null>;

  /** Configurations from which a screen can still be reached. */
  predecessorsOf(goal: Screen): Work<Predecessors> {
    return rememberedWork(this.predecessors, goal, () => this.findPredecessors(goal));
  }

  private *findPredecessors(goal: Screen): Work<Predecessors> {
    this.ways ??= yield* waysInto(this.saturation);
    const found = new Predecessors(this.saturation);
    yield* found.leadTo(({ symbol }) => symbol.screen === goal, this.ways);
    return found;
  }

  /** Whether the budget ran out on a question, so that its answer may be incomplete. */
  get gaveUp(): boolean {
    return false;
  }

  /** Screens that Back on a screen can reveal, each with a configuration in which it does. */
  revealed(screen: Screen): ReadonlyMap<Screen, Revealed> {
    let revealed = this.revealedBy.get(screen);
    if (!revealed) this.revealedBy.set(screen, (revealed = this.findRevealed(screen)));
    return revealed;
  }

  /**
   * Whether the screen is ever on top with a header arrow, and whether without: that is on the last frame, and directly
   * on a list that is in sight beside it.
   */
  arrowOn(screen: Screen): { readonly some: boolean; readonly none: boolean } {
    const heads = this.headsOf(screen);
    const isPair = this.isEverBeside(screen);
    const list = isPair ? this.system.variant.listBeside(screen) : null;
    return {
      some: heads.some(({ symbol, states }) =>
        isPair && !symbol.modal ? states.some((to) => this.hasBeneath(to, (other) => other !== list)) : !symbol.last,
      ),
      none: isPair || heads.some(({ symbol }) => symbol.last),
    };
  }

  /**
   * Whether a stack has the screen directly on the list beside which it is shown, so that both are in sight. In an upper
   * bound `true` proves nothing.
   */
  isEverBeside(screen: Screen): boolean {
    const list = this.system.variant.listBeside(screen);
    return (
      list !== null &&
      this.headsOf(screen).some(
        ({ symbol, states }) =>
          !symbol.modal && !symbol.last && states.some((to) => this.hasBeneath(to, (other) => other === list)),
      )
    );
  }

  private hasBeneath(to: State, test: (screen: Screen) => boolean): boolean {
    for (const { symbol } of this.all.symbolsBeneath(to)) if (test(symbol.screen)) return true;
    return false;
  }

  /** Every path edge with the screen on top; for each head fewest taps first. */
  pathEdgesOf(screen: Screen, runs: Runs = this.all): PathEdge[] {
    return this.shownOn(screen, runs).flatMap(({ head }) => runs.pathEdgesOf(head));
  }

  /** For each head with the screen on top, the path edge with the fewest taps; fewest first. */
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

  /** Runs without links and entries, then all runs. Walks of the first are the more natural evidence. */
  get eachRuns(): readonly Runs[] {
    return this.inside === this.all ? [this.all] : [this.inside, this.all];
  }

  /** The first path edge with the screen on top from which Back leaves the app; null if there is none. */
  leaves(screen: Screen): PathEdge | null {
    return (
      this.shownOn(screen).find(
        ({ head: { symbol, control } }) => symbol.last && this.system.variant.backLeavesFrom(control.stack),
      ) ?? null
    );
  }

  /** Whether a head on a last frame is a dead end: nothing that the user can do there changes anything. */
  staysAsItIs(head: Head): boolean {
    return head.symbol.last && !this.hasOtherTabs(head) && leavesAllAsItIs(this.system, this.saturation, head);
  }

  /** Whether other tabs are shown beside the stack of a head. */
  hasOtherTabs({ control: { stack } }: Head): boolean {
    return stack > 0 && this.system.variant.roots.length > 1;
  }

  /** Whether Back on the screen can go to the first tab. */
  goesToFirstTab(screen: Screen): boolean {
    return this.headsOf(screen).some(
      ({ symbol, control }) => symbol.last && !this.system.variant.backLeavesFrom(control.stack),
    );
  }

  /**
   * Maximum number of frames of a stack with the screen on top; without a bound, `frames` is null and `cycle` piles up.
   */
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

  /** Maximum number of frames of any stack; null without a bound. */
  deepest(): number | null {
    const each = this.plan.screens.map((screen) => this.deepestOn(screen).frames);
    return each.reduce((most, frames) => (most === null || frames === null ? null : Math.max(most, frames)), 0);
  }

  private get cycles(): readonly Cycle[] {
    return (this.knownCycles ??= toEnd(cyclesOf(this.all)));
  }

  /** Branches of triggers, menu items and events that some run without links and entries takes. */
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
          // Frames of the stack itself go before the top of another tab.
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
