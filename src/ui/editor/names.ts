import { EditorSelection, Prec, type Extension } from '@codemirror/state';
import { EditorView, hoverTooltip, keymap } from '@codemirror/view';
import type { Description } from '../../core/assist/describe';
import { findingsAt } from './findings';
import type { Session } from '../session/session';

/** How many uses become carets; with more, typing into all of them is rename's business. */
const mostCarets = 200;

/**
 * Tip on a name with its description; F12 or Ctrl and a click go to its declaration, Shift F12 selects all its uses.
 */
export const nameTools = (session: Session): Extension => {
  const goToDeclaration = async (view: EditorView, at: number): Promise<void> => {
    const found = await session.describe(at);
    if (found?.at === null || !found) return;
    view.dispatch({
      selection: { anchor: found.at },
      effects: EditorView.scrollIntoView(found.at, { y: 'center' }),
      userEvent: 'select',
    });
  };
  const selectUses = async (view: EditorView, at: number): Promise<void> => {
    const found = await session.describe(at);
    if (!found || found.uses.length === 0) return;
    const places = [...new Map(found.uses.map((use) => [use.from, use])).values()].slice(0, mostCarets);
    const main = Math.max(
      0,
      places.findIndex(({ from, to }) => from <= at && at <= to),
    );
    view.dispatch({
      selection: EditorSelection.create(
        places.map(({ from, to }) => EditorSelection.range(from, to)),
        main,
      ),
      userEvent: 'select',
    });
  };
  return [
    hoverTooltip(
      async (view, at) => {
        // Findings have a tip of their own, with buttons: nothing may move while a user aims at them.
        if (findingsAt(view.state, at).length > 0) return null;
        const found = await session.describe(at);
        return (
          found && { pos: found.range.from, end: found.range.to, above: true, create: () => ({ dom: tip(found) }) }
        );
      },
      { hoverTime: 500 },
    ),
    Prec.high(
      keymap.of([
        { key: 'F12', run: (view) => (void goToDeclaration(view, view.state.selection.main.head), true) },
        { key: 'Shift-F12', run: (view) => (void selectUses(view, view.state.selection.main.head), true) },
      ]),
    ),
    EditorView.domEventHandlers({
      mousedown(event, view) {
        if (!(event.ctrlKey || event.metaKey) || event.button !== 0) return false;
        const at = view.posAtCoords({ x: event.clientX, y: event.clientY });
        if (at === null) return false;
        void goToDeclaration(view, at);
        return true;
      },
    }),
  ];
};

function tip({ declaration, doc, facts }: Description): HTMLElement {
  const dom = document.createElement('div');
  dom.className = 'name-tip';
  const add = (tag: string, text: string): void => {
    const element = document.createElement(tag);
    element.textContent = text;
    dom.append(element);
  };
  if (declaration) add('code', declaration);
  if (doc) add('p', doc);
  add('p', facts.join(' '));
  return dom;
}
