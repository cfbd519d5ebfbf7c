import { lengthened, never, Tiles } from './tiles';

/**
 * After how many events each of many things happens soonest, as far as is known, and what is to be taken next: buckets instead of
 * a heap, since events are counted in whole numbers (Dial, "Shortest-path forest with topological ordering", CACM 1969).
 */
export class Schedule<Of> extends Tiles<Of> {
  /** In which order things were taken, at the same index as they are. */
  private turns: Int32Array = new Int32Array(1);
  /** By the number of events. */
  private readonly due: (number[] | undefined)[] = [];
  private taken = 0;

  /** Puts down that something happens after so many events, unless it does so sooner. */
  await(at: number, taps: number): void {
    if (taps >= this.values[at]!) return;
    this.values[at] = taps;
    const due = this.due[taps];
    if (due) due.push(at);
    else this.due[taps] = [at];
  }

  /**
   * The same for a block of things: each so many events after the number in the block that begins there in another table, where
   * that is not more than `most`.
   *
   * @param apart how far the things are from one another, from `at` on
   */
  awaitEach({ values: numbers, blocks: { size } }: Tiles<unknown>, begin: number, most: number, after: number, at: number, apart: number): void {
    const { values } = this;
    for (let place = 0; place < size; place++) {
      const number = numbers[begin + place]!;
      if (number <= most && number + after < values[at + place * apart]!) this.await(at + place * apart, number + after);
    }
  }

  /** Takes what happens after so many events and was not taken yet, what stands side by side in succession. */
  take(taps: number): Int32Array {
    const due = this.due[taps];
    this.due[taps] = undefined;
    if (!due) return nothing;
    let count = 0;
    // Some of it has turned out to happen sooner, and was taken then.
    for (const at of due) if (this.values[at] === taps) due[count++] = at;
    due.length = count;
    const next = new Int32Array(due).sort();
    while (this.turns.length < this.values.length) this.turns = lengthened(this.turns, 0);
    for (const at of next) this.turns[at] = this.taken++;
    return next;
  }

  /** Things that were taken, in the order in which they were. */
  inOrder(things: number[]): number[] {
    return things.sort((a, b) => this.turns[a]! - this.turns[b]!);
  }

  /** Where the first thing stands, of some in order, that is not in the same row of the same tile as the one at `from`. */
  endOfRow(things: Int32Array, from: number): number {
    const { log2 } = this.blocks;
    let end = from + 1;
    while (end < things.length && things[end]! >> log2 === things[from]! >> log2) end++;
    return end;
  }

  /** Whether anything may happen after so many events, or later. */
  reaches(taps: number): boolean {
    return taps < this.due.length;
  }
}

const nothing = new Int32Array(0);

/** More than no number that is known. */
export const mostKnown = never - 1;
