import { indentService } from '@codemirror/language';
import type { EditorState, Extension, TransactionSpec } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { indentUnit } from '../../core/language/format';

const widthOfIndent = (text: string): number => /^\s*/.exec(text)![0].length;

/**
 * A new line is indented like the last one that says something, one step more behind an opening brace, one less before
 * a closing one.
 */
const indentation = indentService.of((context, at) => {
  let before = context.lineAt(at).from;
  while (before > 0) {
    // Of a line that is being broken, the part in front of the break.
    const previous = context.lineAt(before - 1);
    if (previous.text.trim() !== '') {
      const opens = /\{\s*(#.*)?$/.test(previous.text) ? indentUnit.length : 0;
      const closes = /^\s*\}/.test(context.textAfterPos(at)) ? indentUnit.length : 0;
      return Math.max(0, widthOfIndent(previous.text) + opens - closes);
    }
    before = previous.from;
  }
  return 0;
});

/**
 * The change of a closing brace that is typed at the caret: on a blank line above the brace that closes its block, the
 * blank line goes, and the caret steps behind that brace. So who types every brace does not get those that the editor
 * has typed already a second time. Null elsewhere, and for a selection or several carets.
 */
export function closeBlock({ doc, selection }: EditorState): TransactionSpec | null {
  if (selection.ranges.length > 1 || !selection.main.empty) return null;
  const line = doc.lineAt(selection.main.head);
  if (line.text.trim() !== '' || line.number === doc.lines) return null;
  const next = doc.line(line.number + 1);
  const indent = widthOfIndent(next.text);
  if (next.text[indent] !== '}' || indent !== line.text.length - indentUnit.length) return null;
  const brace = next.from + indent;
  return {
    changes: { from: line.from, to: brace, insert: next.text.slice(0, indent) },
    selection: { anchor: line.from + indent + 1 },
    userEvent: 'input.type',
    scrollIntoView: true,
  };
}

const closing = EditorView.inputHandler.of((view, from, to, text) => {
  const change = text === '}' && from === to ? closeBlock(view.state) : null;
  if (change) view.dispatch(change);
  return change !== null;
});

/** New lines are indented by braces, and a typed brace closes the block once. */
export const indenting: Extension = [indentation, closing];
