'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { api } from '../session/api';
import { useWorkspace } from '../session/context';
import { EarlierDialog } from './EarlierDialog';

interface Props {
  planId: string;
  name: string;
  onRename: (name: string) => void;
}

/** The plan's name, and what can be done with the plan as a whole. */
export function PlanMenu({ planId, name, onRename }: Props) {
  const { session, change } = useWorkspace();
  const router = useRouter();
  const menu = useRef<HTMLDetailsElement>(null);
  const [naming, setNaming] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [looking, setLooking] = useState(false);
  const run = (act: () => Promise<void> | void) => async (): Promise<void> => {
    if (menu.current) menu.current.open = false;
    try {
      setProblem(null);
      await act();
    } catch (error) {
      setProblem(
        error instanceof TypeError ? 'The server does not answer; nothing was changed.' : (error as Error).message,
      );
    }
  };
  const rename = async (): Promise<void> => {
    const wanted = naming?.trim() ?? '';
    setNaming(null);
    if (wanted !== '' && wanted !== name) await run(async () => onRename((await api.rename(planId, wanted)).name))();
  };
  if (naming !== null) {
    return (
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void rename();
        }}
      >
        <input
          className="input input-sm w-44 bg-paper"
          aria-label="Name of the plan"
          value={naming}
          maxLength={120}
          autoFocus
          onChange={(event) => setNaming(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') {
              event.stopPropagation();
              setNaming(null);
            }
          }}
          onBlur={() => void rename()}
        />
      </form>
    );
  }
  return (
    <div className="relative min-w-0">
      <details
        ref={menu}
        className="dropdown min-w-0"
        onKeyDown={(event) => {
          if (event.key !== 'Escape' || !menu.current?.open) return;
          menu.current.open = false;
          menu.current.querySelector('summary')?.focus();
        }}
      >
        <summary className="btn btn-ghost btn-sm font-mono font-normal px-2 max-w-52 min-w-0 flex-nowrap" title={name}>
          <span className="truncate">{name}</span>
          <span aria-hidden className="text-mute text-[10px]">
            ▾
          </span>
        </summary>
        <ul className="dropdown-content menu bg-paper border border-rule rounded-field shadow-lg z-30 w-56 mt-1">
          <li>
            <button
              type="button"
              onClick={() => {
                if (menu.current) menu.current.open = false;
                setNaming(name);
              }}
            >
              Rename…
            </button>
          </li>
          <li>
            <button type="button" onClick={run(() => change({ kind: 'list', module: null }))}>
              Add many screens…
            </button>
          </li>
          <li>
            <button
              type="button"
              onClick={run(async () => {
                if (!(await session.format()))
                  throw new Error('The text has lines that do not read; put them right first.');
              })}
            >
              Lay the text out
            </button>
          </li>
          <li>
            <button type="button" onClick={run(() => setLooking(true))}>
              Earlier texts…
            </button>
          </li>
          <li>
            <a href={api.downloadAddress(planId)} download>
              Download
            </a>
          </li>
          <li>
            <button type="button" onClick={run(async () => router.push(`/plans/${(await api.duplicate(planId)).id}`))}>
              Duplicate
            </button>
          </li>
          <li>
            <button
              type="button"
              onClick={run(async () => {
                await api.delete(planId);
                router.push(`/plans?deleted=${planId}`);
              })}
            >
              Delete
            </button>
          </li>
          <li>
            <Link href="/plans">All plans</Link>
          </li>
        </ul>
      </details>
      {looking && <EarlierDialog planId={planId} planName={name} onClose={() => setLooking(false)} />}
      {problem && (
        <p
          role="alert"
          className="absolute top-full left-0 mt-1 z-30 w-80 bg-error-wash border border-rule rounded-field px-3 py-2"
        >
          {problem}{' '}
          <button type="button" className="fix-button" onClick={() => setProblem(null)}>
            Close
          </button>
        </p>
      )}
    </div>
  );
}
