'use client';

import { useRef, useState, type DragEvent } from 'react';
import type { AuditReport } from '../../core/audit/audit';
import { useActions, useAddress, useSession, useSnapshot } from '../session/context';
import { AuditChoice } from './AuditChoice';
import { AuditHead } from './AuditHead';
import { AuditProgress } from './AuditProgress';
import { AuditResult } from './AuditResult';
import { lookAt, Packed, type AuditFile } from './audit-file';
import { KeptAudit } from './KeptAudit';
import { useAudit, type AuditState } from './use-audit';
import { useKeptAudits, type LoadedAudit } from './use-kept-audits';
import { Notice } from '../parts/Notice';

/** Runs a file of URLs through the plan, and shows the audits that are kept with it. */
export function AuditPanel({ audit }: { audit: string }) {
  const session = useSession();
  const overview = useSnapshot('overview');
  const address = useAddress();
  const { say } = useActions();
  const { variant } = overview;
  const planId = session.plan.id;
  const isNew = audit === 'new';
  const { state, run, cancel } = useAudit();
  // A kept audit shows its results; a new one begins with the choice of a file.
  const kept = useKeptAudits(planId, isNew ? null : audit, state, (id) => {
    address.go({ audit: id }, { replace: true });
    cancel();
  });
  const [chosen, setChosen] = useState<AuditFile | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);

  const begin = (of: AuditFile): void => {
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
      // The question for the column stands beside the choice of a file.
      cancel();
      address.go({ audit: 'new' });
    } catch (error) {
      setProblem(error instanceof Packed ? error.message : `${file.name} cannot be read.`);
    }
  };
  const remove = async (): Promise<void> => {
    setProblem(null);
    try {
      await kept.remove(audit);
    } catch (error) {
      return setProblem((error as Error).message);
    }
    address.go({ audit: 'new' });
    cancel();
    say('The audit is deleted.');
  };
  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    void choose(event.dataTransfer.files[0]);
  };
  const isWaiting = state.kind !== 'running' && state.kind !== 'done';
  const report = isNew ? reportOf(state) : reportOfKept(kept.loaded);

  return (
    <section aria-label="Audit of a file of URLs" onDragOver={(event) => event.preventDefault()} onDrop={onDrop}>
      <AuditHead
        audit={audit}
        kept={kept.summaries}
        onChoose={(id) => address.go({ audit: id })}
        onTryUrls={() => address.go({ audit: null })}
      />
      {isNew && isWaiting && (
        <AuditChoice
          variant={variant}
          chosen={chosen}
          failure={state.kind === 'failed' ? state.why : null}
          onPick={() => input.current?.click()}
          onColumn={(column) => setChosen(chosen && { ...chosen, column })}
          onBegin={() => chosen && begin(chosen)}
        />
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
      {isNew && state.kind === 'running' && <AuditProgress read={state.read} size={state.size} onCancel={cancel} />}
      {kept.loaded && <KeptAudit planId={planId} audit={kept.loaded} onRemove={() => void remove()} />}
      {problem && (
        <Notice form="line" className="mb-2">
          {problem}
        </Notice>
      )}
      {isNew && kept.unkept && (
        <Notice form="line" tone="warning" className="mb-2">
          {kept.unkept}
        </Notice>
      )}
      {report && <AuditResult report={report} />}
    </section>
  );
}

const reportOf = (state: AuditState): AuditReport | null =>
  state.kind === 'running' || state.kind === 'done' ? state.report : null;

const reportOfKept = (audit: LoadedAudit | null): AuditReport | null =>
  audit && 'report' in audit ? audit.report : null;
