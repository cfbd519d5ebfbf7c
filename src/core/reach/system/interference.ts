import type { Branch, Screen, Step } from '../../plan/model';
import { eachStep, eachStepList } from '../../plan/steps';
import { remembered } from '../../base/remembered';
import { FlagEffects } from './flag-effects';
import type { Work } from '../../base/slices';
import type { Control, StackSymbol } from './alphabet';
import type { Monitored } from '../../walk/monitored';
import type { Sets, Valuation, Valuations } from './valuations';
import type { VariantOf } from './variant';

/** Changes of the flags, from each valuation to others, and whether users make them: others happen by themselves. */
type Changes = Map<Valuation, Map<Valuation, boolean>>;

/** A head that some run reaches. */
export interface ReachedHead {
  readonly head: { readonly control: Control; readonly symbol: StackSymbol };
}

/** A system that says which branches can happen on a screen. */
interface Offering {
  readonly branchesAt: (control: Control, screen: Screen) => Iterable<Branch>;
}

/** Heads between two pauses: a few milliseconds of work. */
const slice = 1_000;

/** Safety limit for degenerate plans: the most valuations from which any step is taken to come next. */
const mostAnyhow = 4096;

/**
 * Effects of tabs on one another: from the flags when a tab is left, the flags when it is shown again.
 * Thread-modular analysis (Flanagan, Qadeer, SPIN 2003), with tabs for threads. Each tab is analysed by itself; any of
 * its changes of flags may happen while another tab waits. The changes of a tab come from its own analysis, and the
 * process repeats until none is new: a least fixed point. A step that empties all stacks interferes with no tab, since
 * it leaves none as it was; the steps after it interfere with the roots that it leaves.
 */
export class Interference {
  /** Valuations after steps that leave the other tabs as they were. */
  private readonly effects: FlagEffects;
  /** Valuations after steps that may empty all stacks. */
  private readonly allEffects: FlagEffects;
  /** By stack and valuation, screens that were on top. */
  private readonly seen: Map<Valuation, Set<Screen>>[] = [];
  /** Changes that a tab makes to others, by the tab's stack. */
  private readonly changesOf: Changes[] = [];
  /** Changes that also count for the tab that makes them, since it is left before the event ends. */
  private readonly changesOfAll: Changes = new Map();
  private readonly knownTops = new Map<string, ReadonlySet<Screen>>();
  private readonly known = new Map<string, readonly Valuation[]>();
  private readonly knownByUser = new Map<string, ReadonlySet<Valuation>>();
  /** Whether some `else` switches to a tab. */
  private readonly elseSwitches: boolean;
  /** All steps of the variant that set a flag. */
  private knownSettings: readonly Sets[] | null = null;
  /** Valuations from which any of these steps may come next. */
  private readonly anyhow = new Set<Valuation>();
  /** Whether there were too many of these valuations, so that changes are missing. */
  exhausted = false;
  private isNew = false;
  /** Stacks that show the monitored screen. */
  private readonly monitoring = new Set<number>();
  /** Whether users make the changes that are being added. */
  private isByUser = true;
  private readonly asks: boolean;

  constructor(
    private readonly variant: VariantOf,
    private readonly valuations: Valuations,
    private readonly monitored: Monitored | null = null,
  ) {
    this.effects = new FlagEffects(variant, valuations, 'left out');
    this.allEffects = new FlagEffects(variant, valuations, 'counts');
    this.asks = variant.asking.length > 0;
    this.elseSwitches = variant.asking.some(({ needs }) =>
      needs.some(({ otherwise }) => [...eachStep(otherwise)].some((step) => this.isTabSwitch(step))),
    );
  }

  /**
   * Screens that can be on top of a tab when it is shown again with this valuation. Costs O(valuations when left), once
   * each.
   */
  tops(stack: number, valuation: Valuation): ReadonlySet<Screen> {
    return remembered(this.knownTops, `${stack} ${valuation}`, () => {
      const tops = new Set<Screen>();
      for (const [left, screens] of this.seen[stack] ?? []) {
        if (this.after(stack, left).includes(valuation)) for (const screen of screens) tops.add(screen);
      }
      return tops;
    });
  }

  /** Whether the monitored screen may have been shown while a tab waited: another tab shows it. */
  mayHaveShown(stack: number): boolean {
    return this.monitoring.size > (this.monitoring.has(stack) ? 1 : 0);
  }

  /**
   * Valuations when a tab is shown again that was left with this valuation, itself included. Costs O(valuations ·
   * changes), once each.
   */
  after(stack: number, valuation: Valuation): readonly Valuation[] {
    return remembered(this.known, `${stack} ${valuation}`, () => [...this.closure(stack, valuation, false)]);
  }

  /** Those valuations that need nothing which happens by itself meanwhile. */
  afterByUser(stack: number, valuation: Valuation): ReadonlySet<Valuation> {
    return remembered(this.knownByUser, `${stack} ${valuation}`, () => this.closure(stack, valuation, true));
  }

  private closure(stack: number, valuation: Valuation, byUser: boolean): Set<Valuation> {
    const reached = new Set([valuation]);
    const follow = (changes: Changes, from: Valuation): void => {
      for (const [to, isByUser] of changes.get(from) ?? []) if (isByUser || !byUser) reached.add(to);
    };
    for (const from of reached) {
      this.changesOf.forEach((changes, by) => {
        if (by !== stack) follow(changes, from);
      });
      follow(this.changesOfAll, from);
    }
    return reached;
  }

