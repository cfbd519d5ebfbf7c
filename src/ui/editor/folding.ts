import { codeFolding, foldGutter, foldKeymap, foldService } from '@codemirror/language';
import type { Extension } from '@codemirror/state';
import { keymap } from '@codemirror/view';

/**
 * A block folds from its opening brace to the line that closes it, which begins as far in as the line that opens it.
 */
const blocks = foldService.of((state, from, to) => {
  const head = state.doc.lineAt(from);
  if (!/\{\s*(#.*)?$/.test(head.text)) return null;
  const indent = /^\s*/.exec(head.text)![0];
  for (let number = head.number + 1; number <= state.doc.lines; number++) {
    const line = state.doc.line(number);
    if (line.text.startsWith(`${indent}}`)) return { from: to, to: line.to };
    // Whatever stands further out than the head belongs to something else: the block is not closed.
    if (line.text.trim() !== '' && /^\s*/.exec(line.text)![0].length < indent.length) return null;
  }
  return null;
});

/** Screens and modules fold, by the mark beside the line or by keys. */
export const folding: Extension = [
  blocks,
  codeFolding({ placeholderText: '… }' }),
  foldGutter({ openText: '▾', closedText: '▸' }),
  keymap.of(foldKeymap),
];
