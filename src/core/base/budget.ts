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

  /** Whether nothing is left: whoever asks for more gives up, and says that the answer is not known. */
  get isSpent(): boolean {
    return this.left <= 0;
  }

  /** Spends, where a computation is to end as soon as nothing is left. @throws {TooMuch} */
  need(steps: number): void {
    this.spend(steps);
    if (this.isSpent) throw new TooMuch();
  }

  get rest(): number {
    return Math.max(0, this.left);
  }
}

/**
 * Thrown where something takes more steps than it may: whoever asked catches it, and says that the answer is not known.
 */
export class TooMuch extends Error {}
