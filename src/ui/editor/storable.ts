import { EditorState, Text, type Extension } from '@codemirror/state';
import { storable, unstorableIn } from '../../core/language/storable';
import type { Session } from '../session/session';

/** Removes characters that no plan can hold from typed, pasted or dropped text, with a notice. */
export const storableOnly = (session: Session): Extension =>
  EditorState.transactionFilter.of((transaction) => {
    if (!transaction.docChanged) return transaction;
    const changes: { from: number; to: number; insert: Text }[] = [];
    let found = false;
    // Behind the last insertion, in the text after it.
    let caret = 0;
    let longer = 0;
    transaction.changes.iterChanges((from, to, _fromNow, _toNow, inserted) => {
      const text = inserted.toString();
      const isFound = unstorableIn(text) !== null;
      found ||= isFound;
      const insert = isFound ? Text.of(storable(text).split('\n')) : inserted;
      changes.push({ from, to, insert });
      caret = from + longer + insert.length;
      longer += insert.length - (to - from);
    });
    if (!found) return transaction;
    session.notice(
      'Andante removed characters that no plan can hold (NUL, or half of a surrogate pair) from your input.',
    );
    return { changes, selection: { anchor: caret }, userEvent: 'input.paste', scrollIntoView: true };
  });
