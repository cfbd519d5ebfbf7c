import type { Needs, Screen, Step } from '../../plan/model';
import { remembered } from '../../base/remembered';
import type { Work } from '../../base/slices';
import type { Head } from '../post-star';
import type { Predecessors, UpperBound } from '../queries';
import type { StackSymbol, Valuation } from '../system';

/** Cost of reading the stacks of a head. */
const costOfHead = 20;
/** Heads between two pauses: a few milliseconds of work. */
const slice = 100;

/**
 * Proofs that users can always get to a goal, in a variant whose tabs share flags. A user who stays in a tab is the
 * only one who changes the flags there. So a way within a tab can be walked, whatever other tabs have done before. A
 * user can also tap another tab, if the goal can be reached whatever is on top there: it may be shown, or put the
 * arrival off. What leads on from all stacks of the upper bound leads on from those of all runs.
 */
export class WaysByTaps {
  /** Heads of the upper bound that wait for an event, by tab and valuation. */
  private readonly tabs = new Map<string, Head[]>();
  /** Tabs and valuations with which the goal can be reached from each stack. */
  private readonly leading = new Set<string>();
  /** Taps on a tab that lead to the goal: by the tab in which they are made, the other one, and the valuation. */
  private readonly leadingTaps = new Set<string>();
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

  /** What leads to the goal. Each round knows more taps on tabs that do: a least fixed point. Null past the budget. */
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
      const known = this.leadingTaps.size;
      for (const [key, heads] of this.tabs)
        if (!this.leading.has(key) && (yield* this.haveAll(toGoal, heads))) this.leading.add(key);
      for (const heads of this.tabs.values()) {
        const { stack, valuation } = heads[0]!.control;
        for (const [root, tab] of upperBound.system.variant.roots) {
          const key = keyOfTap(stack, tab, valuation);
          if (tab === stack || this.leadingTaps.has(key)) continue;
          if (yield* this.leadsByTap(toGoal, heads, root, tab)) this.leadingTaps.add(key);
        }
      }
      if (this.leadingTaps.size === known) return toGoal;
    }
  }

  /** Whether a tap on another tab leads on, or a tap that sets flags and then shows another tab. */
  private isLeftFor({ control: { stack, valuation }, symbol }: Head): boolean {
    const { system } = this.upperBound;
    if (stack === 0) return false;
    const leads = (tab: number | undefined, after: Valuation): boolean =>
      tab !== undefined && this.leadingTaps.has(keyOfTap(stack, tab, after));
    if (system.variant.roots.some(([, tab]) => leads(tab, valuation))) return true;
    for (const { steps } of system.branchesByUser(valuation, symbol.screen)) {
      const tab = this.shownBy(steps.at(-1), symbol);
      const settings = steps.slice(0, -1).filter((step) => step.kind === 'sets');
      if (tab === undefined || settings.length < steps.length - 1) continue;
      const after = settings.reduce((now, step) => system.valuations.set(now, step), valuation);
      if (leads(tab, after)) return true;
    }
    return false;
  }

  /** The tab that a step goes to, or goes on to, since its arrival there was put off. */
  private shownBy(step: Step | undefined, { putOff }: StackSymbol): number | undefined {
    const { variant } = this.upperBound.system;
    if (step?.kind === 'resume') return putOff?.kind === 'switch' ? variant.stackOf(putOff.screen) : undefined;
    return step?.kind === 'switch' && step.call?.target ? variant.stackOf(step.call.target) : undefined;
  }

  /**
   * Whether the goal can be reached by a tap on another tab, from all heads of a tab with one valuation. The heads of
   * the other tab do not tell what may be on top there: a screen that always puts the arrival off is never shown.
   */
  private *leadsByTap(toGoal: Predecessors, heads: readonly Head[], root: Screen, tab: number): Work<boolean> {
    const { valuations, interference } = this.upperBound.system;
    const { valuation } = heads[0]!.control;
    for (const top of new Set([root, ...interference!.tops(tab, valuation)])) {
      let mayShow = true;
      for (const needs of top.needs) {
        const outcome = valuations.outcome(needs.condition, valuation);
        if (outcome === 'holds') continue;
        const gates = this.gatesAfter(needs, heads, root);
        if (gates.length === 0 || !(yield* this.haveAll(toGoal, gates))) return false;
        if (outcome === 'either') continue;
        mayShow = false;
        break;
      }
      if (mayShow && !this.leading.has(keyOf(tab, valuation))) return false;
    }
    return true;
  }

  /** The heads after an `else` that pushes a screen, which puts off the arrival at a tab; none after any other. */
  private gatesAfter({ otherwise }: Needs, heads: readonly Head[], root: Screen): readonly Head[] {
    const [step] = otherwise;
    const gate =
      (otherwise.length === 1 && step?.kind === 'push') || step?.kind === 'present' ? step.call?.target : null;
    if (!gate || gate.needs.length > 0) return [];
    return heads.filter(
      ({ symbol: { screen, putOff } }) => screen === gate && putOff?.kind === 'switch' && putOff.screen === root,
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
const keyOfTap = (from: number, to: number, valuation: Valuation): string => `${from} ${to} ${valuation}`;
