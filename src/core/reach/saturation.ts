/**
 * All configurations that a pushdown system reaches, as a finite automaton, and for each transition of it the fewest events.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown automata"
 * (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha, Melski,
 * "Weighted pushdown systems" (2005). What is found is taken in the order of the fewest events with which any configuration
 * that begins with it is reached, as in Knuth's generalization of Dijkstra's algorithm (1977), so each transition is taken once.
 */
import type { Call, Derivation, Head, Instead, Onto, Place, Transition } from './automaton';
import { EffectTiles } from './effects';
import { OfSymbol, OpenHead, OpenPlace, type Tables } from './of-symbol';
import type { Control, Pushdown, PushdownRule, StackSymbol } from './pushdown';
import { nobody, ReturnLists } from './return-lists';
import { Runs } from './runs';
import { mostKnown, Schedule } from './schedule';
import { never } from './tiles';

/** How much is done between two pauses: a few milliseconds of work. */
const slice = 4_000;

/** How much is done before it is given up: two or three seconds of work. */
const mostWork = 6_000_000;

export class Saturation {
  /** All runs. */
  readonly runs = new Runs();
  /** What a cold start pushes. */
  readonly starts: Call[] = [];
  readonly heads: OpenHead[] = [];
  readonly places: OpenPlace[] = [];
  /** The control states that were come to, in the order reached. */
  readonly controls = new Set<Control>();
  private readonly byNumber: Control[] = [];
  private readonly tables: Tables;
  private readonly opened = new Set<string>();
  /** What is opened from outside once all of this many taps is done. */
  private readonly opening: { readonly on: Transition | null; readonly rules: Iterable<PushdownRule> }[] = [];
  private taps = 0;
  private work = 0;

  /** @param outside whether links and entries are opened, too, at every time */
  constructor(private readonly system: Pushdown, private readonly outside: boolean) {
    const { blocks } = system;
    this.tables = { standing: new Schedule(blocks), returning: new Schedule(blocks), effects: new EffectTiles(blocks), returns: new ReturnLists(), symbols: [] };
  }

  /** Saturates; pauses every few milliseconds, where other work may come in. */
  *run(): Generator<void, void, void> {
    const { system, tables: { standing, returning } } = this;
    for (const rule of system.coldStart()) {
      const call = this.call(null, rule, 0);
      this.starts.push(call);
      this.enter(call, null, 0);
    }
    if (this.outside) this.opening.push({ on: null, rules: system.fromOutside(system.valuations.initial, false) });
    let pauseAt = slice;
    for (; standing.reaches(this.taps) || returning.reaches(this.taps) || this.opening.length > 0; this.taps++) {
      // What goes on with an event costs nothing: more may be due at once.
      for (let more = true; more; ) {
        more = false;
        for (const schedule of [standing, returning]) {
          const due = schedule.take(this.taps);
          for (let at = 0; at < due.length; ) {
            more = true;
            at = schedule === standing ? this.takeHeads(due, at) : this.takeReturns(due, at);
            if (this.work < pauseAt) continue;
            if (this.exhausted) return;
            pauseAt = this.work + slice;
            yield;
          }
        }
      }
      // What links open is one tap away from here.
      for (const { on, rules } of this.opening.splice(0)) {
        for (const rule of rules) {
          this.enter(this.call(null, rule, 1), on, this.taps);
          if (this.work < pauseAt) continue;
          pauseAt = this.work + slice;
          yield;
        }
      }
    }
  }

  /** Whether it was given up: not all is known then. */
  get exhausted(): boolean {
    return this.work > mostWork;
  }

  /** The control states that what was pushed above a place is popped into, each with the fewest events since. */
  returnsTo(place: Place): { readonly control: Control; readonly weight: number }[] {
    const returns: { readonly control: Control; readonly weight: number }[] = [];
    this.eachReturn(place as OpenPlace, (control, weight) => returns.push({ control: this.byNumber[control]!, weight }));
    return returns;
  }

  private eachReturn(place: OpenPlace, use: (control: number, weight: number) => void): void {
    const { of, number, since } = place;
    of.returning.eachInRow(number, (control, taps) => use(control, taps - since));
  }

  /** The heads that one can become with an event or two while nothing beneath its own frame is looked at. */
  after({ control, steps, calls, symbol }: Head): Head[] {
    const after = calls.flatMap((call) => (call ? [this.headOf(call.places[0]!.start!, call.places[0]!.symbol)] : []));
    steps.eachInRow(control.number, (to) => after.push(this.headOf(this.byNumber[to]!, symbol)));
    return after;
  }

