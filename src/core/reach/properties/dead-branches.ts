import {
  isIn,
  type Branch,
  type Menu,
  type MenuItem,
  type Plan,
  type PlanEvent,
  type Screen,
  type Transition,
} from '../../plan/model';
import { knownStacks, type Reach } from '../verdicts';
import { rememberedWork } from '../../base/remembered';
import type { Work } from '../../base/slices';

/** A branch that no run takes: of a trigger on a reached screen, or of a menu item or an event on one. */
export interface DeadBranch {
  readonly of: Transition | MenuItem | PlanEvent;
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

/** Branches that runs of the decided variants take. */
interface Used {
  /** Branches that some run takes, and those whose own condition holds in some run. */
  readonly taken: ReadonlySet<Branch>;
  readonly possible: ReadonlySet<Branch>;
  /** Menu items that some reached screen shows, and events that are declared for one. */
  readonly shown: ReadonlySet<MenuItem | PlanEvent>;
  readonly undecided: ReadonlySet<string>;
}

function* findDeadBranches(context: Analysed): Work<DeadBranch[]> {
  const used = yield* findUsed(context);
  if (used.undecided.size === context.reach.variants.length) return [];
  return [...judgedTransitions(context, used), ...judgedOutside(context, used)]
    .filter(({ branches }) => branches.some(isConditional))
    .flatMap((of) =>
      of.branches
        .filter((branch) => !used.taken.has(branch))
        .map((branch) => ({ of, branches: of.branches, branch, never: !used.possible.has(branch) })),
    );
}

const isConditional = ({ condition }: Branch): boolean => condition !== null;

function* findUsed({ plan, reach }: Analysed): Work<Used> {
  const used = {
    taken: new Set<Branch>(),
    possible: new Set<Branch>(),
    shown: new Set<MenuItem | PlanEvent>(),
    undecided: new Set<string>(),
  };
  for (const variant of reach.variants) {
    // Heads that the upper bound lacks never happen either.
    const stacks = knownStacks(variant);
    if (!stacks) {
      used.undecided.add(variant.name);
      continue;
    }
    for (const screen of plan.screens) {
      const offers = stacks.system.variant.offersOn(screen).filter(({ branches }) => branches.some(isConditional));
      if (offers.length === 0) continue;
      yield;
      const seen = new Set<number>();
      for (const { control } of stacks.headsOf(screen)) {
        if (seen.has(control.valuation)) continue;
        seen.add(control.valuation);
        for (const branch of stacks.system.branchesAt(control, screen)) used.taken.add(branch);
        for (const { event, branches } of offers) {
          if (event.kind === 'item') used.shown.add(event.item);
          if (event.kind === 'event') used.shown.add(event.event);
          for (const branch of branches)
            if (!branch.condition || stacks.system.valuations.outcome(branch.condition, control.valuation) !== 'fails')
              used.possible.add(branch);
        }
      }
    }
  }
  return used;
}

/** Transitions of screens that some variant reaches, where all such variants are decided. */
function judgedTransitions({ plan, reach }: Analysed, { undecided }: Used): Transition[] {
  const byName = new Map(reach.variants.map((variant) => [variant.name, variant]));
  const isReached = (screen: Screen, name: string): boolean =>
    byName.get(name)?.verdicts[screen.index]!.reachable !== 'no';
  return plan.screens
    .flatMap((screen) => screen.transitions)
    .filter(({ only, screen }) => {
      const there = plan.variants.filter((name) => isIn(only, name) && isReached(screen, name));
      return there.length > 0 && !there.some((name) => undecided.has(name));
    });
}

/** Menu items and events of some reached screen, whose variants are all decided. */
function judgedOutside({ plan }: Analysed, { undecided, shown }: Used): (MenuItem | PlanEvent)[] {
  const isDecided = ({ only }: Menu | PlanEvent): boolean =>
    !plan.variants.some((name) => isIn(only, name) && undecided.has(name));
  return [...plan.menus.filter(isDecided).flatMap((menu) => menu.items), ...plan.events.filter(isDecided)].filter(
    (each) => shown.has(each),
  );
}
