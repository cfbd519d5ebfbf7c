import type { TextEdit } from '../../core/language/edits';

/** The edit that makes one text of another, between their common beginning and end: the caret keeps its place. */
export function smallestEdit(old: string, text: string): TextEdit {
  let start = 0;
  while (start < old.length && start < text.length && old[start] === text[start]) start++;
  let end = 0;
  while (end < old.length - start && end < text.length - start && old.at(-1 - end) === text.at(-1 - end)) end++;
  return { from: start, to: old.length - end, insert: text.slice(start, text.length - end) };
}
