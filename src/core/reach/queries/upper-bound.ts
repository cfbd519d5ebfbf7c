import type { Screen } from '../../plan/model';
import type { Work } from '../../base/slices';
import { type Head, saturateInterfering, type Saturation } from '../post-star';
import { Stacks } from './stacks';

/** Over-approximation of the stacks of a variant whose tabs share flags. A stack outside it never occurs. */
export class UpperBound extends Stacks {
  protected override *saturateMonitoring(screen: Screen): Work<Saturation | null> {
    const { name } = this.system.variant;
    return (yield* saturateInterfering(this.plan, name, this.budget, this, screen))?.saturation ?? null;
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
