/**
 * All configurations that a pushdown system reaches, as a finite automaton, and for each transition of it the fewest events.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown automata"
 * (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha, Melski,
 * "Weighted pushdown systems" (2005). What is found is taken in the order of the fewest events with which any configuration
 * that begins with it is reached, as in Knuth's generalization of Dijkstra's algorithm (1977), so each transition is taken once.
 */
import type { Budget } from '../../base/budget';
import {
  type Blocks,
  type Control,
  lowestOf,
  type Pushdown,
  type PushdownRule,
  type StackSymbol,
  type Valuation,
} from '../system';
import { costOf, type Head, type State, type PathEdge } from './automaton';
import { never } from './numbers';
import type { SymbolData, HeadData, StateData } from './symbol-data';
import { nobody, type Return } from './return-lists';
import { Runs } from './runs';
import { Tables } from './tables';

/** What an item that is worked off costs, or a frame that comes of it: what is made of them stands for many heads. */
const costOfMaking = 3;

/** How much is done between two pauses: a few milliseconds of work. */
const slice = 4_000;

/** What a tile of numbers costs: one or two kilobytes. */
const costOfTile = 12;

/** What a head costs beside its rules and the conditions that they ask for: mostly memory. */
const costOfHead = 20;

/** What is saturated of a pushdown system. */
export type System = Pick<
  Pushdown,
  | 'blocks'
  | 'spent'
  | 'bounded'
  | 'valuations'
  | 'coldStart'
  | 'fromOutside'
  | 'target'
  | 'targetOf'
  | 'hasSeen'
  | 'rules'
  | 'rootsFrom'
>;

interface ExternalOpening {
  readonly on: PathEdge | null;
  readonly valuation: Valuation;
  readonly seen: boolean;
}

export class Saturation {
  /** All runs. */
  readonly runs = new Runs();
  /** Rules of a cold start, each with the state above which it pushes. */
  readonly starts: { readonly lowest: State; readonly rule: PushdownRule }[] = [];
  private readonly tables: Tables;
  private readonly opened = new Set<string>();
  /** Path edges from which links and entries are opened, one for each valuation; `on` is null for an app that does not run. */
  readonly openings: ExternalOpening[] = [];
  /** Those where they are opened once all of this many taps is done. */
  private readonly opening: ExternalOpening[] = [];
  private taps = 0;
  private work = 0;
  /** Whether the budget ran out, so that configurations are missing. */
  exhausted = false;

  /**
   * @param outside whether links and entries are opened, too, at every time
   * @param cold whether they are before anything else happens
   */
  constructor(
    private readonly system: System,
    private readonly budget: Budget,
    private readonly outside: boolean,
    private readonly cold = outside,
  ) {
    this.tables = new Tables(system.blocks);
  }

  /** All heads, in the order found. */
  get heads(): readonly Head[] {
    return this.tables.heads;
  }

  get states(): readonly State[] {
    return this.tables.states;
  }

  /** Control states of all heads, in the order found. */
  get controls(): ReadonlySet<Control> {
    return this.tables.controls;
  }

  /** Saturates; pauses every few milliseconds, where other work may come in. */
  *run(): Generator<void, void, void> {
    const {
      system,
      tables: { standing, returning },
    } = this;
    for (const rule of system.coldStart()) {
      if (rule.leaves) continue;
      const lowest = this.tables.lowest(system.target(rule, system.valuations.initial, false), rule.word);
      this.starts.push({ lowest, rule });
      this.enter(lowest, rule, null, 0);
    }
    if (this.cold) this.open({ on: null, valuation: system.valuations.initial, seen: false });
    let pauseAt = slice;
    let spent = 0;
    const pause = (): void => {
      const now = this.work + costOfTile * this.tables.tiles;
      this.budget.spend(now - spent);
      spent = now;
      pauseAt = this.work + slice;
      // With not all rules, not all is known in the end: going on is in vain.
      this.exhausted = this.budget.isSpent || this.system.bounded;
    };
    for (; standing.reaches(this.taps) || returning.reaches(this.taps) || this.opening.length > 0; this.taps++) {
      // What goes on with an event costs nothing: more may be due at once.
      for (let more = true; more;) {
        more = false;
        for (const schedule of [standing, returning]) {
          for (const part of schedule.dueAfter(this.taps)) {
            more = true;
            if (schedule === standing) this.takeHeads(part);
            else this.takeReturns(part);
            if (this.work < pauseAt) continue;
            pause();
            if (this.exhausted) return;
            yield;
          }
        }
      }
      // What links open is one tap away from here.
      for (const { on, valuation, seen } of this.opening.splice(0)) {
        for (const rule of system.fromOutside(valuation)) {
          if (rule.leaves) continue;
          this.enter(this.tables.lowest(system.target(rule, valuation, seen), rule.word), rule, on, this.taps + 1);
          if (this.work < pauseAt) continue;
          pause();
          if (this.exhausted) return;
          yield;
        }
      }
    }
    pause();
    // All that there was to do is done.
    this.exhausted = false;
  }

