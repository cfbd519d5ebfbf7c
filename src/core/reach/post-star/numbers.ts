/** Larger than any known number: means unknown. */
export const never = 2 ** 31 - 1;

/**
 * Numbers from 0 up, narrow as long as they are small. There are millions, read in no order, so the time depends on the
 * memory that they fill.
 */
export type Numbers = Int16Array | Int32Array;

/** The largest number of a narrow array means unknown. */
const narrowNever = 2 ** 15 - 1;

/** Numbers that are all unknown. */
export const unknown = (length: number): Numbers => new Int16Array(length).fill(narrowNever);

/** The numbers in an array wide enough for `one`; the array itself if it is. */
export const holding = (numbers: Numbers, one: number): Numbers =>
  one < narrowNever || numbers instanceof Int32Array ? numbers : widened(numbers);

/** A loop, since there may be millions: `Int32Array.from` calls a function for each. */
function widened(numbers: Int16Array): Int32Array {
  const wide = new Int32Array(numbers);
  for (let at = 0; at < wide.length; at++) if (wide[at] === narrowNever) wide[at] = never;
  return wide;
}

/** The numbers in an array twice as long; the rest is unknown. */
export const longerNumbers = (numbers: Numbers): Numbers =>
  numbers instanceof Int32Array ? lengthened(numbers, never) : lengthened(numbers, narrowNever);

/** The values in an array twice as long; the rest is `fill`. */
export function lengthened<Values extends Int16Array | Uint16Array | Int32Array>(
  values: Values,
  filler: number,
): Values {
  const longer = new (values.constructor as new (length: number) => Values)(2 * values.length);
  longer.set(values);
  if (filler !== 0) longer.fill(filler, values.length);
  return longer;
}
