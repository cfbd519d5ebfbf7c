import { useEffect, useState } from 'react';
import type { TrailCard } from '../../core/report/walk-card';
import { useComparer } from '../changes/use-comparer';
import { useOldText, type OldText } from '../changes/use-old-text';

export interface WalkSince extends Pick<OldText, 'revisions' | 'chosen'> {
  /**
   * How the same steps went in the chosen revision; null where none is chosen, where it has no such variant, or until
   * it is known.
   */
  readonly trail: TrailCard | null;
  /** Whether that is not known yet. */
  readonly isPending: boolean;
}

/** A walk in the revision that the address names. */
export function useWalkSince(planId: string, steps: string, variant: string | null): WalkSince {
  const ask = useComparer();
  const { revisions, chosen, old } = useOldText(planId);
  const [found, setFound] = useState<{ readonly of: string; readonly trail: TrailCard | null } | null>(null);
  const of = JSON.stringify([chosen, steps, variant]);
  useEffect(() => {
    if (old === null || variant === null) return;
    let isOver = false;
    void ask({ kind: 'walk', before: old, steps, variant }).then((answer) => {
      if (!isOver && 'trail' in answer) setFound({ of, trail: answer.trail });
    });
    return () => {
      isOver = true;
    };
  }, [ask, old, steps, variant, of]);
  const isFound = found !== null && found.of === of;
  const isPending = old !== null && variant !== null && !isFound;
  return { revisions, chosen, trail: isFound ? found.trail : null, isPending };
}
