/**
 * All configurations that a pushdown system reaches, as a finite automaton, with the fewest events to each path edge.
 *
 * Saturation from the initial configurations, post*: Bouajjani, Esparza, Maler, "Reachability analysis of pushdown
 * automata" (CONCUR 1997); Schwoon, "Model-checking pushdown systems" (2002), algorithm 2. Weights: Reps, Schwoon, Jha,
 * Melski, "Weighted pushdown systems" (2005). Path edges are taken in the order of their events, as in Knuth's
 * generalization of Dijkstra's algorithm (1977), so each is taken once.
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
import { costOf, weightOfOwnEvent, type Head, type State, type PathEdge } from './automaton';
import { never } from './numbers';
import type { SymbolData, HeadData, StateData } from './symbol-data';
import { nobody, type Return } from './return-lists';
import { Runs } from './runs';
import { Successors } from './successors';
import { Tables } from './tables';

/** Cost of a step of work in the interpreter. It is high, since its rules serve many heads. */
const costOfMaking = 3;

/** Steps of work between two pauses: a few milliseconds. */
const slice = 4_000;

/** Cost of a tile of numbers: one or two kilobytes. */
const costOfTile = 12;

/** Cost of a head beside its rules and conditions: mostly memory. */
const costOfHead = 20;

/** The part of a pushdown system that a saturation uses. */
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
  | 'hasOwnEvents'
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
  readonly runs: Runs;
  /** Rules of a cold start, each with the state above which it pushes. */
  readonly starts: { readonly lowest: State; readonly rule: PushdownRule }[] = [];
  private readonly tables: Tables;
  /** What follows a head by what a user does. */
  readonly successors: Successors;
  private readonly opened = new Set<string>();
  /**
   * Path edges from which links and entries are opened, one for each valuation; `on` is null for an app that does not
   * run.
   */
  readonly openings: ExternalOpening[] = [];
  /** Openings that wait until all path edges of the present number of taps are taken. */
  private readonly opening: ExternalOpening[] = [];
  private taps = 0;
  private work = 0;
  /** Whether the budget ran out, so that configurations are missing. */
  exhausted = false;

  /**
   * @param outside whether runs may open links and entries
   * @param cold whether they may do so before anything else
   */
  constructor(
    private readonly system: System,
    private readonly budget: Budget,
    private readonly outside: boolean,
    private readonly cold = outside,
  ) {
    this.tables = new Tables(system.blocks);
    this.successors = new Successors(system, this.tables);
    this.runs = new Runs(system.hasOwnEvents);
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

  /** Saturates. Pauses every few milliseconds. */
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
      // With rules missing, the result would be incomplete: there is no use in going on.
      this.exhausted = this.budget.isSpent || this.system.bounded;
    };
    const next = (from: number): number =>
      this.opening.length > 0 ? from : Math.min(standing.nextDue(from), returning.nextDue(from));
    for (this.taps = next(0); this.taps < Infinity; this.taps = next(this.taps + 1)) {
      // So many taps would be taken for an event that happens by itself.
      if (system.hasOwnEvents && this.taps % weightOfOwnEvent === weightOfOwnEvent - 1) {
        this.exhausted = true;
        return;
      }
      // Rules that continue an event take no tap, so more may be due at once.
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
      // A link takes one more tap.
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
    // Everything is saturated, even if the budget ran out at the very end.
    this.exhausted = false;
  }

  /** Blocks in which control states are numbered. */
  get blocks(): Blocks {
    return this.system.blocks;
  }

  /** Control states into which a symbol pushed above a state is popped, each with the fewest events since the push. */
  returnsTo(state: State): { readonly control: Control; readonly weight: number }[] {
    const { blocks } = this.tables.returning;
    const returns: { readonly control: Control; readonly weight: number }[] = [];
    (state as StateData).eachReturn((block, set, weight) =>
      returns.push({ control: this.tables.control(blocks.number(block, lowestOf(set))), weight }),
    );
    return returns;
  }

  /** The head of a control state and symbol; undefined if no run reaches it. */
  headAt(control: Control, symbol: StackSymbol): Head | undefined {
    return this.tables.headAt(control, symbol);
  }

  /** Takes the path edges of a part that are due. */
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

  /** Notes that a last frame stands alone. */
  private begin({ of, start }: StateData, block: number, set: number): void {
    const { blocks } = this.tables.standing;
    if (start && blocks.of(start.number) === block)
      of.begun[block] = (of.begun[block] ?? 0) | (set & (1 << blocks.offsetOf(start.number)));
  }

  /** Reaches a head for the first time, which is with the fewest taps. */
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
    const pathEdge: PathEdge = { head, to };
    this.runs.reach(pathEdge, taps);
    if (!head.control.continuation && this.outside) this.openFromOutside(pathEdge);
    for (let index = 0; index < rules.length; index++)
      if (pushed[index]) this.enter(pushed[index]!, rules[index]!, pathEdge, taps + costOf(rules[index]!));
  }

  /** Extends new path edges by the summary edges of their heads. The heads are a set of control states in a block. */
  private goOn({ steps, pops, standing, returning }: SymbolData, row: number, controlBlock: number, set: number): void {
    for (const block of steps.columnsOf(controlBlock))
      this.goOnWith(steps.tile(controlBlock, block), set, standing, row, block);
    for (const block of pops.columnsOf(controlBlock))
      this.goOnWith(pops.tile(controlBlock, block), set, returning, row, block);
  }

  /** Extends new path edges by the summary edges of one tile. */
  private goOnWith(tile: number, set: number, to: SymbolData['standing'], row: number, block: number): void {
    const {
      taps,
      tables: { effects },
    } = this;
    const part = to.part(row, block);
    for (let left = set; left !== 0; left &= left - 1) {
      this.work++;
      to.tiles.awaitEach(part, effects, tile + lowestOf(left), taps);
    }
  }

  /** Takes the returns of a part that are due: symbols above a state are popped into control states. */
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
      // Most of these effects are known from another call.
      const better = effects.improve(own, set, cost + weight, rule);
      if (better !== 0) this.spread(symbols[symbol]!, control, pops, columnBlock, better, cost + weight);
    }
    if (state.pushedBeneath)
      for (const over of state.pushedBeneath) if (over.since !== never) this.uncover(over, columnBlock, set, weight);
  }

  /** Makes the rules of a head and applies them. */
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
    // Of its final length: growing arrays keep spare room, and there are tens of thousands of them.
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

  /**
   * Opens links and entries from a path edge. They ignore the stack, so the first path edge with a valuation is enough.
   */
  private openFromOutside(pathEdge: PathEdge): void {
    const { control, symbol } = pathEdge.head;
    const seen = this.system.hasSeen(control, symbol);
    const key = `${control.valuation} ${seen}`;
    if (this.opened.has(key)) return;
    this.opened.add(key);
    this.open({ on: pathEdge, valuation: control.valuation, seen });
  }

  private open(opening: ExternalOpening): void {
    this.openings.push(opening);
    this.opening.push(opening);
  }

  /** Applies a rule of a head; gives the lowest state above which it pushes, or null. */
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
    // Nothing looks beneath a last frame.
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

  /** Reaches a state that a rule pushes, and the states above it. */
  private enter(lowest: StateData, rule: PushdownRule, on: PathEdge | null, taps: number): void {
    this.work++;
    for (let state: StateData | null = lowest; state; state = state.above) {
      if (taps >= state.since) continue;
      this.runs.enter(state, taps, rule, on);
      this.comeTo(state, taps);
    }
  }

  /** Schedules the path edges of a state that is reached sooner than known. None of them has been taken yet. */
  private comeTo(state: StateData, taps: number): void {
    state.since = taps;
    if (state.start) {
      const { blocks } = this.tables.standing;
      this.awaitHeads(state, blocks.of(state.start.number), 1 << blocks.offsetOf(state.start.number), 0);
    } else state.above!.eachReturn((block, set, weight) => this.uncover(state, block, set, weight));
  }

  /** Adds a caller to a state, and gives it the returns that are known. */
  private addReturn(state: StateData, to: Return): void {
    state.firstReturn = this.tables.returns.add(to, state.firstReturn);
    const { symbol, control, rule, cost, pops } = to;
    const of = this.tables.symbols[symbol]!;
    state.eachReturn((block, set, weight) => this.addEffect(of, control, pops, block, set, cost + weight, rule));
  }

  /** Uncovers a frame: the symbols that were pushed with it, above it, are popped into control states. */
  private uncover(state: StateData, block: number, set: number, weight: number): void {
    if (!state.standsAlone) {
      this.work++;
      this.awaitHeads(state, block, set, weight);
      return;
    }
    // Mostly it is reached otherwise, and no later.
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
   * Adds summary edges from a head to a set of control states in a block, `weight` events later.
   *
   * @param pops whether its frame is popped
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

  /** Extends all path edges of a head by new summary edges. */
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
      for (let offset = 0; offset < size; offset++) {
        // Bits first: the values lie apart, and most are not needed.
        if ((filled[tile + offset]! & bit) === 0 || (set & ~known[first + offset]!) === 0) continue;
        to.tiles.await(first + offset, set, values[((tile + offset) << log2) + (from & (size - 1))]! + weight);
      }
    }
  }
}
