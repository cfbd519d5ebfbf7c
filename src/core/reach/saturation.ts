/**
 * All configurations that a pushdown system reaches, as a finite automaton, and for each transition of it the fewest events.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown automata"
 * (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha, Melski,
 * "Weighted pushdown systems" (2005). What is found is taken in the order of the fewest events with which any configuration
 * that begins with it is reached, as in Knuth's generalization of Dijkstra's algorithm (1977), so each transition is taken once.
 */
import type { Call, Caller, Derivation, Head, Origin, Place, Transition } from './automaton';
import { placeInWord } from './bits';
import { Lanes, type What } from './lanes';
import type { Control, Pushdown, PushdownRule, StackSymbol } from './pushdown';
import { Runs } from './runs';

/** How much is done between two pauses: a few milliseconds of work. */
const slice = 4_000;

/** How much is done before it is given up: two or three seconds of work. */
const mostWork = 6_000_000;

interface OpenPlace extends Place {
  /** By word. */
  readonly lanes: number[];
}

interface OpenHead extends Head {
  /** Those of the places that it stands on, in its own word: most of what it comes to is in the same. */
  readonly lanes: number[];
  /** What it comes to, as numbers in threes: weight, word, bits, for each weight and word. Side by side they are read far more quickly than as objects. */
  readonly stepSums: number[];
  readonly popSums: number[];
}

export class Saturation {
  /** All runs. */
  readonly runs = new Runs();
  /** What a cold start pushes. */
  readonly starts: Call[] = [];
  readonly heads: OpenHead[] = [];
  readonly places: OpenPlace[] = [];
  /** The control states that were come to, in the order reached. */
  readonly controls = new Set<Control>();
  /** By the numbers of symbols, and then of words and bits of control states. */
  private readonly bySymbol: (OpenHead | undefined)[][][] = [];
  private readonly placesOf: { readonly byControl: Map<number, OpenPlace>; readonly byPlace: Map<number, OpenPlace> }[] = [];
  private readonly members: Control[][] = [];
  private readonly lanes = new Lanes();
  private readonly opened = new Set<string>();
  /** What is opened from outside once all of this many taps is done. */
  private readonly opening: { readonly on: Transition | null; readonly rules: Iterable<PushdownRule> }[] = [];
  private work = 0;

  /** @param outside whether links and entries are opened, too, at every time */
  constructor(private readonly system: Pushdown, private readonly outside: boolean) {}

