import { isIn, type Branch, type Only, type Plan, type Screen } from '../../plan/model';
import { Budget } from '../../base/budget';
import { remembered } from '../../base/remembered';
import type { Arrival, Configuration } from '../../walk/configuration';
import { RelaxedSteps, type RelaxedOutcomes } from './relaxed-steps';
import { ScreenDistances } from './screen-distances';

/** What a tap may do at a valuation, if a screen that was put off is taken up meanwhile, or none. */
type Source = (flags: readonly string[], resumed: Screen | null) => RelaxedOutcomes;

/** Outcomes of a source in numbers. */
interface Effect {
  readonly resumes: boolean;
  readonly outcomes: readonly {
    readonly valuation: number;
    readonly facts: readonly number[];
    readonly empties: boolean;
    readonly entersTabs: boolean;
  }[];
}

/** What an estimate knows at one valuation. */
interface Known {
  readonly seen: Uint8Array;
  readonly facts: number[];
  readonly putOff: Screen[];
  /** What may take up a screen that was put off. */
  readonly resuming: Source[];
  /** Valuations to which taps lead from here that leave on the stacks what they hold. */
  readonly changes: Set<number>;
  /** Whether the stacks may still hold what they held first. */
  holdsFirst: boolean;
}

/** Kinds of facts: a stack holds a screen; its arrival was put off; another tab has it on top. */
const held = 0;
const waiting = 1;
const onTopElsewhere = 2;
const kinds = 3;

/** Maximum number of valuations. With more, the estimates would cost more than they save. */
const mostValuations = 64;
/** Maximum number of facts that all estimates together look at: a second's work. */
const mostWork = 3_000_000;

/**
 * How many taps a screen is from a configuration, at least. Flags are exact. A screen that a stack holds stays there
 * until a tap empties all stacks: the delete relaxation of planning, with its estimate h-max (Bonet, Geffner, “Planning
 * as heuristic search”, 2001). A fact is a number: the index of its screen, plus the number of screens for each kind
 * before its own.
 */
