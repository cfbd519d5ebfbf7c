'use client';

import { useEffect } from 'react';
import type { Draft } from '../session/change-draft';
import { isTextField } from '../parts/text-field';
import { placeOfFinding } from '../findings/same';
import type { Finding } from '../../core/rules/parts/rule';
import type { Actions } from '../session/context';
import type { Session } from '../session/session';
import { views } from '../session/views';
import type { Drawn } from './actions';

/** All keys, for the dialog that shows them. Editor and lists handle arrows themselves. */
export const keyTable: readonly { readonly keys: string; readonly does: string }[] = [
  ...views.map(({ key, label }) => ({ keys: key, does: `${label} view` })),
  { keys: '/', does: 'go to a screen by name' },
  { keys: 'F8', does: 'next finding' },
  { keys: 'Shift F8', does: 'finding before' },
  {
    keys: 'F2',
    does: 'rename: in the text the name at the caret, elsewhere the screen; at a literal: let the screen hold it',
  },
  { keys: 'Shift F2', does: 'in the text: insert a screen before the step at the caret' },
  { keys: 'o', does: 'add a way out of the selected screen' },
  { keys: 'Delete', does: 'outside of the text: delete the selected screen' },
  { keys: 'Ctrl Z', does: 'undo, in every view' },
  { keys: 'Ctrl Y', does: 'redo' },
  { keys: 'Ctrl Space', does: 'in the text: what could stand here' },
  { keys: 'F12', does: 'in the text: to the declaration of the name at the caret' },
  { keys: 'Shift F12', does: 'in the text: a caret in every use of that name' },
  { keys: 'Ctrl /', does: 'in the text: make lines comments, or no longer' },
  { keys: 'Ctrl F', does: 'in the text: find and replace' },
  { keys: 'Arrows', does: 'in Reach and Supply: to the next screen or argument in that direction' },
  { keys: 'q', does: 'in Reach: ask about the plan' },
  { keys: 'f', does: 'in Reach: the whole chart' },
  { keys: '+  −  0', does: 'in Reach: larger, smaller, the original size' },
  { keys: 'Shift arrows', does: 'in Reach: pan' },
  { keys: '↑  ↓', does: 'in Links and Hand over: to the next pattern or output, or the one before' },
  { keys: 'Enter', does: 'in Reach, Supply and Links: to the text' },
  { keys: 'a … z', does: 'in Walk: what the phone shows beside the letter' },
  { keys: 'Backspace', does: 'in Walk: Back' },
  { keys: 'l', does: 'in Walk: open a link, an entry or any URL' },
  { keys: 'k', does: 'in Walk: keep the walk in the plan' },
  { keys: '←  →', does: 'in Walk: a step back, a step on' },
  { keys: 'Home', does: 'in Walk: begin another with a cold start' },
  { keys: 's', does: 'outside of the text: supply the value that fits best' },
  { keys: 'Esc', does: 'step out' },
  { keys: '?', does: 'these keys' },
];

/** Target of the keys. */
export interface OpenPlan extends Drawn {
  readonly session: Session;
  /** The finding that was last put in front of the user. */
  readonly shown: Finding | null;
  readonly actions: Actions;
}

type Action = (plan: OpenPlan, open: Dialogs) => void;

export interface Dialogs {
  readonly openKeys: () => void;
  readonly openGoTo: () => void;
}

/** Keys that work even while the user types. */
const always: Readonly<Record<string, Action>> = {
  F8: (plan) => stepThroughFindings(plan, 1),
  'Shift F8': (plan) => stepThroughFindings(plan, -1),
  F2: (plan) => change(plan, draftAt(plan, false)),
  'Shift F2': (plan) => change(plan, draftAt(plan, true)),
};

/** Keys that a field with text has for itself. */
const outsideOfText: Readonly<Record<string, Action>> = {
  'Ctrl z': ({ session }) => session.undo(),
  'Ctrl Shift z': ({ session }) => session.redo(),
  'Ctrl y': ({ session }) => session.redo(),
  '/': (_plan, { openGoTo }) => openGoTo(),
  '?': (_plan, { openKeys }) => openKeys(),
  o: (plan) => change(plan, draftOfScreen(plan, 'way')),
  Delete: (plan) => change(plan, draftOfScreen(plan, 'delete')),
  s: supplyFirst,
  ...Object.fromEntries(views.map(({ key, id }): [string, Action] => [key, ({ address }) => address.go({ view: id })])),
};

