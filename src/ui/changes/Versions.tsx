'use client';

import { useEffect, useRef, useState } from 'react';
import type { PlanSummary } from '../../wire/plans';
import type { RevisionSummary } from '../../wire/revisions';
import { api } from '../session/api';
import { now, timeOf, titleOf } from './words';

interface Props {
  readonly planId: string;
  readonly revisions: readonly RevisionSummary[];
  /** Name of the dropped file, or null. */
  readonly dropped: string | null;
  readonly from: string | null;
  readonly to: string;
  readonly onChange: (change: { from?: string; to?: string | null }) => void;
  readonly onFile: (files: readonly File[]) => void;
}

/** The two versions that are compared: revisions, the text as it is typed, other plans, a file. */
export function Versions({ planId, revisions, dropped, from, to, onChange, onFile }: Props) {
  const [plans, setPlans] = useState<readonly PlanSummary[]>([]);
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => {
    api.list().then(
      (all) => setPlans(all.filter(({ id }) => id !== planId)),
      // Without the other plans one compares with what is here.
      () => undefined,
    );
  }, [planId]);
  const options = (
    <>
      <option value={now}>The text as it is typed</option>
      {dropped !== null && <option value="file">{dropped}</option>}
      {revisions.length > 0 && (
        <optgroup label="Revisions">
          {revisions.map((one) => (
            <option key={one.id} value={one.id}>
              {titleOf(one)}, {timeOf(one)}
            </option>
          ))}
        </optgroup>
      )}
      {plans.length > 0 && (
        <optgroup label="Other plans">
          {plans.map(({ id, name }) => (
            <option key={id} value={`plan:${id}`}>
              {name}
            </option>
          ))}
        </optgroup>
      )}
    </>
  );
  const look = 'h-8 px-2 border border-rule rounded-field bg-paper cursor-pointer min-w-0 max-w-72';
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
      <label className="flex items-center gap-2 min-w-0">
        From
        <select className={look} value={from ?? ''} onChange={(event) => onChange({ from: event.target.value })}>
          {from === null && <option value="">choose a version</option>}
          {options}
        </select>
      </label>
      <label className="flex items-center gap-2 min-w-0">
        to
        <select
          className={look}
          value={to}
          onChange={(event) => onChange({ to: event.target.value === now ? null : event.target.value })}
        >
          {options}
        </select>
      </label>
      <button type="button" className="fix-button" onClick={() => file.current?.click()}>
        Compare with a file…
      </button>
      <input
        ref={file}
        type="file"
        hidden
        multiple
        accept=".andante,.txt"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFile(files);
        }}
      />
      <a className="fix-button" href={api.historyAddress(planId)} download>
        Download with history
      </a>
    </div>
  );
}
