/**
 * What may go wrong with stacks in a variant whose tabs share flags. There all stacks are known from above alone: what is in none
 * of them never happens; of what is, a walk is sought, and where none is found it stays undecided.
 */
import { isIn, type Claim, type Plan, type Screen, type Step } from '../../plan/model';
import { Exploration, isFromWithin } from '../../reach/exploration';
import { Predecessors } from '../../reach/predecessors';
import type { Tap, VariantReach } from '../../reach/reach';
import { keyOfRing, ringsOf, type Ring } from '../../reach/rings';
import type { Stacks } from '../../reach/stacks';
import { walkTo } from '../../reach/witness';
import { outcomesOf } from '../../walk/conditions';
import { activeStack, screensOf, type Configuration, type Frame } from '../../walk/configuration';
import { Walker } from '../../walk/walker';
import type { Context } from '../rule';
import { type Coupled } from '../stack-parts';
import { breakingWalk, decide } from './claims';
import { revealedWithoutNeeds } from './leaks';
import { missingTargets } from './missing-targets';
import { isStuck, NoReturn } from './no-return';

/** Each with a walk that shows it; null where it is undecided. */
export interface Suspects {
  readonly claims: ReadonlyMap<Claim, readonly Tap[] | null>;
  readonly revealed: ReadonlyMap<Screen, readonly Tap[] | null>;
  readonly missing: ReadonlyMap<Step, readonly Tap[] | null>;
  readonly rings: ReadonlyMap<string, Ring & { readonly confirmed: boolean }>;
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

function suspect(plan: Plan, { name, above }: Coupled): Suspects {
  const explored = new Exploration(plan, name);
  const claims = new Map<Claim, readonly Tap[] | null>();
  for (const claim of plan.claims) {
    if (!claim.first || !claim.second) continue;
    const answer = decide(plan, name, above, claim, true);
    if (answer === 'holds') continue;
    const hint = answer === 'undecided' ? [] : answer;
    const noReturn = claim.node.claim === 'always reach' ? new NoReturn(plan, above, new Predecessors(above.saturation, claim.second)) : null;
    claims.set(claim, noReturn
      ? noReturn.walkTo(claim.first, explored, false, hint)
      : breakingWalk(plan, name, explored, claim, hint));
  }
  const revealed = new Map<Screen, readonly Tap[] | null>();
  for (const [screen, hint] of revealedWithoutNeeds(above)) {
    revealed.set(screen, explored.find(({ configuration, before }) => isRevealed(plan, screen, configuration, before?.configuration ?? null), hint));
  }
  const missing = new Map<Step, readonly Tap[] | null>();
  for (const [step] of missingTargets(above)) missing.set(step, missingWalk(plan, name, explored, step));
  const rings = new Map<string, Ring & { confirmed: boolean }>();
  for (const ring of ringsOf(above.all)) {
    // The nearest to the start comes first.
    if (rings.get(keyOfRing(ring))?.confirmed) continue;
    const walk = growingWalk(explored, ring);
    rings.set(keyOfRing(ring), walk ? { ...ring, walk, closing: walk.findLast(({ kind }) => kind !== 'back') ?? null, confirmed: true } : { ...ring, confirmed: false });
  }
  return { claims, revealed, missing, rings, deadEnds: deadEndsOf(plan, name, above, explored), trapped: trappedIn(plan, above, explored) };
}

/** The screens with nothing beneath from which nothing leads on. */
function deadEndsOf(plan: Plan, variant: string, above: Stacks, explored: Exploration): Map<Screen, readonly Tap[]> {
  const found = new Map<Screen, readonly Tap[]>();
  const walker = new Walker(plan, variant);
  for (const screen of plan.screens) {
    if (screen === plan.start?.target) continue;
    const sight = above.sightsOf(screen).find(({ head }) => above.staysAsItIs(head));
    const walk = sight && explored.find((moment) => {
      const top = activeStack(moment.configuration)!;
      return top.screen === screen && top.below === null && isStuck(walker, moment.configuration) && isFromWithin(moment);
    }, walkTo(above.all, sight));
    if (walk) found.set(screen, walk);
  }
  return found;
}

/** The screens from which the start is never shown again, where something else still happens. */
function trappedIn(plan: Plan, above: Stacks, explored: Exploration): Map<Screen, readonly Tap[]> {
  const found = new Map<Screen, readonly Tap[]>();
  const start = plan.start?.target;
  const toStart = start && new Predecessors(above.saturation, start);
  if (!toStart || toStart.haveAll) return found;
  const noReturn = new NoReturn(plan, above, toStart);
  for (const screen of plan.screens) {
    const sights = screen === start ? [] : above.sightsOf(screen).filter(({ head }) => !above.staysAsItIs(head));
    const walk = sights.length > 0 && noReturn.walkTo(screen, explored, true);
    if (walk) found.set(screen, walk);
  }
  return found;
}

function* framesOf({ stacks }: Configuration): Generator<Frame> {
  for (const stack of stacks) for (let frame = stack; frame; frame = frame.below) yield frame;
}

/** Whether an event has shown a screen that was there before, without what it needs. */
function isRevealed(plan: Plan, screen: Screen, now: Configuration, before: Configuration | null): boolean {
  const top = activeStack(now)!;
  if (top.screen !== screen || !before || top === activeStack(before)) return false;
  const lacks = screen.needs.some(({ condition }) => !outcomesOf(condition, (flag) => now.flags[plan.flags.indexOf(flag)]!).holds);
  return lacks && [...framesOf(before)].includes(top);
}

/** A walk to a screen without the target of a step beneath, from which that step is the first to move anything. */
function missingWalk(plan: Plan, variant: string, explored: Exploration, step: Step): readonly Tap[] | null {
  const target = 'target' in step ? step.target : null;
  for (const transition of plan.screens.flatMap((screen) => screen.transitions)) {
    const branch = transition.branches.find(({ steps }) => steps.find(({ kind }) => kind !== 'sets' && kind !== 'leave') === step);
    if (!branch || !target || !isIn(transition.only, variant)) continue;
    const walker = new Walker(plan, variant);
    const walk = explored.find(({ configuration: now }) => {
      const top = activeStack(now)!;
      return top.screen === transition.screen && ![...screensOf(top)].includes(target) && walker.outcomesBy(now, { kind: 'trigger', transition }).some((outcome) => outcome.branch === branch);
    });
    if (walk) return walk;
  }
  return null;
}

/**
 * A walk that comes to the same screen again with the same flags, and with all that was there at the first time still
 * beneath: what it did between can be done once more, and as often as one likes.
 */
function growingWalk(explored: Exploration, { screens, walk }: Ring): readonly Tap[] | null {
  return explored.find(({ configuration, before }) => {
    const top = activeStack(configuration)!;
    if (!screens.includes(top.screen)) return false;
    const alike = new Set<Frame>();
    for (let frame = top.below; frame; frame = frame.below) if (frame.screen === top.screen) alike.add(frame);
    if (alike.size === 0) return false;
    for (let moment = before; moment; moment = moment.before) {
      const { active, flags } = moment.configuration;
      if (alike.has(activeStack(moment.configuration)!) && active === configuration.active && flags.join() === configuration.flags.join()) return true;
    }
    return false;
  }, walk);
}
