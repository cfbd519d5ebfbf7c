import type { Call, Caller, Head, Instead, Onto, Place } from './automaton';
import { Effects, type EffectTiles } from './effects';
import type { Control, PushdownRule, StackSymbol } from './pushdown';
import { nobody, type ReturnLists } from './return-lists';
import type { Schedule } from './schedule';
import { Matrix, never } from './tiles';

/** What the saturation knows, in tables of numbers. */
export interface Tables {
  /** After how few events a head of a symbol, by the number of its control state, stands on a place of that: the path edges. */
  readonly standing: Schedule<OfSymbol>;
  /** After how few events what was pushed above a place is popped into a control state. */
  readonly returning: Schedule<OfSymbol>;
  readonly effects: EffectTiles;
  readonly returns: ReturnLists;
  /** By their numbers. */
  readonly symbols: OfSymbol[];
}

/** What is known of one symbol. */
export class OfSymbol {
  /** By the numbers of their control states. */
  readonly heads: (OpenHead | undefined)[] = [];
  readonly places: OpenPlace[] = [];
  /** By the number of the control state in which something was pushed onto them. */
  readonly placeByControl: (OpenPlace | undefined)[] = [];
  readonly standing: Matrix<OfSymbol>;
  readonly returning: Matrix<OfSymbol>;
  readonly steps: Effects;
  readonly pops: Effects;

  constructor(readonly symbol: StackSymbol, readonly tables: Tables) {
    this.standing = new Matrix(tables.standing, this);
    this.returning = new Matrix(tables.returning, this);
    this.steps = new Effects(tables.effects);
    this.pops = new Effects(tables.effects);
  }
}

export class OpenHead implements Head {
  /** Null as long as it was not reached. */
  expanded: { readonly rules: readonly PushdownRule[]; readonly calls: readonly (Call | null)[] } | null = null;

  private places: readonly Place[] | null = null;

  constructor(readonly id: number, readonly of: OfSymbol, readonly control: Control) {}

  get symbol(): StackSymbol {
    return this.of.symbol;
  }

  get rules(): readonly PushdownRule[] {
    return this.expanded?.rules ?? [];
  }

  get calls(): readonly (Call | null)[] {
    return this.expanded?.calls ?? [];
  }

  get over(): readonly Place[] {
    if (this.places) return this.places;
    const { places, standing, tables } = this.of;
    const found: { readonly place: Place; readonly turn: number }[] = [];
    standing.eachInRow(this.control.number, (number, _taps, at) => found.push({ place: places[number]!, turn: tables.standing.turns[at]! }));
    return (this.places = found.sort((a, b) => a.turn - b.turn).map(({ place }) => place));
  }

  get steps(): Effects {
    return this.of.steps;
  }

  get pops(): Effects {
    return this.of.pops;
  }
}

export class OpenPlace implements Place {
  /** What was pushed together with it, beneath. */
  withBeneath: OpenPlace[] | null = null;
  /** The first of those that called for what was pushed above it. */
  firstReturn = nobody;
  /** After how many events it is come to soonest. */
  since = never;
  /** A list of nothing else. */
  readonly itself: readonly OpenPlace[] = [this];
  private standing: readonly Head[] | null = null;

  /** @param number among those of its symbol */
  constructor(readonly id: number, readonly of: OfSymbol, readonly number: number, readonly start: Control | null, readonly above: OpenPlace | null) {}

  get symbol(): StackSymbol {
    return this.of.symbol;
  }

  get alone(): readonly (OpenPlace | undefined)[] | null {
    return this.above && this.symbol.last ? this.of.placeByControl : null;
  }

  get callers(): Caller[] {
    const { returns, symbols } = this.of.tables;
    const calls: (Onto | Instead)[] = [];
    for (let at = this.firstReturn; at !== nobody; at = returns.after(at)) {
      const { symbol, control, rule } = returns.at(at);
      calls.push(symbols[symbol]!.heads[control]!.calls[rule] as Onto | Instead);
    }
    return [...(this.withBeneath ?? []).map((over): Caller => ({ kind: 'with', symbol: over.symbol, over })), ...calls.reverse()];
  }

  get heads(): readonly Head[] {
    if (this.standing) return this.standing;
    const { heads, standing, tables } = this.of;
    const found: { readonly head: Head; readonly turn: number }[] = [];
    standing.eachInColumn(this.number, (control, _taps, at) => found.push({ head: heads[control]!, turn: tables.standing.turns[at]! }));
    return (this.standing = found.sort((a, b) => a.turn - b.turn).map(({ head }) => head));
  }

  weightOf({ control }: Head): number {
    return this.of.standing.valueAt(control.number, this.number) - this.since;
  }

  /** Calls for each head that stands on it, in no order. */
  eachHead(use: (head: Head, weight: number) => void): void {
    this.of.standing.eachInColumn(this.number, (control, taps) => use(this.of.heads[control]!, taps - this.since));
  }
}
