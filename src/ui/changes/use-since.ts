import { useEffect, useState } from 'react';
import type { Since } from '../../core/compare/report/since';
import { useSession, useSnapshot } from '../session/context';
import { useComparer } from './use-comparer';
import { useOldText, type OldText } from './use-old-text';

export interface SinceState extends Pick<OldText, 'revisions' | 'chosen'> {
  /** What has become of the screens since; null where none is chosen, or until it is known. */
  readonly since: Since | null;
}

/** What has become of the screens since the revision that the address names. It follows the text as it is typed. */
export function useSince(planId: string): SinceState {
  const session = useSession();
  const overview = useSnapshot('overview');
  const ask = useComparer();
  const { revisions, chosen, old } = useOldText(planId);
  const [since, setSince] = useState<{ readonly of: string; readonly found: Since } | null>(null);
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
