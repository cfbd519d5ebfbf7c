import type { Flag, Plan, Screen } from '../../plan/model';
import type { StackSymbol } from '../system';
import {
  type Exploration,
  type Explored,
  type ExploredNode,
  isFromWithin,
  RelaxedDistances,
  screenOf,
  walkOf,
} from '../explicit';
import { type Predecessors, type UpperBound, walkTo } from '../queries';
import type { Tap } from '../../walk/tap';
import { keyOf, type Configuration, type Stack } from '../../walk/configuration';
import type { Work } from '../../base/slices';
import type { Walker } from '../../walk/walker';
import type { Decision } from './claims';
import { WaysByTaps } from './ways-by-taps';

/** Maximum number of ways of the upper bound that are tried as walks. */
const mostSuspects = 8;

/**
 * Configurations from which a goal is never shown again, in a variant whose tabs share flags. Each tab is judged by
 * itself, as it was left, with all valuations that the other tabs can produce meanwhile. The upper bound has every
 * continuation of it: if none leads to the goal, no run does. Nor does one if the estimate of the taps that are left is
 * infinite. Where all configurations are known, the taps between them decide.
 */
export class NoReturn {
  /** Stacks that are ever shown. A tab with the root of another tab never is. */
  private readonly shown: ReadonlySet<number>;
  private leading: ReadonlySet<ExploredNode> | null = null;
  private readonly distances: RelaxedDistances;

  /** @param toGoal what leads to the goal in the upper bound */
  constructor(
    private readonly plan: Plan,
    private readonly upperBound: UpperBound,
    private readonly goal: Screen,
    private readonly toGoal: Predecessors,
  ) {
    this.distances = new RelaxedDistances(plan, upperBound.system.variant.name, goal);
    this.shown = new Set(upperBound.all.shown.map(({ head: { control } }) => control.stack));
  }

  /**
   * Decides whether every run that shows a screen can go on to the goal; a walk shows the screen where it cannot.
   *
   * @param hint a walk that may be one
   */
  *decidingFrom(screen: Screen, { all, detours }: Explored, hint: readonly Tap[]): Work<Decision> {
    const isOver = ({ configuration }: ExploredNode): boolean => this.isOver(configuration);
    const walk = yield* all.findOn(screen, isOver, hint);
    if (walk) return walk;
    if (all.isWhole) {
      const leading = this.leadingIn(all);
      return (yield* all.findOn(screen, (node) => !leading.has(node))) ?? 'holds';
    }
    if (yield* new WaysByTaps(this.upperBound, this.goal).leadFrom(screen)) return 'holds';
    for (const suspect of this.suspects(screen)) {
      const end = yield* detours.find(suspect, (node) => screenOf(node) === screen && isOver(node));
      if (end) return walkOf(end);
    }
    return 'undecided';
  }

  /** Ways of the upper bound to the screen, on a stack from which nothing leads to the goal; the first few. */
  private *suspects(screen: Screen): Iterable<readonly Tap[]> {
    let tried = 0;
    for (const runs of this.upperBound.eachRuns) {
      for (const { head } of this.upperBound.shownOn(screen, runs)) {
        const rejected = this.toGoal.rejected(runs, head);
        if (!rejected) continue;
        yield walkTo(runs, rejected.pathEdge, rejected.beneath);
        if (++tried === mostSuspects) return;
      }
    }
  }

  /**
   * A walk without links and entries to a screen from which the goal is never shown again, although something else
   * still happens; null if none is found.
   */
  *walkToTrap(screen: Screen, explored: Exploration): Work<readonly Tap[] | null> {
    const mayBeTrapped = (node: ExploredNode): boolean =>
      isFromWithin(node) && !isStuck(explored.walker, node.configuration);
    const walk = yield* explored.findOn(screen, (node) => mayBeTrapped(node) && this.isOver(node.configuration));
    if (walk || !explored.isWhole) return walk;
    const leading = this.leadingIn(explored);
    return yield* explored.findOn(screen, (node) => mayBeTrapped(node) && !leading.has(node));
  }

  private leadingIn(explored: Exploration): ReadonlySet<ExploredNode> {
    return (this.leading ??= explored.leadingTo(this.goal));
  }

  /** Whether the goal is out of reach without links and entries; false if nothing proves it. */
  private isOver(configuration: Configuration): boolean {
    return (
      this.isOverByStacks(configuration) || this.distances.from(configuration, this.upperBound.budget) === Infinity
    );
  }

  /** Whether no stack of the upper bound leads to the goal. */
  private isOverByStacks({ flags, stacks }: Configuration): boolean {
    const { system } = this.upperBound;
    const now = system.valuations.of((flag: Flag) => flags[this.plan.flags.indexOf(flag)]!);
    return stacks.every((stack, index) => {
      if (!stack || !this.shown.has(index)) return true;
      const valuations = index === 0 ? [now] : system.interference!.after(index, now);
      return (
        !hasGate(stack) &&
        valuations.every((valuation) => !this.toGoal.accepts(system.waiting(valuation, index), this.symbolsOf(stack)))
      );
    });
  }

  /** The symbols of a stack without gates, top first. */
  private symbolsOf(stack: Stack): StackSymbol[] {
    const frames: { screen: Screen; modal: boolean; asked: boolean }[] = [];
    for (let frame = stack; frame; frame = frame.below)
      frames.push({ screen: frame.screen, modal: frame.modal, asked: frame.asked !== null });
    return this.upperBound.system.symbolsOf(frames.reverse());
  }
}

/** Whether a stack has a gate. Only a run can tell what follows its arrival. */
function hasGate(stack: Stack): boolean {
  for (let frame = stack; frame; frame = frame.below) if (frame.putOff) return true;
  return false;
}

/** Whether no event changes anything there, except Back, which leaves the app. */
export function isStuck(walker: Walker, configuration: Configuration): boolean {
  const key = keyOf(configuration);
  return walker
    .events(configuration)
    .every((event) => walker.after(configuration, event).every((next) => keyOf(next) === key));
}
