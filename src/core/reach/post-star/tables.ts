import type { Blocks, Control, StackSymbol } from '../system';
import { EffectTiles, type Effects } from './effects';
import { SymbolData, HeadData, StateData } from './symbol-data';
import { ReturnLists } from './return-lists';
import { Schedule } from './schedule';

/** Storage of a saturation: tables of numbers, with the heads and states that the numbers belong to. */
export class Tables {
  /** Weights of path edges, in events. Rows are the states of a symbol, columns are control states. */
  readonly standing: Schedule<SymbolData>;
  /**
   * Fewest events from a push above a state until it is popped into a control state. Rows are states, columns control
   * states.
   */
  readonly returning: Schedule<SymbolData>;
  readonly effects: EffectTiles;
  readonly returns = new ReturnLists();
  /** By their ids. */
  readonly symbols: SymbolData[] = [];
  readonly heads: HeadData[] = [];
  readonly states: StateData[] = [];
  /** Control states of heads, in the order found. */
  readonly controls = new Set<Control>();
  private readonly byNumber: Control[] = [];

  constructor(readonly blocks: Blocks) {
    this.standing = new Schedule(blocks, true);
    this.returning = new Schedule(blocks, false);
    this.effects = new EffectTiles(blocks);
  }

  /** The control state with a number; it was given to `note` before. */
  control(number: number): Control {
    return this.byNumber[number]!;
  }

  note(control: Control): void {
    this.byNumber[control.number] = control;
  }

  /** Number of tiles: nearly all the memory. */
  get tiles(): number {
    return this.effects.count + this.standing.count + this.returning.count;
  }

  effectsOf(symbol: number, pops: boolean): Effects {
    const of = this.symbols[symbol]!;
    return pops ? of.pops : of.steps;
  }

  headOf(control: Control, symbol: StackSymbol): HeadData {
    const of = this.ofSymbol(symbol);
    let head = of.heads[control.number];
    if (!head) {
      head = new HeadData(this.heads.length, of, control);
      of.heads[control.number] = head;
      this.heads.push(head);
      this.controls.add(control);
    }
    return head;
  }

  /** The head of a control state and symbol; undefined if no run reaches it. */
  headAt({ number }: Control, { id }: StackSymbol): HeadData | undefined {
    const of = this.symbols[id];
    return of && ((of.reached[this.blocks.of(number)] ?? 0) & (1 << this.blocks.offsetOf(number))) !== 0
      ? of.heads[number]
      : undefined;
  }

  /** The lowest of the states above which a word is pushed; the word is given top first. */
  lowest(start: Control, word: readonly StackSymbol[]): StateData {
    let state = this.stateFrom(start, word[0]!);
    for (let index = 1; index < word.length; index++) state = this.stateBelow(state, word[index]!);
    return state;
  }

  /** The state beneath a symbol that was pushed in a control state. */
  stateFrom(start: Control, symbol: StackSymbol): StateData {
    const of = this.ofSymbol(symbol);
    const known = of.stateByControl[start.number];
    if (known) return known;
    this.note(start);
    return (of.stateByControl[start.number] = this.newState(of, start, null));
  }

  /** The state beneath a symbol that was pushed with others above it. */
  private stateBelow(above: StateData, symbol: StackSymbol): StateData {
    const known = above.pushedBeneath?.find((each) => each.symbol === symbol);
    if (known) return known;
    const state = this.newState(this.ofSymbol(symbol), null, above);
    if (above.pushedBeneath) above.pushedBeneath.push(state);
    else above.pushedBeneath = [state];
    return state;
  }

  private newState(of: SymbolData, start: Control | null, above: StateData | null): StateData {
    const state = new StateData(this.states.length, of, of.states.length, start, above);
    of.states.push(state);
    this.states.push(state);
    return state;
  }

  private ofSymbol(symbol: StackSymbol): SymbolData {
    return (this.symbols[symbol.id] ??= new SymbolData(symbol, this));
  }
}