  /** Saturates; pauses every few milliseconds, where other work may come in. */
  *run(): Generator<void, void, void> {
    const { system, lanes } = this;
    for (const rule of system.coldStart()) {
      const call = this.call(null, rule, 0);
      this.starts.push(call);
      this.enter(call, null, 0);
    }
    if (this.outside) this.opening.push({ on: null, rules: system.fromOutside(system.valuations.initial, false) });
    let pauseAt = slice;
    for (let taps = 0; lanes.isDue(taps) || this.opening.length > 0; taps++) {
      // What goes on with an event costs nothing: more may be due at once.
      for (let more = true; more; ) {
        more = false;
        for (const what of ['heads', 'pops'] as const) {
          for (const { lane, bits } of lanes.take(what, taps)) {
            more = true;
            this.take(what, lane, bits, taps);
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

  /** The heads that one can become with an event or two while nothing beneath its own frame is looked at. */
  *after({ steps, calls, symbol }: Head): Generator<Head, void, void> {
    for (const { word, bits } of steps) for (const control of this.controlsIn(word, bits)) yield this.headOf(control, symbol);
    for (const { places: [place] } of calls) yield this.headOf(place!.start!, place!.symbol);
  }

  private take(what: What, lane: number, bits: number, taps: number): void {
    const { lanes } = this;
    const place = lanes.place[lane] as OpenPlace;
    const word = lanes.word[lane]!;
    const weight = taps - lanes.since[lane]!;
    if (what === 'pops') {
      place.returns.push({ weight, word, bits });
      for (const caller of place.callers) this.giveBack(caller, place, weight, word, bits);
      return;
    }
    const heads = this.controlsIn(word, bits).map((control) => this.headOf(control, place.symbol));
    place.found.push({ weight, word, bits, heads });
    for (const head of heads) this.stand(head, place, lane, weight, taps);
  }

  /** A head is found to stand on a place. */
  private stand(head: OpenHead, place: Place, lane: number, weight: number, taps: number): void {
    const { lanes } = this;
    const first = head.over.length === 0;
    if (first) this.expand(head);
    head.over.push(place);
    head.lanes.push(lane);
    head.weights.push(weight);
    const { stepSums, popSums } = head;
    this.work += 1 + (stepSums.length + popSums.length) / 3;
    for (let at = 0; at < stepSums.length; at += 3) lanes.await('heads', this.laneBeside(lane, stepSums[at + 1]!), weight + stepSums[at]!, stepSums[at + 2]!);
    for (let at = 0; at < popSums.length; at += 3) lanes.await('pops', this.laneBeside(lane, popSums[at + 1]!), weight + popSums[at]!, popSums[at + 2]!);
    if (!first) return;
    const transition: Transition = { head, to: place };
    this.runs.reach(transition, taps);
    if (!head.control.agenda && this.outside) this.openFromOutside(transition);
    // A head is found with the fewest taps first.
    for (const call of head.calls) this.enter(call, transition, taps);
  }

  /** Works out a head's rules. */
  private expand(head: OpenHead): void {
    const { control, symbol } = head;
    head.rules = this.system.rules(control, symbol);
    for (const rule of head.rules) {
      const { to, word } = rule;
      const cost = rule.event ? 1 : 0;
      this.work++;
      this.number(to);
      if (word.length === 0 || (word.length === 1 && word[0] === symbol)) {
        const what = word.length === 0 ? 'pops' : 'heads';
        if (this.unknown(head, what, cost, to.word, to.bit) !== 0) this.addEffect(head, what, cost, to.word, to.bit, { kind: 'rule', rule });
      } else head.calls.push(this.call(head, rule, cost));
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
    // Nothing above it has been taken yet, or it could not be come to sooner: all that there is is put down again.
    for (const lane of place.lanes) if (lane !== undefined) this.lanes.since[lane] = taps;
    if (place.start) this.lanes.await('heads', this.laneOf(place, place.start.word), 0, place.start.bit);
    else if (place.alone) for (const { control, weight } of this.returnsTo(place.above!)) this.leaveAlone(place, control, weight);
    else for (const { weight, word, bits } of place.above!.returns) this.lanes.await('heads', this.laneOf(place, word), weight, bits);
  }

  private addCaller(place: Place, caller: Caller): void {
    place.callers.push(caller);
    for (const { weight, word, bits } of place.returns) this.giveBack(caller, place, weight, word, bits);
  }

  /** What was pushed above a place has been popped. */
  private giveBack(caller: Caller, place: Place, weight: number, word: number, bits: number): void {
    this.work++;
    if (caller.kind === 'with') {
      const over = caller.over as OpenPlace;
      if (!this.runs.has(over)) return;
      if (over.alone) for (const control of this.controlsIn(word, bits)) this.leaveAlone(over, control, weight);
      else this.lanes.await('heads', this.laneOf(over, word), weight, bits);
      return;
    }
    const head = caller.head as OpenHead;
    const what = caller.kind === 'onto' ? 'heads' : 'pops';
    const fresh = this.unknown(head, what, caller.cost + weight, word, bits);
    if (fresh !== 0) this.addEffect(head, what, caller.cost + weight, word, fresh, { kind: 'return', caller, place, weight });
  }

  /** What was pushed together with a last frame is popped. */
  private leaveAlone(of: OpenPlace, control: Control, weight: number): void {
    this.work++;
    this.enterPlace(this.placeOf(control, of.symbol), this.runs.tapsTo(of) + weight, { kind: 'alone', of, control, weight });
  }

  /** Those of the control states that a head is not known to come to so soon. */
  private unknown(head: OpenHead, what: What, weight: number, word: number, bits: number): number {
    const sums = what === 'heads' ? head.stepSums : head.popSums;
    let unknown = bits;
    for (let at = 0; at < sums.length; at += 3) if (sums[at + 1] === word && sums[at]! <= weight) unknown &= ~sums[at + 2]!;
    return unknown;
  }

  /** A head comes to control states, with its frame on top or without it. */
  private addEffect(head: OpenHead, what: What, weight: number, word: number, bits: number, origin: Origin): void {
    (what === 'heads' ? head.steps : head.pops).push({ weight, word, bits, origin });
    const sums = what === 'heads' ? head.stepSums : head.popSums;
    let sum = 0;
    while (sum < sums.length && (sums[sum + 1] !== word || sums[sum] !== weight)) sum += 3;
    if (sum === sums.length) sums.push(weight, word, bits);
    else sums[sum + 2]! |= bits;
    const { lanes, weights } = head;
    this.work += lanes.length;
    for (let at = 0; at < lanes.length; at++) this.lanes.await(what, this.laneBeside(lanes[at]!, word), weights[at]! + weight, bits);
  }

  private laneOf(place: OpenPlace, word: number): number {
    return (place.lanes[word] ??= this.lanes.add(place, word, this.runs.tapsTo(place)));
  }

  private laneBeside(lane: number, word: number): number {
    return this.lanes.word[lane] === word ? lane : this.laneOf(this.lanes.place[lane] as OpenPlace, word);
  }

  private controlsIn(word: number, bits: number): Control[] {
    const controls: Control[] = [];
    for (let left = bits; left !== 0; left &= left - 1) controls.push(this.members[word]![placeInWord(left & -left)]!);
    return controls;
  }

  /** Says which control state a bit stands for. */
  private number(control: Control): void {
    (this.members[control.word] ??= [])[placeInWord(control.bit)] = control;
  }

  private headOf(control: Control, symbol: StackSymbol): OpenHead {
    const words = (this.bySymbol[symbol.id] ??= []);
    const byBit = (words[control.word] ??= []);
    const at = placeInWord(control.bit);
    let head = byBit[at];
    if (!head) {
      head = { id: this.heads.length, control, symbol, rules: [], over: [], lanes: [], weights: [], steps: [], pops: [], stepSums: [], popSums: [], calls: [] };
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
      place = { id: this.places.length, symbol, start, above, callers: [], found: [], returns: [], alone: above && symbol.last ? places.byControl : null, lanes: [] };
      byFrom.set(from.id, place);
      this.places.push(place);
      if (start) this.number(start);
      if (above) this.addCaller(above, { kind: 'with', symbol, over: place });
    }
    return place;
  }
}
