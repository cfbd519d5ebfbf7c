/** Whether a rule of the plan holds in one variant. */
import type { Claim } from '../../plan/model';
import type { Tap } from '../../reach/reach';
import { SearchBeneath, SearchWithout } from '../../reach/beneath';
import type { Stacks } from '../../reach/stacks';
import { walkTo } from '../../reach/witness';
import { activeStack, screensOf, type Configuration } from '../../walk/configuration';
import { walkOutOfReach } from './out-of-reach';
import { walkAfter } from './shown-after';

/** That a claim holds in every run, the shortest walk found that breaks it, or that there is too much to work out to tell. */
export type Answer = 'holds' | 'undecided' | readonly Tap[];

const known = new WeakMap<Stacks, Map<Claim, Answer>>();

/**
 * Whether a claim holds; worked out once for all stacks of a variant. Where they are known from above alone, a walk proves
 * nothing, and `holds` still does.
 */
export function decide(stacks: Stacks, claim: Claim): Answer {
  const answers = known.get(stacks) ?? new Map<Claim, Answer>();
  known.set(stacks, answers);
  let answer = answers.get(claim);
  if (!answer) answers.set(claim, (answer = find(stacks, claim)));
  if (answer === 'holds' && stacks.gaveUp) return 'undecided';
  return answer;
}

function find(stacks: Stacks, { node, first, second }: Claim): Answer {
  const [a, b] = [first!, second!];
  switch (node.claim) {
    case 'never beneath':
    case 'always beneath':
      for (const runs of stacks.eachRuns) {
        const search = node.claim === 'never beneath' ? new SearchBeneath(runs, ({ screen }) => screen === a) : new SearchWithout(runs, a);
        for (const sight of stacks.transitionsOf(b, runs)) {
          const beneath = search.from(sight);
          if (beneath) return walkTo(runs, sight, beneath);
        }
      }
      return 'holds';
    case 'never after': return walkAfter(stacks, b, a) ?? 'holds';
    case 'always reach': {
      // That something leads on is not known of stacks that perhaps are none.
      if (stacks.system.above) {
        const [sight] = stacks.sightsOf(a);
        return sight ? walkTo(stacks.all, sight) : 'holds';
      }
      const toGoal = stacks.predecessorsOf(b);
      if (toGoal.haveAll) return 'holds';
      for (const runs of stacks.eachRuns) {
        const walk = walkOutOfReach(stacks, runs, toGoal, stacks.sightsOf(a, runs));
        if (walk) return walk;
      }
      return 'holds';
    }
    default: return 'holds';
  }
}

/** A walk that breaks a claim, sought by walking, at last as the analysis hints; that none is found proves nothing. */
export function breakingWalk(above: Stacks, { node, first: a, second: b }: Claim, hint: readonly Tap[]): Tap[] | null {
  const { explored } = above;
  const top = (configuration: Configuration) => activeStack(configuration)!.screen;
  const hasBeneath = (configuration: Configuration): boolean => [...screensOf(activeStack(configuration)!.below)].includes(a!);
  switch (node.claim) {
    case 'never beneath': return explored.find(({ configuration }) => top(configuration) === b && hasBeneath(configuration), hint);
    case 'always beneath': return explored.find(({ configuration }) => top(configuration) === b && !hasBeneath(configuration), hint);
    case 'never after': return above.exploredAfter(b!).find(({ configuration, seen }) => seen && top(configuration) === a, hint);
    default: return null;
  }
}
