/**
 * Stacks that independent tabs hold at the same time. An event that empties all stacks and shows the tabs builds a
 * stack on one tab and leaves the others with their roots. From then on each tab runs by itself, until all stacks are
 * emptied again. So every combination of stacks that the tabs reach by themselves occurs: a tap on a tab continues it.
 */
import type { Budget } from '../../base/budget';
import { toEnd } from '../../base/slices';
import {
  type Beginning,
  costOf,
  type StackEdge,
  type Head,
  Restarted,
  type Runs,
  Saturation,
  type PathEdge,
} from '../post-star';
import { plainRule, type Pushdown, type PushdownRule, type Valuation } from '../system';
import { usesTo, type Used } from './witness';

/** An emptying of all stacks: a rule, and the path edge that it applies to; `on` is null at the start of the app. */
interface Emptying extends Beginning {
  readonly rule: PushdownRule;
  readonly on: PathEdge | null;
  readonly taps: number;
}

/** A stack of one tab, as it is left or shown: its head, and the frames beneath that matter. */
export interface Visit {
  readonly stack: number;
  readonly pathEdge: PathEdge;
  readonly beneath: readonly StackEdge[];
}

/** All stacks that one tab reaches by itself. */
export class TabAlone {
  readonly runs: Runs;
  /** Whether the budget ran out, so that stacks are missing. */
  readonly exhausted: boolean;
  private readonly system: Restarted;

  /** Costs a saturation within the tab: no more than the saturation of all runs. */
  constructor(
    system: Pushdown,
    budget: Budget,
    readonly stack: number,
    readonly beginnings: readonly Beginning[],
  ) {
    this.system = new Restarted(system, beginnings, (rule) => rule.tabs === 'kept' && rule.stack === stack);
    const saturation = new Saturation(this.system, budget, false);
    toEnd(saturation.run());
    this.runs = saturation.runs;
    this.exhausted = saturation.exhausted;
  }

  /** Visits whose head fits, fewest taps first. */
  visits(fits: (head: Head) => boolean): Visit[] {
    return this.runs.shown
      .filter(({ head }) => fits(head))
      .map((pathEdge) => ({ stack: this.stack, pathEdge, beneath: [] }));
  }

  /** The initial stack of a visit, and the rules from then on. */
  usesOf({ pathEdge, beneath }: Visit): { readonly beginning: Beginning; readonly uses: readonly Used[] } {
    const [start, ...uses] = usesTo(this.runs, pathEdge, beneath);
    return { beginning: this.system.beginningOf(start!.rule), uses };
  }
}

/** Runs from an emptying of all stacks to the next, with one valuation and one tab shown at first. */
export class Epoch {
  constructor(
    private readonly epochs: Epochs,
    readonly valuation: Valuation,
    readonly stack: number,
    private readonly emptyings: readonly Emptying[],
  ) {}

  /** Initial stacks of the tab that is shown at first. */
  get beginnings(): readonly Beginning[] {
    return this.emptyings;
  }

  /** Stacks that a tab reaches in this epoch. */
  tab(stack: number): TabAlone {
    return stack === this.stack
      ? this.epochs.alone(this.valuation, stack, this.emptyings)
      : this.epochs.rested(this.valuation, stack);
  }

  /**
   * Rules of a run that visits tabs, each once, the last one at its end. Shortest for each tab, not for all together.
   */
  uses(visits: readonly Visit[]): Used[] {
    const own = visits.find(({ stack }) => stack === this.stack);
    return this.from(own ? this.tab(this.stack).usesOf(own).beginning : this.emptyings[0]!, visits).used;
  }

  /**
   * Rules of a run that visits tabs and then shows another one as it began, unless that one was changed just before it
   * was left.
   */
  usesUpTo(beginning: Beginning, stack: number, visits: readonly Visit[]): Used[] {
    const { used, active } =
      stack === this.stack ? this.from(beginning, visits) : { used: this.uses(visits), active: visits.at(-1)!.stack };
    return active === stack || beginning.control.continuation ? used : [...used, this.tapOn(stack)];
  }

  private from(beginning: Beginning, visits: readonly Visit[]): { readonly used: Used[]; readonly active: number } {
    const { rule, on, word, control } = beginning as Emptying;
    const used: Used[] = [...(on ? usesTo(this.epochs.runs, on) : []), { rule, top: word[0]! }];
    let active = rule.shows?.stack ?? this.stack;
    const last = visits.at(-1)!;
    // The tab that is shown comes before taps on others.
    const order = [...visits.slice(0, -1)].sort((a, b) => Number(b.stack === active) - Number(a.stack === active));
    for (const visit of [...order, last]) {
      const { uses } = this.tab(visit.stack).usesOf(visit);
      if (uses.length === 0 && visit !== last) continue;
      // A stack that was changed just before it was left begins with that tap.
      if (active !== visit.stack && !(visit.stack === this.stack && control.continuation))
        used.push(this.tapOn(visit.stack));
      used.push(...uses);
      active = visit.stack;
    }
    return { used, active };
  }

