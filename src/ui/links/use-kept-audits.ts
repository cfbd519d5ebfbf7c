import { useCallback, useEffect, useState } from 'react';
import type { AuditDocument, AuditSummary } from '../../wire/audits';
import { api, ProblemError } from '../session/api';
import type { AuditState } from './use-audit';

/** Why a request has failed, as the end of a sentence. */
const sayWhy = (error: unknown): string =>
  error instanceof ProblemError ? error.message : 'the server does not answer.';

/** A requested audit: the document, or a sentence that says why there is none. */
export type LoadedAudit = AuditDocument | { readonly id: string; readonly missing: string };

export interface KeptAudits {
  readonly summaries: readonly AuditSummary[];
  /** The audit of the address; null while it is fetched, and for a new one. */
  readonly loaded: LoadedAudit | null;
  /** Why the last audit could not be kept. */
  readonly unkept: string | null;
  /** @throws Error in words for the user */
  readonly remove: (id: string) => Promise<void>;
}

/**
 * The audits that are kept with a plan. A finished one is kept at once.
 *
 * @param audit the id in the address; null for a new one
 * @param onKept hears the id under which an audit was kept
 */
export function useKeptAudits(
  planId: string,
  audit: string | null,
  state: AuditState,
  onKept: (id: string) => void,
): KeptAudits {
  const [summaries, setSummaries] = useState<readonly AuditSummary[]>([]);
  const [loaded, setLoaded] = useState<LoadedAudit | null>(null);
  const [unkept, setUnkept] = useState<{ readonly of: AuditState; readonly why: string } | null>(null);

  const list = useCallback(() => api.audits(planId).then(setSummaries, () => undefined), [planId]);
  useEffect(() => void list(), [list]);
  useEffect(() => {
    if (audit === null || loaded?.id === audit) return;
    let current = true;
    api.audit(planId, audit).then(
      (found) => current && setLoaded(found),
      (error: unknown) =>
        current && setLoaded({ id: audit, missing: error instanceof Error ? error.message : 'It cannot be read.' }),
    );
    return () => {
      current = false;
    };
  }, [planId, audit, loaded]);

  const done = state.kind === 'done' ? state : null;
  useEffect(() => {
    if (!done) return;
    let current = true;
    const { name, variant, report } = done;
    api.keepAudit(planId, { name: name.slice(0, 300), variant, report }).then(
      ({ id, createdAt }) => {
        if (!current) return;
        setLoaded({ id, createdAt, name, variant, report });
        onKept(id);
        void list();
      },
      (error: unknown) => {
        const why = `It could not be kept with the plan: ${sayWhy(error)} It stays here until this page is left.`;
        if (current) setUnkept({ of: done, why });
      },
    );
    return () => {
      current = false;
    };
    // Once for each that is done.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [done]);

  const remove = async (id: string): Promise<void> => {
    try {
      await api.deleteAudit(planId, id);
    } catch (error) {
      throw new Error(`The audit is not deleted: ${sayWhy(error)}`);
    }
    setLoaded({ id, missing: 'This audit was deleted.' });
    void list();
  };

  return {
    summaries,
    loaded: audit !== null && loaded?.id === audit ? loaded : null,
    unkept: unkept && unkept.of === done ? unkept.why : null,
    remove,
  };
}
