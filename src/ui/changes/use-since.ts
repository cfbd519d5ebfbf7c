import { useEffect, useState } from 'react';
import type { Since } from '../../core/compare/report/since';
import type { RevisionSummary } from '../../wire/revisions';
import { useComparer } from './use-comparer';
import { api } from '../session/api';
import { useAddress, useSession, useSnapshot } from '../session/context';

export interface SinceState {
  /** The revisions to choose from, the newest first. */
  readonly revisions: readonly RevisionSummary[];
  /** Id of the chosen one; null for none. */
  readonly chosen: string | null;
  /** What has become of the screens since; null where none is chosen, or until it is known. */
  readonly since: Since | null;
}

/** What has become of the screens since the revision that the address names. It follows the text as it is typed. */
export function useSince(planId: string): SinceState {
  const session = useSession();
  const overview = useSnapshot('overview');
  const { since: chosen } = useAddress();
  const ask = useComparer();
  const [revisions, setRevisions] = useState<readonly RevisionSummary[]>([]);
  const [before, setBefore] = useState<{ readonly id: string; readonly text: string } | null>(null);
  const [since, setSince] = useState<{ readonly of: string; readonly found: Since } | null>(null);
  useEffect(() => {
    // Without its history the chart shows what it always shows.
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
  const old = before?.id === chosen ? before.text : null;
  // The overview is of the newest text that is analysed.
  const text = session.text;
  const { variant } = overview;
  useEffect(() => {
    if (old === null || chosen === null) return;
    let isOver = false;
    void ask({ kind: 'since', before: old, after: text, variant }).then((answer) => {
      if (!isOver && 'since' in answer) setSince({ of: chosen, found: answer.since });
    });
    return () => {
      isOver = true;
    };
  }, [ask, chosen, old, text, variant]);
  return { revisions, chosen, since: since !== null && since.of === chosen ? since.found : null };
}
