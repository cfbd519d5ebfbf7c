/** Whether a rule of the plan holds in one variant. */
import type { Claim } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { ExactStacks, SearchBeneath, SearchWithout, walkTo } from '../queries';
import { walkingToward, walkOf, type ExploredNode } from '../explicit';
import type { Bounded, KnownStacks } from '../verdicts';
import { remembered, rememberedWork } from '../../base/remembered';
import type { Work } from '../../base/slices';
import { activeStack, screensOf, type Configuration } from '../../walk/configuration';
import { isInSight } from '../../walk/in-sight';
import { walkOutOfReach } from './out-of-reach';
import { walkAfter } from './shown-after';

/** Cost of a tap of a walk. */
const costOfTap = 12;

/** `holds` in every run; the shortest walk found that breaks the claim; or `undecided` past the budget. */
export type Decision = 'holds' | 'undecided' | readonly Tap[];

const known = new WeakMap<KnownStacks, Map<Claim, Decision>>();

/**
 * Decides a claim; once for each variant. In an upper bound `holds` is a proof, and a walk is only a suspicion.
 */
export function* deciding(stacks: KnownStacks, claim: Claim): Work<Decision> {
  const answers = remembered(known, stacks, () => new Map<Claim, Decision>());
  const answer = yield* rememberedWork(answers, claim, () => find(stacks, claim));
  if (answer === 'holds' && stacks.gaveUp) return 'undecided';
  return answer;
}

function* find(stacks: KnownStacks, { node, first, second }: Claim): Work<Decision> {
  const [a, b] = [first!, second!];
  switch (node.claim) {
    case 'never beneath':
    case 'always beneath':
      for (const runs of stacks.eachRuns) {
        if (stacks.budget.isSpent) return 'undecided';
        const search =
          node.claim === 'never beneath'
            ? new SearchBeneath(runs, ({ screen }) => screen === a)
            : new SearchWithout(runs, a);
        for (const pathEdge of stacks.pathEdgesOf(b, runs)) {
          const beneath = search.from(pathEdge);
          if (beneath) return paid(stacks, walkTo(runs, pathEdge, beneath));
          if (search.isDue()) yield;
        }
        stacks.budget.spend(search.looked);
      }
      return 'holds';
    case 'never after':
      return (yield* walkAfter(stacks, b, a)) ?? 'holds';
    case 'always reach': {
      // A stack of the upper bound may not exist, so that something leads on from it proves nothing.
      if (!(stacks instanceof ExactStacks)) {
        const [pathEdge] = stacks.shownOn(a);
        return pathEdge ? walkTo(stacks.all, pathEdge) : 'holds';
      }
      const toGoal = yield* stacks.predecessorsOf(b);
      if (toGoal.haveAll) return 'holds';
      for (const runs of stacks.eachRuns) {
        if (stacks.budget.isSpent) return 'undecided';
        const walk = yield* walkOutOfReach(stacks, runs, toGoal, stacks.shownOn(a, runs));
        if (walk) return paid(stacks, walk);
      }
      return 'holds';
    }
    default:
      return 'holds';
  }
}

/** Pays for a walk that is evidence: its length. */
function paid({ budget }: KnownStacks, walk: readonly Tap[]): readonly Tap[] {
  budget.spend(walk.length * costOfTap);
  return walk;
}

/**
 * Decides a claim by walking: a walk that breaks it, or the hint if that can be walked. It holds if all configurations
 * are known and none breaks it.
 */
export function* decidingByWalks(
  { explored, name, upperBound, verdicts }: Bounded,
  { node, first: a, second: b }: Claim,
  hint: readonly Tap[],
): Work<Decision> {
  const top = (configuration: Configuration) => activeStack(configuration)!.screen;
  const hasBeneath = (configuration: Configuration): boolean =>
    [...screensOf(activeStack(configuration)!.below)].includes(a!);
  const looking = node.claim === 'never after' ? explored.after(b) : explored.all;
  const breaks = ({ configuration, seen }: ExploredNode): boolean => {
    switch (node.claim) {
      case 'never beneath':
        return top(configuration) === b && hasBeneath(configuration);
      case 'always beneath':
        return top(configuration) === b && !hasBeneath(configuration);
      case 'never after':
        return seen && top(configuration) === a;
      default:
        return false;
    }
  };
  const walk = yield* looking.find(breaks, hint);
  if (walk) return walk;
  if (node.claim !== 'never after') {
    if (looking.isWhole) return 'holds';
    const end = yield* explored.detours.find(hint, breaks);
    return end ? walkOf(end) : 'undecided';
  }
  if (!looking.isWhole) {
    const [before, then] = [verdicts[b!.index]!.walk, verdicts[a!.index]!.walk];
    // A tap on a tab may stand in the hint for all that other tabs have done meanwhile. The first way does that.
    const since = hint.slice(hint.findLastIndex(({ kind }) => kind === 'tab') + 1);
    for (const way of [then, since]) {
      const joined = before && way && (yield* looking.joining(before, way, a!, breaks));
      if (joined) return joined;
    }
    const { plan, budget } = upperBound;
    const toward = before && (yield* walkingToward(plan, name, before, a!, {}, budget));
    return toward ? [...before, ...toward.taps] : 'undecided';
  }
  // A list in sight is shown, too. A walk that ends on it is better evidence.
  return (
    (yield* looking.find(({ configuration, seen }) => seen && isInSight(a, activeStack(configuration), name))) ??
    'holds'
  );
}
