import { type Blocks, lowestOf } from '../system';
import { Buckets } from './buckets';
import { holding, lengthened } from './numbers';
import { Tiles } from './tiles';

/** Priority queue over the cells of matrices, by the fewest events known for each. A cell that is `filled` was taken. */
export class Schedule<Of> extends Tiles<Of> {
  /** By part: cells that wait, and the bucket that the part was put into last. */
  private waiting: Uint16Array;
  private bucket: Int32Array;
  /** By the index of a cell, its position in the order of taking; null if nobody asks. */
  private turns: Int32Array | null;
  private turn = 0;
  /** By number of events, parts with cells that are due. */
  private readonly due = new Buckets<number>();

  /** @param ordered whether `inOrder` will be asked */
  constructor(blocks: Blocks, ordered: boolean) {
    super(blocks);
    this.waiting = new Uint16Array(this.room);
    this.bucket = new Int32Array(this.room).fill(noBucket);
    this.turns = ordered ? new Int32Array(this.values.length) : null;
  }

  override add(tile: Parameters<Tiles<Of>['add']>[0]): number {
    const first = super.add(tile);
    if (this.waiting.length < this.room) {
      this.waiting = lengthened(this.waiting, 0);
      this.bucket = lengthened(this.bucket, noBucket);
      if (this.turns) this.turns = lengthened(this.turns, 0);
    }
    return first;
  }

  /** Schedules a set of cells of a part after a number of events, unless they are due sooner. */
  await(part: number, set: number, taps: number): void {
    for (let left = set & ~this.filled[part]!; left !== 0; left &= left - 1) this.put(part, lowestOf(left), taps);
  }

  /** Schedules cells of a part by a part of another table: each `after` events later than its number there. */
  awaitEach(part: number, numbers: Tiles<unknown>, from: number, after: number): void {
    const { log2 } = this.blocks;
    for (let left = numbers.filled[from]! & ~this.filled[part]!; left !== 0; left &= left - 1) {
      const offset = lowestOf(left);
      this.put(part, offset, numbers.values[(from << log2) + offset]! + after);
    }
  }

  private put(part: number, offset: number, taps: number): void {
    const values = (this.values = holding(this.values, taps));
    const at = (part << this.blocks.log2) + offset;
    if (taps >= values[at]!) return;
    values[at] = taps;
    this.waiting[part]! |= 1 << offset;
    if (this.bucket[part] === taps) return;
    this.bucket[part] = taps;
    this.due.add(taps, part);
  }

  /** Parts that may have cells due after a number of events, neighbours in succession. */
  dueAfter(taps: number): Int32Array {
    const due = this.due.take(taps);
    return due ? new Int32Array(due).sort() : nothing;
  }

  /** Takes the cells of a part that are due after a number of events, as a set; empty if all were due sooner. */
  take(part: number, taps: number): number {
    const begin = part << this.blocks.log2;
    let taken = 0;
    for (let left = this.waiting[part]!; left !== 0; left &= left - 1) {
      const at = begin + lowestOf(left);
      if (this.values[at] !== taps) continue;
      if (this.turns) this.turns[at] = this.turn;
      taken |= left & -left;
    }
    this.turn++;
    this.waiting[part]! ^= taken;
    this.filled[part]! |= taken;
    if (this.bucket[part] === taps) this.bucket[part] = noBucket;
    return taken;
  }

  /** Sorts things, each with the index of a cell, by the order of taking. */
  inOrder<Thing extends { readonly at: number }>(things: Thing[]): Thing[] {
    const turns = this.turns!;
    return things.sort((a, b) => turns[a.at]! - turns[b.at]!);
  }

  /** The first number of events, from one on, after which a cell may be due; infinite if there is none. */
  nextDue(from: number): number {
    return this.due.next(from);
  }
}

const noBucket = -1;

const nothing = new Int32Array(0);
