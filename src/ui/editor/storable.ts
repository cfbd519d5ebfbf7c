import { EditorState, Text, type Extension } from '@codemirror/state';
import { storable, unstorableIn } from '../../core/language/storable';
import type { Session } from '../workspace/session';

/** Takes out of whatever is typed, pasted or dropped what no plan can hold, and says so. */
export const storableOnly = (session: Session): Extension => EditorState.transactionFilter.of((transaction) => {
  if (!transaction.docChanged) return transaction;
  const changes: { from: number; to: number; insert: Text }[] = [];
  let found = false;
  transaction.changes.iterChanges((from, to, _fromNow, _toNow, inserted) => {
    const text = inserted.toString();
    const isFound = unstorableIn(text) !== null;
    found ||= isFound;
    changes.push({ from, to, insert: isFound ? Text.of(storable(text).split('\n')) : inserted });
  });
  if (!found) return transaction;
  session.notice('Characters that no plan can hold (NUL, or half of a surrogate pair) were taken out of what you put in.');
  return { changes, userEvent: 'input.paste', scrollIntoView: true };
});
