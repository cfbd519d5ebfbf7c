/**
 * All configurations that a pushdown system reaches, as a finite automaton, and for each transition of it the fewest events.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown automata"
 * (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha, Melski,
 * "Weighted pushdown systems" (2005). Transitions are taken in the order of the fewest events with which any configuration
 * that begins with them is reached, as in Knuth's generalization of Dijkstra's algorithm (1977), so each is taken once.
 */
import type { Control, Pushdown, PushdownRule, StackSymbol } from './pushdown';

/** A state of the automaton: a control state, a place below what was pushed, or the end of the stack. */
export interface State {
  readonly id: number;
  readonly control: Control | null;
  /** By symbol and target. */
  readonly out: Map<number, Transition>;
  /** Those of `out` that have been taken, in the order of their weights. */
  readonly taken: Transition[];
  /** The fewest events after which what leads here was pushed, and by what; of control states without meaning. */
  entry: number;
  by: Derivation | null;
  /** Of places below: the control states that what was pushed above them is popped into. */
  readonly returns: Map<Control, Return>;
}

export interface Transition {
  readonly from: State;
  readonly symbol: StackSymbol;
  readonly to: State;
  /** The events since what leads to `to` was pushed. */
  weight: number;
  origin: Origin;
  done: boolean;
}

/** A rule used on the head of a transition; null stands for the empty stack before a start. */
export interface Derivation {
  readonly on: Transition | null;
  readonly rule: PushdownRule;
}

export type Origin =
  /** Its rule has replaced the top. */
  | ({ readonly kind: 'rule' } & Derivation)
  /** It has just been pushed onto `to`: see there. */
  | { readonly kind: 'entry' }
  /** It lay beneath what a rule has pushed. */
  | ({ readonly kind: 'call' } & Derivation)
  /** What `edge` lay beneath was popped by a rule. */
  | { readonly kind: 'return'; readonly popped: Derivation; readonly edge: Transition };

interface Return {
  weight: number;
  popped: Derivation;
}

/** The fewest events with which a configuration is reached that begins with the transition. */
export const tapsOf = ({ weight, to }: Transition): number => weight + to.entry;

/** How many transitions are taken, or links opened, between two pauses: a few milliseconds of work. */
const slice = 100;

/** How many times a transition may be found, again or anew: two or three seconds of work. Flags that everything sets and reads come to that. */
const mostWork = 1_500_000;

export class Saturation {
  /** The automaton's states that are control states, in the order reached. */
  readonly controls: State[] = [];
  readonly end: State;
  /** Every taken transition from a control state that waits for an event: the heads of all reachable configurations, fewest taps first. */
  readonly heads: Transition[] = [];
  private readonly byControl = new Map<Control, State>();
  private readonly places = new Map<number, State>();
  private readonly queue: Transition[][] = [];
  private readonly rules = new Map<Control, Map<StackSymbol, readonly PushdownRule[]>>();
  private readonly opened = new Set<string>();
  /** What is opened from outside once the transitions of this many taps are taken. */
  private readonly opening: { readonly on: Transition | null; readonly rules: Iterable<PushdownRule> }[] = [];
  private states = 0;
  private work = 0;

  /** @param outside whether links and entries are opened, too, at every time */
  constructor(private readonly system: Pushdown, private readonly outside: boolean) {
    this.end = this.newState(null, 0);
  }

  /** Saturates; pauses every few milliseconds, where other work may come in. */
  *run(): Generator<void, void, void> {
    const { system } = this;
    for (const rule of system.coldStart()) this.apply(null, rule, 0);
    if (this.outside) this.opening.push({ on: null, rules: system.fromOutside(system.valuations.initial, false) });
    let untilPause = slice;
    for (let taps = 0; taps < this.queue.length || this.opening.length > 0; taps++) {
      const bucket = this.queue[taps] ?? [];
      // The bucket grows while it is worked off: what goes on with an event costs nothing.
      for (const transition of bucket) {
        if (transition.done || tapsOf(transition) !== taps) continue;
        this.take(transition);
        if (this.exhausted) return;
        if (--untilPause > 0) continue;
        untilPause = slice;
        yield;
      }
      delete this.queue[taps];
      // What links open is one tap away from here.
      for (const { on, rules } of this.opening.splice(0)) {
        for (const rule of rules) {
          this.apply(on, rule, 1);
          if (--untilPause > 0) continue;
          untilPause = slice;
          yield;
        }
      }
    }
  }

