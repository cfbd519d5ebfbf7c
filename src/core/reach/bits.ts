/** Sets of things that are numbered as they come, thirty to a word: what is done to a word is done to all thirty at once. */

/** Which bit of which word stands for something. */
export interface Member {
  readonly word: number;
  readonly bit: number;
}

/** Some of the members of one word. */
export interface Bits {
  readonly word: number;
  readonly bits: number;
}

/** Which place in its word a bit has, from 0. */
export const placeInWord = (bit: number): number => 31 - Math.clz32(bit);

/** So many are small integers to every engine. */
const perWord = 30;

/** Numbers things into every second word. */
export class Members {
  private count = 0;

  constructor(private readonly firstWord: 0 | 1) {}

  next(): Member {
    const number = this.count++;
    return { word: 2 * Math.floor(number / perWord) + this.firstWord, bit: 1 << number % perWord };
  }
}

export const isIn = ({ word, bit }: Member, set: Bits): boolean => set.word === word && (set.bits & bit) !== 0;
