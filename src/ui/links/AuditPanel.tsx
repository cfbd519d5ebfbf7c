'use client';

import { useCallback, useEffect, useRef, useState, type DragEvent } from 'react';
import type { AuditDocument, AuditSummary } from '../../wire/audits';
import { api, ProblemError } from '../session/api';
import { useWorkspace } from '../session/context';
import { AuditResult } from './AuditResult';
import { lookAt, Packed, type AuditFile } from './audit-file';
import { useAudit } from './use-audit';

const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** Why a request has failed, as the end of a sentence. */
const sayWhy = (error: unknown): string =>
  error instanceof ProblemError ? error.message : 'the server does not answer.';

/** Runs a file of URLs through the plan, and shows the audits that are kept with it. */
export function AuditPanel({ audit }: { audit: string }) {
  const { session, snapshot, address, say } = useWorkspace();
  const { state, run, cancel } = useAudit();
  const planId = session.plan.id;
  const { variant } = snapshot.overview;
  const [chosen, setChosen] = useState<AuditFile | null>(null);
  const [kept, setKept] = useState<readonly AuditSummary[]>([]);
  const [loaded, setLoaded] = useState<AuditDocument | { readonly id: string; readonly missing: string } | null>(null);
  const [unkept, setUnkept] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const isNew = audit === 'new';

  const list = useCallback(() => api.audits(planId).then(setKept, () => undefined), [planId]);
  useEffect(() => void list(), [list]);
  useEffect(() => {
    if (isNew || loaded?.id === audit) return;
    let current = true;
    api.audit(planId, audit).then(
      (found) => current && setLoaded(found),
      (error: unknown) =>
        current && setLoaded({ id: audit, missing: error instanceof Error ? error.message : 'It cannot be read.' }),
    );
    return () => {
      current = false;
    };
  }, [planId, audit, isNew, loaded]);

  // What is done is kept with the plan, and stands in the address.
  const done = state.kind === 'done' ? state : null;
  useEffect(() => {
    if (!done) return;
    let current = true;
    api.keepAudit(planId, { name: done.name.slice(0, 300), variant: done.variant, report: done.report }).then(
      ({ id, createdAt }) => {
        if (!current) return;
        setLoaded({ id, createdAt, name: done.name, variant: done.variant, report: done.report });
        address.go({ audit: id }, { replace: true });
        // What is kept is shown from there; a new one begins with a choice.
        cancel();
        void list();
      },
      (error: unknown) =>
        current &&
        setUnkept(`It could not be kept with the plan: ${sayWhy(error)} It stays here until this page is left.`),
    );
    return () => {
      current = false;
    };
    // Once for each that is done.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [done]);

  const begin = (of: AuditFile): void => {
    setUnkept(null);
    address.go({ audit: 'new' });
    run({ text: session.text, variant, file: of.file, column: of.column });
  };
  const choose = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setProblem(null);
    try {
      const looked = await lookAt(file);
      setChosen(looked);
      if (looked.columns === null) return begin(looked);
      // Which column it is stands to be answered beside the choice of a file.
      cancel();
      address.go({ audit: 'new' });
    } catch (error) {
      setProblem(error instanceof Packed ? error.message : `${file.name} cannot be read.`);
    }
  };
  const remove = async (): Promise<void> => {
    setProblem(null);
    try {
      await api.deleteAudit(planId, audit);
    } catch (error) {
      return setProblem(`The audit is not deleted: ${sayWhy(error)}`);
    }
    setLoaded(null);
    address.go({ audit: 'new' });
    cancel();
    void list();
    say('The audit is deleted.');
  };
  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    void choose(event.dataTransfer.files[0]);
  };
  const shown = !isNew && loaded?.id === audit ? loaded : null;
  const report = isNew
    ? state.kind === 'running' || state.kind === 'done'
      ? state.report
      : null
    : shown && 'report' in shown
      ? shown.report
      : null;

  return (
    <section aria-label="Audit of a file of URLs" onDragOver={(event) => event.preventDefault()} onDrop={onDrop}>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 mb-2">
        <strong className="part-head">Audit a file of URLs</strong>
        <span className="flex-1" />
        {kept.length > 0 && (
          <select
            aria-label="Kept audits"
            className="h-7 px-2 border border-rule rounded-field bg-paper cursor-pointer max-w-60"
            value={isNew ? 'new' : audit}
            onChange={(event) => address.go({ audit: event.target.value })}
          >
            <option value="new">a new one</option>
            {kept.map(({ id, name, createdAt }) => (
              <option key={id} value={id}>
                {name}, {when.format(createdAt)}
              </option>
            ))}
            {!isNew && !kept.some(({ id }) => id === audit) && <option value={audit}>{audit}</option>}
          </select>
        )}
        <button type="button" className="fix-button" onClick={() => address.go({ audit: null })}>
          Try URLs instead
        </button>
      </p>
      {isNew && state.kind !== 'running' && state.kind !== 'done' && (
        <div className="border border-dashed border-rule rounded-field bg-paper p-4 grid gap-3">
          <p>
            A file of any size: one URL a line, an access log, or CSV. It is read on this machine, in{' '}
            {variant === 'app' ? (
              'this plan'
            ) : (
              <>
                variant <code>{variant}</code>
              </>
            )}
            .
          </p>
          <p>
            <button type="button" className="btn btn-sm btn-primary" onClick={() => input.current?.click()}>
              Choose a file
            </button>{' '}
            <span className="text-mute ml-2">or drop one here</span>
          </p>
          {chosen?.columns && (
            <p className="flex flex-wrap gap-2 items-center">
              <label className="flex gap-2 items-center">
                <span>
                  The URLs of <span className="font-mono">{chosen.file.name}</span> stand in column
                </span>
                <select
                  className="h-7 px-2 border border-rule rounded-field bg-paper cursor-pointer max-w-48"
                  value={chosen.column ?? 0}
                  onChange={(event) => setChosen({ ...chosen, column: Number(event.target.value) })}
                >
                  {chosen.columns.map((name, column) => (
                    <option key={column} value={column}>
                      {name || `column ${column + 1}`}
                    </option>
                  ))}
                </select>
              </label>
              <button type="button" className="btn btn-sm btn-primary" onClick={() => begin(chosen)}>
                Audit it
              </button>
            </p>
          )}
          {state.kind === 'failed' && (
            <p role="alert" className="text-error">
              {state.why}
            </p>
          )}
        </div>
      )}
      <input
        ref={input}
        type="file"
        aria-label="File of URLs"
        className="sr-only"
        tabIndex={-1}
        accept=".txt,.csv,.tsv,.log,text/*"
        onChange={(event) => {
          void choose(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      {isNew && state.kind === 'running' && (
        <p className="flex items-center gap-3 mb-3">
          <progress
            className="flex-1 h-2 accent-primary"
            aria-label="How much of the file is read"
            max={Math.max(1, state.size)}
            value={state.read}
          />
          <span className="tabular-nums text-mute w-12 text-right">
            {Math.floor((100 * state.read) / Math.max(1, state.size))} %
          </span>
          <button type="button" className="btn btn-sm" onClick={cancel}>
            Cancel
          </button>
        </p>
      )}
      {shown && 'missing' in shown && (
        <p role="alert" className="text-error">
          {shown.missing}
        </p>
      )}
      {shown && 'report' in shown && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 mb-3">
          <span className="font-mono break-all">{shown.name}</span>
          <span className="text-mute">
            {when.format(shown.createdAt)}, variant {shown.variant}
          </span>
          <span className="flex-1" />
          <a className="fix-button" href={api.auditAddress(planId, shown.id)} download>
            Download as CSV
          </a>
          <button type="button" className="fix-button" onClick={() => void remove()}>
            Delete
          </button>
        </p>
      )}
      {problem && (
        <p role="alert" className="text-error mb-2">
          {problem}
        </p>
      )}
      {unkept && isNew && (
        <p role="alert" className="text-warning mb-2">
          {unkept}
        </p>
      )}
      {report && <AuditResult report={report} />}
    </section>
  );
}
