import type { Screen } from '../../plan/model';
import type { Work } from '../../base/slices';
import { type Head, saturateInterfering, type Saturation } from '../post-star';
import { Stacks } from './stacks';

/** Over-approximation of the stacks of a variant whose tabs share flags: what is in none of them never happens. */
export class UpperBound extends Stacks {
  protected override *watch(screen: Screen): Work<Saturation | null> {
    const { name } = this.system.variant;
    return (yield* saturateInterfering(this.plan, name, this.budget, this, screen))?.saturation ?? null;
  }

  /** Of the first tab, whatever it ever has on top with these flags, and its root: the flags may have changed since it was left. */
  protected override firstTabWith({ control: { valuation } }: Head): ReadonlySet<Screen> {
    const { firstTab: root } = this.system.variant;
    return new Set([...(root ? [root] : []), ...(this.firstTab.get(valuation) ?? [])]);
  }
}
