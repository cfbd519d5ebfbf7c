import type { Blocks, Control, StackSymbol } from '../system';

/** A set of heads: of each symbol the control states, in blocks, as bits. */
export class HeadSet {
  private readonly bySymbol: (number | undefined)[][] = [];

  constructor(private readonly blocks: Blocks) {}

  add({ symbol, control: { number } }: { readonly symbol: StackSymbol; readonly control: Control }): void {
    const sets = (this.bySymbol[symbol.id] ??= []);
    const block = this.blocks.of(number);
    sets[block] = (sets[block] ?? 0) | (1 << this.blocks.offsetOf(number));
  }

  /** The control states in one block. */
  ofSymbol({ id }: StackSymbol, block: number): number {
    return this.bySymbol[id]?.[block] ?? 0;
  }
}
