import { useCallback, useEffect, useRef, useState } from 'react';
import type { NewRevision, RevisionPatch, RevisionSummary } from '../../wire/revisions';
import { api } from '../session/api';
import type { Comparer } from './use-comparer';

export interface Revisions {
  /** The newest first; null until they have arrived. */
  readonly list: readonly RevisionSummary[] | null;
  readonly problem: string | null;
  readonly mark: (revision: Omit<NewRevision, 'reason'>) => Promise<RevisionSummary | null>;
  readonly change: (id: string, patch: RevisionPatch) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
  /** Text of a revision. @throws if it cannot be read */
  readonly textOf: (id: string) => Promise<string>;
}

/** The revisions of a plan, with what can be done to them. Missing counts are worked out, one after the other. */
export function useRevisions(planId: string, ask: Comparer): Revisions {
  const [list, setList] = useState<readonly RevisionSummary[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const texts = useRef(new Map<string, Promise<string>>());
  const fail = useCallback((error: unknown): void => {
    setProblem(error instanceof TypeError ? 'The server does not answer.' : (error as Error).message);
  }, []);
  const attempt = useCallback(
    async <T>(act: () => Promise<T>): Promise<T | null> => {
      try {
        setProblem(null);
        return await act();
      } catch (error) {
        fail(error);
        return null;
      }
    },
    [fail],
  );
  const textOf = useCallback(
    (id: string): Promise<string> => {
      const found = texts.current.get(id) ?? api.revision(planId, id).then(({ text }) => text);
      texts.current.set(id, found);
      found.catch(() => texts.current.delete(id));
      return found;
    },
    [planId],
  );
  const load = useCallback(async (): Promise<void> => {
    await attempt(async () => setList(await api.revisions(planId)));
  }, [attempt, planId]);
  const put = useCallback((changed: RevisionSummary): void => {
    setList((before) => before && before.map((one) => (one.id === changed.id ? changed : one)));
  }, []);
  // oxlint-disable-next-line react/set-state-in-effect -- the revisions arrive later
  useEffect(() => void load(), [load]);

  const uncounted = list?.find(({ counts }) => counts === null)?.id ?? null;
  useEffect(() => {
    if (uncounted === null) return;
    let isOver = false;
    void (async () => {
      try {
        const answer = await ask({ kind: 'count', text: await textOf(uncounted) });
        if (isOver || !('counts' in answer)) return;
        put(await api.changeRevision(planId, uncounted, { counts: answer.counts }));
      } catch {
        // Without its counts a revision is missing from the chart alone.
      }
    })();
    return () => {
      isOver = true;
    };
  }, [ask, planId, put, textOf, uncounted]);

  const mark = useCallback(
    (revision: Omit<NewRevision, 'reason'>) =>
      attempt(async () => {
        const made = await api.addRevision(planId, { ...revision, reason: 'marked' });
        setList(await api.revisions(planId));
        return made;
      }),
    [attempt, planId],
  );
  const change = useCallback(
    async (id: string, patch: RevisionPatch): Promise<void> => {
      await attempt(async () => put(await api.changeRevision(planId, id, patch)));
    },
    [attempt, planId, put],
  );
  const remove = useCallback(
    async (id: string): Promise<void> => {
      await attempt(async () => {
        await api.deleteRevision(planId, id);
        setList((before) => before && before.filter((one) => one.id !== id));
      });
    },
    [attempt, planId],
  );
  return { list, problem, mark, change, remove, textOf };
}
