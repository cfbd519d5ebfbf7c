import { insertNewlineAndIndent } from '@codemirror/commands';
import { EditorSelection, EditorState } from '@codemirror/state';
import { expect, test } from 'vitest';
import { closeBlock, indenting } from '../../src/ui/editor/indenting';

/** The state of a text whose caret is marked by `|`. */
function stateOf(text: string): EditorState {
  const at = text.indexOf('|');
  const doc = text.slice(0, at) + text.slice(at + 1);
  return EditorState.create({ doc, selection: { anchor: at }, extensions: indenting });
}

const show = ({ doc, selection: { main } }: EditorState): string => {
  const text = doc.toString();
  return `${text.slice(0, main.head)}|${text.slice(main.head)}`;
};

test.each([
  ['screen a {|', 'screen a {\n  |'],
  // The editor has typed the closing brace already.
  ['module m {\n  screen a {|}', 'module m {\n  screen a {\n    |\n  }'],
  ['  has hut: Hut|\n}', '  has hut: Hut\n  |\n}'],
  ['  on "A" push b # {|', '  on "A" push b # {\n    |'],
  ['screen a {}|', 'screen a {}\n|'],
])('a line break in %j indents', (before, after) => {
  let state = stateOf(before);
  insertNewlineAndIndent({ state, dispatch: (transaction) => (state = transaction.state) });
  expect(show(state)).toBe(after);
});

test.each([
  ['screen a {\n  |\n}\nscreen b', 'screen a {\n}|\nscreen b'],
  ['module m {\n  screen a {\n    |\n  }\n}', 'module m {\n  screen a {\n  }|\n}'],
])('a brace typed in %j steps behind the one that is there', (before, after) => {
  const state = stateOf(before);
  expect(show(state.update(closeBlock(state)!).state)).toBe(after);
});

test.each(['screen a { |\n}', 'module m {\n  screen a {\n    |\n}', 'screen a {\n  |', 'screen a {\n  |\n\n}'])(
  'a brace typed in %j is typed',
  (text) => {
    const state = stateOf(text);
    expect(closeBlock(state)).toBeNull();
  },
);

test('a brace typed at several carets is typed at each', () => {
  const state = EditorState.create({
    doc: 'screen a {\n  \n}\nscreen b {\n  \n}',
    selection: EditorSelection.create([EditorSelection.cursor(13), EditorSelection.cursor(29)]),
    extensions: [indenting, EditorState.allowMultipleSelections.of(true)],
  });
  expect(closeBlock(state)).toBeNull();
  expect(closeBlock(state.update({ selection: { anchor: 13 } }).state)).not.toBeNull();
});
