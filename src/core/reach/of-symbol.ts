import type { Control, StackSymbol } from './alphabet';
import type { Caller, Head, Instead, Onto, Place } from './automaton';
import { Effects, type EffectTiles } from './effects';
import type { PushdownRule } from './pushdown';
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
  /** At the same number, after how few events that is come to. */
  readonly soonestFrom: (number | undefined)[] = [];
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
  expanded: Pick<Head, 'rules' | 'targets' | 'pushed'> | null = null;
  private places: readonly Place[] | null = null;

  constructor(readonly id: number, readonly of: OfSymbol, readonly control: Control) {}

  get symbol(): StackSymbol {
    return this.of.symbol;
  }

  get rules(): readonly PushdownRule[] {
    return this.expanded?.rules ?? [];
  }

  get targets(): readonly Control[] {
    return this.expanded?.targets ?? [];
  }

  get pushed(): readonly (Place | null)[] {
    return this.expanded?.pushed ?? [];
  }

  get over(): readonly Place[] {
    if (this.places) return this.places;
    const { places, standing, tables } = this.of;
    const found: number[] = [];
    standing.eachInRow(this.control.number, (_number, _taps, at) => found.push(at));
    return (this.places = tables.standing.inOrder(found).map((at) => places[tables.standing.at(at).column]!));
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
  private standing: readonly Head[] | null = null;
  private calls: readonly Caller[] | null = null;

  /** @param number among those of its symbol */
  constructor(readonly id: number, readonly of: OfSymbol, readonly number: number, readonly start: Control | null, readonly above: OpenPlace | null) {}

  get symbol(): StackSymbol {
    return this.of.symbol;
  }

  get alone(): readonly (OpenPlace | undefined)[] | null {
    return this.above && this.symbol.last ? this.of.placeByControl : null;
  }

  get callers(): readonly Caller[] {
    return (this.calls ??= this.findCallers());
  }

  private findCallers(): Caller[] {
    const { returns, symbols } = this.of.tables;
    const calls: (Onto | Instead)[] = [];
    for (let at = this.firstReturn; at !== nobody; at = returns.after(at)) {
      const { symbol, control, rule, pops } = returns.at(at);
      const head = symbols[symbol]!.heads[control]!;
      calls.push({ kind: pops ? 'instead' : 'onto', head, rule: head.rules[rule]! });
    }
    return [...(this.withBeneath ?? []).map((over): Caller => ({ kind: 'with', symbol: over.symbol, over })), ...calls.reverse()];
  }

  get heads(): readonly Head[] {
    if (this.standing) return this.standing;
    const { heads, standing, tables } = this.of;
    const found: number[] = [];
    standing.eachInColumn(this.number, (_control, _taps, at) => found.push(at));
    return (this.standing = tables.standing.inOrder(found).map((at) => heads[tables.standing.at(at).row]!));
  }

  weightOf({ control }: Head): number {
    return this.of.standing.valueAt(control.number, this.number) - this.since;
  }

  /** Calls for each head that stands on it, in no order. */
  eachHead(use: (head: Head, weight: number) => void): void {
    this.of.standing.eachInColumn(this.number, (control, taps) => use(this.of.heads[control]!, taps - this.since));
  }
}
