import { useEffect, useState } from 'react';
import type { RevisionSummary } from '../../wire/revisions';
import { api } from '../session/api';
import { useAddress } from '../session/context';

export interface OldText {
  /** The revisions to choose from, the newest first. */
  readonly revisions: readonly RevisionSummary[];
  /** Id of the chosen one; null for none. */
  readonly chosen: string | null;
  /** Its text; null where none is chosen, or until it is there. */
  readonly old: string | null;
}

/** The text of the revision that the address names as the one since which views mark what has changed. */
export function useOldText(planId: string): OldText {
  const { since: chosen } = useAddress();
  const [revisions, setRevisions] = useState<readonly RevisionSummary[]>([]);
  const [before, setBefore] = useState<{ readonly id: string; readonly text: string } | null>(null);
  useEffect(() => {
    // Without its history a view shows what it always shows.
    api.revisions(planId).then(setRevisions, () => undefined);
  }, [planId]);
  useEffect(() => {
    if (chosen === null) return;
    let isOver = false;
    api.revision(planId, chosen).then(
      ({ id, text }) => {
        if (!isOver) setBefore({ id, text });
      },
      () => undefined,
    );
    return () => {
      isOver = true;
    };
  }, [planId, chosen]);
  return { revisions, chosen, old: before !== null && before.id === chosen ? before.text : null };
}
