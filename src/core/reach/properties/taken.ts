import type { Branch, Screen } from '../../plan/model';
import type { Work } from '../../base/slices';
import { mayHold } from '../../walk/conditions';
import type { Tap } from '../../walk/tap';
import { walkTo } from '../queries';
import { knownStacks, type VariantReach } from '../verdicts';

/**
 * A walk, mostly the shortest, that ends with a screen on top and the condition of one of its branches met. Null if no
 * run gets there; `undecided` if neither a walk nor a proof is known. Runs without links and entries come first.
 *
 * @param branch the only branch of a trigger of the screen
 */
export function* walkTaking(
  reach: VariantReach,
  screen: Screen,
  branch: Branch,
): Work<readonly Tap[] | 'undecided' | null> {
  const stacks = knownStacks(reach);
  if (!stacks) return 'undecided';
  for (const runs of stacks.eachRuns) {
    yield;
    const pathEdge = stacks
      .shownOn(screen, runs)
      .find(({ head: { control } }) => [...stacks.system.branchesAt(control, screen)].includes(branch));
    if (!pathEdge) continue;
    const walk = walkTo(runs, pathEdge);
    if (reach.kind !== 'bounded') return walk;
    // A stack of the upper bound may not exist: only a walk that can be walked counts.
    const found = yield* reach.explored.all.findOn(
      screen,
      ({ configuration }) => branch.condition === null || mayHold(stacks.plan, branch.condition, configuration.flags),
      walk,
    );
    return found ?? (reach.explored.all.isWhole ? null : 'undecided');
  }
  return stacks.gaveUp ? 'undecided' : null;
}
