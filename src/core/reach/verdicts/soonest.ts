import type { Screen } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import type { PathEdge, Runs } from '../post-star';
import { walkTo } from '../queries';
import { firstShown, type Verdict } from './verdict';

/** For each screen, the runs of an upper bound that lead there soonest. */
export class Soonest {
  private readonly fromInside: ReadonlyMap<Screen, PathEdge>;
  private readonly fromAnywhere: ReadonlyMap<Screen, PathEdge>;

  constructor(
    private readonly runs: Runs,
    private readonly inside: Runs,
  ) {
    this.fromInside = firstShown(inside);
    this.fromAnywhere = firstShown(runs);
  }

  isShown(screen: Screen): boolean {
    return this.fromAnywhere.has(screen);
  }

  /** Whether a verdict has as few taps as the upper bound allows. */
  allowsNoLess({ taps, fromOutside, byEvent }: Verdict, screen: Screen): boolean {
    const head = this.fromInside.get(screen)?.head;
    if (!head) return fromOutside && taps === this.runs.lengthTo(this.fromAnywhere.get(screen)!.head);
    return !fromOutside && byEvent === this.inside.needsOwnEvent(head) && taps === this.inside.lengthTo(head);
  }

  /** The least number of taps from inside that the upper bound allows; null if it allows none by taps alone. */
  tapsFromInside(screen: Screen): number | null {
    const head = this.fromInside.get(screen)?.head;
    return head && !this.inside.needsOwnEvent(head) ? this.inside.lengthTo(head) : null;
  }

  walkTo(screen: Screen): readonly Tap[] {
    const edge = this.fromInside.get(screen);
    return edge ? walkTo(this.inside, edge) : walkTo(this.runs, this.fromAnywhere.get(screen)!);
  }
}
