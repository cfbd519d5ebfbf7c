import { Budget } from '../../src/core/base/budget';
import { toEnd } from '../../src/core/base/slices';
import type { Flag, Plan } from '../../src/core/plan/model';
import { Explored } from '../../src/core/reach/explicit';
import { saturateInterfering } from '../../src/core/reach/post-star';
import { suspecting } from '../../src/core/reach/properties/suspects';
import { flagsRead, Valuations } from '../../src/core/reach/system';
import { boundedReach } from '../../src/core/reach/verdicts/bounded';
import type { Bounded, VariantReach } from '../../src/core/reach/verdicts/reach';

/** Enough for small plans, unless they are degenerate. */
const steps = 400_000;

/**
 * A variant between two bounds, with some flags left open, as if their values together were too many. Null past the
 * budget, with what its rules cost.
 */
export function withFlagsOpen(plan: Plan, known: VariantReach, isOpen: (flag: Flag) => boolean): Bounded | null {
  const leftOpen = new Set(flagsRead(plan, known.name).filter(isOpen));
  const valuations = new Valuations(plan, known.name, leftOpen);
  const budget = new Budget(steps);
  const found = toEnd(saturateInterfering({ plan, variant: known.name, valuations }, budget, null));
  const variant = found && toEnd(boundedReach(plan, known, found, new Explored(plan, known.name, budget), budget));
  if (variant) toEnd(suspecting(plan, variant));
  return budget.isSpent ? null : variant;
}
