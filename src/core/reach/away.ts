import { isIn, type Branch, type Condition, type Plan, type Screen, type Step } from '../plan/model';
import type { Valuation, Valuations } from './valuations';

/** Steps that may change flags and leave the stacks of other tabs as they are. */
interface Change {
  /** Without it they do not run; null where nothing is asked. */
  readonly condition: Condition | null;
  readonly sets: readonly Extract<Step, { kind: 'sets' }>[];
}

/**
 * The values that flags may have when a tab is come back to, for those that they had when it was left: whatever other tabs
 * can make of them. What empties all stacks is left out, since nothing is then left to come back to.
 *
 * An over-approximation: any of the changes may happen, in any order, as far as its condition allows.
 */
export class Away {
  private readonly changes: Change[] = [];
  private readonly known = new Map<Valuation, readonly Valuation[]>();

  constructor(plan: Plan, variant: string, private readonly valuations: Valuations, isTabRoot: (screen: Screen) => boolean) {
    const add = (condition: Condition | null, steps: readonly Step[]): void => {
      const sets = steps.filter((step) => step.kind === 'sets');
      // A reset takes every stack away, unless its screen asks for something and is put off.
      const empties = steps.some((step) => (step.kind === 'reset' || (step.kind === 'switch' && step.call?.target && !isTabRoot(step.call.target)))
        && step.call?.target && isIn(step.call.target.only, variant) && step.call.target.needs.length === 0);
      if (sets.length > 0 && !empties) this.changes.push({ condition, sets });
    };
    const addAll = (branches: readonly Branch[]): void => branches.forEach(({ condition, steps }) => add(condition, steps));
    for (const screen of plan.screens) {
      if (!isIn(screen.only, variant)) continue;
      for (const transition of screen.transitions) if (isIn(transition.only, variant)) addAll(transition.branches);
      for (const { otherwise } of screen.needs) add(null, otherwise);
    }
    for (const menu of plan.menus) if (isIn(menu.only, variant)) for (const item of menu.items) addAll(item.branches);
  }

  /** The values themselves among them. Costs O(values that can come of it · changes), once for each. */
  after(valuation: Valuation): readonly Valuation[] {
    let all = this.known.get(valuation);
    if (!all) {
      const reached = new Set([valuation]);
      for (const from of reached) {
        for (const { condition, sets } of this.changes) {
          if (condition && this.valuations.outcome(condition, from) === 'fails') continue;
          reached.add(sets.reduce((now, step) => this.valuations.set(now, step), from));
        }
      }
      this.known.set(valuation, (all = [...reached]));
    }
    return all;
  }
}