  /** A head stands on some places: what is due from `begin` on in one row. Says where the next row begins. */
  private takeHeads(due: Int32Array, begin: number): number {
    const { tables: { standing }, taps } = this;
    const { of, row, column } = standing.at(due[begin]!);
    const head = this.headOf(this.byNumber[row]!, of.symbol);
    const first = head.expanded === null;
    if (first) this.expand(head);
    const end = standing.endOfRow(due, begin);
    for (let at = begin; at < end; at++) this.goOn(of, row, column + due[at]! - due[begin]!);
    if (!first) return end;
    const transition: Transition = { head, to: of.places[column]! };
    this.runs.reach(transition, taps);
    if (!head.control.agenda && this.outside) this.openFromOutside(transition);
    // A head is found with the fewest taps first.
    for (const call of head.calls) if (call) this.enter(call, transition, taps);
    return end;
  }

  /** Puts down what a head that stands on a place from now on comes to. */
  private goOn({ steps, pops, standing, returning }: OfSymbol, control: number, place: number): void {
    const { taps, tables } = this;
    const { size } = tables.effects.blocks;
    for (let block = 0; block < steps.columnBlocks; block++) {
      const effects = steps.known(control, block);
      if (effects < 0) continue;
      this.work++;
      tables.standing.awaitEach(tables.effects, effects, mostKnown, taps, standing.index(block * size, place), size);
    }
    for (let block = 0; block < pops.columnBlocks; block++) {
      const effects = pops.known(control, block);
      if (effects < 0) continue;
      this.work++;
      tables.returning.awaitEach(tables.effects, effects, mostKnown, taps, returning.part(place, block), 1);
    }
  }

  /** What was pushed above a place is popped into some control states: what is due from `begin` on in one row. Says where the next row begins. */
  private takeReturns(due: Int32Array, begin: number): number {
    const { returning, returns, effects, symbols } = this.tables;
    const { of, row, column } = returning.at(due[begin]!);
    const place = of.places[row]!;
    const weight = this.taps - place.since;
    const end = returning.endOfRow(due, begin);
    for (let next = place.firstReturn; next !== nobody; next = returns.after(next)) {
      const { symbol, control, rule, cost, pops } = returns.at(next);
      const caller = symbols[symbol]!;
      const known = (pops ? caller.pops : caller.steps).index(control, column) - due[begin]!;
      for (let at = begin; at < end; at++) {
        // Most of it is known from another call.
        if (effects.values[known + due[at]!]! <= cost + weight) continue;
        const to = column + due[at]! - due[begin]!;
        if (pops) this.addPop(caller, control, cost + weight, to, rule);
        else this.addStep(caller, control, cost + weight, to, rule);
      }
    }
    for (const over of place.withBeneath ?? []) {
      if (over.since === never) continue;
      for (let at = begin; at < end; at++) this.uncover(over, this.byNumber[column + due[at]! - due[begin]!]!, weight);
    }
    return end;
  }

  /** Works out a head's rules. */
  private expand(head: OpenHead): void {
    const { control, symbol, of } = head;
    const rules = this.system.rules(control, symbol);
    const calls = rules.map((rule, index) => {
      const { to, word } = rule;
      const cost = rule.event ? 1 : 0;
      this.work++;
      this.byNumber[to.number] = to;
      if (word.length > 1 || (word.length === 1 && word[0] !== symbol)) return this.call(head, rule, cost, index);
      if (word.length === 0) this.addPop(of, control.number, cost, to.number, index);
      else this.addStep(of, control.number, cost, to.number, index);
      return null;
    });
    head.expanded = { rules, calls };
  }

  /** Opens links and entries: what is on the stack does not matter to them, so the first that is reached will do. */
  private openFromOutside(transition: Transition): void {
    const { control, symbol } = transition.head;
    const seen = control.seen || symbol.screen === this.system.watched;
    const key = `${control.valuation} ${seen}`;
    if (this.opened.has(key)) return;
    this.opened.add(key);
    this.opening.push({ on: transition, rules: this.system.fromOutside(control.valuation, seen) });
  }