  /** How control states are numbered. */
  get blocks(): Blocks {
    return this.system.blocks;
  }

  /** Control states into which a symbol pushed above a state is popped, each with the fewest events since the push. */
  returnsTo(state: State): { readonly control: Control; readonly weight: number }[] {
    const { blocks } = this.tables.returning;
    const returns: { readonly control: Control; readonly weight: number }[] = [];
    this.eachReturn(state as StateData, (block, set, weight) =>
      returns.push({ control: this.tables.control(blocks.number(block, lowestOf(set))), weight }),
    );
    return returns;
  }

  /** Calls for each control state that a state has returned to, given as a set in a block. */
  private eachReturn(
    { of: { returning }, number, since }: StateData,
    use: (block: number, set: number, weight: number) => void,
  ): void {
    const { blocks } = returning.tiles;
    returning.eachInRow(number, (control, taps) =>
      use(blocks.of(control), 1 << blocks.offsetOf(control), taps - since),
    );
  }

  /**
   * Calls for each head that one can become with an event or two while nothing beneath its own frame is looked at, and for those
   * that stand in other tabs where every tab has come to have its root alone. Not for what another tab shows as it was left.
   */
  eachAfter({ control, steps, rules, pushed, symbol }: Head, use: (head: Head) => void): void {
    const { system, tables } = this;
    for (let index = 0; index < rules.length; index++) {
      const rule = rules[index]!;
      if (rule.leaves || rule.word.length === 0 || rule.tabs === 'shown') continue;
      const to = system.targetOf(control, symbol, rule);
      if (pushed[index] || to.stack !== control.stack) use(tables.headOf(to, rule.word[0]!));
      if (pushed[index])
        this.eachUncovered(
          pushed[index] as StateData,
          to.stack !== control.stack && rule.word.at(-1) === symbol ? symbol : null,
          use,
        );
      if (rule.tabs !== 'anew' || to.stack === 0) continue;
      for (const root of system.rootsFrom(to.valuation)) {
        const head = root.control.stack !== to.stack && this.headAt(root.control, root.symbol);
        if (head) use(head);
      }
    }
    this.eachStep({ control, steps }, (to) => use(tables.headOf(to, symbol)));
  }

  /** Calls for each control state that a head comes to with the same frame on top, by one of its rules and what that pushed being popped; other tabs left aside. */
  eachStep({ control, steps }: Pick<Head, 'control' | 'steps'>, use: (control: Control) => void): void {
    steps.eachInRow(control.number, (number) => {
      const to = this.tables.control(number);
      // What stands in another state has come there by one rule.
      if (to.stack === control.stack) use(to);
    });
  }

  /** Calls for each head that is shown when, of what was pushed at once, what lies above it is popped; `beneath` lies beneath all of it. */
  private eachUncovered(lowest: StateData, beneath: StackSymbol | null, use: (head: Head) => void): void {
    const {
      tables,
      tables: { blocks },
    } = this;
    let symbol = beneath;
    for (let state: StateData | null = lowest; state; state = state.above) {
      const uncovered = symbol;
      if (uncovered)
        this.eachReturn(state, (block, set) =>
          use(tables.headOf(tables.control(blocks.number(block, lowestOf(set))), uncovered)),
        );
      symbol = state.symbol;
    }
  }

  /** Calls for each control state into which a head's frame is popped by one of its rules. */
  eachPop({ control, pops }: Head, use: (control: Control) => void): void {
    pops.eachInRow(control.number, (to) => use(this.tables.control(to)));
  }

  /** The head that some run comes to with this control state and symbol; undefined where none does. */
  headAt({ number }: Control, { id }: StackSymbol): Head | undefined {
    const of = this.tables.symbols[id];
    const { blocks } = this.tables.standing;
    return of && ((of.reached[blocks.of(number)] ?? 0) & (1 << blocks.offsetOf(number))) !== 0
      ? of.heads[number]
      : undefined;
  }

  /** Some heads stand on a state. */
  private takeHeads(part: number): void {
    const {
      tables: { standing },
      taps,
    } = this;
    const { of, row, columnBlock } = standing.at(part);
    const set = standing.take(part, taps);
    if (of.symbol.last) this.begin(of.states[row]!, columnBlock, set);
    const known = of.reached[columnBlock] ?? 0;
    if ((set & known) !== 0) this.goOn(of, row, columnBlock, set & known);
    for (let left = set & ~known; left !== 0; left &= left - 1)
      this.reach(of, standing.blocks.number(columnBlock, lowestOf(left)), of.states[row]!);
  }

