import { useEffect, useState } from 'react';
import type { Since } from '../../core/compare/report/since';
import { useSession, useSnapshot, useText } from '../session/context';
import { useComparer } from './use-comparer';
import { useOldText, type OldText } from './use-old-text';

export interface SinceState extends Pick<OldText, 'revisions' | 'chosen'> {
  /** What has become of the screens since; null where none is chosen, or until it is known. */
  readonly since: Since | null;
  /** Whether it is not known yet, for the first time since the revision was chosen. */
  readonly isPending: boolean;
}

/** An answer, and of what it is. */
interface Found {
  readonly since: Since;
  readonly chosen: string;
  readonly text: string;
}

/**
 * What has become of the screens since the revision that the address names. Asks at each keystroke. Shows the answer
 * together with the overview of the same text, since both name places in that text.
 */
export function useSince(planId: string): SinceState {
  const session = useSession();
  const text = useText();
  const { variant } = useSnapshot('overview');
  const ask = useComparer();
  const { revisions, chosen, old } = useOldText(planId);
  const [found, setFound] = useState<Found | null>(null);
  const [shown, setShown] = useState<Found | null>(null);
  useEffect(() => {
    if (old === null || chosen === null) return;
    let isOver = false;
    void ask({ kind: 'since', before: old, after: text, variant }).then((answer) => {
      if (!isOver && 'since' in answer) setFound({ since: answer.since, chosen, text });
    });
    return () => {
      isOver = true;
    };
  }, [ask, chosen, old, text, variant]);
  if (found !== shown && found?.text === text && session.isCurrent) setShown(found);
  const since = shown !== null && shown.chosen === chosen ? shown.since : null;
  return { revisions, chosen, since, isPending: old !== null && since === null };
}
