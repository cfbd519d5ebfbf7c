import type { Flag, Plan, Screen } from '../../plan/model';
import type { StackSymbol } from '../system';
import { type Exploration, isFromWithin } from '../explicit';
import type { Predecessors, UpperBound } from '../queries';
import type { Tap } from '../../walk/tap';
import { activeStack, keyOf, type Configuration, type Stack } from '../../walk/configuration';
import type { Work } from '../../base/slices';
import type { Walker } from '../../walk/walker';

/**
 * Configurations from which a screen is never shown again, in a variant whose tabs share flags. Each tab is judged by
 * itself, as it was left, with all valuations that the other tabs can produce meanwhile. The upper bound has every
 * continuation of it: if none leads to the screen, no run does.
 */
export class NoReturn {
  /** Stacks that are ever shown. A tab with the root of another tab never is. */
  private readonly shown: ReadonlySet<number>;

  constructor(
    private readonly plan: Plan,
    private readonly upperBound: UpperBound,
    private readonly toGoal: Predecessors,
  ) {
    this.shown = new Set(upperBound.all.shown.map(({ head: { control } }) => control.stack));
  }

  /** Whether the screen is out of reach without links and entries; false if that is not known. */
  from({ flags, stacks }: Configuration): boolean {
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

  /**
   * A walk to such a configuration with a screen on top; null if none is found.
   *
   * @param within whether the walk may use no links and entries
   * @param hint a walk that may be one
   */
  walkTo(
    screen: Screen,
    explored: Exploration,
    within: boolean,
    hint: readonly Tap[] = [],
  ): Work<readonly Tap[] | null> {
    return explored.find(
      (node) =>
        activeStack(node.configuration)!.screen === screen &&
        this.from(node.configuration) &&
        (!within || isFromWithin(node)),
      hint,
    );
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
