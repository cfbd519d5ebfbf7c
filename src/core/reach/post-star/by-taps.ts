import type { Pushdown, PushdownRule, Valuation } from '../system';
import type { Head } from './automaton';
import { Restarted } from './restarted';
import type { System } from './saturation';

/**
 * What a user can do from each of some heads without leaving the tab, in a system whose tabs interfere. Only the user
 * changes the flags there. After all stacks were emptied, a tap on a tab shows its root.
 */
export class ByTaps extends Restarted {
  constructor(system: Pushdown, heads: readonly Head[]) {
    super(
      system,
      heads.map(({ control, symbol }) => ({ control, word: [symbol] })),
      isInTab,
    );
  }

  /** Roots that can be shown at once: no others have changed the flags, and nothing puts the arrival off. */
  override rootsFrom(valuation: Valuation): ReturnType<System['rootsFrom']> {
    return super.roots(valuation).filter(({ symbol }) => symbol.screen.needs.length === 0);
  }
}

/** Whether a rule is what a user does in a tab, or a part of it, and does happen. */
function isInTab({ event, tabs, own, guessed }: PushdownRule): boolean {
  if (own || guessed || tabs === 'shown') return false;
  return event === null || event.kind === 'trigger' || event.kind === 'item' || event.kind === 'back';
}
