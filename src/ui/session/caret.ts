import type { ChangeSet } from '@codemirror/state';
import type { TextEdit } from '../../core/language/edits';

/** The place behind the last visible character of the first edit, in the text that the edits make. */
export function endOfFirst([first]: readonly TextEdit[], made: ChangeSet): number | null {
  if (!first) return null;
  return made.mapPos(first.to, 1) - /\s*$/.exec(first.insert)![0].length;
}