  /** A last frame may have come to stand alone. */
  private begin({ of, start }: StateData, block: number, set: number): void {
    const { blocks } = this.tables.standing;
    if (start && blocks.of(start.number) === block)
      of.begun[block] = (of.begun[block] ?? 0) | (set & (1 << blocks.offsetOf(start.number)));
  }

  /** A head is reached, on a state: with the fewest taps. */
  private reach(of: SymbolData, control: number, to: StateData): void {
    const {
      taps,
      tables: {
        standing: { blocks },
      },
    } = this;
    of.reached[blocks.of(control)] = (of.reached[blocks.of(control)] ?? 0) | (1 << blocks.offsetOf(control));
    const head = this.tables.headOf(this.tables.control(control), of.symbol);
    this.expand(head);
    const { rules, pushed } = head;
    const transition: PathEdge = { head, to };
    this.runs.reach(transition, taps);
    if (!head.control.continuation && this.outside) this.openFromOutside(transition);
    for (let index = 0; index < rules.length; index++)
      if (pushed[index]) this.enter(pushed[index]!, rules[index]!, transition, taps + costOf(rules[index]!));
  }

  /** Puts down what heads that stand on a state from now on come to; given as a set of the control states in a block. */
  private goOn(
    { steps, pops, standing, returning }: SymbolData,
    state: number,
    controlBlock: number,
    set: number,
  ): void {
    for (const block of steps.columnsOf(controlBlock))
      this.goOnWith(steps.tile(controlBlock, block), set, standing, state, block);
    for (const block of pops.columnsOf(controlBlock))
      this.goOnWith(pops.tile(controlBlock, block), set, returning, state, block);
  }

  /** The same for what they come to in one block of control states. */
  private goOnWith(tile: number, set: number, to: SymbolData['standing'], state: number, block: number): void {
    const {
      taps,
      tables: { effects },
    } = this;
    const part = to.part(state, block);
    for (let left = set; left !== 0; left &= left - 1) {
      this.work++;
      to.tiles.awaitEach(part, effects, tile + lowestOf(left), taps);
    }
  }

  /** What was pushed above a state is popped into some control states. */
  private takeReturns(part: number): void {
    const { returning, returns, effects, symbols } = this.tables;
    const { of, row, columnBlock } = returning.at(part);
    const set = returning.take(part, this.taps);
    if (set === 0) return;
    const state = of.states[row]!;
    const weight = this.taps - state.since;
    for (let next = state.firstReturn; next !== nobody; next = returns.after(next)) {
      const { symbol, control, rule, cost, pops, part } = returns.at(next);
      this.work++;
      const own = columnBlock === 0 ? part : this.tables.effectsOf(symbol, pops).part(control, columnBlock);
      // Most of it is known from another call.
      const better = effects.improve(own, set, cost + weight, rule);
      if (better !== 0) this.spread(symbols[symbol]!, control, pops, columnBlock, better, cost + weight);
    }
    if (state.pushedBeneath)
      for (const over of state.pushedBeneath) if (over.since !== never) this.uncover(over, columnBlock, set, weight);
  }

  /** Works out a head's rules. */
  private expand(head: HeadData): void {
    const { system } = this;
    const { control, symbol, of } = head;
    const {
      spent,
      valuations: { decided },
    } = system;
    const rules = system.rules(control, symbol);
    this.work +=
      costOfHead + 2 * (rules.length + system.valuations.decided - decided) + costOfMaking * (system.spent - spent);
    const seen = system.hasSeen(control, symbol);
    // As long as it will be: arrays that grow keep room to spare, and there are tens of thousands.
    const pushed = new Array<StateData | null>(rules.length);
    for (let index = 0; index < rules.length; index++) {
      const rule = rules[index]!;
      if (rule.leaves) {
        pushed[index] = null;
        continue;
      }
      const to = system.target(rule, control.valuation, seen);
      this.tables.note(to);
      pushed[index] = this.use(of, control, rule, index, to);
    }
    head.rules = rules;
    head.pushed = pushed;
  }

  /** Opens links and entries: what is on the stack does not matter to them, so the first that is reached will do. */
  private openFromOutside(transition: PathEdge): void {
    const { control, symbol } = transition.head;
    const seen = this.system.hasSeen(control, symbol);
    const key = `${control.valuation} ${seen}`;
    if (this.opened.has(key)) return;
    this.opened.add(key);
    this.open({ on: transition, valuation: control.valuation, seen });
  }

  private open(opening: ExternalOpening): void {
    this.openings.push(opening);
    this.opening.push(opening);
  }

