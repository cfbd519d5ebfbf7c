/** Stands where nothing is known: more than anything that is. */
export const never = 2 ** 31 - 1;

/**
 * Numbers from 0 up, narrow as long as they are small. There are millions, looked up all over: how long that takes is how much
 * memory they fill.
 */
export type Numbers = Int16Array | Int32Array;

/** The largest number of a narrow array stands where nothing is known. */
const narrowNever = 2 ** 15 - 1;

/** So many places, at all of which nothing is known. */
export const unknown = (length: number): Numbers => new Int16Array(length).fill(narrowNever);

/** The same numbers, in an array that can hold one more. */
export function holding(numbers: Numbers, one: number): Numbers {
  return one < narrowNever || numbers instanceof Int32Array
    ? numbers
    : Int32Array.from(numbers, (each) => (each === narrowNever ? never : each));
}

/** The same numbers, and room for as many more: places at which nothing is known. */
export const longerNumbers = (numbers: Numbers): Numbers =>
  numbers instanceof Int32Array ? lengthened(numbers, never) : lengthened(numbers, narrowNever);

/** The same values, and room for as many more. */
export function lengthened<Values extends Int16Array | Uint16Array | Int32Array>(
  values: Values,
  filler: number,
): Values {
  const longer = new (values.constructor as new (length: number) => Values)(2 * values.length);
  longer.set(values);
  if (filler !== 0) longer.fill(filler, values.length);
  return longer;
}
