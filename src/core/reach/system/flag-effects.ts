import type { Screen, Step } from '../../plan/model';
import type { Valuation, Valuations } from './valuations';
import type { VariantOf } from './variant';

/**
 * Over-approximation of the valuations after steps, for any stacks. Each arrival may run the `else` of its screen;
 * `resume` may make any arrival, or run the step behind `or`.
 */
export class FlagEffects {
  /** Valuations after an arrival, by the screen's index and the valuation before; grown to a least fixed point. */
  private readonly arrivals = new Map<
    string,
    { readonly screen: Screen; readonly before: Valuation; readonly after: Set<Valuation> }
  >();
  private settled = true;

  /**
   * @param emptying whether steps count that empty all stacks. If not, the valuations after them are left out: they
   * leave no tab as it was
   */
  constructor(
    private readonly variant: VariantOf,
    private readonly valuations: Valuations,
    private readonly emptying: 'counts' | 'left out',
  ) {}

  /** Valuations after steps. Costs O(steps · resulting valuations), and as much for each `else` that can run. */
  after(steps: readonly Step[], before: Valuation): ReadonlySet<Valuation> {
    return this.solve(() => this.run(steps, before));
  }

  /** Valuations after an arrival at any of these screens. */
  afterArrival(screens: Iterable<Screen>, before: Valuation): ReadonlySet<Valuation> {
    return this.solve(() => this.arriveAny(screens, before));
  }

  /** Repeats `work` until no `else` that it asked for yields a new valuation. */
  private solve(work: () => Set<Valuation>): Set<Valuation> {
    for (;;) {
      this.settled = true;
      const found = work();
      for (const { screen, before, after } of this.arrivals.values()) this.look(screen, before, after);
      if (this.settled) return found;
    }
  }

  private run(steps: readonly Step[], before: Valuation): Set<Valuation> {
    let now = new Set([before]);
    for (const step of steps) {
      const next = new Set<Valuation>();
      for (const valuation of now) for (const each of this.step(step, valuation)) next.add(each);
      now = next;
    }
    return now;
  }

  private step(step: Step, before: Valuation): Iterable<Valuation> {
    switch (step.kind) {
      case 'leave':
      case 'back':
      case 'close':
      case 'back to':
      case 'back past':
        return [before];
      case 'sets':
        return [this.valuations.set(before, step)];
      case 'resume':
        return [...this.arriveAny(this.variant.asking, before), ...(step.or ? this.step(step.or, before) : [before])];
      case 'push':
      case 'replace':
      case 'present':
        return step.call?.target ? this.arrive(step.call.target, before) : [before];
      case 'reset':
      case 'switch': {
        const target = step.call?.target;
        if (!target || !this.variant.has(target)) return [before];
        return step.kind === 'switch' && this.variant.stackOf(target) !== undefined
          ? this.arriveAny(this.variant.asking, before)
          : this.emptying === 'counts'
            ? this.arrive(target, before)
            : [];
      }
    }
  }

  private arriveAny(screens: Iterable<Screen>, before: Valuation): Set<Valuation> {
    const after = new Set([before]);
    for (const screen of screens) for (const each of this.arrive(screen, before)) after.add(each);
    return after;
  }

  /**
   * Valuations after an arrival. An `else` that arrives at its own screen does nothing, so `before` is always among
   * them.
   */
  private arrive(screen: Screen, before: Valuation): ReadonlySet<Valuation> {
    if (!this.variant.has(screen) || screen.needs.length === 0) return new Set([before]);
    const key = `${screen.index} ${before}`;
    let known = this.arrivals.get(key);
    if (!known) {
      this.arrivals.set(key, (known = { screen, before, after: new Set([before]) }));
      this.settled = false;
    }
    return known.after;
  }

  private look(screen: Screen, before: Valuation, after: Set<Valuation>): void {
    for (const { condition, otherwise } of screen.needs) {
      const outcome = this.valuations.outcome(condition, before);
      if (outcome === 'holds') continue;
      for (const each of this.run(otherwise, before)) {
        if (after.has(each)) continue;
        after.add(each);
        this.settled = false;
      }
      if (outcome === 'fails') return;
    }
  }
}
