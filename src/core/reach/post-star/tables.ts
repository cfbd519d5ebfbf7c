import type { Blocks, Control, StackSymbol } from '../system';
import { EffectTiles, type Effects } from './effects';
import { OfSymbol, OpenHead, OpenPlace } from './of-symbol';
import { ReturnLists } from './return-lists';
import { Schedule } from './schedule';

/** What the saturation knows: tables of numbers, and the heads and places that the numbers are about, each made when it is asked for first. */
export class Tables {
  /** After how few events a head stands on a place: the path edges. Rows are the places of a symbol, columns control states. */
  readonly standing: Schedule<OfSymbol>;
  /** After how few events what was pushed above a place is popped into a control state, by the same rows and columns. */
  readonly returning: Schedule<OfSymbol>;
  readonly effects: EffectTiles;
  readonly returns = new ReturnLists();
  /** By their numbers. */
  readonly symbols: OfSymbol[] = [];
  readonly heads: OpenHead[] = [];
  readonly places: OpenPlace[] = [];
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

  headOf(control: Control, symbol: StackSymbol): OpenHead {
    const of = this.ofSymbol(symbol);
    let head = of.heads[control.number];
    if (!head) {
      head = new OpenHead(this.heads.length, of, control);
      of.heads[control.number] = head;
      this.heads.push(head);
      this.controls.add(control);
    }
    return head;
  }

  /** The lowest of the places above which a word is pushed, its top first. */
  lowest(start: Control, word: readonly StackSymbol[]): OpenPlace {
    let place = this.placeFrom(start, word[0]!);
    for (let index = 1; index < word.length; index++) place = this.placeBelow(place, word[index]!);
    return place;
  }

  /** The place below a symbol that was pushed in a control state. */
  placeFrom(start: Control, symbol: StackSymbol): OpenPlace {
    const of = this.ofSymbol(symbol);
    const known = of.placeByControl[start.number];
    if (known) return known;
    this.note(start);
    return (of.placeByControl[start.number] = this.newPlace(of, start, null));
  }

  /** The place below a symbol that was pushed together with others, onto which those are. */
  private placeBelow(above: OpenPlace, symbol: StackSymbol): OpenPlace {
    const known = above.withBeneath?.find((each) => each.symbol === symbol);
    if (known) return known;
    const place = this.newPlace(this.ofSymbol(symbol), null, above);
    if (above.withBeneath) above.withBeneath.push(place);
    else above.withBeneath = [place];
    return place;
  }

  private newPlace(of: OfSymbol, start: Control | null, above: OpenPlace | null): OpenPlace {
    const place = new OpenPlace(this.places.length, of, of.places.length, start, above);
    of.places.push(place);
    this.places.push(place);
    return place;
  }

  private ofSymbol(symbol: StackSymbol): OfSymbol {
    return (this.symbols[symbol.id] ??= new OfSymbol(symbol, this));
  }
}
