/** The number below which a share of some numbers lies: 0.5 gives the median, 1 the largest. */
export const quantile = (numbers: readonly number[], share: number): number =>
  [...numbers].sort((a, b) => a - b)[Math.min(numbers.length - 1, Math.floor(numbers.length * share))]!;
