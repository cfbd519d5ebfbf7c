import { isIn, type Branch, type MenuItem, type Plan, type Screen, type Transition } from '../../plan/model';
import { knownStacks, type Reach } from '../verdicts';
import { rememberedWork } from '../../base/remembered';
import type { Work } from '../../base/slices';

/** A branch that no run takes, of a trigger on a reached screen or of a menu item on one. */
export interface DeadBranch {
  readonly of: Transition | MenuItem;
  readonly branches: readonly Branch[];
  readonly branch: Branch;
  /** Whether its own condition never holds; otherwise a branch before it always does. */
  readonly never: boolean;
}

interface Analysed {
  readonly plan: Plan;
  readonly reach: Reach;
}

const known = new WeakMap<Reach, readonly DeadBranch[]>();

/**
 * Branches that are dead in every variant that reaches their screen. A screen of an undecided variant has none. Found
 * once: two rules ask for them.
 */
export function deadBranches(context: Analysed): Work<readonly DeadBranch[]> {
  return rememberedWork(known, context.reach, () => findDeadBranches(context));
}

function* findDeadBranches({ plan, reach }: Analysed): Work<DeadBranch[]> {
  const taken = new Set<Branch>();
  const possible = new Set<Branch>();
  const shown = new Set<Transition | MenuItem>();
  const undecided = new Set<string>();
  const byName = new Map(reach.variants.map((variant) => [variant.name, variant]));
  const isReached = (screen: Screen, name: string): boolean =>
    byName.get(name)?.verdicts[screen.index]!.reachable !== 'no';
  for (const variant of reach.variants) {
    const { name } = variant;
    // Heads that the upper bound lacks never happen either.
    const stacks = knownStacks(variant);
    if (!stacks) {
      undecided.add(name);
      continue;
    }
    for (const screen of plan.screens) {
      const offers = stacks.system.variant
        .offersOn(screen)
        .filter(({ branches }) => branches.some(({ condition }) => condition));
      if (offers.length === 0) continue;
      yield;
      const seen = new Set<number>();
      for (const { control } of stacks.headsOf(screen)) {
        if (seen.has(control.valuation)) continue;
        seen.add(control.valuation);
        for (const branch of stacks.system.branchesAt(control, screen)) taken.add(branch);
        for (const { event, branches } of offers) {
          if (event.kind === 'item') shown.add(event.item);
          for (const branch of branches)
            if (!branch.condition || stacks.system.valuations.outcome(branch.condition, control.valuation) !== 'fails')
              possible.add(branch);
        }
      }
    }
  }
  const dead: DeadBranch[] = [];
  if (undecided.size === reach.variants.length) return dead;
  const add = (of: Transition | MenuItem): void => {
    if (!of.branches.some(({ condition }) => condition)) return;
    for (const branch of of.branches)
      if (!taken.has(branch)) dead.push({ of, branches: of.branches, branch, never: !possible.has(branch) });
  };
  const isOpen = (name: string): boolean => undecided.has(name);
  for (const screen of plan.screens) {
    for (const transition of screen.transitions) {
      const there = plan.variants.filter((name) => isIn(transition.only, name) && isReached(screen, name));
      if (there.length > 0 && !there.some(isOpen)) add(transition);
    }
  }
  for (const menu of plan.menus) {
    if (plan.variants.some((name) => isIn(menu.only, name) && isOpen(name))) continue;
    for (const item of menu.items) if (shown.has(item)) add(item);
  }
  return dead;
}
