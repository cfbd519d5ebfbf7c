import { isIn, type Branch, type Transition } from '../../plan/model';
import type { Reach } from '../../reach/reach';
import type { Context } from '../rule';

/** A branch of a trigger on a reached screen that no run ever takes. */
export interface DeadBranch {
  readonly transition: Transition;
  readonly branch: Branch;
  /** Whether its own condition never holds; otherwise those before it always happen first. */
  readonly never: boolean;
}

const known = new WeakMap<Reach, readonly DeadBranch[]>();

/**
 * The branches that are dead in every variant in which their screen is reached; none where of any of those too little is known.
 * Two rules ask for them: they are worked out once.
 */
export function deadBranches(context: Pick<Context, 'plan' | 'reach'>): readonly DeadBranch[] {
  let dead = known.get(context.reach);
  if (!dead) known.set(context.reach, (dead = findDeadBranches(context)));
  return dead;
}

function findDeadBranches({ plan, reach }: Pick<Context, 'plan' | 'reach'>): DeadBranch[] {
  const taken = new Set<Branch>();
  const possible = new Set<Branch>();
  const undecided = new Set<string>();
  for (const variant of reach.variants) {
    const { name } = variant;
    // What is in no stack of those known from above never happens either.
    const stacks = variant.stacks ?? variant.above;
    if (!stacks) {
      undecided.add(name);
      continue;
    }
    for (const screen of plan.screens) {
      if (!screen.transitions.some(({ branches }) => branches.some(({ condition }) => condition))) continue;
      const seen = new Set<number>();
      for (const { control } of stacks.headsOf(screen)) {
        if (seen.has(control.valuation)) continue;
        seen.add(control.valuation);
        for (const branch of stacks.system.branchesAt(control, screen)) taken.add(branch);
        for (const { branches } of screen.transitions) {
          for (const branch of branches) if (!branch.condition || stacks.system.valuations.outcome(branch.condition, control.valuation) !== 'fails') possible.add(branch);
        }
      }
    }
  }
  const dead: DeadBranch[] = [];
  if (undecided.size === reach.variants.length) return dead;
  for (const screen of plan.screens) {
    const reached = reach.variants.filter(({ verdicts }) => verdicts[screen.index]!.reachable !== 'no');
    for (const transition of screen.transitions) {
      const there = reached.filter(({ name }) => isIn(transition.only, name));
      if (there.length === 0 || there.some(({ name }) => undecided.has(name))) continue;
      if (!transition.branches.some(({ condition }) => condition)) continue;
      for (const branch of transition.branches) if (!taken.has(branch)) dead.push({ transition, branch, never: !possible.has(branch) });
    }
  }
  return dead;
}
