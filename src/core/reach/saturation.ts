/**
 * All configurations that a pushdown system reaches, as a finite automaton, and for each transition of it the fewest events.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown automata"
 * (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha, Melski,
 * "Weighted pushdown systems" (2005). What is found is taken in the order of the fewest events with which any configuration
 * that begins with it is reached, as in Knuth's generalization of Dijkstra's algorithm (1977), so each transition is taken once.
 */
import type { Call, Caller, Derivation, Head, Origin, Place, Transition } from './automaton';
import type { Control, Pushdown, PushdownRule, StackSymbol } from './pushdown';
import { Runs } from './runs';

/** How much is done between two pauses: a few milliseconds of work. */
const slice = 4_000;

/** How much is done before it is given up: two or three seconds of work. */
const mostWork = 10_000_000;

/** Sets of control states by the events since a place was come to, and then by word. */
type Pending = (number[] | undefined)[];

/** A place, with what is still to be done for it, and what has been found, by word. */
interface OpenPlace extends Place {
  readonly heads: Pending;
  readonly pops: Pending;
  readonly knownHeads: number[];
  readonly knownPops: number[];
}

/** What is to be done after so many events: a word of the heads that stand on a place, or of what is popped from there. */
interface Due {
  readonly place: OpenPlace;
  readonly what: 'heads' | 'pops';
  readonly word: number;
}

export class Saturation {
  /** All runs. */
  readonly runs = new Runs();
  /** What a cold start pushes. */
  readonly starts: Call[] = [];
  readonly heads: Head[] = [];
  readonly places: OpenPlace[] = [];
  /** The control states that were come to, in the order reached. */
  readonly controls = new Set<Control>();
  /** By the numbers of symbols, and then of words and bits of control states. */
  private readonly bySymbol: (Head | undefined)[][][] = [];
  private readonly placesOf: { readonly byControl: Map<number, OpenPlace>; readonly byPlace: Map<number, OpenPlace> }[] = [];
  private readonly members: Control[][] = [];
  private readonly queue: Due[][] = [];
  private readonly opened = new Set<string>();
  /** What is opened from outside once all of this many taps is done. */
  private readonly opening: { readonly on: Transition | null; readonly rules: Iterable<PushdownRule> }[] = [];
  private work = 0;

  /** @param outside whether links and entries are opened, too, at every time */
  constructor(private readonly system: Pushdown, private readonly outside: boolean) {}

