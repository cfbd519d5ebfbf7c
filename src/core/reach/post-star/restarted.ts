import { type Control, plainRule, type Pushdown, type PushdownRule, type StackSymbol, type Valuation } from '../system';
import type { System } from './saturation';

/** A configuration to start with: its control state and its whole stack, top first. */
export interface Beginning {
  readonly control: Control;
  readonly word: readonly StackSymbol[];
}

/**
 * A pushdown system with other initial configurations, and perhaps only some of the rules. Symbols and control states
 * are shared.
 */
export class Restarted implements System {
  private readonly starts: readonly PushdownRule[];
  /** By the lists that have all of them. */
  private readonly kept = new WeakMap<readonly PushdownRule[], readonly PushdownRule[]>();

  constructor(
    private readonly system: Pushdown,
    private readonly beginnings: readonly Beginning[],
    private readonly keeps: ((rule: PushdownRule) => boolean) | null = null,
  ) {
    this.starts = beginnings.map(({ control: { valuation, stack, continuation, seen }, word }) => ({
      ...plainRule(null, stack, word),
      valuation,
      continuation,
      seen,
      tabs: 'anew',
    }));
  }

  get blocks(): System['blocks'] {
    return this.system.blocks;
  }

  get spent(): number {
    return this.system.spent;
  }

  get bounded(): boolean {
    return this.system.bounded;
  }

  get hasOwnEvents(): boolean {
    return this.system.hasOwnEvents;
  }

  get valuations(): System['valuations'] {
    return this.system.valuations;
  }

  coldStart(): readonly PushdownRule[] {
    return this.starts;
  }

  /** The initial configuration of a run, from its first rule. */
  beginningOf(start: PushdownRule): Beginning {
    return this.beginnings[this.starts.indexOf(start)]!;
  }

  rules(control: Control, symbol: StackSymbol): readonly PushdownRule[] {
    const rules = this.system.rules(control, symbol);
    if (!this.keeps) return rules;
    let kept = this.kept.get(rules);
    if (!kept) this.kept.set(rules, (kept = rules.filter(this.keeps)));
    return kept;
  }

  readonly fromOutside: System['fromOutside'] = (valuation) => this.system.fromOutside(valuation);
  readonly target: System['target'] = (rule, before, seenBefore) => this.system.target(rule, before, seenBefore);
  readonly targetOf: System['targetOf'] = (control, symbol, rule) => this.system.targetOf(control, symbol, rule);
  readonly hasSeen: System['hasSeen'] = (control, symbol) => this.system.hasSeen(control, symbol);

  rootsFrom(valuation: Valuation): ReturnType<System['rootsFrom']> {
    return this.system.rootsFrom(valuation);
  }

  /** Roots of the tabs, each alone on its stack. */
  protected roots(valuation: Valuation): ReturnType<System['rootsFrom']> {
    return this.system.roots(valuation);
  }
}
