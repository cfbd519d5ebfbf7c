/** What Back newly reveals, and what it reveals no longer. */
import type { Screen } from '../../plan/model';
import { walkRevealing, type Back, type VariantReach } from '../../reach';
import type { BackEffect, Evidence, Version } from './effect';
import { merged } from './merged';
import type { VariantPair, Versions } from './versions';

export function backEffects(versions: Versions): BackEffect[] {
  const before = new Map([...versions.after].map(([old, now]) => [now, old]));
  return [...before].flatMap(([now, old]) =>
    merged(
      versions.variantsWith(old, now).flatMap((pair) => effectIn(versions, pair, old, now) ?? []),
      versions,
      ({ reveals, noLonger, leaves }) => JSON.stringify([reveals, noLonger, leaves]),
    ),
  );
}

function effectIn({ after }: Versions, pair: VariantPair, old: Screen, now: Screen): BackEffect | null {
  const isShown = (reach: VariantReach, { index }: Screen): boolean => reach.verdicts[index]!.reachable === 'yes';
  // What a screen that nobody sees reveals is no news.
  if (!isShown(pair.before, old) || !isShown(pair.after, now)) return null;
  const [was, is] = [pair.before.back(old), pair.after.back(now)];
  // The first tab may show nearly every screen. That is news only where Back begins or ceases to go there.
  const hasGoneThere = was.toFirstTab && is.toFirstTab;
  const revealedBy = (back: Back): readonly Screen[] => (hasGoneThere ? back.within : back.reveals);
  const isAll = (back: Back): boolean => (hasGoneThere ? back.wholeWithin : back.whole);
  const had = new Map(revealedBy(was).map((screen) => [after.get(screen) ?? screen, screen]));
  const has = new Set(revealedBy(is));
  // Something that was not seen is new only if all was seen before.
  const reveals = isAll(was) ? [...has].filter((screen) => !had.has(screen)) : [];
  const noLonger = isAll(is) ? [...had].filter(([screen]) => !has.has(screen)) : [];
  const leaves = was.leaves !== null && is.leaves !== null && was.leaves !== is.leaves ? is.leaves : null;
  if (reveals.length === 0 && noLonger.length === 0 && leaves === null) return null;
  const shows = (version: Version, reach: VariantReach, screen: Screen, other: Screen): Evidence[] => {
    const walk = walkRevealing(reach, screen, other);
    return walk ? [{ in: version, variant: reach.name, walk }] : [];
  };
  return {
    kind: 'back',
    weight: 'neutral',
    hurts: [],
    screen: now.label,
    module: now.module?.name ?? null,
    variants: [pair.name],
    before: old.nameNode,
    after: now.nameNode,
    evidence: [
      ...reveals.slice(0, 1).flatMap((screen) => shows('after', pair.after, now, screen)),
      ...noLonger.slice(0, 1).flatMap(([, screen]) => shows('before', pair.before, old, screen)),
    ],
    reveals: reveals.map(({ label }) => label),
    noLonger: noLonger.map(([{ label }]) => label),
    leaves,
  };
}
