import type { Screen } from '../plan/model';
import { activeStack, keyOf, type Configuration } from './configuration';
import type { Tap } from './tap';
import type { Walker } from './walker';

/** The configurations at the end of a walk from a cold start: several where conditions in quotes leave steps open. */
export function endsOf(walker: Walker, walk: readonly Tap[]): Configuration[] {
  let now = walker.coldStart();
  for (const { shows, ...event } of walk) {
    const next = now
      .filter((one) => walker.isOffered(one, event))
      .flatMap((one) => walker.after(one, event))
      .filter((one) => topOf(one) === shows);
    now = [...new Map(next.map((one) => [keyOf(one), one])).values()];
  }
  return now;
}

/** The screen on top, or null once the app is left. */
const topOf = (configuration: Configuration): Screen | null => activeStack(configuration)?.screen ?? null;
