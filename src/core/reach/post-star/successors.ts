import { lowestOf, type Control, type Pushdown, type StackSymbol } from '../system';
import { isOwnEvent, weightOfOwnEvent, type Head } from './automaton';
import type { StateData } from './symbol-data';
import type { Tables } from './tables';

/**
 * What directly follows the heads of a saturation by what a user does. What happens by itself is left out: it is no way
 * on. The lightest path tells, since a path without such events weighs less than any other.
 */
export class Successors {
  constructor(
    private readonly system: Pick<Pushdown, 'targetOf' | 'rootsFrom' | 'hasOwnEvents'>,
    private readonly tables: Tables,
  ) {}

  /**
   * Calls `use` with each head that directly follows this one, without a look beneath its frame; and, after all stacks were emptied, with the roots of the other tabs. A tab that is shown as it was left is not among
   * them.
   */
  eachAfter({ control, steps, rules, pushed, symbol }: Head, use: (head: Head) => void): void {
    const { system, tables } = this;
    for (let index = 0; index < rules.length; index++) {
      const rule = rules[index]!;
      if (rule.leaves || rule.word.length === 0 || rule.tabs === 'shown' || isOwnEvent(rule)) continue;
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
        const head = root.control.stack !== to.stack && tables.headAt(root.control, root.symbol);
        if (head) use(head);
      }
    }
    this.eachStep({ control, steps }, (to) => use(tables.headOf(to, symbol)));
  }

  /**
   * Calls `use` with each control state that a summary edge leads to with the same frame on top, on the same stack.
   */
  eachStep({ control, steps }: Pick<Head, 'control' | 'steps'>, use: (control: Control) => void): void {
    steps.eachInRow(control.number, (number, weight) => {
      const to = this.tables.control(number);
      // A head on another stack has come there by one rule.
      if (to.stack === control.stack && this.isByUser(weight)) use(to);
    });
  }

  /**
   * Calls `use` with each head that is uncovered when symbols pushed by one rule are popped; `beneath` lies beneath
   * them all.
   */
  private eachUncovered(lowest: StateData, beneath: StackSymbol | null, use: (head: Head) => void): void {
    const {
      tables,
      tables: { blocks },
    } = this;
    let symbol = beneath;
    for (let state: StateData | null = lowest; state; state = state.above) {
      const uncovered = symbol;
      if (uncovered)
        state.eachReturn((block, set, weight) => {
          if (this.isByUser(weight)) use(tables.headOf(tables.control(blocks.number(block, lowestOf(set))), uncovered));
        });
      symbol = state.symbol;
    }
  }

  /** Calls `use` with each control state into which a head's frame is popped. */
  eachPop({ control, pops }: Head, use: (control: Control) => void): void {
    pops.eachInRow(control.number, (to, weight) => {
      if (this.isByUser(weight)) use(this.tables.control(to));
    });
  }

  /** Whether a weight is that of a path on which nothing happens by itself. */
  private isByUser(weight: number): boolean {
    return !this.system.hasOwnEvents || weight < weightOfOwnEvent;
  }
}
