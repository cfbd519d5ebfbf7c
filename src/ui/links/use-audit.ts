'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { AuditReport } from '../../core/audit/audit';
import type { AuditAnswer, AuditQuestion } from '../analysis/audit-worker';

export type AuditState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly read: number; readonly size: number; readonly report: AuditReport | null }
  | { readonly kind: 'done'; readonly name: string; readonly variant: string; readonly report: AuditReport }
  | { readonly kind: 'failed'; readonly why: string };

/** One audit at a time, in a worker of its own; leaving the view ends it. */
export function useAudit(): {
  readonly state: AuditState;
  readonly run: (question: AuditQuestion) => void;
  readonly cancel: () => void;
} {
  const [state, setState] = useState<AuditState>({ kind: 'idle' });
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const cancel = useCallback(() => {
    end();
    setState({ kind: 'idle' });
  }, [end]);
  const run = useCallback(
    (question: AuditQuestion) => {
      end();
      const own = new Worker(new URL('../analysis/audit-worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      const { file, variant } = question;
      setState({ kind: 'running', read: 0, size: file.size, report: null });
      own.onmessage = ({ data }: MessageEvent<AuditAnswer>) => {
        if (worker.current !== own) return;
        if (data.kind === 'progress')
          return setState({ kind: 'running', read: data.read, size: file.size, report: data.report });
        end();
        setState(data.kind === 'done' ? { kind: 'done', name: file.name, variant, report: data.report } : data);
      };
      own.onerror = () => {
        end();
        setState({ kind: 'failed', why: 'The audit has stopped.' });
      };
      own.postMessage(question);
    },
    [end],
  );
  return { state, run, cancel };
}
