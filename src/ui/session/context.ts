'use client';

import { createContext, useContext, useSyncExternalStore } from 'react';
import type { Finding, Fix } from '../../core/rules/parts/rule';
import type { Draft } from './change-draft';
import type { Address } from './address';
import type { SaveState } from './saver';
import type { Session, Snapshot, Standing } from './session';

/** What every view of an open plan shares. */
export interface WorkspaceValue {
  readonly session: Session;
  readonly snapshot: Snapshot;
  readonly address: Address;
  /** The finding that was last put in front of the user. */
  readonly shown: Finding | null;
  /** Selects a screen: the caret goes to it in the Plan view, the chart to it in the Reach view. */
  readonly select: (label: string) => void;
  /** Goes to an offset of the analysed text in the Plan view; the screen around it becomes the selected one. */
  readonly openAt: (offset: number) => void;
  /** Puts a finding in front of the user. */
  readonly showFinding: (finding: Finding) => void;
  /** Goes to the Walk view to watch the walk that shows a finding, or the shortest one to a screen (by its label). */
  readonly watchWalk: (of: Finding | string) => void;
  /**
   * Goes to the Walk view with a walk, as steps of the language, of which so many are taken (null for all); says so
   * where it is too long.
   */
  readonly walkTo: (
    walk: { readonly steps: string; readonly taken: number | null; readonly variant?: string | null },
    how?: { replace: boolean },
  ) => void;
  /** Tells the user something in a sentence, for those who hear it; what is seen says it otherwise. */
  readonly say: (sentence: string) => void;
  /** Opens the dialog in which a change is prepared and shown before it is made. */
  readonly change: (draft: Draft) => void;
  /** Makes a fix's edits, and says so. */
  readonly applyFix: (fix: Fix) => void;
}

const WorkspaceContext = createContext<WorkspaceValue | null>(null);

export const WorkspaceProvider = WorkspaceContext.Provider;

export function useWorkspace(): WorkspaceValue {
  const value = useContext(WorkspaceContext);
  if (!value) throw new Error('useWorkspace is for components within a Workspace');
  return value;
}

/** How the saving of the text stands. */
export function useSaveState(): SaveState {
  const { session } = useWorkspace();
  return useSyncExternalStore(session.subscribeToSave, session.getSave, session.getSave);
}

/** How what is shown stands to the text. */
export function useStanding(): Standing {
  const { session } = useWorkspace();
  return useSyncExternalStore(session.subscribeToStanding, session.getStanding, session.getStanding);
}
