import { distance } from 'fastest-levenshtein';

/** Longer names are not compared. */
const longestName = 80;

/**
 * The candidate closest to a misspelt name, by edit distance (Levenshtein 1966). Letter case is ignored, and two
 * swapped neighbours count as one edit. The distance is at most a third of the name's length, and at most three; one
 * edit is always allowed, except in a name of a single letter, where it would leave nothing of the name. Of equals, the
 * first. Costs O(candidates × length²) at most: names of very different length, and names that nobody would type, are
 * skipped.
 *
 * @returns null if no candidate is close enough
 */
export function closest(name: string, candidates: Iterable<string>): string | null {
  if (name.length > longestName) return null;
  const wanted = name.toLowerCase();
  let best: string | null = null;
  const most = name.length === 1 ? 0 : Math.min(3, Math.max(1, Math.floor(name.length / 3)));
  let least = most + 1;
  for (const candidate of candidates) {
    if (Math.abs(candidate.length - name.length) >= least || candidate === name) continue;
    const other = candidate.toLowerCase();
    const edits = isSwap(wanted, other) ? 1 : distance(wanted, other);
    if (edits < least) {
      least = edits;
      best = candidate;
    }
  }
  return best;
}

/**
 * Whether the names differ by two neighbouring letters that have changed places, the commonest slip of all (Damerau
 * 1964).
 */
function isSwap(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  let at = 0;
  while (at < a.length && a[at] === b[at]) at++;
  return at + 1 < a.length && a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}

/**
 * So many names of one kind are compared with all that they may have been meant to be; a plan that has more wrong ones
 * is wrong as a whole.
 */
const mostSought = 100;

/** Looks for the intended names behind misspelt ones, up to a limit of lookups. */
export class Spelling {
  private left = mostSought;

  /** The candidate closest to a name; null if none is close, or if the limit of lookups is reached. */
  closest(name: string, candidates: () => Iterable<string>): string | null {
    return this.left-- > 0 ? closest(name, candidates()) : null;
  }
}
