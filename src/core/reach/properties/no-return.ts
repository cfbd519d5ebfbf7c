import type { Flag, Plan, Screen } from '../../plan/model';
import type { StackSymbol } from '../system';
import { type Exploration, isFromWithin } from '../explicit';
import type { Predecessors, UpperBound } from '../queries';
import type { Tap } from '../../walk/tap';
import { activeStack, keyOf, type Configuration, type Stack } from '../../walk/configuration';
import type { Work } from '../../base/slices';
import type { Walker } from '../../walk/walker';

/**
 * From which configurations a screen is never shown again, in a variant with tabs. Each tab is looked at by itself, as it was left;
 * where they share flags, with all that these may have become by the time it is come back to. Its stacks are known from above
 * then: what cannot be done there cannot be done at all.
 */
export class NoReturn {
  /** Of the stacks, those that are ever shown: a tab with another one's root never is. */
  private readonly shown: ReadonlySet<number>;

  constructor(
    private readonly plan: Plan,
    private readonly upperBound: UpperBound,
    private readonly toGoal: Predecessors,
  ) {
    this.shown = new Set(upperBound.all.shown.map(({ head: { control } }) => control.stack));
  }

  /** Whether it is out of reach, links and entries left aside; false where that is not known. */
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
   * A walk that ends there with a screen on top; null where none is found.
   *
   * @param within whether links and entries do not count
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
  private *symbolsOf(stack: Stack): Generator<StackSymbol, void, void> {
    for (let frame = stack; frame; frame = frame.below)
      yield this.upperBound.system.symbolOf(frame, frame.below === null);
  }
}

/** Whether a stack has a gate: what that puts off only a run can tell. */
function hasGate(stack: Stack): boolean {
  for (let frame = stack; frame; frame = frame.below) if (frame.putOff) return true;
  return false;
}

/** Whether nothing that can be done there changes anything, but for Back, which leaves the app. */
export function isStuck(walker: Walker, configuration: Configuration): boolean {
  const key = keyOf(configuration);
  return walker
    .events(configuration)
    .every((event) => walker.after(configuration, event).every((next) => keyOf(next) === key));
}
