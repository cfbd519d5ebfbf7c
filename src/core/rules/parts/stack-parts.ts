/** Shared by the rules about stacks: looking at every variant, and describing walks. */
import type { Bounded, Exact, VariantReach } from '../../reach';
import { labelOf, type Tap } from '../../walk/tap';
import type { Work } from '../../base/slices';
import { say, words, type Message } from './message';
import type { Context } from './rule';

/** Something found in one or more variants. */
export interface InVariant<K, T> {
  readonly key: K;
  readonly found: T;
  /** The first variant in which it was found; null if it holds in all. */
  readonly variant: string | null;
}

/** Results in one variant, by subject; yields nothing to pause. */
export type Seen<K, T> = Iterable<readonly [K, T] | void>;

/**
 * Searches every variant whose stacks are known, and reports the same finding in several variants once.
 *
 * @param find findings in one variant, by their subject
 * @param confirm findings that walks show in a variant between two bounds
 */
export function* inVariants<K, T>(
  { plan, reach }: Pick<Context, 'plan' | 'reach'>,
  find: (variant: Exact) => Seen<K, T>,
  confirm: (variant: Bounded) => Seen<K, T> = () => [],
): Work<InVariant<K, T>[]> {
  const all = new Map<K, { found: T; variants: string[] }>();
  const findings = (variant: VariantReach): Seen<K, T> => {
    switch (variant.kind) {
      case 'exact':
        return find(variant);
      case 'bounded':
        return confirm(variant);
      case 'undecided':
        return [];
    }
  };
  for (const variant of reach.variants) {
    for (const each of findings(variant)) {
      if (!each) {
        yield;
        continue;
      }
      const [key, found] = each;
      const known = all.get(key);
      if (!known) all.set(key, { found, variants: [variant.name] });
      else if (!known.variants.includes(variant.name)) known.variants.push(variant.name);
    }
  }
  return [...all].map(([key, { found, variants }]) => ({
    key,
    found,
    variant: variants.length === plan.variants.length ? null : variants[0]!,
  }));
}

/** The suspects that a walk confirms. */
export function* confirmed<K>(suspects: ReadonlyMap<K, readonly Tap[] | null>): Iterable<readonly [K, readonly Tap[]]> {
  for (const [key, walk] of suspects) if (walk) yield [key, walk];
}

/** A walk in words: `“Book”, “Pay”, Back`; long ones are cut in the middle. */
export function sayWalk(walk: readonly Tap[]): Message {
  if (walk.length === 0) return say`a cold start`;
  const labels = (taps: readonly Tap[]): string[] =>
    taps.map((tap) => (tap.kind === 'back' ? 'Back' : `“${labelOf(tap)}”`));
  const shown = walk.length > 7 ? [...labels(walk.slice(0, 3)), '…', ...labels(walk.slice(-3))] : labels(walk);
  return say`${words(shown.join(', '))}`;
}

/** `in phone: ` in front of a message that does not hold in all variants. */
export const sayVariant = (variant: string | null): Message => (variant === null ? [] : say`In ${variant}: `);
