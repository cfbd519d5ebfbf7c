/**
 * Pseudo-random numbers from a known seed, so that a round can be repeated (a linear congruential generator, Knuth,
 * TAOCP 3.3.4).
 */
export class Chance {
  private state: number;

  constructor(readonly seed: number) {
    this.state = seed % 2147483648;
  }

  /** A whole number from 0 on, below another. */
  below(most: number): number {
    this.state = (this.state * 1103515245 + 12345) % 2147483648;
    return Math.floor((this.state / 2147483648) * most);
  }

  of<T>(all: readonly T[]): T {
    return all[this.below(all.length)]!;
  }
}

/** Number of rounds and seed from the command line. */
export function asked(rounds: number): { readonly rounds: number; readonly chance: Chance } {
  const [many = rounds, seed = Date.now() % 1_000_000] = process.argv.slice(2).map(Number);
  console.log(`${many} rounds, seed ${seed}`);
  return { rounds: many, chance: new Chance(seed) };
}