  /** The places beneath what was pushed. */
  get below(): Iterable<State> {
    return this.places.values();
  }

  /** Whether it was given up: not all is known then. */
  get exhausted(): boolean {
    return this.work > mostWork;
  }

  /** The rules of a head, worked out once. */
  rulesOf(control: Control, symbol: StackSymbol): readonly PushdownRule[] {
    let bySymbol = this.rules.get(control);
    if (!bySymbol) this.rules.set(control, (bySymbol = new Map()));
    let rules = bySymbol.get(symbol);
    if (!rules) bySymbol.set(symbol, (rules = this.system.rules(control, symbol)));
    return rules;
  }

  private take(transition: Transition): void {
    transition.done = true;
    const { from, symbol } = transition;
    from.taken.push(transition);
    const { control } = from;
    if (!control) {
      for (const [to, back] of from.returns) this.giveBack(to, back, transition);
      return;
    }
    if (!control.agenda) {
      this.heads.push(transition);
      if (this.outside) this.open(control, transition);
    }
    for (const rule of this.rulesOf(control, symbol)) this.apply(transition, rule, rule.event ? 1 : 0);
  }

  /** Opens links and entries: what is on the stack does not matter to them, so the first that is reached will do. */
  private open(control: Control, transition: Transition): void {
    const seen = control.seen || transition.symbol.screen === this.system.watched;
    const key = `${control.valuation} ${seen}`;
    if (this.opened.has(key)) return;
    this.opened.add(key);
    this.opening.push({ on: transition, rules: this.system.fromOutside(control.valuation, seen) });
  }

  /** Uses a rule on the head of a transition. */
  private apply(on: Transition | null, rule: PushdownRule, cost: number): void {
    const to = on?.to ?? this.end;
    const weight = (on?.weight ?? 0) + cost;
    const { word } = rule;
    const control = this.stateOf(rule.to);
    if (word.length === 0) {
      const known = to.returns.get(rule.to);
      if (known && known.weight <= weight) return;
      const back = { weight, popped: { on, rule } };
      to.returns.set(rule.to, back);
      for (const edge of to.taken) this.giveBack(rule.to, back, edge);
      return;
    }
    if (word.length === 1) {
      this.add(control, word[0]!, to, weight, { kind: 'rule', on, rule });
      return;
    }
    let from = control;
    for (let at = 0; at < word.length - 1; at++) {
      const place = this.placeOf(from, word[at]!);
      const entry = weight + to.entry;
      if (entry < place.entry) {
        place.entry = entry;
        place.by = { on, rule };
      }
      this.add(from, word[at]!, place, 0, { kind: 'entry' });
      from = place;
    }
    this.add(from, word.at(-1)!, to, weight, { kind: 'call', on, rule });
  }

  private giveBack(control: Control, { weight, popped }: Return, edge: Transition): void {
    this.add(this.stateOf(control), edge.symbol, edge.to, weight + edge.weight, { kind: 'return', popped, edge });
  }

  private add(from: State, symbol: StackSymbol, to: State, weight: number, origin: Origin): void {
    this.work++;
    const key = symbol.id * 0x10000000 + to.id;
    let transition = from.out.get(key);
    if (!transition) {
      transition = { from, symbol, to, weight, origin, done: false };
      from.out.set(key, transition);
    } else if (transition.done) {
      return;
    } else if (weight < transition.weight) {
      transition.weight = weight;
      transition.origin = origin;
    }
    const taps = tapsOf(transition);
    (this.queue[taps] ??= []).push(transition);
  }

  private stateOf(control: Control): State {
    let state = this.byControl.get(control);
    if (!state) {
      state = this.newState(control, 0);
      this.byControl.set(control, state);
      this.controls.push(state);
    }
    return state;
  }

  /** The place below a symbol that was pushed in a control state, or on another place. */
  private placeOf(from: State, symbol: StackSymbol): State {
    const key = from.id * 0x4000000 + symbol.id;
    let place = this.places.get(key);
    if (!place) this.places.set(key, (place = this.newState(null, Infinity)));
    return place;
  }

  private newState(control: Control | null, entry: number): State {
    return { id: this.states++, control, out: new Map(), taken: [], entry, by: null, returns: new Map() };
  }
}
