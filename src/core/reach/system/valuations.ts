import { isIn, type Condition, type Flag, type Plan, type Step } from '../../plan/model';

/** Values of all flags that some condition reads, as one number: a mixed-radix numeral with a digit for each flag. */
export type Valuation = number;

/** A step that sets a flag. */
export type Sets = Extract<Step, { kind: 'sets' }>;

/** Outcome of a condition under one valuation; `either` if it also depends on quoted parts. */
export type TruthValue = 'holds' | 'fails' | 'either';

/** Maximum number of open parts of one condition; a condition with more counts as `either`. */
const mostOpen = 8;

/**
 * Flags that some condition of one variant reads. Other flags change no run, so control states leave them out.
 */
export class Valuations {
  readonly initial: Valuation;
  /** Number of valuations, reached or not. */
  readonly count: number;
  /** Number of conditions decided so far. */
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

  /** Whether some condition reads a flag. */
  get some(): boolean {
    return this.weight.size > 0;
  }

  valueOf(valuation: Valuation, flag: Flag): string {
    return flag.values[Math.floor(valuation / this.weight.get(flag)!) % flag.values.length]!;
  }

  /** The valuation after a step sets a flag; unchanged if no condition reads that flag. */
  set(valuation: Valuation, { flag, value }: Sets): Valuation {
    const weight = flag && this.weight.get(flag);
    if (!weight || value === null) return valuation;
    return valuation + weight * (flag.values.indexOf(value) - flag.values.indexOf(this.valueOf(valuation, flag)));
  }

  /** The valuation of given flag values. */
  of(valueOf: (flag: Flag) => string): Valuation {
    let valuation = 0;
    for (const [flag, weight] of this.weight) valuation += weight * Math.max(0, flag.values.indexOf(valueOf(flag)));
    return valuation;
  }

  /** The flag values of a valuation. */
  read(valuation: Valuation): ReadonlyMap<Flag, string> {
    return new Map([...this.weight.keys()].map((flag) => [flag, this.valueOf(valuation, flag)]));
  }

  /**
   * The truth value of a condition. Open parts (quotes, `is given`) may be true or false, but each is the same wherever
   * it stands in the condition: Shannon expansion (1938) over one open part after the other.
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

  /** Whether the condition holds; or the first open part that decides it. */
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

/** Flags that some condition of a variant reads, in the plan's order. */
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
  for (const event of plan.events)
    if (isIn(event.only, variant)) for (const branch of event.branches) visit(branch.condition);
  return plan.flags.filter((flag) => read.has(flag));
}
