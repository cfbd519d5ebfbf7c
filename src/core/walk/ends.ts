import type { Screen } from '../plan/model';
import { activeStack, keyOf, type Configuration } from './configuration';
import { isBeside, partOf } from './event';
import type { Tap } from './tap';
import type { Walker } from './walker';

/** Where a beginning of walks ends, and where they go on from there, by the part of the plan that the next step uses. */
interface Beginning {
  readonly ends: readonly Configuration[];
  readonly next: Map<object | null, { readonly tap: Tap; readonly to: Beginning }[]>;
}

/** The configurations at the ends of walks from a cold start. What walks have in common is walked once. */
export class Ends {
  private readonly start: Beginning;

  constructor(private readonly walker: Walker) {
    this.start = { ends: walker.coldStart(), next: new Map() };
  }

  /** Several configurations, where conditions in quotes leave steps open; none if the walk cannot be walked. */
  of(walk: readonly Tap[]): readonly Configuration[] {
    let at = this.start;
    for (const tap of walk) at = this.after(at, tap);
    return at.ends;
  }

  private after({ ends, next }: Beginning, tap: Tap): Beginning {
    const part = partOf(tap);
    const ways = next.get(part) ?? [];
    const known = ways.find(({ tap: other }) => isSame(other, tap));
    if (known) return known.to;
    const { shows, ...event } = tap;
    const all = ends
      .filter((one) => this.walker.isOffered(one, event))
      .flatMap((one) => this.walker.after(one, event))
      .filter((one) => topOf(one) === shows);
    const to = { ends: [...new Map(all.map((one) => [keyOf(one), one])).values()], next: new Map() };
    next.set(part, [...ways, { tap, to }]);
    return to;
  }
}

/** Whether two steps that use one part of the plan are the same. */
const isSame = (one: Tap, other: Tap): boolean =>
  one.kind === other.kind &&
  one.shows === other.shows &&
  isBeside(one) === isBeside(other) &&
  ('values' in one ? one.values : null) === ('values' in other ? other.values : null);

/** The screen on top, or null once the app is left. */
const topOf = (configuration: Configuration): Screen | null => activeStack(configuration)?.screen ?? null;