  /**
   * Collects the changes of flags in an analysis; returns whether a new one matters. Costs O(heads · branches).
   *
   * @param system the system that was analysed
   * @param pathEdges the heads that were reached and wait for an event
   */
  *learn(system: Offering, pathEdges: readonly ReachedHead[]): Work<boolean> {
    this.isNew = false;
    for (const [index, { head }] of pathEdges.entries()) {
      if (index % slice === slice - 1) yield;
      const {
        control: { stack, valuation },
        symbol: { screen },
      } = head;
      if (stack === 0) continue;
      this.noteMonitored(head);
      const seen = (this.seen[stack] ??= new Map());
      const screens = seen.get(valuation) ?? new Set();
      seen.set(valuation, screens);
      if (screens.has(screen)) continue;
      if (this.asks && !this.isNew) this.isNew = this.isNewOnTop(stack, valuation, screen, screens);
      screens.add(screen);
      for (const branch of system.branchesAt(head.control, screen)) {
        this.isByUser = !this.variant.ownBranches.has(branch);
        if (this.leavesMidway(branch)) this.changeMidway(branch.steps, valuation);
        else this.change(stack, valuation, this.effects.after(branch.steps, valuation));
      }
      this.isByUser = true;
      if (this.elseSwitches) this.changeAnyhow(valuation);
    }
    // A tap on a tab arrives at the screen on top there.
    const asking = new Set(this.variant.roots.flatMap(([root]) => (root.needs.length > 0 ? [root] : [])));
    for (const seen of this.seen)
      for (const screens of seen?.values() ?? [])
        for (const screen of screens) if (screen.needs.length > 0) asking.add(screen);
    if (asking.size > 0) {
      this.seen.forEach((seen, stack) => {
        for (const valuation of seen.keys())
          this.change(this.elseSwitches ? null : stack, valuation, this.effects.afterArrival(asking, valuation));
      });
    }
    if (this.isNew) {
      this.known.clear();
      this.knownByUser.clear();
      this.knownTops.clear();
    }
    return this.isNew;
  }

  /**
   * Whether a screen makes a difference to arrivals at a tab that was left with it on top. One that puts off none of
   * them is like any other such screen.
   */
  private isNewOnTop(stack: number, left: Valuation, screen: Screen, known: ReadonlySet<Screen>): boolean {
    const later = this.after(stack, left);
    const mayPutOff = ({ needs }: Screen): boolean =>
      needs.some(({ condition }) => later.some((now) => this.valuations.outcome(condition, now) !== 'holds'));
    return mayPutOff(screen) || [...known].every(mayPutOff);
  }

  private noteMonitored({ control: { stack, valuation }, symbol: { screen, beside } }: ReachedHead['head']): void {
    if (!this.monitored || this.monitoring.has(stack)) return;
    const { screen: monitored, when } = this.monitored;
    if (screen !== monitored && beside !== monitored) return;
    if (when && this.valuations.outcome(when, valuation) === 'fails') return;
    this.monitoring.add(stack);
    this.isNew = true;
  }

  /** Whether an event goes on after it has left its tab: the rest of it then changes flags for that tab, too. */
  private leavesMidway({ steps }: Branch): boolean {
    return (
      this.elseSwitches ||
      steps.slice(0, -1).some((step) => [...eachStep([step])].some((each) => this.isTabSwitch(each)))
    );
  }

  /**
   * Adds the changes of steps between any two of which the tab may be left. After an emptying of all stacks the other
   * tabs have their roots: changes by the later steps meet these roots.
   */
  private changeMidway(steps: readonly Step[], before: Valuation): void {
    for (let at = 0; at <= steps.length; at++) {
      const begun = steps.slice(0, at);
      this.change(null, before, this.effects.after(begun, before));
      for (const now of this.allEffects.after(begun, before))
        this.change(null, now, this.effects.after(steps.slice(at), now));
    }
  }

  /**
   * Adds the changes of every step that sets a flag: an else may leave a tab in its middle, and go on with any of them.
   */
  private changeAnyhow(before: Valuation): void {
    const reached = [before];
    for (let from = reached.pop(); from !== undefined; from = reached.pop()) {
      if (this.anyhow.has(from)) continue;
      if (this.anyhow.size >= mostAnyhow) {
        this.exhausted = true;
        return;
      }
      this.anyhow.add(from);
      for (const step of this.settings()) {
        const to = this.valuations.set(from, step);
        this.change(null, from, [to]);
        reached.push(to);
      }
    }
  }

  /** @param by stack of the tab that makes the change; null if the change counts for that tab, too */
  private change(by: number | null, from: Valuation, all: Iterable<Valuation>): void {
    const changes = by === null ? this.changesOfAll : (this.changesOf[by] ??= new Map());
    for (const to of all) {
      if (to === from) continue;
      const known = changes.get(from) ?? new Map<Valuation, boolean>();
      changes.set(from, known);
      const wasByUser = known.get(to);
      if (wasByUser === true || wasByUser === this.isByUser) continue;
      known.set(to, this.isByUser);
      this.isNew = true;
    }
  }

  private settings(): readonly Sets[] {
    return (this.knownSettings ??= [...eachStepList(this.variant.plan, this.variant.name)].flatMap(({ steps }) =>
      [...eachStep(steps)].filter((step) => step.kind === 'sets'),
    ));
  }

  private isTabSwitch(step: Step): boolean {
    return step.kind === 'switch' && !!step.call?.target && this.variant.stackOf(step.call.target) !== undefined;
  }
}
