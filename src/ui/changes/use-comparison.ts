import { useEffect, useState } from 'react';
import type { ComparisonCard } from '../../core/compare/report/cards';
import type { Comparer } from './use-comparer';

/** A comparison, and the texts that it is of. */
export interface Compared {
  readonly before: string;
  readonly after: string;
  readonly card: ComparisonCard;
}

/** Compares two texts whenever one of them changes; the last comparison stays until the next one is there. */
export function useComparison(
  ask: Comparer,
  before: string | null,
  after: string | null,
): { readonly compared: Compared | null; readonly error: string | null } {
  const [state, setState] = useState<{ compared: Compared | null; error: string | null }>({
    compared: null,
    error: null,
  });
  useEffect(() => {
    if (before === null || after === null) return;
    let isOvertaken = false;
    void ask({ kind: 'compare', before, after }).then((answer) => {
      if (isOvertaken) return;
      if ('card' in answer) setState({ compared: { before, after, card: answer.card }, error: null });
      else if ('error' in answer) setState((last) => ({ ...last, error: answer.error }));
    });
    return () => {
      isOvertaken = true;
    };
  }, [ask, before, after]);
  return before === null || after === null ? { compared: null, error: null } : state;
}
