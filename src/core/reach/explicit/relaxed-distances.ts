import { Budget } from '../../base/budget';
import { remembered } from '../../base/remembered';
import type { Plan, Screen } from '../../plan/model';
import type { Arrival, Configuration } from '../../walk/configuration';
import { held, onTopElsewhere, RelaxedEffects, type RelaxedSource, waiting } from './relaxed-effects';
import { ScreenDistances } from './screen-distances';

/** Maximum number of facts that all estimates together look at: a second's work. */
const mostWork = 3_000_000;

/**
 * How many taps a screen is from a configuration, at least. Flags are exact. A screen that a stack holds stays there
 * until a tap empties all stacks: the delete relaxation of planning, with its estimate h-max (Bonet, Geffner, “Planning
 * as heuristic search”, 2001).
 */
export class RelaxedDistances {
  private readonly effects: RelaxedEffects;
  private work = 0;

  constructor(
    private readonly plan: Plan,
    variant: string,
    private readonly goal: Screen,
    private readonly distances = new ScreenDistances(plan, variant),
  ) {
    this.effects = new RelaxedEffects(plan, variant);
  }

  /**
   * The least number of taps from a configuration to the goal: infinite if no taps lead there, zero if to know more
   * takes too much work. Costs O(valuations × steps of all transitions) at most.
   *
   * @param budget pays for the facts that are looked at
   */
  from(configuration: Configuration, budget = new Budget(Infinity)): number {
    const { effects, goal } = this;
    if (this.work > mostWork || effects.isTooMuch) return 0;
    const search = new Search(effects, this.firstOf(configuration), mostWork - this.work);
    const taps = search.from(effects.numberOf(configuration.flags), effects.factOf(held, goal));
    this.work += search.work;
    budget.spend(search.work);
    return taps;
  }

  private firstOf({ stacks, active }: Configuration): First[] {
    const { effects, plan } = this;
    const first: First[] = [];
    for (const [place, stack] of stacks.entries()) {
      // Another stack has to be gone to first.
      const away = place === active ? 0 : 1;
      if (stack && away > 0) first.push({ fact: effects.factOf(onTopElsewhere, stack.screen), taps: 0 });
      this.distances.eachFrame(stack, ({ screen, putOff }, popped) => {
        first.push({ fact: effects.factOf(held, screen), taps: Math.max(away, popped) });
        for (const arriving of putOff ? screensOf(putOff, plan) : [])
          first.push({ fact: effects.factOf(waiting, arriving), taps: away });
      });
    }
    return first;
  }
}

/** The screens that an arrival may put on a stack. */
function screensOf(arrival: Arrival, { start }: Plan): Screen[] {
  const under = arrival.kind === 'link' ? (arrival.link?.under ?? [start]) : [];
  return [arrival.screen, ...under.flatMap((call) => call?.target ?? [])];
}

/** A fact of the configuration from which a search begins, and the least number of taps that uncover it. */
interface First {
  readonly fact: number;
  readonly taps: number;
}

/** What a search knows at one valuation. */
interface Known {
  readonly seen: Uint8Array;
  readonly facts: number[];
  readonly putOff: Screen[];
  /** What may take up a screen that was put off. */
  readonly resuming: RelaxedSource[];
  /** Valuations to which taps lead from here that leave on the stacks what they hold. */
  readonly changes: Set<number>;
  /** Whether the stacks may still hold what they held first. */
  holdsFirst: boolean;
}

/** Breadth-first search for facts: by the number of taps, what may be known at each valuation. */
class Search {
  /** By the number of taps, facts at valuations. */
  private readonly due: number[][] = [];
  private readonly known = new Map<number, Known>();
  /** Number of facts that were looked at. */
  work = 0;

  constructor(
    private readonly effects: RelaxedEffects,
    private readonly first: readonly First[],
    private readonly most: number,
  ) {}

  /** The number of taps to a fact at any valuation: infinite if it never holds, zero if that is too much work. */
  from(valuation: number, goal: number): number {
    this.hold(0, valuation);
    const { size } = this.effects;
    // The list grows during the loop, by later levels.
    for (let taps = 0; taps < this.due.length; taps++) {
      for (const each of this.due[taps] ?? []) {
        const [at, fact] = [Math.floor(each / size), each % size];
        const known = this.knownAt(at);
        if (known.seen[fact] === 1) continue;
        if (fact === goal) return taps;
        known.seen[fact] = 1;
        this.learn(taps, at, fact, known);
        if (++this.work > this.most || this.effects.isTooMuch) return 0;
      }
    }
    return Infinity;
  }

  private learn(taps: number, valuation: number, fact: number, { facts, putOff, resuming, changes }: Known): void {
    const { effects } = this;
    facts.push(fact);
    for (const after of changes) this.add(taps + 1, after, fact);
    if (facts.length === 1) for (const source of effects.anywhere) this.take(taps, valuation, source);
    const kind = effects.kindOf(fact);
    const screen = effects.screenOf(fact);
    if (kind === waiting) {
      putOff.push(screen);
      for (const source of resuming) this.take(taps, valuation, source, screen);
      return;
    }
    const shown = effects.shown.get(screen);
    if (shown) this.take(taps, valuation, shown);
    if (kind === held) for (const source of effects.onScreen[screen.index]!) this.take(taps, valuation, source);
  }

  /** Adds what a source may lead to. */
  private take(taps: number, valuation: number, source: RelaxedSource, resumed: Screen | null = null): void {
    const { effects } = this;
    const { resumes, outcomes } = effects.of(source, valuation, resumed);
    const { facts, putOff, resuming, changes, holdsFirst } = this.knownAt(valuation);
    for (const { valuation: after, facts: added, empties, entersTabs } of outcomes) {
      // The other tabs have to be gone to first.
      for (const root of entersTabs ? effects.roots : []) this.add(taps + 2, after, root);
      for (const fact of added) this.add(taps + 1, after, fact);
      if (empties || after === valuation || changes.has(after)) continue;
      changes.add(after);
      for (const fact of facts) this.add(taps + 1, after, fact);
      if (holdsFirst) this.hold(taps + 1, after);
    }
    if (!resumes || resumed) return;
    resuming.push(source);
    for (const screen of putOff) this.take(taps, valuation, source, screen);
  }

  /** Adds what the stacks held first, at another valuation: one tap may change the flags and uncover a frame. */
  private hold(taps: number, valuation: number): void {
    const known = this.knownAt(valuation);
    if (known.holdsFirst) return;
    known.holdsFirst = true;
    for (const { fact, taps: uncovering } of this.first) this.add(Math.max(taps, uncovering), valuation, fact);
    for (const after of known.changes) this.hold(taps + 1, after);
  }

  private add(taps: number, valuation: number, fact: number): void {
    if (this.knownAt(valuation).seen[fact] === 1) return;
    (this.due[taps] ??= []).push(valuation * this.effects.size + fact);
  }

  private knownAt(valuation: number): Known {
    return remembered(this.known, valuation, () => ({
      seen: new Uint8Array(this.effects.size),
      facts: [],
      putOff: [],
      resuming: [],
      changes: new Set<number>(),
      holdsFirst: false,
    }));
  }
}
