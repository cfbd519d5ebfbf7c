/** What has moved among its siblings. */

/**
 * The items of a sequence that have to move so that the others stand in rising order: all but those of a longest rising
 * subsequence (Fredman 1975). Costs O(n log n).
 */
export function outOfOrder(places: readonly number[]): Set<number> {
  /** Index of the last item of the best subsequence of each length. */
  const tails: number[] = [];
  const before = places.map(() => -1);
  places.forEach((place, index) => {
    let low = 0;
    let high = tails.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (places[tails[middle]!]! < place) low = middle + 1;
      else high = middle;
    }
    before[index] = low > 0 ? tails[low - 1]! : -1;
    tails[low] = index;
  });
  const out = new Set(places.keys());
  for (let index = tails.at(-1) ?? -1; index >= 0; index = before[index]!) out.delete(index);
  return out;
}
