import type { Work } from './slices';

/** The part of a map that `remembered` uses. */
interface Kept<K, V> {
  has(key: K): boolean;
  get(key: K): V | undefined;
  set(key: K, value: V): unknown;
}

/** The value of a key in a map, as `remembered` gives it, of work that pauses. */
export function* rememberedWork<K, V>(map: Kept<K, V>, key: K, work: () => Work<V>): Work<V> {
  if (!map.has(key)) map.set(key, yield* work());
  return map.get(key)!;
}

/** The value of a key in a map; computed at the first request, then kept. */
export function remembered<K, V>(map: Kept<K, V>, key: K, work: () => V): V {
  const known = map.get(key);
  if (known !== undefined || map.has(key)) return known!;
  const value = work();
  map.set(key, value);
  return value;
}
