/** Whether a rule of the plan holds in one variant. */
import type { Claim } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { ExactStacks, SearchBeneath, SearchWithout, walkTo } from '../queries';
import type { Bounded, KnownStacks } from '../verdicts';
import { remembered, rememberedWork } from '../../base/remembered';
import type { Work } from '../../base/slices';
import { activeStack, screensOf, type Configuration } from '../../walk/configuration';
import { walkOutOfReach } from './out-of-reach';
import { walkAfter } from './shown-after';

/** What a tap of a walk costs of the budget. */
const costOfTap = 12;

/** That a claim holds in every run, the shortest walk found that breaks it, or that there is too much to work out to tell. */
export type Decision = 'holds' | 'undecided' | readonly Tap[];

const known = new WeakMap<KnownStacks, Map<Claim, Decision>>();

/**
 * Whether a claim holds; worked out once for all stacks of a variant. Of an upper bound, a walk proves
 * nothing, and `holds` still does.
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
        for (const pathEdge of stacks.transitionsOf(b, runs)) {
          const beneath = search.from(pathEdge);
          if (beneath) return told(stacks, walkTo(runs, pathEdge, beneath));
          if (search.isDue()) yield;
        }
        stacks.budget.spend(search.looked);
      }
      return 'holds';
    case 'never after':
      return (yield* walkAfter(stacks, b, a)) ?? 'holds';
    case 'always reach': {
      // That something leads on is not known of stacks that perhaps are none.
      if (!(stacks instanceof ExactStacks)) {
        const [pathEdge] = stacks.shownOn(a);
        return pathEdge ? walkTo(stacks.all, pathEdge) : 'holds';
      }
      const toGoal = yield* stacks.predecessorsOf(b);
      if (toGoal.haveAll) return 'holds';
      for (const runs of stacks.eachRuns) {
        if (stacks.budget.isSpent) return 'undecided';
        const walk = yield* walkOutOfReach(stacks, runs, toGoal, stacks.shownOn(a, runs));
        if (walk) return told(stacks, walk);
      }
      return 'holds';
    }
    default:
      return 'holds';
  }
}

/** A walk that is told; long ones cost what they take. */
function told({ budget }: KnownStacks, walk: readonly Tap[]): readonly Tap[] {
  budget.spend(walk.length * costOfTap);
  return walk;
}

/** A walk that breaks a claim, sought by walking, at last as the analysis hints; that none is found proves nothing. */
export function* breakingWalk(
  { explored }: Bounded,
  { node, first: a, second: b }: Claim,
  hint: readonly Tap[],
): Work<Tap[] | null> {
  const top = (configuration: Configuration) => activeStack(configuration)!.screen;
  const hasBeneath = (configuration: Configuration): boolean =>
    [...screensOf(activeStack(configuration)!.below)].includes(a!);
  switch (node.claim) {
    case 'never beneath':
      return yield* explored.all.find(
        ({ configuration }) => top(configuration) === b && hasBeneath(configuration),
        hint,
      );
    case 'always beneath':
      return yield* explored.all.find(
        ({ configuration }) => top(configuration) === b && !hasBeneath(configuration),
        hint,
      );
    case 'never after':
      return yield* explored.after(b!).find(({ configuration, seen }) => seen && top(configuration) === a, hint);
    default:
      return null;
  }
}
