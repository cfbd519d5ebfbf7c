import { isIn, type Condition, type Flag, type Plan, type Step } from '../../plan/model';

/** The values of the flags that conditions read, as one number: a mixed-radix numeral with a digit for each flag. */
export type Valuation = number;

/** A step that sets a flag. */
export type Sets = Extract<Step, { kind: 'sets' }>;

/** What a condition can turn out to be. */
export type TruthValue = 'holds' | 'fails' | 'either';

/** How many parts of one condition may be open; beyond, it counts as open as a whole. */
const mostOpen = 8;

/**
 * The flags that matter in one variant: those that some condition there reads. What the others are can change no run, so
 * they are left out of the control states.
 */
export class Valuations {
  readonly initial: Valuation;
  /** How many there are, reached or not. */
  readonly count: number;
  /** How often a condition was decided. */
  decided = 0;
  private readonly weight = new Map<Flag, number>();

  constructor(plan: Plan, variant: string) {
    let weight = 1;
    let initial = 0;
    for (const flag of flagsRead(plan, variant)) {
      this.weight.set(flag, weight);
      initial += weight * Math.max(0, flag.values.indexOf(flag.initial));
      weight *= Math.max(1, flag.values.length);
    }
    this.initial = initial;
    this.count = weight;
  }

  /** Whether any flag matters. */
  get some(): boolean {
    return this.weight.size > 0;
  }

  valueOf(valuation: Valuation, flag: Flag): string {
    return flag.values[Math.floor(valuation / this.weight.get(flag)!) % flag.values.length]!;
  }

  /** The valuation after a step sets a flag; the same where the flag does not matter. */
  set(valuation: Valuation, { flag, value }: Sets): Valuation {
    const weight = flag && this.weight.get(flag);
    if (!weight || value === null) return valuation;
    return valuation + weight * (flag.values.indexOf(value) - flag.values.indexOf(this.valueOf(valuation, flag)));
  }

  /** The valuation in which each flag that matters has its value. */
  of(valueOf: (flag: Flag) => string): Valuation {
    let valuation = 0;
    for (const [flag, weight] of this.weight) valuation += weight * Math.max(0, flag.values.indexOf(valueOf(flag)));
    return valuation;
  }

  /** The values of all flags that matter, as a walk would have to find them. */
  read(valuation: Valuation): ReadonlyMap<Flag, string> {
    return new Map([...this.weight.keys()].map((flag) => [flag, this.valueOf(valuation, flag)]));
  }

  /**
   * What a condition can turn out to be. Flags are exact; each open part (in quotes, or whether a value is given) is taken both
   * ways, alike wherever it stands in the condition, by expansion on one part after the other (Shannon 1938).
   */
  outcome(condition: Condition, valuation: Valuation): TruthValue {
    this.decided++;
    return this.expand(condition, valuation, new Map());
  }

  private expand(condition: Condition, valuation: Valuation, taken: Map<string, boolean>): TruthValue {
    const found = this.decide(condition, valuation, taken);
    if (typeof found === 'boolean') return found ? 'holds' : 'fails';
    if (taken.size >= mostOpen) return 'either';
    const outcomes = [true, false].map((value) => this.expand(condition, valuation, new Map(taken).set(found, value)));
    return outcomes[0] === outcomes[1] ? outcomes[0]! : 'either';
  }

  /** Whether it holds, or the first open part on which that depends. */
  private decide(condition: Condition, valuation: Valuation, taken: ReadonlyMap<string, boolean>): boolean | string {
    switch (condition.kind) {
      case 'flag':
        return this.valueOf(valuation, condition.flag) === condition.value;
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

/** The flags that some condition of a variant reads, in the plan's order. */
function flagsRead(plan: Plan, variant: string): Flag[] {
  const read = new Set<Flag>();
  const visit = (condition: Condition | null): void => {
    if (!condition) return;
    if (condition.kind === 'flag') read.add(condition.flag);
    else if (condition.kind === 'not') visit(condition.of);
    else if (condition.kind === 'and' || condition.kind === 'or') {
      visit(condition.left);
      visit(condition.right);
    }
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
  return plan.flags.filter((flag) => read.has(flag));
}
