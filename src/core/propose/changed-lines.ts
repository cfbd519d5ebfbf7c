/** Changed lines of a text. */
import { applyEdits, type TextEdit } from '../language/edits';
import { Lines } from '../language/lines';

/** A changed line; one side is null if the line is new, or gone. */
export interface LineChange {
  /** Its number in the current text. */
  readonly line: number;
  readonly before: string | null;
  readonly after: string | null;
}

/** The lines that edits change, in order. */
export function changedLines(text: string, edits: readonly TextEdit[]): LineChange[] {
  const lines = new Lines(text);
  const sorted = [...edits].sort((a, b) => a.from - b.from);
  const groups: { first: number; last: number; edits: TextEdit[] }[] = [];
  for (const edit of sorted) {
    const [first, last] = [lines.lineOf(edit.from), lines.lineOf(edit.to)];
    const group = groups.at(-1);
    // Neighbouring lines are compared together: one edit may write a line again that another removes.
    if (group && first <= group.last + 1) {
      group.last = Math.max(group.last, last);
      group.edits.push(edit);
    } else groups.push({ first, last, edits: [edit] });
  }
  return groups.flatMap(({ first, last, edits: own }) => {
    const from = lines.startOf(first);
    const old = text.slice(from, lines.startOf(last) + lines.textOf(last).length);
    const fresh = applyEdits(
      old,
      own.map((edit) => ({ from: edit.from - from, to: edit.to - from, insert: edit.insert })),
    ).split('\n');
    return align(old.split('\n'), fresh, first);
  });
}

/**
 * Pairs the lines of a stretch before and after: equal ones at both ends are left out, of the rest each goes with the
 * one most like it.
 */
function align(before: readonly string[], after: readonly string[], first: number): LineChange[] {
  let start = 0;
  while (start < before.length && start < after.length && before[start] === after[start]) start++;
  let end = 0;
  while (end < before.length - start && end < after.length - start && before.at(-1 - end) === after.at(-1 - end)) end++;
  const [old, fresh] = [before.slice(start, before.length - end), after.slice(start, after.length - end)];
  return pair(old, fresh)
    .map(([left, right]): LineChange => ({
      line: first + start + Math.min(left ?? placeAmong(right!, old.length, fresh.length), Math.max(0, old.length - 1)),
      before: left === null ? null : old[left]!,
      after: right === null ? null : fresh[right]!,
    }))
    .filter(
      (change) =>
        change.before !== change.after && ((change.before ?? '').trim() !== '' || (change.after ?? '').trim() !== ''),
    );
}

/** Place of a new line among the old ones, in proportion to its place among the new ones. */
const placeAmong = (place: number, old: number, fresh: number): number =>
  Math.floor((place * old) / Math.max(1, fresh));

/** Maximum number of lines in a stretch that is compared line by line. */
const mostLines = 200;

/**
 * An alignment of two lists of lines by dynamic programming (Needleman & Wunsch 1970): pairs of matching lines, and
 * lines without a partner. O(old · new).
 */
function pair(old: readonly string[], fresh: readonly string[]): (readonly [number | null, number | null])[] {
  const all = [
    ...old.map((_line, index) => [index, null] as const),
    ...fresh.map((_line, index) => [null, index] as const),
  ];
  if (old.length === 0 || fresh.length === 0 || old.length > mostLines || fresh.length > mostLines) return all;
  const best: number[][] = Array.from({ length: old.length + 1 }, () => new Array<number>(fresh.length + 1).fill(0));
  for (let i = old.length - 1; i >= 0; i--) {
    for (let j = fresh.length - 1; j >= 0; j--)
      best[i]![j] = Math.max(best[i + 1]![j]!, best[i]![j + 1]!, best[i + 1]![j + 1]! + likeness(old[i]!, fresh[j]!));
  }
  const pairs: (readonly [number | null, number | null])[] = [];
  let [i, j] = [0, 0];
  while (i < old.length || j < fresh.length) {
    const together = i < old.length && j < fresh.length ? likeness(old[i]!, fresh[j]!) : 0;
    if (together > 0 && best[i]![j] === best[i + 1]![j + 1]! + together) pairs.push([i++, j++]);
    else if (j >= fresh.length || (i < old.length && best[i]![j] === best[i + 1]![j])) pairs.push([i++, null]);
    else pairs.push([null, j++]);
  }
  return pairs;
}

/** Share of the longer of two lines that both have in common at their ends; 0 below a third. */
function likeness(a: string, b: string): number {
  const [left, right] = [a.trim(), b.trim()];
  const longest = Math.max(left.length, right.length, 1);
  let start = 0;
  while (start < left.length && left[start] === right[start]) start++;
  let end = 0;
  while (end < Math.min(left.length, right.length) - start && left.at(-1 - end) === right.at(-1 - end)) end++;
  const share = (start + end) / longest;
  return share > 1 / 3 ? share : 0;
}
