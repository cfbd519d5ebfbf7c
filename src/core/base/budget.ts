/**
 * How much work one check may do, in steps. Everything that a check asks for shares one budget, so that the whole is
 * bounded, however many questions there are. A step takes about 0.3 microseconds, and keeps a few bytes.
 */
export class Budget {
  private left: number;

  /** @param whole the budget that this is a part of, if any: what is spent here is spent there */
  constructor(
    steps: number,
    private readonly whole: Budget | null = null,
  ) {
    this.left = steps;
  }

  /** A part of it, of at most so many steps: for work in whose place other work can do. */
  part(steps: number): Budget {
    return new Budget(Math.min(steps, this.rest), this);
  }

  spend(steps: number): void {
    this.left -= steps;
    this.whole?.spend(steps);
  }

  /** Whether the budget is used up. Work that needs more gives up, and its answer is unknown. */
  get isSpent(): boolean {
    return this.left <= 0 || this.whole?.isSpent === true;
  }

  /** Spends steps, for a computation that must end as soon as the budget is used up. @throws {TooMuch} */
  need(steps: number): void {
    this.spend(steps);
    if (this.isSpent) throw new TooMuch();
  }

  get rest(): number {
    return Math.max(0, Math.min(this.left, this.whole?.rest ?? Infinity));
  }
}

/** Thrown when a computation needs more steps than the budget has. The caller catches it and answers “unknown”. */
export class TooMuch extends Error {}
