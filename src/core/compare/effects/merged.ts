import type { Effect } from './effect';
import type { Versions } from './versions';

/**
 * Effects that are the same in several variants as one, with the evidence of the first; `variants` becomes null where
 * that is all variants of the new plan.
 *
 * @param keyOf equal for effects that differ only by their variant
 */
export function merged<E extends Effect>(effects: readonly E[], { now }: Versions, keyOf: (effect: E) => string): E[] {
  const groups = new Map<string, { readonly first: E; readonly variants: string[] }>();
  for (const effect of effects) {
    const key = keyOf(effect);
    const group = groups.get(key);
    if (group) group.variants.push(...(effect.variants ?? []));
    else groups.set(key, { first: effect, variants: [...(effect.variants ?? [])] });
  }
  return [...groups.values()].map(({ first, variants }) => ({
    ...first,
    variants: first.variants === null || variants.length === now.plan.variants.length ? null : variants,
  }));
}