  /** Puts down what a rule of a head does; says above which state it pushes something, if it does. */
  private use(of: SymbolData, { number }: Control, rule: PushdownRule, index: number, to: Control): StateData | null {
    const { word } = rule;
    const { blocks } = this.tables.effects;
    const cost = costOf(rule);
    this.work += 1 + word.length;
    if (word.length === 0) {
      this.addEffect(of, number, true, blocks.of(to.number), 1 << blocks.offsetOf(to.number), cost, index);
      return null;
    }
    const bottom = word.at(-1)!;
    const onto = bottom === of.symbol;
    if (onto && word.length === 1) {
      this.addEffect(of, number, false, blocks.of(to.number), 1 << blocks.offsetOf(to.number), cost, index);
      return null;
    }
    const lowest = this.tables.lowest(to, onto ? word.slice(0, -1) : word);
    // Nothing ever looks beneath a last frame.
    if (onto || !bottom.last)
      this.addReturn(lowest, {
        symbol: of.symbol.id,
        control: number,
        rule: index,
        cost,
        pops: !onto,
        part: (onto ? of.steps : of.pops).part(number, 0),
      });
    return lowest;
  }

  /** Comes to a state, and to those above it, with what a rule pushes there. */
  private enter(lowest: StateData, rule: PushdownRule, on: PathEdge | null, taps: number): void {
    this.work++;
    for (let state: StateData | null = lowest; state; state = state.above) {
      if (taps >= state.since) continue;
      this.runs.enter(state, taps, rule, on);
      this.comeTo(state, taps);
    }
  }

  /** Nothing above the state has been taken yet, or it could not be come to sooner: all that there is is put down again. */
  private comeTo(state: StateData, taps: number): void {
    state.since = taps;
    if (state.start) {
      const { blocks } = this.tables.standing;
      this.awaitHeads(state, blocks.of(state.start.number), 1 << blocks.offsetOf(state.start.number), 0);
    } else this.eachReturn(state.above!, (block, set, weight) => this.uncover(state, block, set, weight));
  }

  /** Adds one more to those that are to be told of what returns from a state. */
  private addReturn(state: StateData, to: Return): void {
    state.firstReturn = this.tables.returns.add(to, state.firstReturn);
    const { symbol, control, rule, cost, pops } = to;
    const of = this.tables.symbols[symbol]!;
    this.eachReturn(state, (block, set, weight) => this.addEffect(of, control, pops, block, set, cost + weight, rule));
  }

  /** What was pushed together with a frame, above it, is popped into some control states. */
  private uncover(state: StateData, block: number, set: number, weight: number): void {
    if (!state.standsAlone) {
      this.work++;
      this.awaitHeads(state, block, set, weight);
      return;
    }
    // That it is come to in other ways, no later, is the rule.
    for (let left = set & ~(state.of.begun[block] ?? 0); left !== 0; left &= left - 1) {
      this.work++;
      const control = this.tables.returning.blocks.number(block, lowestOf(left));
      const taps = state.since + weight;
      if (taps >= (state.of.stateByControl[control]?.since ?? never)) continue;
      const to = this.tables.control(control);
      const alone = this.tables.stateFrom(to, state.symbol);
      this.runs.enterAlone(alone, taps, { kind: 'uncovered', of: state, control: to, weight });
      this.comeTo(alone, taps);
    }
  }

  private awaitHeads({ of: { standing }, number, since }: StateData, block: number, set: number, weight: number): void {
    standing.tiles.await(standing.part(number, block), set, since + weight);
  }

  /**
   * A head comes to control states, with its frame on top or without it, so many events after it was found itself.
   *
   * @param block of control states, in which they are a set
   */
  private addEffect(
    of: SymbolData,
    from: number,
    pops: boolean,
    block: number,
    set: number,
    weight: number,
    rule: number,
  ): void {
    const better = this.tables.effects.improve((pops ? of.pops : of.steps).part(from, block), set, weight, rule);
    if (better !== 0) this.spread(of, from, pops, block, better, weight);
  }

  /** Wherever the head stands, it comes to that. */
  private spread(
    { standing, returning }: SymbolData,
    from: number,
    pops: boolean,
    block: number,
    set: number,
    weight: number,
  ): void {
    const { log2, size } = standing.tiles.blocks;
    const to = pops ? returning : standing;
    const bit = 1 << (from & (size - 1));
    for (const rows of standing.rowsOf(from >> log2)) {
      const tile = standing.tile(rows, from >> log2);
      this.work++;
      const first = to.part(rows << log2, block);
      const { filled, values } = standing.tiles;
      const { filled: known } = to.tiles;
      for (let state = 0; state < size; state++) {
        // Looked at first: the values lie apart, and most are not needed.
        if ((filled[tile + state]! & bit) === 0 || (set & ~known[first + state]!) === 0) continue;
        to.tiles.await(first + state, set, values[((tile + state) << log2) + (from & (size - 1))]! + weight);
      }
    }
  }
}
