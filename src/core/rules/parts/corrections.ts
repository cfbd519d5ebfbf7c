import type { TextEdit } from '../../language/edits';
import type { Finding, Fix } from './rule';

/**
 * All corrections of spelling among the best fixes of some findings, as one fix; null if there are fewer than two.
 * Where two of them change the same place, the first one counts.
 */
export function allCorrections(findings: readonly Finding[]): Fix | null {
  const edits: TextEdit[] = [];
  let places = 0;
  for (const { fixes } of findings) {
    const [fix] = fixes;
    if (!fix?.spells || fix.edits.some((edit) => edits.some((other) => areAtOnePlace(edit, other)))) continue;
    edits.push(...fix.edits);
    places++;
  }
  return places < 2 ? null : { label: `Correct ${places} places`, edits };
}

const areAtOnePlace = (a: TextEdit, b: TextEdit): boolean => a.from <= b.to && b.from <= a.to;
