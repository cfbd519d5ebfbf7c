import type { Screen } from '../../plan/model';
import { remembered } from '../../base/remembered';
import type { Work } from '../../base/slices';
import type { Head } from '../post-star';
import type { Predecessors, UpperBound } from '../queries';
import type { Valuation } from '../system';

/** Cost of reading the stacks of a head. */
const costOfHead = 20;
/** Heads between two pauses: a few milliseconds of work. */
const slice = 100;

/**
 * Proofs that users can always get to a goal, in a variant whose tabs share flags. A user who stays in a tab is the only
 * one who changes the flags there. So a way within a tab can be walked, whatever other tabs have done before. From a tab
 * a user can also tap another one, if every stack that it may have by then leads to the goal. What leads on from all
 * stacks of the upper bound leads on from those of all runs.
 */
export class WaysByTaps {
  /** Heads of the upper bound that wait for an event, by tab and valuation. */
  private readonly tabs = new Map<string, Head[]>();
  /** Tabs that lead to the goal from each of their stacks, with a valuation. */
  private readonly leading = new Set<string>();
  private toGoal: Predecessors | null | undefined;

  constructor(
    private readonly upperBound: UpperBound,
    private readonly goal: Screen,
  ) {}

  /** Whether a way leads to the goal wherever the screen is on top; false proves nothing. */
  *leadFrom(screen: Screen): Work<boolean> {
    if (this.toGoal === undefined) this.toGoal = yield* this.find();
    return this.toGoal !== null && (yield* this.haveAll(this.toGoal, this.upperBound.headsOf(screen)));
  }

  /** What leads to the goal. Each round knows more tabs that do: a least fixed point. Null past the budget. */
  private *find(): Work<Predecessors | null> {
    const { upperBound } = this;
    for (const { head } of upperBound.all.shown)
      if (head.control.stack > 0)
        remembered(this.tabs, keyOf(head.control.stack, head.control.valuation), () => []).push(head);
    for (;;) {
      const toGoal = yield* upperBound.predecessorsByTaps(
        (head) => head.symbol.screen === this.goal || this.isLeftFor(head),
      );
      if (!toGoal) return null;
      let isNew = false;
      for (const [key, heads] of this.tabs) {
        if (this.leading.has(key) || !this.canArrive(heads[0]!)) continue;
        if (!(yield* this.haveAll(toGoal, heads))) continue;
        this.leading.add(key);
        isNew = true;
      }
      if (!isNew) return toGoal;
    }
  }

  /** Whether a tap on another tab leads on, or a tap that sets flags and then shows another tab. */
  private isLeftFor({ control: { stack, valuation }, symbol }: Head): boolean {
    const { system, tabs } = this.upperBound;
    if (stack === 0) return false;
    if (tabs.some((tab) => tab !== stack && this.leading.has(keyOf(tab, valuation)))) return true;
    const branches = system.branchesByUser(valuation, symbol.screen);
    for (const { steps } of branches) {
      const last = steps.at(-1);
      const tab = last?.kind === 'switch' && last.call?.target ? system.variant.stackOf(last.call.target) : undefined;
      if (tab === undefined || tab === stack) continue;
      const settings = steps.slice(0, -1).filter((step) => step.kind === 'sets');
      if (settings.length < steps.length - 1) continue;
      const after = settings.reduce((now, step) => system.valuations.set(now, step), valuation);
      if (this.leading.has(keyOf(tab, after))) return true;
    }
    return false;
  }

  /**
   * Whether nothing puts off an arrival at a tab: neither its root nor any screen that may be on top by then. The heads
   * of the tab do not tell: a screen that always puts the arrival off is never shown, so no head has it.
   */
  private canArrive({ control: { stack, valuation } }: Head): boolean {
    const { valuations, interference, variant } = this.upperBound.system;
    const roots = variant.roots.flatMap(([root, at]) => (at === stack ? [root] : []));
    return [...roots, ...interference!.tops(stack, valuation)].every(({ needs }) =>
      needs.every(({ condition }) => valuations.outcome(condition, valuation) === 'holds'),
    );
  }

  /** Whether the goal can be reached from every stack of some heads. */
  private *haveAll(toGoal: Predecessors, heads: readonly Head[]): Work<boolean> {
    const { all, budget } = this.upperBound;
    for (const [index, head] of heads.entries()) {
      if (toGoal.rejected(all, head)) return false;
      if (index % slice < slice - 1) continue;
      budget.spend(slice * costOfHead);
      if (budget.isSpent) return false;
      yield;
    }
    return true;
  }
}

const keyOf = (tab: number, valuation: Valuation): string => `${tab} ${valuation}`;
