import type { Screen } from '../../plan/model';
import type { Work } from '../../base/slices';
import { ByTaps, type Head, saturateInterfering, Saturation } from '../post-star';
import { Predecessors, waysInto, type WaysInto } from './predecessors';
import { Stacks } from './stacks';
import type { Monitored } from '../../walk/monitored';

/**
 * Over-approximation of the stacks of a variant whose tabs share flags, or whose flags have too many values together. A
 * stack outside it never occurs.
 */
export class UpperBound extends Stacks {
  private taps: { readonly saturation: Saturation; readonly ways: WaysInto } | null | undefined;

  /**
   * Configurations from which users get to a goal without leaving the tab. There nobody else changes the flags, so each
   * of these ways can be walked, though its configuration may not exist. Null past the budget.
   *
   * @param isGoal says of a head that waits for an event whether it is one
   */
  *predecessorsByTaps(isGoal: (head: Head) => boolean): Work<Predecessors | null> {
    if (this.taps === undefined) {
      const saturation = new Saturation(new ByTaps(this.system, this.saturation.heads), this.budget, false);
      yield* saturation.run();
      this.taps = saturation.exhausted ? null : { saturation, ways: yield* waysInto(saturation) };
    }
    if (!this.taps) return null;
    const found = new Predecessors(this.taps.saturation);
    yield* found.leadTo(isGoal, this.taps.ways);
    return found;
  }

  protected override *saturateMonitoring(monitored: Monitored): Work<Saturation | null> {
    const { plan } = this;
    // One question may need far more than all others, which come after it and should be answered, too.
    const budget = this.budget.part(this.budget.rest / 2);
    const { variant, valuations } = this.system;
    const of = { plan, variant: variant.name, valuations };
    return (yield* saturateInterfering(of, budget, this, monitored))?.saturation ?? null;
  }

  /**
   * Every screen that the first tab ever has on top with this valuation, and its root: flags may have changed since it
   * was left.
   */
  protected override firstTabWith({ control: { valuation } }: Head): ReadonlySet<Screen> {
    const { firstTab: root } = this.system.variant;
    return new Set([...(root ? [root] : []), ...(this.firstTab.get(valuation) ?? [])]);
  }
}
