import type { Screen } from '../../plan/model';
import type { Work } from '../../base/slices';
import { type Head, type Runs, Saturation } from '../post-star';
import { Pushdown } from '../system';
import { Epochs } from './epochs';
import { Stacks } from './stacks';
import type { Monitored } from '../../walk/monitored';

/** All stacks that runs of one variant build, and no others: its tabs share nothing. */
export class ExactStacks extends Stacks {
  private readonly epochsBy = new Map<Runs, Epochs>();

  /** Stacks that tabs hold at the same time, in all runs or in those without links and entries. */
  epochsOf(runs: Runs): Epochs {
    let epochs = this.epochsBy.get(runs);
    if (!epochs) this.epochsBy.set(runs, (epochs = new Epochs(this.system, this.saturation, runs, this.budget)));
    return epochs;
  }

  override get gaveUp(): boolean {
    return [...this.epochsBy.values()].some(({ exhausted }) => exhausted);
  }

  protected override *saturateMonitoring(monitored: Monitored): Work<Saturation> {
    const system = new Pushdown(this.plan, this.system.variant.name, monitored);
    const saturation = new Saturation(system, this.budget, true);
    yield* saturation.run();
    return saturation;
  }

  protected override firstTabWith(head: Head): ReadonlySet<Screen> {
    const { stack, valuation } = head.control;
    const epochs = this.epochsOf(this.all);
    if (epochs.alwaysComesTo(head)) return this.firstTab.get(valuation) ?? new Set();
    const tops = new Set<Screen>();
    for (const epoch of epochs.with(valuation)) {
      if (epoch.tab(stack).visits(({ symbol }) => symbol === head.symbol).length === 0) continue;
      for (const { pathEdge } of epoch.tab(1).visits(() => true)) tops.add(pathEdge.head.symbol.screen);
    }
    return tops;
  }
}
