/** Splits consecutive numbers into blocks of equal size, up to 16. A set within a block is the bits of one number. */
export class Blocks {
  /** Numbers in a block, and the logarithm of that to base 2. */
  readonly size: number;
  readonly log2: number;

  /** @param most the most things that will be numbered */
  constructor(most: number) {
    this.log2 = Math.min(4, Math.ceil(Math.log2(Math.max(most, 1))));
    this.size = 1 << this.log2;
  }

  /** The block of a number. */
  of(number: number): number {
    return number >> this.log2;
  }

  /** The offset of a number in its block. */
  offsetOf(number: number): number {
    return number & (this.size - 1);
  }

  /** The number at an offset of a block. */
  number(block: number, offset: number): number {
    return (block << this.log2) + offset;
  }
}

/** Numbers things into every second block. */
export class Numbering {
  private count = 0;

  constructor(
    private readonly blocks: Blocks,
    private readonly firstBlock: 0 | 1,
  ) {}

  next(): number {
    const { blocks } = this;
    const number = this.count++;
    return blocks.number(2 * blocks.of(number) + this.firstBlock, blocks.offsetOf(number));
  }
}

/** The lowest offset in a set of offsets, given as bits. The set is not empty. */
export const lowestOf = (set: number): number => 31 - Math.clz32(set & -set);
