import { isIn, type Branch, type Flag, type Plan, type Screen, type Step } from '../../plan/model';
import { outcomesOf, type Outcomes } from '../../walk/conditions';

/** What steps may lead to, whatever the stacks hold. */
export interface RelaxedOutcome {
  /** Values of the flags after the steps, in the plan's order. */
  readonly flags: readonly string[];
  /** Screens that may be put on a stack. */
  readonly opened: ReadonlySet<Screen>;
  /** Screens whose arrival may be put off. */
  readonly putOff: ReadonlySet<Screen>;
  /** Whether nothing is left of what lay on any stack before. */
  readonly empties: boolean;
  /** Whether every tab may get its root. */
  readonly entersTabs: boolean;
}

/** Outcomes of steps, one for each valuation that they may lead to. */
export interface RelaxedOutcomes {
  readonly outcomes: readonly RelaxedOutcome[];
  /** Whether one of the steps takes up what was put off. */
  readonly resumes: boolean;
}

/** Outcomes of the elses behind the needs of a screen. */
interface Asked {
  readonly refused: readonly RelaxedOutcome[];
  /** Whether all needs may hold. */
  readonly passes: boolean;
}

/** Maximum number of elses within one run: an else may lead to another one. */
const mostElses = 1024;

/**
 * Runs steps at a valuation of the flags, without stacks. Where an outcome depends on what a stack holds, it has all
 * that any stack may lead to: so what a walker finds is always part of it.
 */
export class RelaxedSteps {
  /** The roots of the tabs. */
  readonly roots: readonly Screen[];
  /** The screens with needs, if there are tabs: a tab that shows one again asks for its needs. */
  private readonly asking: readonly Screen[];
  private readonly flagIndex: ReadonlyMap<Flag, number>;
  /** An else that comes back to its own screen does nothing. */
  private readonly puttingOff = new Set<Screen>();
  private resumed: Screen | null = null;
  private resumes = false;
  private elses = 0;
  /** Whether a run had too many elses: outcomes are missing. */
  bounded = false;

  constructor(
    plan: Plan,
    private readonly variant: string,
  ) {
    const bar = plan.tabBars.find(({ only }) => isIn(only, variant));
    this.roots = (bar?.tabs ?? []).flatMap(({ call }) => call?.target ?? []);
    this.asking = this.roots.length > 0 ? plan.screens.filter(({ needs }) => needs.length > 0) : [];
    this.flagIndex = new Map(plan.flags.map((flag, index) => [flag, index]));
  }

  /**
   * The outcomes of a trigger or a menu item.
   *
   * @param resumed a screen that was put off and is taken up; null if none was
   */
  ofBranches(branches: readonly Branch[], flags: readonly string[], resumed: Screen | null): RelaxedOutcomes {
    return this.collect(resumed, () => {
      const after: RelaxedOutcome[] = [];
      for (const { condition, steps } of branches) {
        const { holds, fails } = condition ? this.judge(condition, flags) : { holds: true, fails: false };
        if (holds) after.push(...this.run(nothingDone(flags), steps));
        if (!fails) break;
      }
      return after;
    });
  }

  /** The outcomes of going to a tab that has its root on top. */
  ofTab(root: Screen, flags: readonly string[], resumed: Screen | null): RelaxedOutcomes {
    return this.collect(resumed, () => this.show(nothingDone(flags), root, true));
  }

  /** The outcomes of going to a tab that has this screen on top and does not show it, since its needs fail. */
  ofShown(screen: Screen, flags: readonly string[], resumed: Screen | null): RelaxedOutcomes {
    return this.collect(resumed, () => this.ask(nothingDone(flags), screen, this.roots).refused);
  }

  /** Runs steps of one event, with what they may take up. */
  private collect(resumed: Screen | null, run: () => readonly RelaxedOutcome[]): RelaxedOutcomes {
    this.resumed = resumed;
    this.resumes = false;
    this.elses = 0;
    const outcomes = merged(run());
    return { outcomes, resumes: this.resumes };
  }

  private run(from: RelaxedOutcome, steps: readonly Step[]): readonly RelaxedOutcome[] {
    let after: readonly RelaxedOutcome[] = [from];
    for (const step of steps) after = merged(after.flatMap((each) => this.step(each, step)));
    return after;
  }

