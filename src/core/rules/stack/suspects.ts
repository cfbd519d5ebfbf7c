/**
 * What may go wrong with stacks in a variant whose tabs share flags. There all stacks are known from above alone: what is in none
 * of them never happens; of what is, a walk is sought, and where none is found it stays undecided.
 */
import type { Claim, Plan, Screen, Step } from '../../plan/model';
import { isFromWithin } from '../../reach/exploration';
import type { Tap, VariantReach } from '../../reach/reach';
import type { Stacks } from '../../reach/stacks';
import { walkTo } from '../../reach/witness';
import { activeStack } from '../../walk/configuration';
import type { Context } from '../rule';
import { type Coupled } from '../stack-parts';
import { breakingWalk, decide, type Answer } from './claims';
import { growingRings, type GrowingRing } from './growing-walk';
import { revealedWithoutNeeds } from './leaks';
import { missingTargets } from './missing-targets';
import { isStuck, NoReturn } from './no-return';

/** Each with a walk that shows it; null where it is undecided. */
export interface Suspects {
  readonly claims: ReadonlyMap<Claim, readonly Tap[] | null>;
  readonly revealed: ReadonlyMap<Screen, readonly Tap[] | null>;
  readonly missing: ReadonlyMap<Step, readonly Tap[] | null>;
  readonly rings: ReadonlyMap<string, GrowingRing>;
  /** Those that a walk shows; that there are no others is not known. */
  readonly deadEnds: ReadonlyMap<Screen, readonly Tap[]>;
  readonly trapped: ReadonlyMap<Screen, readonly Tap[]>;
}

const known = new WeakMap<VariantReach, Suspects>();

/** Worked out once for each analysis: several rules ask. */
export function suspectsOf({ plan }: Pick<Context, 'plan'>, variant: Coupled): Suspects {
  let suspects = known.get(variant);
  if (!suspects) known.set(variant, (suspects = suspect(plan, variant)));
  return suspects;
}

/** Whether a claim holds in a variant, the walk that breaks it, or that it is undecided. */
export function answerTo(plan: Plan, variant: VariantReach, claim: Claim): Answer {
  if (variant.stacks) return decide(variant.stacks, claim);
  if (!variant.above) return 'undecided';
  const { claims } = suspectsOf({ plan }, variant as Coupled);
  return claims.has(claim) ? claims.get(claim) ?? 'undecided' : 'holds';
}

function suspect(plan: Plan, { above }: Coupled): Suspects {
  const { explored } = above;
  const claims = new Map<Claim, readonly Tap[] | null>();
  for (const claim of plan.claims) {
    if (!claim.first || !claim.second) continue;
    const answer = decide(above, claim);
    if (answer === 'holds') continue;
    const hint = answer === 'undecided' ? [] : answer;
    claims.set(claim, claim.node.claim === 'always reach'
      ? new NoReturn(plan, above, above.predecessorsOf(claim.second)).walkTo(claim.first, explored, false, hint)
      : breakingWalk(above, claim, hint));
  }
  const revealed = new Map<Screen, readonly Tap[] | null>();
  for (const [screen, hint] of revealedWithoutNeeds(above)) revealed.set(screen, explored.walkRevealing(screen, hint));
  const missing = new Map<Step, readonly Tap[] | null>();
  for (const [step] of missingTargets(above)) missing.set(step, explored.walkMissing(step));
  return { claims, revealed, missing, rings: growingRings(above), deadEnds: deadEndsOf(plan, above), trapped: trappedIn(plan, above) };
}

/** The screens with nothing beneath from which nothing leads on. */
function deadEndsOf(plan: Plan, above: Stacks): Map<Screen, readonly Tap[]> {
  const found = new Map<Screen, readonly Tap[]>();
  const { explored } = above;
  for (const screen of plan.screens) {
    if (screen === plan.start?.target) continue;
    const sight = above.sightsOf(screen).find(({ head }) => above.staysAsItIs(head));
    const walk = sight && explored.find((moment) => {
      const top = activeStack(moment.configuration)!;
      return top.screen === screen && top.below === null && isStuck(explored.walker, moment.configuration) && isFromWithin(moment);
    }, walkTo(above.all, sight));
    if (walk) found.set(screen, walk);
  }
  return found;
}

/** The screens from which the start is never shown again, where something else still happens. */
function trappedIn(plan: Plan, above: Stacks): Map<Screen, readonly Tap[]> {
  const found = new Map<Screen, readonly Tap[]>();
  const start = plan.start?.target;
  const toStart = start && above.predecessorsOf(start);
  if (!toStart || toStart.haveAll) return found;
  const noReturn = new NoReturn(plan, above, toStart);
  for (const screen of plan.screens) {
    const sights = screen === start ? [] : above.sightsOf(screen).filter(({ head }) => !above.staysAsItIs(head));
    const walk = sights.length > 0 && noReturn.walkTo(screen, above.explored, true);
    if (walk) found.set(screen, walk);
  }
  return found;
}
