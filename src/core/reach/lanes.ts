import type { Place } from './automaton';

/** The heads that stand on a place, or what was popped from there. */
export type What = 'heads' | 'pops';

/**
 * One word of the control states in which something stands on a place, and of those that it was popped into; what is known of
 * them, and what is due after how many events. Lanes are numbers, and what is kept for each stands in lists by these: the
 * innermost loops of the saturation touch little else, and an object for each lane would cost more time than the work.
 */
export class Lanes {
  readonly place: Place[] = [];
  readonly word: number[] = [];
  /** After how many events the place is come to. */
  readonly since: number[] = [];
  private readonly heads = new Taken();
  private readonly pops = new Taken();

  add(place: Place, word: number, since: number): number {
    this.place.push(place);
    this.since.push(since);
    this.heads.add();
    this.pops.add();
    return this.word.push(word) - 1;
  }

  /** Puts down what is to be taken so many events after the lane's place is come to. */
  await(what: What, lane: number, weight: number, bits: number): void {
    this[what].await(lane, this.since[lane]! + weight, bits);
  }

  /** Whether anything is due after so many events, or later. */
  isDue(taps: number): boolean {
    return taps < this.heads.due.length || taps < this.pops.due.length;
  }

  /** Takes what is due after so many events and was not taken before, lane by lane. */
  take(what: What, taps: number): { readonly lane: number; readonly bits: number }[] {
    return this[what].take(taps);
  }
}

class Taken {
  /** By the number of events: lanes and bits, turn by turn. */
  readonly due: (number[] | undefined)[] = [];
  private readonly known: number[] = [];
  private readonly next: number[] = [];

  add(): void {
    this.known.push(0);
    this.next.push(0);
  }

  await(lane: number, taps: number, bits: number): void {
    if ((bits & ~this.known[lane]!) === 0) return;
    const due = this.due[taps];
    if (due) due.push(lane, bits);
    else this.due[taps] = [lane, bits];
  }

  take(taps: number): { lane: number; bits: number }[] {
    const due = this.due[taps];
    if (!due) return [];
    this.due[taps] = undefined;
    const { known, next } = this;
    const lanes: number[] = [];
    for (let at = 0; at < due.length; at += 2) {
      const lane = due[at]!;
      const fresh = due[at + 1]! & ~known[lane]!;
      if (fresh === 0) continue;
      if (next[lane] === 0) lanes.push(lane);
      next[lane]! |= fresh;
    }
    return lanes.map((lane) => {
      const bits = next[lane]!;
      known[lane]! |= bits;
      next[lane] = 0;
      return { lane, bits };
    });
  }
}
