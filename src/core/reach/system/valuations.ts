import { flagsIn } from '../../plan/flags';
import { remembered } from '../../base/remembered';
import { isIn, type Condition, type Flag, type Plan, type Step } from '../../plan/model';

/**
 * Values of all flags that some condition reads, as a number that `Valuations` gives to them. A numeral with a digit
 * for each flag would be too large for exact arithmetic.
 */
export type Valuation = number;

/** A step that sets a flag. */
export type Sets = Extract<Step, { kind: 'sets' }>;

/** Outcome of a condition under one valuation; `either` if quotes, or flags that are left open, decide it. */
export type TruthValue = 'holds' | 'fails' | 'either';

/** Maximum number of open parts of one condition; a condition with more counts as `either`. */
const mostOpen = 8;

/**
 * Flags that some condition of one variant reads. Other flags change no run, so control states leave them out.
 *
 * Flags can also be left open: they may have any value at any time (localization reduction: Kurshan, 1994). Then there
 * are fewer valuations. A system made with them has all runs of the variant, and perhaps more.
 */
export class Valuations {
  readonly initial: Valuation;
  /** Number of valuations, reached or not. */
  readonly count: number;
  /** Number of conditions decided so far. */
  decided = 0;
  private readonly flags: readonly Flag[];
  private readonly indexOf: ReadonlyMap<Flag, number>;
  /** By valuation, the index of each flag's value. */
  private readonly values: (readonly number[])[] = [];
  private readonly known = new Map<string, Valuation>();
  /** By step and valuation, the valuation after the step. */
  private readonly after = new Map<Sets, Valuation[]>();

  /** @param leftOpen flags that are left open */
  constructor(
    plan: Plan,
    variant: string,
    readonly leftOpen: ReadonlySet<Flag> = new Set(),
  ) {
    this.flags = flagsRead(plan, variant).filter((flag) => !leftOpen.has(flag));
    this.indexOf = new Map(this.flags.map((flag, index) => [flag, index]));
    this.count = this.flags.reduce((count, { values }) => count * Math.max(1, values.length), 1);
    this.initial = this.of(({ initial }) => initial);
  }

  /** Whether some condition reads a flag. */
  get some(): boolean {
    return this.flags.length > 0;
  }

  /** Number of valuations that runs have met so far. */
  get met(): number {
    return this.values.length;
  }

  valueOf(valuation: Valuation, flag: Flag): string {
    return flag.values[this.values[valuation]![this.indexOf.get(flag)!]!]!;
  }

  /** The valuation after a step sets a flag; unchanged if no condition reads that flag, or it is left open. */
  set(valuation: Valuation, step: Sets): Valuation {
    let after = this.after.get(step);
    if (!after) this.after.set(step, (after = []));
    return (after[valuation] ??= this.afterStep(valuation, step));
  }

  private afterStep(valuation: Valuation, { flag, value }: Sets): Valuation {
    const index = flag && this.indexOf.get(flag);
    const set = value === null ? -1 : (flag?.values.indexOf(value) ?? -1);
    if (index === undefined || index === null || set < 0) return valuation;
    return this.numberOf(this.values[valuation]!.with(index, set));
  }

  /** The valuation of given flag values. */
  of(valueOf: (flag: Flag) => string): Valuation {
    return this.numberOf(this.flags.map((flag) => Math.max(0, flag.values.indexOf(valueOf(flag)))));
  }

  private numberOf(values: readonly number[]): Valuation {
    return remembered(this.known, values.join(), () => this.values.push(values) - 1);
  }

  /**
   * The truth value of a condition. Open parts (quotes, `is given`, flags that are left open) may be true or false, but
   * each is the same wherever it stands in the condition: Shannon expansion (1938) over one open part after the other.
   */
  outcome(condition: Condition, valuation: Valuation): TruthValue {
    this.decided++;
    return this.expand(condition, valuation, new Map());
  }

  /** Whether some values of the flags make a condition fail, whether its quotes hold or not. */
  mayFail(condition: Condition, valuation: Valuation): boolean {
    const outcome = this.outcome(condition, valuation);
    return outcome === 'fails' || (outcome === 'either' && this.isGuess(condition));
  }

  /** Whether a condition reads a flag that is left open: what it then allows may not happen. */
  isGuess(condition: Condition): boolean {
    return this.leftOpen.size > 0 && [...flagsIn(condition)].some((flag) => this.leftOpen.has(flag));
  }

  private expand(condition: Condition, valuation: Valuation, taken: Map<string, boolean>): TruthValue {
    const found = this.decide(condition, valuation, taken);
    if (typeof found === 'boolean') return found ? 'holds' : 'fails';
    if (taken.size >= mostOpen) return 'either';
    const outcomes = [true, false].map((value) => this.expand(condition, valuation, new Map(taken).set(found, value)));
    return outcomes[0] === outcomes[1] ? outcomes[0]! : 'either';
  }

  /** Whether the condition holds; or the first open part that decides it. */
  private decide(condition: Condition, valuation: Valuation, taken: ReadonlyMap<string, boolean>): boolean | string {
    switch (condition.kind) {
      case 'flag': {
        const { flag, value } = condition;
        if (this.leftOpen.has(flag)) return taken.get(`${flag.name}=${value}`) ?? `${flag.name}=${value}`;
        return this.valueOf(valuation, flag) === value;
      }
      case 'not': {
        const inner = this.decide(condition.of, valuation, taken);
        return typeof inner === 'boolean' ? !inner : inner;
      }
      case 'and':
      case 'or': {
        const short = condition.kind === 'or';
        const left = this.decide(condition.left, valuation, taken);
        if (left === short) return short;
        const right = this.decide(condition.right, valuation, taken);
        if (right === short) return short;
        return typeof left === 'string' ? left : right;
      }
      case 'maybe':
        return taken.get(`"${condition.text}`) ?? `"${condition.text}`;
      case 'given': {
        const name = condition.names.map(({ text }) => text).join('.');
        return taken.get(name) ?? name;
      }
      case 'unknown':
        return taken.get('') ?? '';
    }
  }
}

const all = new WeakMap<Plan, Map<string, Valuations>>();

/** The valuations of a variant with no flag left open; made once, so that all its analyses number them alike. */
export const valuationsOf = (plan: Plan, variant: string): Valuations =>
  remembered(
    remembered(all, plan, () => new Map<string, Valuations>()),
    variant,
    () => new Valuations(plan, variant),
  );

/** Flags that some condition of a variant reads, in the plan's order. */
export function flagsRead(plan: Plan, variant: string): Flag[] {
  const read = new Set<Flag>();
  const visit = (condition: Condition | null): void => {
    if (condition) for (const flag of flagsIn(condition)) read.add(flag);
  };
  for (const screen of plan.screens) {
    if (!isIn(screen.only, variant)) continue;
    for (const needs of screen.needs) visit(needs.condition);
    for (const transition of screen.transitions)
      if (isIn(transition.only, variant)) for (const branch of transition.branches) visit(branch.condition);
  }
  for (const menu of plan.menus)
    if (isIn(menu.only, variant))
      for (const item of menu.items) for (const branch of item.branches) visit(branch.condition);
  for (const event of plan.events)
    if (isIn(event.only, variant)) for (const branch of event.branches) visit(branch.condition);
  return plan.flags.filter((flag) => read.has(flag));
}
