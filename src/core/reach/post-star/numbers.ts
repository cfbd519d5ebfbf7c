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
export function holding(numbers: Numbers, one: number): Numbers {
  return one < narrowNever || numbers instanceof Int32Array
    ? numbers
    : Int32Array.from(numbers, (each) => (each === narrowNever ? never : each));
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
