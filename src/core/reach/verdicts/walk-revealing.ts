import { remembered } from '../../base/remembered';
import { toEnd } from '../../base/slices';
import type { Screen } from '../../plan/model';
import { activeStack } from '../../walk/configuration';
import { Ends } from '../../walk/ends';
import type { Tap } from '../../walk/tap';
import { Walker } from '../../walk/walker';
import { Explored, walkOf, type ExploredNode } from '../explicit';
import { walkTo, type ExactStacks } from '../queries';
import { FirstTab } from './first-tab';
import type { Bounded, Exact, VariantReach } from './reach';

const firstTabs = new WeakMap<ExactStacks, FirstTab>();

/**
 * A walk to a screen on which Back reveals another one. Null if there is none, or none at hand: the stacks are unknown,
 * or no run is found.
 */
export function walkRevealing(reach: VariantReach, screen: Screen, revealed: Screen): readonly Tap[] | null {
  switch (reach.kind) {
    case 'exact':
      return inStacks(reach, screen, revealed);
    case 'bounded':
      return amongRuns(reach, screen, revealed);
    case 'undecided':
      return null;
  }
}

function inStacks({ name, stacks }: Exact, screen: Screen, revealed: Screen): readonly Tap[] | null {
  const found = stacks.revealed(screen).get(revealed);
  if (!found) return null;
  const walk = walkTo(stacks.all, found.transition, found.beneath);
  if (found.beneath.length > 0) return walk;
  const walker = new Walker(stacks.plan, name);
  const after = new Ends(walker).of(walk).flatMap((end) => walker.after(end, { kind: 'back' }));
  if (after.some((next) => activeStack(next)!.screen === revealed)) return walk;
  const firstTab = remembered(
    firstTabs,
    stacks,
    () => new FirstTab(stacks, new Explored(stacks.plan, name, stacks.budget)),
  );
  const last = firstTab.find(screen, revealed);
  return last && walkOf(last);
}

/**
 * The suggested walk of the upper bound, with detours where conditions stop it; one that leaves the other screen on the
 * first tab; or one of the explored runs.
 */
function amongRuns(
  { upperBound, explored, firstTab }: Bounded,
  screen: Screen,
  revealed: Screen,
): readonly Tap[] | null {
  const found = upperBound.revealed(screen).get(revealed);
  if (!found) return null;
  const { walker } = explored.all;
  const reveals = ({ configuration }: ExploredNode): boolean =>
    activeStack(configuration)!.screen === screen &&
    walker.after(configuration, { kind: 'back' }).some((next) => activeStack(next)!.screen === revealed);
  const hint = walkTo(upperBound.all, found.transition, found.beneath);
  const end =
    toEnd(explored.detours.find(hint, reveals)) ??
    (found.beneath.length === 0 ? firstTab.find(screen, revealed) : null);
  return end ? walkOf(end) : toEnd(explored.all.findOn(screen, reveals));
}
