/** Saturation of a system whose tabs interfere with one another. */
import type { Budget } from '../../base/budget';
import type { Plan, Screen } from '../../plan/model';
import { Pushdown } from '../system';
import { Saturation } from './saturation';

/** A pushdown system, and all that it reaches. */
export interface Saturated {
  readonly system: Pushdown;
  readonly saturation: Saturation;
}

/**
 * Saturates what tabs can do while others interfere with them: anew each time that something was learned of what tabs
 * do to one another, until nothing is. Null where there is more to work out than the budget allows.
 *
 * @param known an analysis in which tabs do not interfere, to learn from first
 * @param monitored the screen of which each control state is to remember whether it has been on top
 */
export function* saturateInterfering(
  plan: Plan,
  variant: string,
  budget: Budget,
  known: Saturated | null,
  monitored: Screen | null = null,
): Generator<void, Saturated | null, void> {
  const system = new Pushdown(plan, variant, monitored, 'interfering');
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
