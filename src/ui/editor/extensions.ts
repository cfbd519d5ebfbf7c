import { closeBrackets, closeBracketsKeymap, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { bracketMatching, indentOnInput, indentUnit } from '@codemirror/language';
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search';
import { EditorState, type Extension } from '@codemirror/state';
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  highlightActiveLineGutter,
  keymap,
  lineNumbers,
  rectangularSelection,
} from '@codemirror/view';
import { indentUnit as unit } from '../../core/language/format';
import type { Session } from '../session/session';
import { completionFrom } from './completion';
import { findingMarks } from './findings';
import { folding } from './folding';
import { indenting } from './indenting';
import { andanteLanguage } from './language';
import { marginGutter } from './margin';
import { nameTools } from './names';
import { marginField, overviewField } from '../session/overview-effect';
import { storableOnly } from './storable';

/** Everything that the editor of a plan is made of. */
export const editorExtensions = (session: Session): Extension => [
  EditorState.tabSize.of(unit.length),
  indentUnit.of(unit),
  EditorState.allowMultipleSelections.of(true),
  lineNumbers(),
  highlightActiveLineGutter(),
  history(),
  drawSelection(),
  rectangularSelection(),
  indentOnInput(),
  bracketMatching(),
  closeBrackets(),
  highlightActiveLine(),
  highlightSelectionMatches({ minSelectionLength: 3 }),
  search({ top: true }),
  storableOnly(session),
  overviewField,
  marginField,
  andanteLanguage,
  indenting,
  folding,
  findingMarks(session),
  nameTools(session),
  marginGutter,
  completionFrom(session),
  // Tab is not bound: it moves on to the next control, as everywhere on the page; Mod-] and Mod-[ indent.
  keymap.of([...closeBracketsKeymap, ...completionKeymap, ...searchKeymap, ...historyKeymap, ...defaultKeymap]),
  EditorView.contentAttributes.of({
    'aria-label': 'Text of the plan',
    tabindex: '0',
    spellcheck: 'false',
    autocorrect: 'off',
    autocapitalize: 'off',
  }),
];
