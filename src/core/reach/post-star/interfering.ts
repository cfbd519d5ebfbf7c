/** Saturation of a system that has more than all runs: its tabs interfere with one another, or flags are left open. */
import type { Budget } from '../../base/budget';
import type { Plan } from '../../plan/model';
import type { Monitored } from '../../walk/monitored';
import { Pushdown, type Valuations } from '../system';
import { Saturation } from './saturation';

/** A pushdown system, and all that it reaches. */
export interface Saturated {
  readonly system: Pushdown;
  readonly saturation: Saturation;
}

/** What an upper bound is made for. */
export interface Bounding {
  readonly plan: Plan;
  readonly variant: string;
  /** Of the variant, perhaps with flags that are left open. */
  readonly valuations: Valuations;
}

/**
 * Saturates tabs that interfere with one another. It repeats until `Interference` has found no further change of flags.
 * Null if the budget is used up.
 *
 * @param known an analysis with the same valuations, as a first source of changes
 * @param monitored what each control state remembers
 */
export function* saturateInterfering(
  { plan, variant, valuations }: Bounding,
  budget: Budget,
  known: Saturated | null,
  monitored: Monitored | null = null,
): Generator<void, Saturated | null, void> {
  const system = new Pushdown(plan, variant, monitored, 'interfering', valuations);
  const interference = system.interference!;
  if (known) yield* interference.learn(known.system, known.saturation.runs.shown);
  for (;;) {
    const saturation = new Saturation(system, budget, true);
    yield* saturation.run();
    if (saturation.exhausted || system.bounded) return null;
    const isNew = yield* system.learn(saturation.runs.shown);
    if (interference.exhausted) return null;
    if (!isNew) return { system, saturation };
  }
}
