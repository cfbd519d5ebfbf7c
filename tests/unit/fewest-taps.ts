import type { Screen } from '../../src/core/plan/model';
import { activeStack, keyOf, type Configuration } from '../../src/core/walk/configuration';
import type { Walker } from '../../src/core/walk/walker';

/**
 * For each screen, the taps of the shortest walk from some configurations, level by level, as far as few configurations
 * show it; null past a limit of the walker.
 */
export function fewestTaps(
  walker: Walker,
  starts: readonly Configuration[],
  most: number,
): ReadonlyMap<Screen, number> | null {
  const fewest = new Map<Screen, number>();
  const seen = new Set<string>();
  let level = starts;
  for (let taps = 0; level.length > 0 && seen.size < most && !walker.bounded; taps++) {
    const fresh = new Map(level.map((configuration) => [keyOf(configuration), configuration]));
    for (const key of seen) fresh.delete(key);
    for (const [key, configuration] of fresh) {
      seen.add(key);
      const { screen } = activeStack(configuration)!;
      if (!fewest.has(screen)) fewest.set(screen, taps);
    }
    level = [...fresh.values()].flatMap((each) => walker.events(each).flatMap((event) => walker.after(each, event)));
  }
  return walker.bounded ? null : fewest;
}
