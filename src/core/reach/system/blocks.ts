/** How things are numbered that tables hold numbers for: as they come, in blocks that stand side by side in a table. */
export class Blocks {
  /** How many numbers are in a block, and of which power of two that is. */
  readonly size: number;
  readonly log2: number;

  /** @param most how many things of a kind there will be at most; where there are many, sixteen to a block */
  constructor(most: number) {
    this.log2 = Math.min(4, Math.ceil(Math.log2(Math.max(most, 1))));
    this.size = 1 << this.log2;
  }

  /** In which block a number is. */
  of(number: number): number {
    return number >> this.log2;
  }

  /** Which offset it has there. */
  offsetOf(number: number): number {
    return number & (this.size - 1);
  }

  /** The number with a offset in a block. */
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

/** The lowest offset of a set of offsets in a block, which is not empty: the bits of a number. */
export const lowestOf = (set: number): number => 31 - Math.clz32(set & -set);
