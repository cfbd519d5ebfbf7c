/**
 * One replacement in a text: `insert` takes the place of the text from `from` to `to` (UTF-16 code units, half-open).
 */
export interface TextEdit {
  readonly from: number;
  readonly to: number;
  readonly insert: string;
}

/**
 * Applies edits to a text. All offsets are those of the text before any edit; insertions at one place keep their order.
 *
 * @throws RangeError if an edit lies outside the text or two edits overlap
 */
export function applyEdits(text: string, edits: readonly TextEdit[]): string {
  let result = '';
  let at = 0;
  for (const edit of [...edits].sort((a, b) => a.from - b.from || a.to - b.to)) {
    if (edit.from < at || edit.to < edit.from || edit.to > text.length) {
      throw new RangeError(`The edit ${edit.from}-${edit.to} overlaps another or lies outside the text`);
    }
    result += text.slice(at, edit.from) + edit.insert;
    at = edit.to;
  }
  return result + text.slice(at);
}
