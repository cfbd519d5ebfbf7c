import type { Screen } from '../../plan/model';
import {
  type Epoch,
  type ExactStacks,
  type Predecessors,
  type TabAlone,
  tapsOf,
  type Used,
  type Visit,
  walkTo,
} from '../queries';
import type { Tap } from '../../walk/tap';
import type { Runs } from '../post-star';
import type { Valuation } from '../system';
import type { Work } from '../../base/slices';

/**
 * A walk that ends with a screen on top, after which no tap leads to a goal; null if there is none. If tabs are shown,
 * the walk leaves each of them so that none leads to the goal. The walk is short, though perhaps not the shortest.
 *
 * @param runs the set of runs that must contain the walk
 * @param pathEdges path edges of the screen from which to search
 */
export function* walkOutOfReach(
  stacks: ExactStacks,
  runs: Runs,
  toGoal: Predecessors,
  pathEdges: ReturnType<ExactStacks['shownOn']>,
): Work<readonly Tap[] | null> {
  const tried = new Set<Valuation>();
  for (const { head } of pathEdges) {
    const { valuation } = head.control;
    const inTabs = stacks.hasOtherTabs(head);
    if ((inTabs && tried.has(valuation)) || toGoal.haveSomeTab(head.control)) continue;
    const rejected = toGoal.rejected(runs, head);
    yield;
    if (!rejected) continue;
    if (!inTabs) return walkTo(runs, rejected.pathEdge, rejected.beneath);
    tried.add(valuation);
    const found = stacks
      .epochsOf(runs)
      .with(valuation)
      .map((epoch) => leavingAll(epoch, stacks.tabs, toGoal, head.symbol.screen))
      .filter((used) => used !== null);
    if (found.length > 0) return tapsOf(found.reduce((short, used) => (used.length < short.length ? used : short)));
  }
  return null;
}

/**
 * A run of an epoch that leaves every tab without a way to the goal, the screen on top of the last one; null if there
 * is none.
 */
function leavingAll(epoch: Epoch, tabs: readonly number[], toGoal: Predecessors, screen: Screen): Used[] | null {
  const first = (tab: TabAlone, fits: Parameters<TabAlone['visits']>[0]): Visit | null => {
    for (const { stack, pathEdge } of tab.visits(fits)) {
      const rejected = toGoal.rejected(tab.runs, pathEdge.head);
      if (rejected) return { stack, ...rejected };
    }
    return null;
  };
  // If a stack does not lead to the goal, its last frame alone does not either.
  const left = tabs.map((stack) => first(epoch.tab(stack), ({ symbol }) => symbol.last));
  let short: Used[] | null = null;
  for (const stack of tabs) {
    const others = left.filter((_, index) => tabs[index] !== stack);
    if (!others.every((visit) => visit !== null)) continue;
    const shown = first(epoch.tab(stack), ({ symbol }) => symbol.screen === screen);
    const used = shown && epoch.uses([...others, shown]);
    if (used && (!short || used.length < short.length)) short = used;
  }
  return short;
}