/** A key with its modifiers, as in the tables; Shift is part of signs such as `?`. */
function nameOf({ key, ctrlKey, metaKey, shiftKey }: KeyboardEvent): string {
  const isControl = ctrlKey || metaKey;
  const isShift = shiftKey && (isControl || /^F\d+$/.test(key));
  return `${isControl ? 'Ctrl ' : ''}${isShift ? 'Shift ' : ''}${isControl ? key.toLowerCase() : key}`;
}

function actionOf(event: KeyboardEvent, typing: boolean): Action | undefined {
  const name = nameOf(event);
  if (Object.hasOwn(always, name)) return always[name];
  if (typing && event.key === 'Escape') return () => (event.target as HTMLElement).blur();
  return !typing && !event.altKey && Object.hasOwn(outsideOfText, name) ? outsideOfText[name] : undefined;
}

/** Keys that work in every view. Letters and digits do nothing while the user types. */
export function useWorkspaceKeys(plan: OpenPlan, open: Dialogs): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || document.querySelector('dialog[open]')) return;
      const action = actionOf(event, isTextField(event.target));
      if (!action) return;
      action(plan, open);
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [plan, open]);
}

/** Opens the dialog of a change, if there is something to change. */
function change(plan: OpenPlan, draft: Draft | null): void {
  if (draft) plan.actions.change(draft);
}

/** A change of the selected screen; null without a selection. */
function draftOfScreen({ address, snapshot }: OpenPlan, kind: 'way' | 'delete'): Draft | null {
  const screen = snapshot.overview.screens.find(({ label }) => label === address.screen);
  return screen ? { kind, screen: screen.label } : null;
}

/** Gives the first argument that the selected screen fails to supply the value that fits best. */
function supplyFirst({ address, snapshot, actions }: OpenPlan): void {
  const finding = snapshot.overview.findings.find(
    ({ subject, argument, fixes }) =>
      subject !== null && subject === address.screen && argument !== null && fixes.length > 0,
  );
  if (finding) actions.applyFix(finding.fixes[0]!);
}

/** Draft for F2: of the name at the caret, with Shift of the step there; outside of the text of the selected screen. */
function draftAt({ session, address, snapshot }: OpenPlan, between: boolean): Draft | null {
  const { doc, selection } = session.editor;
  const at = selection.main.head;
  if (address.view === 'plan') {
    if (between) return { kind: 'between', at };
    const line = doc.lineAt(at);
    const before = /\w*$/.exec(line.text.slice(0, at - line.from))![0];
    const name = before + /^\w*/.exec(line.text.slice(at - line.from))![0];
    // A number or a text in quotation marks is no name: it can become one that the screen holds.
    if (
      name === '' ||
      /^\d/.test(name) ||
      (isInString(line.text.slice(0, at - line.from)) && !/\{[\w.]*$/.test(line.text.slice(0, at - line.from)))
    )
      return { kind: 'extract', at };
    return { kind: 'rename', at, name };
  }
  const screen = snapshot.overview.screens.find((one) => one.label === address.screen);
  return screen && !between
    ? { kind: 'rename', at: session.nowAt(screen.at, snapshot.overview), name: screen.label.split('.').at(-1)! }
    : null;
}

/** Whether a line's text ends within quotation marks. */
const isInString = (before: string): boolean => (before.replace(/\\./g, '').match(/"/g) ?? []).length % 2 === 1;

/** Goes to the finding after, or before, the caret or the selected screen; round at the ends. */
function stepThroughFindings({ session, snapshot, address, shown, actions }: OpenPlan, direction: 1 | -1): void {
  const { findings, screens } = snapshot.overview;
  if (findings.length === 0) return;
  const last = placeOfFinding(findings, shown);
  // Without a caret, the next finding follows the one that was shown last.
  if (address.view !== 'plan' && last >= 0)
    return actions.showFinding(findings[(last + direction + findings.length) % findings.length]!);
  const selected = address.view === 'plan' ? null : screens.find((screen) => screen.label === address.screen);
  const at = selected
    ? direction > 0
      ? selected.to
      : selected.from
    : session.wasAt(session.editor.selection.main.head, snapshot.overview);
  const next =
    direction > 0
      ? (findings.find((finding) => finding.range.from > at) ?? findings[0])
      : (findings.findLast((finding) => finding.range.from < at) ?? findings.at(-1));
  if (next) actions.showFinding(next);
}
