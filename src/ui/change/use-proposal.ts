import { useEffect, useState } from 'react';
import type { Proposal, Proposed } from '../../core/propose/propose';
import type { ChangeRequest } from '../../core/propose/request';
import type { TextEdit } from '../../core/language/edits';
import { useSession } from '../session/context';

export interface ProposalState {
  /** Why the fields allow no proposal; null if there is one, or none yet. */
  readonly refusal: string | null;
  /** The last proposal: that of an earlier request until the next one arrives. */
  readonly shown: Proposal | null;
  /** The edits that can be made now, and the text that they are for; null while there is nothing to make. */
  readonly ready: { readonly edits: readonly TextEdit[]; readonly text: string } | null;
}

/** Proposes a change at each edit of a field. Shows no answer to an earlier edit. */
export function useProposal(request: ChangeRequest | null): ProposalState {
  const session = useSession();
  const key = JSON.stringify(request);
  const [last, setLast] = useState<{
    readonly key: string;
    readonly text: string;
    readonly answer: Proposed;
  } | null>(null);
  useEffect(() => {
    const overtaken = new AbortController();
    const asked = JSON.parse(key) as ChangeRequest | null;
    if (asked) {
      void session.propose(asked, overtaken.signal).then((answer) => {
        if (answer && !overtaken.signal.aborted) setLast({ key, ...answer });
      });
    }
    return () => overtaken.abort();
  }, [session, key]);

  if (!last) return { refusal: null, shown: null, ready: null };
  const { answer, text } = last;
  const isCurrent = last.key === key;
  if ('refusal' in answer) return { refusal: isCurrent ? answer.refusal : null, shown: null, ready: null };
  const canMake = isCurrent && answer.edits.length > 0;
  return { refusal: null, shown: answer, ready: canMake ? { edits: answer.edits, text } : null };
}
