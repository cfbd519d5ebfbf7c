/**
 * All configurations that a pushdown system reaches, as a finite automaton, and for each transition of it the fewest events.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown automata"
 * (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha, Melski,
 * "Weighted pushdown systems" (2005). Transitions are taken in the order of the fewest events with which any configuration
 * that begins with them is reached, as in Knuth's generalization of Dijkstra's algorithm (1977), so each is taken once.
 */
import type { Call, Caller, Head, Origin, Place, Return, Step, Transition } from './automaton';
import type { Control, Pushdown, PushdownRule, StackSymbol } from './pushdown';
import { Runs } from './runs';

/** How much is done between two pauses: a few milliseconds of work. */
const slice = 5_000;

/** How much is done before it is given up: two or three seconds of work. */
const mostWork = 40_000_000;

const entered: Origin = { kind: 'entry' };

export class Saturation {
  /** All runs. */
  readonly runs = new Runs();
  /** What a cold start pushes. */
  readonly starts: Call[] = [];
  readonly heads: Head[] = [];
  readonly places: Place[] = [];
  private readonly byControl = new Map<Control, Map<StackSymbol, Head>>();
  private readonly byFrom = new Map<Control | Place, Map<StackSymbol, Place>>();
  private readonly queue: Transition[][] = [];
  private readonly opened = new Set<string>();
  /** What is opened from outside once the transitions of this many taps are taken. */
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
      const bucket = queue[taps] ?? [];
      // The bucket grows while it is worked off: what goes on with an event costs nothing.
      for (const transition of bucket) {
        if (transition.done || this.runs.taps(transition) !== taps) continue;
        this.take(transition, taps);
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

  /** The control states that were come to, in the order reached. */
  get controls(): Iterable<Control> {
    return this.byControl.keys();
  }

  private take(transition: Transition, taps: number): void {
    transition.done = true;
    const { head, to, weight } = transition;
    const { control } = head;
    to.over.push(transition);
    head.taken.push(transition);
    if (!control.agenda) {
      this.runs.sights.push(transition);
      if (this.outside) this.open(transition);
    }
    if (head.taken.length === 1) this.expand(head);
    this.work += 1 + head.steps.size;
    for (const rule of head.pops) this.giveBack(to, head, rule, weight + costOf(rule));
    for (const [next, step] of head.steps) this.relax(next, to, weight + step.weight, step.origin);
    // Of the transitions of a head the one that is taken first has the fewest taps.
    if (head.taken.length === 1) for (const call of head.calls) this.enter(call, transition, taps);
  }

  /** Works out a head's rules. */
  private expand(head: Head): void {
    const { control, symbol } = head;
    head.rules = this.system.rules(control, symbol);
    for (const rule of head.rules) {
      const { word } = rule;
      this.work++;
      if (word.length === 0) head.pops.push(rule);
      else if (word.length === 1 && !isFresh(head, word)) this.step(head, this.headOf(rule.to, word[0]!), { weight: costOf(rule), origin: { kind: 'rule', head, rule } });
      else head.calls.push(this.call(head, rule, costOf(rule)));
    }
  }

  /** Opens links and entries: what is on the stack does not matter to them, so the first that is reached will do. */
  private open(transition: Transition): void {
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
    const fresh = !head || isFresh(head, word);
    const places: Place[] = [];
    let from: Control | Place = to;
    for (const symbol of fresh ? word : word.slice(0, -1)) places.push((from = this.placeOf(from, symbol)));
    if (!fresh) this.addCaller(places.at(-1)!, { kind: 'head', symbol: word.at(-1)!, head, rule, cost });
    return { rule, cost, places };
  }

  /** Comes to the places of a call, with what it pushes above the first of them. */
  private enter({ places, rule, cost }: Call, on: Transition | null, taps: number): void {
    this.work += places.length;
    for (const place of places) {
      if (!this.runs.enter(place, taps + cost, { on, rule })) continue;
      // Nothing above the place has been taken yet, or it could not be come to sooner: all there is above it is found again.
      if (place.start) this.relax(place.start, place, 0, entered);
      for (const caller of place.above?.callers ?? []) {
        if (caller.kind === 'fixed' && caller.over === place) for (const back of place.above!.returns.values()) this.summarize(caller, back);
      }
    }
  }

  private addCaller(place: Place, caller: Caller): void {
    place.callers.push(caller);
    for (const back of place.returns.values()) this.summarize(caller, back);
  }

  private giveBack(place: Place, head: Head, rule: PushdownRule, weight: number): void {
    const known = place.returns.get(rule.to);
    if (known && known.weight <= weight) return;
    const back: Return = { control: rule.to, place, weight, head, rule };
    place.returns.set(rule.to, back);
    for (const caller of place.callers) this.summarize(caller, back);
  }

  /** What a caller becomes once what it pushed has been popped. */
  private summarize(caller: Caller, popped: Return): void {
    this.work++;
    const next = this.headOf(popped.control, caller.symbol);
    const origin = { kind: 'return', caller, popped } as const;
    if (caller.kind === 'head') this.step(caller.head, next, { weight: caller.cost + popped.weight, origin });
    else if (this.runs.has(caller.over)) this.relax(next, caller.over, popped.weight, origin);
  }

  private step(head: Head, next: Head, step: Step): void {
    const known = head.steps.get(next);
    if (known && known.weight <= step.weight) return;
    head.steps.set(next, step);
    this.work += head.taken.length;
    for (const { to, weight } of head.taken) this.relax(next, to, weight + step.weight, step.origin);
  }

  private relax(head: Head, to: Place, weight: number, origin: Origin): void {
    let transition = head.transitions.get(to);
    if (!transition) {
      transition = { head, to, weight, origin, done: false };
      head.transitions.set(to, transition);
    } else if (transition.done) {
      return;
    } else if (weight < transition.weight) {
      transition.weight = weight;
      transition.origin = origin;
    }
    (this.queue[this.runs.taps(transition)] ??= []).push(transition);
  }

  private headOf(control: Control, symbol: StackSymbol): Head {
    const bySymbol = ofKey(this.byControl, control);
    let head = bySymbol.get(symbol);
    if (!head) {
      head = { id: this.heads.length, control, symbol, rules: [], transitions: new Map(), taken: [], steps: new Map(), calls: [], pops: [] };
      bySymbol.set(symbol, head);
      this.heads.push(head);
    }
    return head;
  }

  /** The place below a symbol that was pushed in a control state, or above another place. */
  private placeOf(from: Control | Place, symbol: StackSymbol): Place {
    const bySymbol = ofKey(this.byFrom, from);
    let place = bySymbol.get(symbol);
    if (!place) {
      const above = 'callers' in from ? from : null;
      place = { id: this.places.length, callers: [], returns: new Map(), over: [], start: above ? null : this.headOf(from as Control, symbol), above };
      bySymbol.set(symbol, place);
      this.places.push(place);
      if (above) this.addCaller(above, { kind: 'fixed', symbol, over: place });
    }
    return place;
  }
}

const costOf = ({ event }: PushdownRule): number => (event ? 1 : 0);

/** Whether a rule leaves a stack of which nothing was there before: below a last frame nothing matters, so it begins anew there. */
function isFresh({ symbol }: Head, word: readonly StackSymbol[]): boolean {
  const bottom = word.at(-1)!;
  return bottom.last && bottom !== symbol;
}

function ofKey<K, V>(map: Map<K, Map<StackSymbol, V>>, key: K): Map<StackSymbol, V> {
  let inner = map.get(key);
  if (!inner) map.set(key, (inner = new Map()));
  return inner;
}
