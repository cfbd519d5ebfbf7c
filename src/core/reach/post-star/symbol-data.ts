import { type Control, lowestOf, type PushdownRule, type StackSymbol } from '../system';
import type { Caller, Head, TailCall, PushCall, State } from './automaton';
import { Effects, type EffectTiles } from './effects';
import type { HeadSet } from './head-set';
import { nobody, type ReturnLists } from './return-lists';
import type { Schedule } from './schedule';
import { never } from './numbers';
import { Matrix } from './tiles';

/** Tables with the numbers of symbols, heads and states. */
interface NumberTables {
  readonly standing: Schedule<SymbolData>;
  readonly returning: Schedule<SymbolData>;
  readonly effects: EffectTiles;
  readonly returns: ReturnLists;
  /** By their ids. */
  readonly symbols: readonly SymbolData[];
}

/** Heads, states and matrices of one symbol. */
export class SymbolData {
  /** By the number of the control state. */
  readonly heads: (HeadData | undefined)[] = [];
  readonly states: StateData[] = [];
  /** By the number of the control state in which the symbol was pushed. */
  readonly stateByControl: (StateData | undefined)[] = [];
  /** By block: control states whose heads have been reached. */
  readonly reached: (number | undefined)[] = [];
  /** By block, for a last frame: control states in which it has been uncovered. */
  readonly begun: (number | undefined)[] = [];
  readonly standing: Matrix<SymbolData, Schedule<SymbolData>>;
  readonly returning: Matrix<SymbolData, Schedule<SymbolData>>;
  readonly steps: Effects;
  readonly pops: Effects;

  constructor(
    readonly symbol: StackSymbol,
    readonly tables: NumberTables,
  ) {
    this.standing = new Matrix<SymbolData, Schedule<SymbolData>>(tables.standing, this);
    this.returning = new Matrix<SymbolData, Schedule<SymbolData>>(tables.returning, this);
    this.steps = new Effects(tables.effects);
    this.pops = new Effects(tables.effects);
  }
}

export class HeadData implements Head {
  // Empty until the head is reached.
  rules: readonly PushdownRule[] = none;
  pushed: readonly (StateData | null)[] = none;
  private statesInOrder: readonly State[] | null = null;

  constructor(
    readonly id: number,
    readonly of: SymbolData,
    readonly control: Control,
  ) {}

  get symbol(): StackSymbol {
    return this.of.symbol;
  }

  get states(): readonly State[] {
    if (this.statesInOrder) return this.statesInOrder;
    const { states, standing } = this.of;
    const found: { readonly state: State; readonly at: number }[] = [];
    standing.eachInColumn(this.control.number, (number, _taps, at) => found.push({ state: states[number]!, at }));
    return (this.statesInOrder = standing.tiles.inOrder(found).map(({ state }) => state));
  }

  get steps(): Effects {
    return this.of.steps;
  }

  get pops(): Effects {
    return this.of.pops;
  }
}

const none: readonly never[] = [];

export class StateData implements State {
  /** States of the symbols that were pushed with this one, beneath. */
  pushedBeneath: StateData[] | null = null;
  /** Offset in `ReturnLists` of the list of its callers. */
  firstReturn = nobody;
  /** Fewest events to this state. */
  since = never;
  /** Whether it is the state of a last frame that was pushed with frames above. */
  readonly standsAlone: boolean;
  private standing: readonly Head[] | null = null;
  private calls: readonly Caller[] | null = null;

  /** @param number index among the states of its symbol */
  constructor(
    readonly id: number,
    readonly of: SymbolData,
    readonly number: number,
    readonly start: Control | null,
    readonly above: StateData | null,
  ) {
    this.standsAlone = above !== null && of.symbol.last;
  }

  get symbol(): StackSymbol {
    return this.of.symbol;
  }

  get uncovered(): readonly (StateData | undefined)[] | null {
    return this.standsAlone ? this.of.stateByControl : null;
  }

  get callers(): readonly Caller[] {
    return (this.calls ??= this.findCallers());
  }

  private findCallers(): Caller[] {
    const { returns, symbols } = this.of.tables;
    const calls: (PushCall | TailCall)[] = [];
    for (let at = this.firstReturn; at !== nobody; at = returns.after(at)) {
      const { symbol, control, rule, pops } = returns.at(at);
      const head = symbols[symbol]!.heads[control]!;
      calls.push({ kind: pops ? 'tail-call' : 'push', head, rule: head.rules[rule]! });
    }
    return [
      ...(this.pushedBeneath ?? []).map((over): Caller => ({ kind: 'pushed-with', symbol: over.symbol, to: over })),
      ...calls.reverse(),
    ];
  }

  get heads(): readonly Head[] {
    if (this.standing) return this.standing;
    const { heads, standing } = this.of;
    const found: { readonly head: Head; readonly at: number }[] = [];
    standing.eachInRow(this.number, (control, _taps, at) => found.push({ head: heads[control]!, at }));
    return (this.standing = standing.tiles.inOrder(found).map(({ head }) => head));
  }

  /** Calls `use` with each set of control states, in a block, into which a symbol pushed above it is popped. */
  eachReturn(use: (block: number, set: number, weight: number) => void): void {
    const { returning } = this.of;
    const { blocks } = returning.tiles;
    returning.eachInRow(this.number, (control, taps) =>
      use(blocks.of(control), 1 << blocks.offsetOf(control), taps - this.since),
    );
  }

  weightOf({ control }: Head): number {
    const { standing } = this.of;
    return standing.tiles.values[standing.indexOf(this.number, control.number)]! - this.since;
  }

  /** Calls `use` with each head that stands on it, in any order, without those in `except`. */
  eachHead(except: HeadSet, use: (head: Head, weight: number) => void): void {
    const { heads, standing, symbol } = this.of;
    const { filled, values, blocks } = standing.tiles;
    for (const block of standing.columnsOf(blocks.of(this.number))) {
      const part = standing.known(this.number, block);
      for (let left = filled[part]! & ~except.ofSymbol(symbol, block); left !== 0; left &= left - 1) {
        use(heads[blocks.number(block, lowestOf(left))]!, values[(part << blocks.log2) + lowestOf(left)]! - this.since);
      }
    }
  }
}
