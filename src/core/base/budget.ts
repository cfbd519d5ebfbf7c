/**
 * How much work one check may do, in steps. Everything that a check asks for shares one budget, so that the whole is
 * bounded, however many questions there are. A step takes about 0.3 microseconds, and keeps a few bytes.
 */
export class Budget {
  private left: number;

  constructor(steps: number) {
    this.left = steps;
  }

  spend(steps: number): void {
    this.left -= steps;
  }

  /** Whether the budget is used up. Work that needs more gives up, and its answer is unknown. */
  get isSpent(): boolean {
    return this.left <= 0;
  }

  /** Spends steps, for a computation that must end as soon as the budget is used up. @throws {TooMuch} */
  need(steps: number): void {
    this.spend(steps);
    if (this.isSpent) throw new TooMuch();
  }

  get rest(): number {
    return Math.max(0, this.left);
  }
}

/** Thrown when a computation needs more steps than the budget has. The caller catches it and answers “unknown”. */
export class TooMuch extends Error {}
