/**
 * All configurations that a pushdown system reaches, as a finite automaton, and for each transition of it the fewest events.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown automata"
 * (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha, Melski,
 * "Weighted pushdown systems" (2005). What is found is taken in the order of the fewest events with which any configuration
 * that begins with it is reached, as in Knuth's generalization of Dijkstra's algorithm (1977), so each transition is taken once.
 */
import type { Control, StackSymbol } from './alphabet';
import { costOf, placesUpFrom, type Derivation, type Head, type Place, type Transition } from './automaton';
import { EffectTiles, type Effects } from './effects';
import { OfSymbol, OpenHead, OpenPlace, type Tables } from './of-symbol';
import type { Pushdown, PushdownRule } from './pushdown';
import { nobody, ReturnLists, type Return } from './return-lists';
import { Runs } from './runs';
import { mostKnown, Schedule } from './schedule';
import { never } from './tiles';
import type { Valuation } from './valuations';

/** How much is done between two pauses: a few milliseconds of work. */
const slice = 4_000;

/** How much is done before it is given up: two or three seconds of work. */
const mostWork = 6_000_000;

export class Saturation {
  /** All runs. */
  readonly runs = new Runs();
  /** What a cold start pushes, and above which place. */
  readonly starts: { readonly lowest: Place; readonly rule: PushdownRule }[] = [];
  readonly heads: OpenHead[] = [];
  readonly places: OpenPlace[] = [];
  /** The control states that were come to, in the order reached. */
  readonly controls = new Set<Control>();
  private readonly byNumber: Control[] = [];
  private readonly tables: Tables;
  private readonly opened = new Set<string>();
  /** What is opened from outside once all of this many taps is done. */
  private readonly opening: { readonly on: Transition | null; readonly valuation: Valuation; readonly seen: boolean }[] = [];
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
      const lowest = this.above(system.target(rule, system.valuations.initial, false), rule.word);
      this.starts.push({ lowest, rule });
      this.enter(lowest, rule, null, 0);
    }
    if (this.outside) this.opening.push({ on: null, valuation: system.valuations.initial, seen: false });
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
      for (const { on, valuation, seen } of this.opening.splice(0)) {
        for (const rule of system.fromOutside(valuation)) {
          this.enter(this.above(system.target(rule, valuation, seen), rule.word), rule, on, this.taps + 1);
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

  /** Calls for each head that one can become with an event or two while nothing beneath its own frame is looked at. */
  eachAfter({ control, steps, rules, targets, pushed, symbol }: Head, use: (head: Head) => void): void {
    for (let index = 0; index < rules.length; index++) if (pushed[index]) use(this.headOf(targets[index]!, rules[index]!.word[0]!));
    steps.eachInRow(control.number, (to) => use(this.headOf(this.byNumber[to]!, symbol)));
  }

  /** Calls for each control state into which a head's frame is popped. */
  eachPop({ control, pops }: Head, use: (control: Control) => void): void {
    pops.eachInRow(control.number, (to) => use(this.byNumber[to]!));
  }

  /** The head that some run comes to with this control state and symbol; undefined where none does. */
  headAt({ number }: Control, { id }: StackSymbol): Head | undefined {
    const head = this.tables.symbols[id]?.heads[number];
    return head?.expanded ? head : undefined;
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
    const { rules, pushed } = head.expanded!;
    for (let index = 0; index < rules.length; index++) if (pushed[index]) this.enter(pushed[index] as OpenPlace, rules[index]!, transition, taps + costOf(rules[index]!));
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
    const { blocks } = effects;
    const inFirst = blocks.of(column) === 0;
    for (let next = place.firstReturn; next !== nobody; next = returns.after(next)) {
      const { symbol, control, rule, cost, pops, row } = returns.at(next);
      const known = (inFirst ? row + column : this.effectsOf(symbol, pops).index(control, column)) - due[begin]!;
      for (let at = begin; at < end; at++) {
        // Most of it is known from another call.
        if (!effects.improve(known + due[at]!, cost + weight, rule)) continue;
        const to = column + due[at]! - due[begin]!;
        if (pops) this.spreadPop(symbols[symbol]!, control, cost + weight, to);
        else this.spreadStep(symbols[symbol]!, control, cost + weight, to);
      }
    }
    if (place.withBeneath) {
      for (const over of place.withBeneath) {
        if (over.since === never) continue;
        for (let at = begin; at < end; at++) this.uncover(over, column + due[at]! - due[begin]!, weight);
      }
    }
    return end;
  }

  /** Works out a head's rules. */
  private expand(head: OpenHead): void {
    const { system } = this;
    const { control, symbol, of } = head;
    const rules = system.rules(control, symbol);
    const seen = system.hasSeen(control, symbol);
    const targets: Control[] = [];
    const pushed: (OpenPlace | null)[] = [];
    for (let index = 0; index < rules.length; index++) {
      const rule = rules[index]!;
      const to = system.target(rule, control.valuation, seen);
      this.byNumber[to.number] = to;
      targets.push(to);
      pushed.push(this.use(of, control, rule, index, to));
    }
    head.expanded = { rules, targets, pushed };
  }

  /** Opens links and entries: what is on the stack does not matter to them, so the first that is reached will do. */
  private openFromOutside(transition: Transition): void {
    const { control, symbol } = transition.head;
    const seen = this.system.hasSeen(control, symbol);
    const key = `${control.valuation} ${seen}`;
    if (this.opened.has(key)) return;
    this.opened.add(key);
    this.opening.push({ on: transition, valuation: control.valuation, seen });
  }

  /** Puts down what a rule of a head does; says above which place it pushes something, if it does. */
  private use(of: OfSymbol, { number }: Control, rule: PushdownRule, index: number, to: Control): OpenPlace | null {
    const { word } = rule;
    const cost = costOf(rule);
    this.work++;
    if (word.length === 0) {
      this.addPop(of, number, cost, to.number, index);
      return null;
    }
    const bottom = word.at(-1)!;
    const onto = bottom === of.symbol;
    if (onto && word.length === 1) {
      this.addStep(of, number, cost, to.number, index);
      return null;
    }
    const lowest = this.above(to, onto ? word.slice(0, -1) : word);
    // Nothing ever looks beneath a last frame.
    if (onto || !bottom.last) this.addReturn(lowest, { symbol: of.symbol.id, control: number, rule: index, cost, pops: !onto, row: (onto ? of.steps : of.pops).part(number, 0) });
    return lowest;
  }

  /** The lowest of the places above which a word is pushed. */
  private above(to: Control, word: readonly StackSymbol[]): OpenPlace {
    let place = this.placeOf(to, word[0]!);
    for (let index = 1; index < word.length; index++) place = this.placeOf(place, word[index]!);
    return place;
  }

  /** Comes to a place, and to those above it, with what a rule pushes there. */
  private enter(lowest: OpenPlace, rule: PushdownRule, on: Transition | null, taps: number): void {
    this.work++;
    if (!lowest.above) {
      if (taps < lowest.since) this.enterPlace(lowest, taps, { kind: 'use', on, rule });
      return;
    }
    for (const place of placesUpFrom(lowest) as OpenPlace[]) if (taps < place.since) this.enterPlace(place, taps, { kind: 'use', on, rule });
  }

  private enterPlace(place: OpenPlace, taps: number, by: Derivation): void {
    // Nothing above it has been taken yet, or it could not be come to sooner: all that there is is put down again.
    place.since = taps;
    this.runs.enter(place, taps, by);
    if (place.start) {
      place.of.soonestFrom[place.start.number] = taps;
      this.awaitHead(place, place.start.number, 0);
    } else this.eachReturn(place.above!, (control, weight) => this.uncover(place, control, weight));
  }

  /** Adds one more to those that are to be told of what returns from a place. */
  private addReturn(place: OpenPlace, to: Return): void {
    place.firstReturn = this.tables.returns.add(to, place.firstReturn);
    const { symbol, control, rule, cost, pops } = to;
    const of = this.tables.symbols[symbol]!;
    this.eachReturn(place, (popped, weight) => {
      if (pops) this.addPop(of, control, cost + weight, popped, rule);
      else this.addStep(of, control, cost + weight, popped, rule);
    });
  }

  /** What was pushed together with a frame, above it, is popped. */
  private uncover(place: OpenPlace, control: number, weight: number): void {
    this.work++;
    if (!place.alone) {
      this.awaitHead(place, control, weight);
      return;
    }
    const taps = place.since + weight;
    if (taps >= (place.of.soonestFrom[control] ?? never)) return;
    const to = this.byNumber[control]!;
    this.enterPlace(this.placeOf(to, place.symbol), taps, { kind: 'alone', of: place, control: to, weight });
  }

  /** A head comes to a control state with its frame on top, so far after it was found itself. */
  private addStep(of: OfSymbol, from: number, weight: number, to: number, rule: number): void {
    if (this.tables.effects.improve(of.steps.index(from, to), weight, rule)) this.spreadStep(of, from, weight, to);
  }

  /** Wherever the head stands, it comes to that. */
  private spreadStep({ standing }: OfSymbol, from: number, weight: number, to: number): void {
    const { taps, tables } = this;
    this.work++;
    for (let block = 0; block < standing.columnBlocks; block++) {
      const found = standing.known(from, block);
      if (found < 0) continue;
      this.work++;
      tables.standing.awaitEach(tables.standing, found, taps, weight, standing.part(to, block), 1);
    }
  }

  /** A head comes to a control state without its frame. */
  private addPop(of: OfSymbol, from: number, weight: number, to: number, rule: number): void {
    if (this.tables.effects.improve(of.pops.index(from, to), weight, rule)) this.spreadPop(of, from, weight, to);
  }

  private spreadPop({ standing, returning }: OfSymbol, from: number, weight: number, to: number): void {
    const { taps, tables } = this;
    this.work++;
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

  private effectsOf(symbol: number, pops: boolean): Effects {
    const of = this.tables.symbols[symbol]!;
    return pops ? of.pops : of.steps;
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