export class RelaxedDistances {
  private readonly steps: RelaxedSteps;
  private readonly screens: readonly Screen[];
  /** By the index of a screen, what taps on it may do. */
  private readonly onScreen: readonly (readonly Source[])[];
  /** By a screen with needs, what going to a tab may do that has it on top. */
  private readonly shown: ReadonlyMap<Screen, Source>;
  private readonly anywhere: readonly Source[];
  private readonly valuations: (readonly string[])[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly effects = new Map<Source, Map<number, Effect>>();
  private work = 0;
  // Of the estimate that is made now:
  private due: number[][] = [];
  private known = new Map<number, Known>();
  /** What the stacks hold first, and the least number of taps that uncover it. */
  private first: { readonly fact: number; readonly taps: number }[] = [];

  constructor(
    private readonly plan: Plan,
    variant: string,
    private readonly goal: Screen,
    private readonly distances = new ScreenDistances(plan, variant),
  ) {
    const steps = (this.steps = new RelaxedSteps(plan, variant));
    const has = ({ only }: { readonly only: Only }): boolean => isIn(only, variant);
    const tapping =
      ({ branches }: { readonly branches: readonly Branch[] }): Source =>
      (...at) =>
        steps.ofBranches(branches, ...at);
    const goingTo =
      (root: Screen): Source =>
      (...at) =>
        steps.ofTab(root, ...at);
    const showing =
      (screen: Screen): Source =>
      (...at) =>
        steps.ofShown(screen, ...at);
    this.screens = plan.screens;
    this.anywhere = [...plan.menus.filter(has).flatMap(({ items }) => items.map(tapping)), ...steps.roots.map(goingTo)];
    this.onScreen = plan.screens.map(({ transitions }) => transitions.filter(has).map(tapping));
    this.shown = new Map(
      steps.roots.length === 0
        ? []
        : plan.screens.flatMap((screen) => (screen.needs.length > 0 ? [[screen, showing(screen)]] : [])),
    );
  }

  /**
   * The least number of taps from a configuration to the goal: infinite if no taps lead there, zero if to know more
   * takes too much work. Costs O(valuations × steps of all transitions) at most.
   *
   * @param budget pays for the facts that are looked at
   */
  from({ flags, stacks, active }: Configuration, budget = new Budget(Infinity)): number {
    if (this.isOff) return 0;
    const before = this.work;
    this.due = [];
    this.known = new Map();
    this.first = [];
    for (const [place, stack] of stacks.entries()) {
      // Another stack has to be gone to first.
      const away = place === active ? 0 : 1;
      if (stack && away > 0) this.first.push({ fact: this.factOf(onTopElsewhere, stack.screen), taps: 0 });
      this.distances.eachFrame(stack, ({ screen, putOff }, popped) => {
        this.first.push({ fact: this.factOf(held, screen), taps: Math.max(away, popped) });
        for (const arriving of putOff ? screensOf(putOff, this.plan) : [])
          this.first.push({ fact: this.factOf(waiting, arriving), taps: away });
      });
    }
    this.hold(0, this.numberOf(flags));
    const taps = this.search();
    budget.spend(this.work - before);
    return this.isOff ? 0 : taps;
  }

  /** Whether there is too much to estimate. */
  private get isOff(): boolean {
    return this.work > mostWork || this.valuations.length > mostValuations || this.steps.bounded;
  }

  /** Breadth-first search from the facts that are due, to the goal at any valuation. */
  private search(): number {
    const size = kinds * this.screens.length;
    // The list grows during the loop, by the next level.
    for (let taps = 0; taps < this.due.length; taps++) {
      for (const each of this.due[taps] ?? []) {
        const [valuation, fact] = [Math.floor(each / size), each % size];
        const known = this.knownAt(valuation);
        if (known.seen[fact] === 1) continue;
        if (fact === this.factOf(held, this.goal)) return taps;
        known.seen[fact] = 1;
        this.learn(taps, valuation, fact, known);
        if (this.isOff) return 0;
      }
    }
    return Infinity;
  }

  private learn(taps: number, valuation: number, fact: number, { facts, putOff, resuming, changes }: Known): void {
    this.work++;
    facts.push(fact);
    for (const after of changes) this.add(taps + 1, after, fact);
    if (facts.length === 1) for (const source of this.anywhere) this.take(taps, valuation, source);
    const kind = Math.floor(fact / this.screens.length);
    const screen = this.screens[fact % this.screens.length]!;
    if (kind === waiting) {
      putOff.push(screen);
      for (const source of resuming) this.take(taps, valuation, source, screen);
      return;
    }
    const shown = this.shown.get(screen);
    if (shown) this.take(taps, valuation, shown);
    if (kind === held) for (const source of this.onScreen[fact]!) this.take(taps, valuation, source);
  }

  /** Adds what a source may lead to. */
  private take(taps: number, valuation: number, source: Source, resumed: Screen | null = null): void {
    const { resumes, outcomes } = this.effectOf(valuation, source, resumed);
    const { facts, putOff, resuming, changes } = this.knownAt(valuation);
    for (const { valuation: after, facts: added, empties, entersTabs } of outcomes) {
      // The other tabs have to be gone to first.
      for (const root of entersTabs ? this.steps.roots : []) this.add(taps + 2, after, this.factOf(held, root));
      for (const fact of added) this.add(taps + 1, after, fact);
      if (empties || after === valuation || changes.has(after)) continue;
      changes.add(after);
      for (const fact of facts) this.add(taps + 1, after, fact);
      if (this.knownAt(valuation).holdsFirst) this.hold(taps + 1, after);
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

  private effectOf(valuation: number, source: Source, resumed: Screen | null): Effect {
    const ofSource = remembered(this.effects, source, () => new Map<number, Effect>());
    const key = valuation * (this.screens.length + 1) + (resumed ? resumed.index + 1 : 0);
    return remembered(ofSource, key, () => {
      const { resumes, outcomes } = source(this.valuations[valuation]!, resumed);
      return {
        resumes,
        outcomes: outcomes.map(({ flags, opened, putOff, ...others }) => ({
          valuation: this.numberOf(flags),
          facts: [
            ...[...opened].map((screen) => this.factOf(held, screen)),
            ...[...putOff].map((screen) => this.factOf(waiting, screen)),
          ],
          ...others,
        })),
      };
    });
  }

  private add(taps: number, valuation: number, fact: number): void {
    if (this.knownAt(valuation).seen[fact] === 1) return;
    (this.due[taps] ??= []).push(valuation * kinds * this.screens.length + fact);
  }

  private knownAt(valuation: number): Known {
    return remembered(this.known, valuation, () => ({
      seen: new Uint8Array(kinds * this.screens.length),
      facts: [],
      putOff: [],
      resuming: [],
      changes: new Set<number>(),
      holdsFirst: false,
    }));
  }

  private factOf(kind: number, { index }: Screen): number {
    return kind * this.screens.length + index;
  }

  private numberOf(flags: readonly string[]): number {
    return remembered(this.numbers, flags.join(), () => this.valuations.push(flags) - 1);
  }
}

/** The screens that an arrival may put on a stack. */
function screensOf(arrival: Arrival, { start }: Plan): Screen[] {
  const under = arrival.kind === 'link' ? (arrival.link?.under ?? [start]) : [];
  return [arrival.screen, ...under.flatMap((call) => call?.target ?? [])];
}