  private step(from: RelaxedOutcome, step: Step): readonly RelaxedOutcome[] {
    switch (step.kind) {
      case 'leave':
      case 'back':
      case 'close':
      case 'back to':
      case 'back past':
        return [from];
      case 'sets': {
        const { flag, value } = step;
        if (!flag || value === null) return [from];
        const changed = this.flagIndex.get(flag);
        return [{ ...from, flags: from.flags.map((old, index) => (index === changed ? value : old)) }];
      }
      case 'resume':
        this.resumes = true;
        return [
          ...[...from.putOff, ...(this.resumed ? [this.resumed] : [])].flatMap((screen) => this.resume(from, screen)),
          ...(step.or ? this.step(from, step.or) : [from]),
        ];
      default:
        return step.call?.target ? this.arrive(from, step.call.target, step.kind) : [from];
    }
  }

  /** An arrival that was put off; at a root it may have been one by a tab. */
  private resume(from: RelaxedOutcome, screen: Screen): readonly RelaxedOutcome[] {
    return this.arrive(from, screen, this.roots.includes(screen) ? 'switch' : 'push');
  }

  private arrive(
    from: RelaxedOutcome,
    screen: Screen,
    kind: 'push' | 'replace' | 'present' | 'reset' | 'switch',
  ): readonly RelaxedOutcome[] {
    if (!isIn(screen.only, this.variant)) return [from];
    const isRoot = this.roots.includes(screen);
    const isTab = kind === 'switch' && isRoot;
    const empties = kind === 'reset' || (kind === 'switch' && !isRoot);
    const before = empties ? { ...nothingDone(from.flags), empties } : from;
    const after = this.show(before, screen, isRoot && (empties || isTab));
    if (!isTab) return after;
    // The tab may have any screen on top, and ask for what that one needs.
    return [from, ...after, ...this.asking.flatMap((shown) => this.ask(from, shown, [screen]).refused)];
  }

  /** Puts a screen on a stack, or runs the else behind its needs. */
  private show(from: RelaxedOutcome, screen: Screen, entersTabs: boolean): readonly RelaxedOutcome[] {
    const { refused, passes } = this.ask(from, screen, [screen]);
    if (!passes) return refused;
    const opened = new Set([...from.opened, screen]);
    return [...refused, { ...from, opened, entersTabs: from.entersTabs || entersTabs }];
  }

  /**
   * What the else of each need does that may fail, and whether all needs may hold.
   *
   * @param waiting the screens whose arrival may be put off
   */
  private ask(from: RelaxedOutcome, screen: Screen, waiting: readonly Screen[]): Asked {
    const refused: RelaxedOutcome[] = [];
    for (const { condition, otherwise } of screen.needs) {
      const { holds, fails } = this.judge(condition, from.flags);
      if (fails) refused.push(...this.putOff(from, screen, waiting, otherwise));
      if (!holds) return { refused, passes: false };
    }
    return { refused, passes: true };
  }

  private putOff(
    from: RelaxedOutcome,
    at: Screen,
    waiting: readonly Screen[],
    otherwise: readonly Step[],
  ): readonly RelaxedOutcome[] {
    if (this.puttingOff.has(at)) return [from];
    if (++this.elses > mostElses) {
      this.bounded = true;
      return [from];
    }
    this.puttingOff.add(at);
    const after = this.run(from, otherwise);
    this.puttingOff.delete(at);
    // What the else has put on a stack waits for them, even after it has emptied all stacks.
    return after.map((each) => ({ ...each, putOff: new Set([...each.putOff, ...waiting]) }));
  }

  private judge(condition: NonNullable<Branch['condition']>, flags: readonly string[]): Outcomes {
    return outcomesOf(condition, (flag) => flags[this.flagIndex.get(flag)!]!);
  }
}

const nothingDone = (flags: readonly string[]): RelaxedOutcome => ({
  flags,
  opened: new Set(),
  putOff: new Set(),
  empties: false,
  entersTabs: false,
});

/** Outcomes of one valuation as one that has all that any of them may have. */
function merged(outcomes: readonly RelaxedOutcome[]): readonly RelaxedOutcome[] {
  if (outcomes.length < 2) return outcomes;
  const byFlags = new Map<string, RelaxedOutcome>();
  for (const outcome of outcomes) {
    const key = outcome.flags.join();
    const other = byFlags.get(key);
    byFlags.set(
      key,
      other
        ? {
            flags: outcome.flags,
            opened: new Set([...other.opened, ...outcome.opened]),
            putOff: new Set([...other.putOff, ...outcome.putOff]),
            empties: other.empties && outcome.empties,
            entersTabs: other.entersTabs || outcome.entersTabs,
          }
        : outcome,
    );
  }
  return [...byFlags.values()];
}
