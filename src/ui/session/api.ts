import type { HistoryFile, NewRevision, RevisionDocument, RevisionPatch, RevisionSummary } from '../../wire/revisions';
import type { AuditDocument, AuditSummary, NewAudit } from '../../wire/audits';
import type { DeletedPlan, NewPlan, PlanDocument, PlanSummary, Problem, SaveText } from '../../wire/plans';

/** An answer of the server that is no success. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** Calls a route handler. @throws ProblemError for a problem document, TypeError if the server cannot be reached */
async function call<T>(path: string, method = 'GET', body?: unknown, keepalive = false): Promise<T> {
  const response = await fetch(`/api${path}`, {
    method,
    keepalive,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  });
  if (response.ok) return (response.status === 204 ? null : await response.json()) as T;
  const isProblem = response.headers.get('content-type')?.startsWith('application/problem+json');
  throw new ProblemError(
    isProblem
      ? ((await response.json()) as Problem)
      : {
          type: 'about:blank',
          title: 'No answer',
          status: response.status,
          detail: 'The server answered something unexpected.',
        },
  );
}

export const api = {
  list: () => call<{ plans: PlanSummary[] }>('/plans').then(({ plans }) => plans),
  create: (plan: NewPlan) => call<PlanSummary>('/plans', 'POST', plan),
  find: (id: string) => call<PlanDocument>(`/plans/${id}`),
  save: (id: string, { text, version, keep }: SaveText, keepalive = false) =>
    call<PlanSummary>(`/plans/${id}/text`, 'PUT', { text, version, ...(keep && { keep }) }, keepalive),
  revisions: (id: string) =>
    call<{ revisions: RevisionSummary[] }>(`/plans/${id}/revisions`).then(({ revisions }) => revisions),
  revision: (id: string, revision: string) => call<RevisionDocument>(`/plans/${id}/revisions/${revision}`),
  addRevision: (id: string, revision: NewRevision) => call<RevisionSummary>(`/plans/${id}/revisions`, 'POST', revision),
  changeRevision: (id: string, revision: string, patch: RevisionPatch) =>
    call<RevisionSummary>(`/plans/${id}/revisions/${revision}`, 'PATCH', patch),
  deleteRevision: (id: string, revision: string) => call<null>(`/plans/${id}/revisions/${revision}`, 'DELETE'),
  createWithHistory: (history: HistoryFile) => call<PlanSummary>('/histories', 'POST', history),
  historyAddress: (id: string) => `/api/plans/${id}/history`,
  deleted: () => call<{ deleted: DeletedPlan[] }>('/deleted').then(({ deleted }) => deleted),
  rename: (id: string, name: string) => call<PlanSummary>(`/plans/${id}`, 'PATCH', { name }),
  duplicate: (id: string) => call<PlanSummary>(`/plans/${id}/duplicate`, 'POST'),
  delete: (id: string) => call<null>(`/plans/${id}`, 'DELETE'),
  restore: (id: string) => call<PlanSummary>(`/plans/${id}/restore`, 'POST'),
  audits: (id: string) => call<{ audits: AuditSummary[] }>(`/plans/${id}/audits`).then(({ audits }) => audits),
  audit: (id: string, audit: string) => call<AuditDocument>(`/plans/${id}/audits/${audit}`),
  keepAudit: (id: string, audit: NewAudit) => call<AuditSummary>(`/plans/${id}/audits`, 'POST', audit),
  deleteAudit: (id: string, audit: string) => call<null>(`/plans/${id}/audits/${audit}`, 'DELETE'),
  auditAddress: (id: string, audit: string) => `/api/plans/${id}/audits/${audit}/download`,
  downloadAddress: (id: string) => `/api/plans/${id}/download`,
};
