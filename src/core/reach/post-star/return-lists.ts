import { lengthened } from './numbers';

/** A caller that waits for what was pushed above a state to be popped. */
export interface Return {
  /** The head, by the numbers of its symbol and its control state. */
  readonly symbol: number;
  readonly control: number;
  /** The index of the rule that it used, and the events of that rule. */
  readonly rule: number;
  readonly cost: number;
  /** Whether the rule was a tail call: the caller's own frame is gone. */
  readonly pops: boolean;
  /**
   * The part of the table of effects for the head and the first block of control states: looked up once, asked for all
   * the time.
   */
  readonly part: number;
}

const fields = 6;

/** Marks the end of a list. */
export const nobody = -1;

/** Linked lists of returns in one table: there are many, and each is walked many times. */
export class ReturnLists {
  private numbers: Int32Array = new Int32Array(1 << 10);
  private length = 0;

  /** Adds a return at the front of a list; gives the new beginning of the list. */
  add({ symbol, control, rule, cost, pops, part }: Return, first: number): number {
    const at = this.length;
    this.length += fields;
    if (this.length > this.numbers.length) this.numbers = lengthened(this.numbers, 0);
    const { numbers } = this;
    numbers[at] = symbol;
    numbers[at + 1] = control;
    numbers[at + 2] = rule;
    numbers[at + 3] = 2 * cost + (pops ? 1 : 0);
    numbers[at + 4] = first;
    numbers[at + 5] = part;
    return at;
  }

  at(at: number): Return {
    const { numbers } = this;
    return {
      symbol: numbers[at]!,
      control: numbers[at + 1]!,
      rule: numbers[at + 2]!,
      cost: numbers[at + 3]! >> 1,
      pops: (numbers[at + 3]! & 1) === 1,
      part: numbers[at + 5]!,
    };
  }

  /** Position of the next return in the list. */
  after(at: number): number {
    return this.numbers[at + 4]!;
  }
}
