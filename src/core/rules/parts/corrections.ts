import type { TextEdit } from '../../language/edits';
import type { Finding, Fix } from './rule';

/**
 * All corrections of spelling among the best fixes of some findings, as one fix; null if there are fewer than two.
 * Where two of them change the same place, the first one counts. Costs O(letters that are replaced).
 */
export function allCorrections(findings: readonly Finding[]): Fix | null {
  const edits: TextEdit[] = [];
  const taken = new Set<number>();
  let places = 0;
  for (const { fixes } of findings) {
    const [fix] = fixes;
    const offsets = fix?.spells ? fix.edits.flatMap(offsetsOf) : [];
    if (offsets.length === 0 || offsets.some((offset) => taken.has(offset))) continue;
    for (const offset of offsets) taken.add(offset);
    edits.push(...fix!.edits);
    places++;
  }
  return places < 2 ? null : { label: `Correct ${places} places`, edits };
}

/** The offsets that an edit touches, its end included. */
const offsetsOf = ({ from, to }: TextEdit): number[] =>
  Array.from({ length: to - from + 1 }, (_, index) => from + index);
