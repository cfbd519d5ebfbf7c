import type { Blocks, Control, StackSymbol } from '../system';
import { EffectTiles, type Effects } from './effects';
import { SymbolData, HeadData, StateData } from './symbol-data';
import { ReturnLists } from './return-lists';
import { Schedule } from './schedule';

/** What the saturation knows: tables of numbers, and the heads and states that the numbers are about, each made when it is asked for first. */
export class Tables {
  /** After how few events a head stands on a state: the path edges. Rows are the states of a symbol, columns control states. */
  readonly standing: Schedule<SymbolData>;
  /** After how few events what was pushed above a state is popped into a control state, by the same rows and columns. */
  readonly returning: Schedule<SymbolData>;
  readonly effects: EffectTiles;
  readonly returns = new ReturnLists();
  /** By their numbers. */
  readonly symbols: SymbolData[] = [];
  readonly heads: HeadData[] = [];
  readonly states: StateData[] = [];
  /** In the order in which they were met. */
  readonly controls = new Set<Control>();
  private readonly byNumber: Control[] = [];

  constructor(readonly blocks: Blocks) {
    this.standing = new Schedule(blocks, true);
    this.returning = new Schedule(blocks, false);
    this.effects = new EffectTiles(blocks);
  }

  /** The control state with a number, of those that were given to `note`. */
  control(number: number): Control {
    return this.byNumber[number]!;
  }

  note(control: Control): void {
    this.byNumber[control.number] = control;
  }

  /** How many tiles there are: nearly all the memory that is taken. */
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

  /** The lowest of the states above which a word is pushed, its top first. */
  lowest(start: Control, word: readonly StackSymbol[]): StateData {
    let state = this.stateFrom(start, word[0]!);
    for (let index = 1; index < word.length; index++) state = this.stateBelow(state, word[index]!);
    return state;
  }

  /** The state below a symbol that was pushed in a control state. */
  stateFrom(start: Control, symbol: StackSymbol): StateData {
    const of = this.ofSymbol(symbol);
    const known = of.stateByControl[start.number];
    if (known) return known;
    this.note(start);
    return (of.stateByControl[start.number] = this.newState(of, start, null));
  }

  /** The state below a symbol that was pushed together with others, onto which those are. */
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
