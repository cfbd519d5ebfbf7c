/**
 * Possible faults of stacks in a variant whose tabs share flags. A stack outside the upper bound never occurs. For a
 * fault within it, a search for a walk follows; without a walk it stays undecided.
 */
import type { Claim, Missed, Plan, Screen } from '../../plan/model';
import { isFromWithin } from '../explicit';
import type { Bounded, VariantReach } from '../verdicts';
import type { Tap } from '../../walk/tap';
import { walkTo } from '../queries';
import { rememberedWork } from '../../base/remembered';
import type { Work } from '../../base/slices';
import { activeStack } from '../../walk/configuration';
import { deciding, decidingByWalks, type Decision } from './claims';
import { growingCycles, type GrowingCycle } from './growing-cycles';
import { revealedWithoutNeeds } from './leaks';
import { missedIn } from './missed';
import { isStuck, NoReturn } from './no-return';

/** Possible faults of a variant, each with a walk that shows it; null if it is undecided. */
export interface Suspects {
  readonly claims: ReadonlyMap<Claim, readonly Tap[] | null>;
  readonly revealed: ReadonlyMap<Screen, readonly Tap[] | null>;
  readonly missed: ReadonlyMap<Missed, readonly Tap[] | null>;
  readonly cycles: ReadonlyMap<string, GrowingCycle>;
  /** Dead ends that a walk shows. There may be others. */
  readonly deadEnds: ReadonlyMap<Screen, readonly Tap[]>;
  readonly trapped: ReadonlyMap<Screen, readonly Tap[]>;
}

const known = new WeakMap<VariantReach, Suspects>();

/** The possible faults of a variant; found once, since several rules ask. */
export function suspecting(plan: Plan, variant: Bounded): Work<Suspects> {
  return rememberedWork(known, variant, () => suspect(plan, variant));
}

/** Decides a claim in a variant, by all stacks or between the two bounds. */
export function* answerTo(plan: Plan, variant: VariantReach, claim: Claim): Work<Decision> {
  if (variant.kind === 'exact') return yield* deciding(variant.stacks, claim);
  if (variant.kind === 'undecided') return 'undecided';
  const { claims } = yield* suspecting(plan, variant);
  return claims.has(claim) ? (claims.get(claim) ?? 'undecided') : 'holds';
}

function* suspect(plan: Plan, variant: Bounded): Work<Suspects> {
  const {
    upperBound,
    explored: { all: explored },
  } = variant;
  const cycles = yield* growingCycles(variant);
  // Where a stack grows without end, no exploration has all configurations: the searches below go as far as they need.
  if (![...cycles.values()].some(({ confirmed }) => confirmed)) yield* explored.toEnd();
  const claims = new Map<Claim, readonly Tap[] | null>();
  for (const claim of plan.claims) {
    if (!claim.first || !claim.second) continue;
    const answer = yield* deciding(upperBound, claim);
    if (answer === 'holds') continue;
    const hint = answer === 'undecided' ? [] : answer;
    const decision =
      claim.node.claim === 'always reach'
        ? yield* new NoReturn(
            plan,
            upperBound,
            claim.second,
            yield* upperBound.predecessorsOf(claim.second),
          ).decidingFrom(claim.first, variant.explored, hint)
        : yield* decidingByWalks(variant, claim, hint);
    if (decision !== 'holds') claims.set(claim, decision === 'undecided' ? null : decision);
  }
  const revealed = new Map<Screen, readonly Tap[] | null>();
  for (const leak of revealedWithoutNeeds(upperBound)) {
    if (!leak) {
      yield;
      continue;
    }
    const [screen, hint] = leak;
    const walk = yield* explored.walkRevealing(screen, hint);
    if (walk || !explored.isWhole) revealed.set(screen, walk);
  }
  const missed = new Map<Missed, readonly Tap[] | null>();
  for (const one of missedIn(upperBound)) {
    if (!one) {
      yield;
      continue;
    }
    const walk = yield* explored.walkMissing(one[0]);
    if (walk || !explored.isWhole) missed.set(one[0], walk);
  }
  return {
    claims,
    revealed,
    missed,
    cycles,
    deadEnds: yield* deadEndsOf(plan, variant),
    trapped: yield* trappedIn(plan, variant),
  };
}

/** Screens with nothing beneath from which nothing leads on. */
function* deadEndsOf(
  plan: Plan,
  { upperBound, explored: { all: explored } }: Bounded,
): Work<Map<Screen, readonly Tap[]>> {
  const found = new Map<Screen, readonly Tap[]>();
  for (const screen of plan.screens) {
    if (screen === plan.start?.target) continue;
    const pathEdge = upperBound.shownOn(screen).find(({ head }) => upperBound.staysAsItIs(head));
    const walk =
      pathEdge &&
      (yield* explored.findOn(
        screen,
        (node) =>
          activeStack(node.configuration)!.below === null &&
          isStuck(explored.walker, node.configuration) &&
          isFromWithin(node),
        walkTo(upperBound.all, pathEdge),
      ));
    if (walk) found.set(screen, walk);
  }
  return found;
}

/** Screens from which the start is never shown again, although something else still happens. */
function* trappedIn(plan: Plan, { upperBound, explored }: Bounded): Work<Map<Screen, readonly Tap[]>> {
  const found = new Map<Screen, readonly Tap[]>();
  const start = plan.start?.target;
  const toStart = start && (yield* upperBound.predecessorsOf(start));
  if (!toStart || (toStart.haveAll && !explored.all.isWhole)) return found;
  const noReturn = new NoReturn(plan, upperBound, start, toStart);
  for (const screen of plan.screens) {
    if (screen === start) continue;
    // Spares the search where the upper bound cannot prove that a walk is trapped: some tab leads back from all stacks.
    const mayBe =
      explored.all.isWhole ||
      upperBound
        .shownOn(screen)
        .some(
          ({ head }) =>
            !upperBound.staysAsItIs(head) &&
            !toStart.haveSomeTab(head.control) &&
            toStart.rejected(upperBound.all, head),
        );
    yield;
    const walk = mayBe && (yield* noReturn.walkToTrap(screen, explored.all));
    if (walk) found.set(screen, walk);
  }
  return found;
}
