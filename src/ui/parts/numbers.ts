/** Formats numbers for readers: `2,086`. */
export const number = new Intl.NumberFormat('en');

/** A number with its noun: `1 tap`, `3 taps`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${number.format(count)} ${count === 1 ? one : many}`;
