/** All effects of a change on users, links, saved states, rules, walks and callers, each with its evidence. */
import type { PlanChanges } from '../changes/plan-changes';
import { backEffects } from './back-effects';
import { callerEffects } from './caller-effects';
import { codeEffects } from './code-effects';
import { weights, type Effect } from './effect';
import { findingEffects, type FindingMatch } from './finding-effects';
import { reachEffects } from './reach-effects';
import { ruleEffects } from './rule-effects';
import { stateEffects } from './state-effects';
import { urlEffects } from './url-effects';
import { walkEffects } from './walk-effects';
import type { Versions } from './versions';

/**
 * The effects in the order of a review: what breaks first, then what is worse, better and different. A new finding that
 * another effect explains is part of that effect.
 */
export function effectsOf(versions: Versions, { diff, worded }: PlanChanges, match: FindingMatch): Effect[] {
  const { comes } = match;
  const effects: Effect[] = [
    ...urlEffects(versions),
    ...stateEffects(versions),
    ...ruleEffects(versions, diff),
    ...walkEffects(versions, worded.before.plan.walks, comes),
    ...callerEffects(versions, comes),
    ...reachEffects(versions, comes),
  ];
  const told = new Set(effects.flatMap((effect) => ('finding' in effect && effect.finding ? [effect.finding] : [])));
  const all = [
    ...effects,
    ...findingEffects(versions, match, told),
    ...backEffects(versions),
    ...codeEffects(versions),
  ];
  return weights.flatMap((weight) => all.filter((effect) => effect.weight === weight));
}