  /** A tap on a tab that is not shown. `top` is its root, unless the tab was left otherwise. */
  private tapOn(stack: number): Used {
    const { system } = this.epochs;
    const { symbol } = system.roots(this.valuation).find(({ control }) => control.stack === stack)!;
    return {
      rule: { ...plainRule({ kind: 'tab', tab: system.variant.tabs[stack - 1]! }, stack, [symbol]), tabs: 'shown' },
      top: symbol,
    };
  }
}

export class Epochs {
  /** Whether the budget ran out in any tab. */
  exhausted = false;
  private byValuation: Map<Valuation, Map<number, Emptying[]>> | null = null;
  private readonly tabs = new Map<string, TabAlone>();

  /** @param runs all runs of the saturation, or those without links and entries */
  constructor(
    readonly system: Pushdown,
    private readonly saturation: Saturation,
    readonly runs: Runs,
    private readonly budget: Budget,
  ) {}

  /** Epochs with a valuation: one for each tab that an emptying builds a stack on. */
  with(valuation: Valuation): Epoch[] {
    this.byValuation ??= this.find();
    return [...(this.byValuation.get(valuation) ?? [])].map(
      ([stack, emptyings]) => new Epoch(this, valuation, stack, emptyings),
    );
  }

  /**
   * Whether every epoch with this valuation reaches a head on the last frame of a tab other than the first. It does if
   * the root alone reaches that head, and every stack built on a tab other than the first has the root at the bottom,
   * where Back leads.
   */
  alwaysComesTo({ control: { stack, valuation }, symbol }: Head): boolean {
    const roots = this.system.roots(valuation);
    return (
      this.with(valuation).every(
        (epoch) =>
          epoch.stack === 1 ||
          epoch.beginnings.every(({ word }) =>
            roots.some(({ control, symbol: root }) => control.stack === epoch.stack && root === word.at(-1)),
          ),
      ) && this.rested(valuation, stack).visits((head) => head.symbol === symbol).length > 0
    );
  }

  /** A tab that begins with its root alone. */
  rested(valuation: Valuation, stack: number): TabAlone {
    return this.known(
      `${valuation} ${stack}`,
      () =>
        new TabAlone(
          this.system,
          this.budget,
          stack,
          this.system
            .roots(valuation)
            .filter(({ control }) => control.stack === stack)
            .map(({ control, symbol }) => ({ control, word: [symbol] })),
        ),
    );
  }

  alone(valuation: Valuation, stack: number, emptyings: readonly Emptying[]): TabAlone {
    return this.known(`${valuation} ${stack} built`, () => new TabAlone(this.system, this.budget, stack, emptyings));
  }

  private known(key: string, work: () => TabAlone): TabAlone {
    let tab = this.tabs.get(key);
    if (!tab) this.tabs.set(key, (tab = work()));
    this.exhausted ||= tab.exhausted;
    return tab;
  }

  /** Costs O(rules of all heads). */
  private find(): Map<Valuation, Map<number, Emptying[]>> {
    const { system, runs, saturation } = this;
    const all = new Map<string, Emptying>();
    const add = (rule: PushdownRule, on: PathEdge | null, valuation: Valuation, taps: number): void => {
      if (rule.leaves || rule.tabs !== 'anew' || rule.stack === 0 || rule.continuation?.item.kind === 'tabs') return;
      const control = system.target(rule, valuation, false);
      const key = `${control.number} ${rule.word.map(({ id }) => id).join()}`;
      const known = all.get(key);
      if (!known || known.taps > taps) all.set(key, { control, word: rule.word, rule, on, taps });
    };
    for (const { rule } of saturation.starts) add(rule, null, system.valuations.initial, 0);
    for (const head of saturation.heads) {
      const on = runs.soonestOf(head);
      if (on) for (const rule of head.rules) add(rule, on, head.control.valuation, runs.tapsOf(head) + costOf(rule));
    }
    if (runs === saturation.runs)
      for (const { on, valuation } of saturation.openings)
        for (const rule of system.fromOutside(valuation)) add(rule, on, valuation, (on ? runs.tapsOf(on.head) : 0) + 1);
    const byValuation = new Map<Valuation, Map<number, Emptying[]>>();
    for (const emptying of [...all.values()].sort((a, b) => a.taps - b.taps)) {
      const { valuation, stack } = emptying.control;
      const byStack = byValuation.get(valuation) ?? new Map<number, Emptying[]>();
      byValuation.set(valuation, byStack.set(stack, [...(byStack.get(stack) ?? []), emptying]));
    }
    return byValuation;
  }
}
