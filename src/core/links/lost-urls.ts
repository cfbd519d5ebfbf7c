/** Compares two versions of an app's patterns: finds URLs that no longer open the same screen. */
import { toEnd } from '../base/slices';
import { bySpecificity, mayMeet } from './clashes';
import { Joint } from './joint';
import type { Pattern } from './pattern';
import type { UrlSpace } from './space';

/** A pattern some of whose URLs open something else, or nothing. */
export interface LostUrl {
  readonly pattern: Pattern;
  /** The shortest of them. */
  readonly url: string;
  /** The screen that it opens now; null if it opens nothing. */
  readonly now: Pattern | null;
}

/**
 * The old patterns that won some URLs which no longer open the screen of that name. Decided over classes of segments.
 * Empty if the new set covers the old one.
 */
export function lostUrls(before: UrlSpace, after: UrlSpace): LostUrl[] {
  const lost = new Map<Pattern, LostUrl>();
  for (const origin of before.origins.length > 0 ? before.origins : [null]) {
    // Every URL of a removed origin is lost.
    const now = origin === null ? origin : after.origins.find(({ text }) => text === origin.text);
    const joint = new Joint(origin?.text ?? '');
    for (const pattern of before.patternsOf(origin)) {
      if (lost.has(pattern)) continue;
      const old = mayMeet(before.treeOf(origin), pattern).filter((other) => bySpecificity(other, pattern) < 0);
      const fresh = now === undefined ? [] : mayMeet(after.treeOf(now), pattern);
      const all = [pattern, ...old, ...fresh];
      const winner = (fits: ReadonlySet<number>): Pattern | null =>
        [...fits].flatMap((index) => (index > old.length ? [all[index]!] : [])).sort(bySpecificity)[0] ?? null;
      const wins = (fits: ReadonlySet<number>): boolean =>
        [...fits].every((index) => index === 0 || index > old.length);
      const { label } = pattern.link.screen;
      const found = toEnd(joint.shortest(all, (fits) => wins(fits) && winner(fits)?.link.screen.label !== label));
      if (found) lost.set(pattern, { pattern, url: found.url, now: winner(found.fits) });
    }
  }
  return [...lost.values()];
}
