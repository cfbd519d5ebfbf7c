'use client';

import { createContext, useContext, useSyncExternalStore, type Context } from 'react';
import type { Finding, Fix } from '../../core/rules/parts/rule';
import type { Address, Place } from './address';
import type { Draft } from './change-draft';
import type { SaveState } from './saver';
import type { Session, Snapshot, Standing } from './session';

/** Actions of every view. The functions keep their identity while the plan is open. */
export interface Actions {
  /** Selects a screen: the caret goes to it in the Plan view, the chart to it in the Reach view. */
  readonly select: (label: string) => void;
  /** Goes to an offset of the analysed text in the Plan view; the screen around it becomes the selected one. */
  readonly openAt: (offset: number) => void;
  /** Puts a finding in front of the user. */
  readonly showFinding: (finding: Finding) => void;
  /** Goes to the Walk view to watch the walk that shows a finding, or the shortest one to a screen (by its label). */
  readonly watchWalk: (of: Finding | string) => void;
  /**
   * Goes to the Walk view. `steps` are written as in the language; the first `taken` of them are taken, or all for
   * null. With `since`, the walk in that revision stands beside it. Refuses a walk that is too long for an address, with
   * a message.
   */
  readonly walkTo: (
    walk: { readonly steps: string; readonly taken: number | null } & Partial<Pick<Place, 'variant' | 'since'>>,
    how?: { replace: boolean },
  ) => void;
  /** Says a sentence to users of a screen reader; sighted users see the same otherwise. */
  readonly say: (sentence: string) => void;
  /** Opens the dialog in which a change is prepared and shown before it is made. */
  readonly change: (draft: Draft) => void;
  /** Makes a fix's edits, and says so. */
  /**
   * Makes a fix. In the Plan view the caret then goes to the change, unless `stay`: what stands beside the text is that
   * of the screen under the caret.
   */
  readonly applyFix: (fix: Fix, stay?: boolean) => void;
}

// A context for each part that changes by itself, so that a component is drawn again only when its own parts change.
export const SessionContext = createContext<Session | null>(null);
export const ActionsContext = createContext<Actions | null>(null);
export const AddressContext = createContext<Address | null>(null);
export const ShownContext = createContext<Finding | null>(null);
export const snapshotContexts: { readonly [Part in keyof Snapshot]: Context<Snapshot[Part] | undefined> } = {
  overview: createContext<Snapshot['overview'] | undefined>(undefined),
  names: createContext<Snapshot['names'] | undefined>(undefined),
  detail: createContext<Snapshot['detail'] | undefined>(undefined),
  supply: createContext<Snapshot['supply'] | undefined>(undefined),
  walk: createContext<Snapshot['walk'] | undefined>(undefined),
  links: createContext<Snapshot['links'] | undefined>(undefined),
  drafts: createContext<Snapshot['drafts'] | undefined>(undefined),
};

function within<T>(value: T | null | undefined): T {
  if (value === null || value === undefined) throw new Error('This hook is for components within a Workspace.');
  return value;
}

/** The open plan: its text, its analysis and its saving. */
export const useSession = (): Session => within(useContext(SessionContext));

export const useActions = (): Actions => within(useContext(ActionsContext));

/** The view, selection and filters in the browser's address. */
export const useAddress = (): Address => within(useContext(AddressContext));

/** The finding that was last put in front of the user. */
export const useShown = (): Finding | null => useContext(ShownContext);

/** A part of the last analysis. It may be drawn a moment after the text: `Session` maps its offsets. */
export function useSnapshot<Part extends keyof Snapshot>(part: Part): Snapshot[Part] {
  const value = useContext(snapshotContexts[part]);
  if (value === undefined) throw new Error('This hook is for components within a Workspace.');
  return value;
}

/** The text as it is typed. Draws anew at every keystroke. */
export function useText(): string {
  const session = useSession();
  return useSyncExternalStore(session.subscribeToText, session.getText, session.getText);
}

/** How the saving of the text stands. */
export function useSaveState(): SaveState {
  const session = useSession();
  return useSyncExternalStore(session.subscribeToSave, session.getSave, session.getSave);
}

/** Relation of the shown verdicts to the text. */
export function useStanding(): Standing {
  const session = useSession();
  return useSyncExternalStore(session.subscribeToStanding, session.getStanding, session.getStanding);
}
