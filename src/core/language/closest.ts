import { distance } from 'fastest-levenshtein';

/**
 * The candidate that a misspelt name was most likely meant to be: the one of least edit distance (Levenshtein 1966),
 * letter case aside, of at most a third of the name's length and never more than three; the first one of equals.
 * Costs O(candidates × length²), mostly less, since names of far other lengths are not compared.
 *
 * @returns null where nothing is near
 */
export function closest(name: string, candidates: Iterable<string>): string | null {
  const wanted = name.toLowerCase();
  let best: string | null = null;
  let least = Math.min(3, Math.max(1, Math.floor(name.length / 3))) + 1;
  for (const candidate of candidates) {
    if (Math.abs(candidate.length - name.length) >= least || candidate === name) continue;
    const edits = distance(wanted, candidate.toLowerCase());
    if (edits < least) {
      least = edits;
      best = candidate;
    }
  }
  return best;
}
