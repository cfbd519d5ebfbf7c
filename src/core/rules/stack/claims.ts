/** Whether a rule of the plan holds in one variant. */
import type { Claim, Plan } from '../../plan/model';
import { Exploration } from '../../reach/exploration';
import { lastFramesReach, PreStar } from '../../reach/pre-star';
import { Pushdown } from '../../reach/pushdown';
import type { Tap } from '../../reach/reach';
import { Saturation } from '../../reach/saturation';
import { SearchBeneath, SearchWithout } from '../../reach/beneath';
import type { Stacks } from '../../reach/stacks';
import { walkTo } from '../../reach/witness';
import { activeStack, screensOf, type Configuration } from '../../walk/configuration';

/**
 * The shortest walk found that breaks a claim; null where it holds in every run.
 *
 * @param above whether the stacks are all that there are, and perhaps more: the walk then proves nothing, and null still does
 */
export function breaks(plan: Plan, variant: string, stacks: Stacks, { node, first, second }: Claim, above = false): readonly Tap[] | null {
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
      return null;
    case 'never after': {
      // Whether B has been shown is one bit more in the control states.
      const watched = new Saturation(new Pushdown(plan, variant, b, above), true);
      const work = watched.run();
      while (!work.next().done);
      // A walk that was found is one, whether all are known or not.
      const sight = watched.runs.sights.find(({ head: { symbol, control } }) => symbol.screen === a && control.seen);
      return sight ? walkTo(watched.runs, sight) : above && watched.exhausted ? [] : null;
    }
    case 'always reach': {
      const shown = stacks.eachRuns.flatMap((runs) => stacks.sightsOf(a, runs).map((sight) => ({ runs, sight })));
      // That something leads on is not known of stacks that perhaps are none.
      if (above) return shown[0] ? walkTo(shown[0].runs, shown[0].sight) : null;
      if (lastFramesReach(stacks.saturation, b)) return null;
      const toGoal = new PreStar(stacks.saturation.heads, b);
      for (const { runs, sight } of shown) {
        const hopeless = toGoal.hopeless(runs, sight.head);
        if (hopeless) return walkTo(runs, hopeless.sight, hopeless.beneath);
      }
      return null;
    }
    default: return null;
  }
}

/** A walk that breaks a claim, sought by walking, at last as the analysis hints; that none is found proves nothing. */
export function breakingWalk(plan: Plan, variant: string, explored: Exploration, { node, first: a, second: b }: Claim, hint: readonly Tap[]): Tap[] | null {
  const top = (configuration: Configuration) => activeStack(configuration)!.screen;
  const hasBeneath = (configuration: Configuration): boolean => [...screensOf(activeStack(configuration)!.below)].includes(a!);
  switch (node.claim) {
    case 'never beneath': return explored.find(({ configuration }) => top(configuration) === b && hasBeneath(configuration), hint);
    case 'always beneath': return explored.find(({ configuration }) => top(configuration) === b && !hasBeneath(configuration), hint);
    case 'never after': return new Exploration(plan, variant, b).find(({ configuration, seen }) => seen && top(configuration) === a, hint);
    default: return null;
  }
}