  /** Saturates; pauses every few milliseconds, where other work may come in. */
  *run(): Generator<void, void, void> {
    const { system, queue } = this;
    for (const rule of system.coldStart()) {
      const call = this.call(null, rule, 0);
      this.starts.push(call);
      this.enter(call, null, 0);
    }
    if (this.outside) this.opening.push({ on: null, rules: system.fromOutside(system.valuations.initial, false) });
    let pauseAt = slice;
    for (let taps = 0; taps < queue.length || this.opening.length > 0; taps++) {
      // The list grows while it is worked off: what goes on with an event costs nothing.
      for (const due of queue[taps] ?? []) {
        this.take(due, taps);
        if (this.work < pauseAt) continue;
        if (this.exhausted) return;
        pauseAt = this.work + slice;
        yield;
      }
      delete queue[taps];
      // What links open is one tap away from here.
      for (const { on, rules } of this.opening.splice(0)) {
        for (const rule of rules) {
          this.enter(this.call(null, rule, 1), on, taps);
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
  *returnsTo({ returns }: Place): Generator<{ readonly control: Control; readonly weight: number }, void, void> {
    for (const { weight, word, bits } of returns) for (const control of this.controlsIn(word, bits)) yield { control, weight };
  }

  private take({ place, what, word }: Due, taps: number): void {
    const weight = taps - this.runs.tapsTo(place);
    const pending = place[what][weight];
    this.work++;
    if (!pending) return;
    const known = what === 'heads' ? place.knownHeads : place.knownPops;
    const bits = (pending[word] ?? 0) & ~(known[word] ?? 0);
    pending[word] = 0;
    if (bits === 0) return;
    known[word] = (known[word] ?? 0) | bits;
    if (what === 'pops') {
      place.returns.push({ weight, word, bits });
      for (const caller of place.callers) this.giveBack(caller, place, weight, word, bits);
      return;
    }
    const heads = this.controlsIn(word, bits).map((control) => this.headOf(control, place.symbol));
    place.found.push({ weight, word, bits, heads });
    for (const head of heads) this.stand(head, place, weight, taps);
  }

  /** A head is found to stand on a place. */
  private stand(head: Head, place: OpenPlace, weight: number, taps: number): void {
    const first = head.over.length === 0;
    if (first) this.expand(head);
    head.over.push(place);
    head.weights.push(weight);
    this.work += 1 + head.steps.sums.length + head.pops.sums.length;
    for (const step of head.steps.sums) this.await('heads', place, weight + step.weight, step.word, step.bits);
    for (const pop of head.pops.sums) this.await('pops', place, weight + pop.weight, pop.word, pop.bits);
    if (!first) return;
    const transition: Transition = { head, to: place };
    this.runs.reach(transition, taps);
    if (!head.control.agenda && this.outside) this.openFromOutside(transition);
    // A head is found with the fewest taps first.
    for (const call of head.calls) this.enter(call, transition, taps);
  }

  /** Works out a head's rules. */
  private expand(head: Head): void {
    const { control, symbol } = head;
    head.rules = this.system.rules(control, symbol);
    for (const rule of head.rules) {
      const { to, word } = rule;
      const cost = rule.event ? 1 : 0;
      this.work++;
      this.number(to);
      if (word.length === 0) this.addEffect(head, 'pops', cost, to.word, to.bit, { kind: 'rule', rule });
      else if (word.length === 1 && word[0] === symbol) this.addEffect(head, 'heads', cost, to.word, to.bit, { kind: 'rule', rule });
      else head.calls.push(this.call(head, rule, cost));
    }
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
  private call(head: Head | null, rule: PushdownRule, cost: number): Call {
    const { to, word } = rule;
    const bottom = word.at(-1)!;
    const onto = head !== null && bottom === head.symbol;
    const places: Place[] = [];
    let from: Control | Place = to;
    for (const symbol of onto ? word.slice(0, -1) : word) places.push((from = this.placeOf(from, symbol)));
    // Nothing ever looks beneath a last frame.
    if (onto) this.addCaller(places.at(-1)!, { kind: 'onto', head, rule, cost });
    else if (head && !bottom.last) this.addCaller(places.at(-1)!, { kind: 'instead', head, rule, cost });
    return { rule, cost, places };
  }

  /** Comes to the places of a call, with what it pushes above the first of them. */
  private enter({ places, rule, cost }: Call, on: Transition | null, taps: number): void {
    this.work += places.length;
    for (const { id } of places) this.enterPlace(this.places[id]!, taps + cost, { kind: 'use', on, rule });
  }

  private enterPlace(place: OpenPlace, taps: number, by: Derivation): void {
    if (taps >= this.runs.tapsTo(place)) return;
    this.runs.enter(place, taps, by);
    // Nothing above it has been taken yet, or it could not be come to sooner: what was to be taken later is to be taken now.
    for (const what of ['heads', 'pops'] as const) {
      place[what].forEach((words, weight) => words!.forEach((bits, word) => { if (bits) this.due(place, what, weight, word); }));
    }
    if (place.start) this.await('heads', place, 0, place.start.word, place.start.bit);
    for (const { place: alone, control, weight } of place.alone) this.enterPlace(this.places[alone.id]!, taps + weight, { kind: 'alone', of: place, control, weight });
  }

  private addCaller(place: Place, caller: Caller): void {
    place.callers.push(caller);
    for (const { weight, word, bits } of place.returns) this.giveBack(caller, place, weight, word, bits);
  }

  /** What was pushed above a place has been popped. */
  private giveBack(caller: Caller, place: Place, weight: number, word: number, bits: number): void {
    this.work++;
    if (caller.kind !== 'with') this.addEffect(caller.head, caller.kind === 'onto' ? 'heads' : 'pops', caller.cost + weight, word, bits, { kind: 'return', caller, place, weight });
    else if (caller.symbol.last) this.leaveAlone(this.places[caller.over.id]!, weight, this.controlsIn(word, bits));
    else this.await('heads', this.places[caller.over.id]!, weight, word, bits);
  }

  /** What was pushed together with a last frame is popped. */
  private leaveAlone(over: OpenPlace, weight: number, controls: readonly Control[]): void {
    for (const control of controls) {
      const place = this.placeOf(control, over.symbol);
      over.alone.push({ control, weight, place });
      if (this.runs.has(over)) this.enterPlace(place, this.runs.tapsTo(over) + weight, { kind: 'alone', of: over, control, weight });
    }
  }

  /** A head comes to control states, with its frame on top or without it. */
  private addEffect(head: Head, what: Due['what'], weight: number, word: number, bits: number, origin: Origin): void {
    const { sums, each } = what === 'heads' ? head.steps : head.pops;
    let fresh = bits;
    let at = -1;
    for (let index = 0; index < sums.length; index++) {
      const sum = sums[index]!;
      if (sum.word !== word || sum.weight > weight) continue;
      if (sum.weight === weight) at = index;
      fresh &= ~sum.bits;
    }
    if (fresh === 0) return;
    each.push({ weight, word, bits: fresh, origin });
    if (at < 0) sums.push({ weight, word, bits: fresh });
    else sums[at] = { weight, word, bits: sums[at]!.bits | fresh };
    const { over, weights } = head;
    this.work += over.length;
    for (let index = 0; index < over.length; index++) this.await(what, over[index] as OpenPlace, weights[index]! + weight, word, fresh);
  }

  /** Puts down what is to be done for a place so many events after it is come to. */
  private await(what: Due['what'], place: OpenPlace, weight: number, word: number, bits: number): void {
    const fresh = bits & ~((what === 'heads' ? place.knownHeads : place.knownPops)[word] ?? 0);
    if (fresh === 0) return;
    const words = (place[what][weight] ??= []);
    const known = words[word] ?? 0;
    words[word] = known | fresh;
    if (known === 0) this.due(place, what, weight, word);
  }

  private due(place: OpenPlace, what: Due['what'], weight: number, word: number): void {
    const taps = this.runs.tapsTo(place) + weight;
    if (taps < Infinity) (this.queue[taps] ??= []).push({ place, what, word });
  }

  private controlsIn(word: number, bits: number): Control[] {
    const controls: Control[] = [];
    for (let left = bits; left !== 0; left &= left - 1) controls.push(this.members[word]![31 - Math.clz32(left & -left)]!);
    return controls;
  }

  /** Says which control state a bit stands for. */
  private number(control: Control): void {
    (this.members[control.word] ??= [])[31 - Math.clz32(control.bit)] = control;
  }

  private headOf(control: Control, symbol: StackSymbol): Head {
    const words = (this.bySymbol[symbol.id] ??= []);
    const byBit = (words[control.word] ??= []);
    const at = 31 - Math.clz32(control.bit);
    let head = byBit[at];
    if (!head) {
      head = { id: this.heads.length, control, symbol, rules: [], over: [], weights: [], steps: { sums: [], each: [] }, pops: { sums: [], each: [] }, calls: [] };
      byBit[at] = head;
      this.heads.push(head);
      this.controls.add(control);
    }
    return head;
  }

  /** The place below a symbol that was pushed in a control state, or above another place. */
  private placeOf(from: Control | Place, symbol: StackSymbol): OpenPlace {
    const places = (this.placesOf[symbol.id] ??= { byControl: new Map(), byPlace: new Map() });
    const above = 'callers' in from ? from : null;
    const start = 'callers' in from ? null : from;
    const byFrom = above ? places.byPlace : places.byControl;
    let place = byFrom.get(from.id);
    if (!place) {
      place = { id: this.places.length, symbol, start, above, callers: [], found: [], returns: [], alone: [], heads: [], pops: [], knownHeads: [], knownPops: [] };
      byFrom.set(from.id, place);
      this.places.push(place);
      if (start) this.number(start);
      if (above) this.addCaller(above, { kind: 'with', symbol, over: place });
    }
    return place;
  }
}