  /** A rule that pushes, used on a head, or on an empty stack. */
  private call(head: Head | null, rule: PushdownRule, cost: number, index = 0): Call {
    const { to, word } = rule;
    const bottom = word.at(-1)!;
    const onto = head !== null && bottom === head.symbol;
    const above = onto ? word.length - 1 : word.length;
    let place = this.placeOf(to, word[0]!);
    const places = above === 1 ? place.itself : [place, ...word.slice(1, above).map((symbol) => (place = this.placeOf(place, symbol)))];
    // Nothing ever looks beneath a last frame.
    const call: Call = head && (onto || !bottom.last) ? { kind: onto ? 'onto' : 'instead', head, rule, index, cost, places } : { kind: 'anew', rule, index, cost, places };
    if (call.kind !== 'anew') this.addReturn(place, call);
    return call;
  }

  /** Comes to the places of a call, with what it pushes above the first of them. */
  private enter({ places, rule, cost }: Call, on: Transition | null, taps: number): void {
    this.work += places.length;
    for (const place of places as readonly OpenPlace[]) if (taps + cost < place.since) this.enterPlace(place, taps + cost, { kind: 'use', on, rule });
  }

  private enterPlace(place: OpenPlace, taps: number, by: Derivation): void {
    // Nothing above it has been taken yet, or it could not be come to sooner: all that there is is put down again.
    place.since = taps;
    this.runs.enter(place, taps, by);
    if (place.start) this.awaitHead(place, place.start.number, 0);
    else this.eachReturn(place.above!, (control, weight) => this.uncover(place, this.byNumber[control]!, weight));
  }

  /** Adds one more to those that are to be told of what returns from a place. */
  private addReturn(place: OpenPlace, { head: { symbol, control: { number } }, cost, index, kind }: Onto | Instead): void {
    const of = this.ofSymbol(symbol);
    const pops = kind === 'instead';
    place.firstReturn = this.tables.returns.add({ symbol: symbol.id, control: number, rule: index, cost, pops }, place.firstReturn);
    this.eachReturn(place, (to, weight) => {
      if (pops) this.addPop(of, number, cost + weight, to, index);
      else this.addStep(of, number, cost + weight, to, index);
    });
  }

  /** What was pushed together with a frame, above it, is popped. */
  private uncover(place: OpenPlace, control: Control, weight: number): void {
    this.work++;
    if (!place.alone) this.awaitHead(place, control.number, weight);
    else if ((place.of.placeByControl[control.number]?.since ?? never) > place.since + weight) this.enterPlace(this.placeOf(control, place.symbol), place.since + weight, { kind: 'alone', of: place, control, weight });
  }

  /** A head comes to a control state with its frame on top, so far after it was found itself. */
  private addStep({ steps, standing }: OfSymbol, from: number, weight: number, to: number, rule: number): void {
    this.work++;
    if (!steps.add(from, to, weight, rule)) return;
    const { taps, tables } = this;
    for (let block = 0; block < standing.columnBlocks; block++) {
      const found = standing.known(from, block);
      if (found < 0) continue;
      this.work++;
      tables.standing.awaitEach(tables.standing, found, taps, weight, standing.part(to, block), 1);
    }
  }

  /** A head comes to a control state without its frame. */
  private addPop({ pops, standing, returning }: OfSymbol, from: number, weight: number, to: number, rule: number): void {
    this.work++;
    if (!pops.add(from, to, weight, rule)) return;
    const { taps, tables } = this;
    const { size } = tables.returning.blocks;
    for (let block = 0; block < standing.columnBlocks; block++) {
      const found = standing.known(from, block);
      if (found < 0) continue;
      this.work++;
      tables.returning.awaitEach(tables.standing, found, taps, weight, returning.index(block * size, to), size);
    }
  }

  private awaitHead(place: OpenPlace, control: number, weight: number): void {
    this.tables.standing.await(place.of.standing.index(control, place.number), place.since + weight);
  }

  private ofSymbol(symbol: StackSymbol): OfSymbol {
    return (this.tables.symbols[symbol.id] ??= new OfSymbol(symbol, this.tables));
  }

  private headOf(control: Control, symbol: StackSymbol): OpenHead {
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

  /** The place below a symbol that was pushed in a control state, or above another place. */
  private placeOf(from: Control | OpenPlace, symbol: StackSymbol): OpenPlace {
    const of = this.ofSymbol(symbol);
    const above = 'callers' in from ? from : null;
    const start = 'callers' in from ? null : from;
    let place = above ? above.withBeneath?.find((each) => each.symbol === symbol) : of.placeByControl[start!.number];
    if (!place) {
      place = new OpenPlace(this.places.length, of, of.places.length, start, above);
      of.places.push(place);
      this.places.push(place);
      if (start) {
        of.placeByControl[start.number] = place;
        this.byNumber[start.number] = start;
      }
      if (above) (above.withBeneath ??= []).push(place);
    }
    return place;
  }
}
