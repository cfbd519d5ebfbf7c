'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { NameForm } from '../parts/NameForm';
import { PageLink } from '../parts/PageLink';
import { api } from '../session/api';
import { useActions, useAddress, useSession } from '../session/context';
import { Notice } from '../parts/Notice';

interface Props {
  planId: string;
  name: string;
  onRename: (name: string) => void;
}

/** The plan's name, and the actions on the whole plan. */
export function PlanMenu({ planId, name, onRename }: Props) {
  const session = useSession();
  const { change } = useActions();
  const address = useAddress();
  const router = useRouter();
  const menu = useRef<HTMLDetailsElement>(null);
  const [naming, setNaming] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const run = async (act: () => Promise<void>): Promise<void> => {
    try {
      setProblem(null);
      await act();
    } catch (error) {
      setProblem(
        error instanceof TypeError ? 'The server does not answer; nothing was changed.' : (error as Error).message,
      );
    }
  };
  /** Closes the menu and runs the chosen action. */
  const choose = (act: () => Promise<void> | void) => (): void => {
    if (menu.current) menu.current.open = false;
    void run(async () => act());
  };
  const layOut = async (): Promise<void> => {
    if (!(await session.format())) throw new Error('The text has syntax errors. Correct them first.');
  };
  const remove = async (): Promise<void> => {
    await api.delete(planId);
    router.push(`/plans?deleted=${planId}`);
  };
  const rename = (wanted: string): void => void run(async () => onRename((await api.rename(planId, wanted)).name));
  if (naming) return <NameForm name={name} width="w-44" onRename={rename} onEnd={() => setNaming(false)} />;
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
          <Item label="Rename…" onClick={choose(() => setNaming(true))} />
          <Item label="Add many screens…" onClick={choose(() => change({ kind: 'list', module: null }))} />
          <Item label="Lay the text out" onClick={choose(layOut)} />
          <Item label="Revisions" onClick={choose(() => address.go({ view: 'changes' }))} />
          <li>
            <a href={api.downloadAddress(planId)} download>
              Download
            </a>
          </li>
          <Item
            label="Duplicate"
            onClick={choose(async () => router.push(`/plans/${(await api.duplicate(planId)).id}`))}
          />
          <Item label="Delete" onClick={choose(remove)} />
          <li>
            <PageLink href="/plans">All plans</PageLink>
          </li>
        </ul>
      </details>
      {problem && (
        <Notice className="absolute top-full left-0 mt-1 z-30 w-80 border border-rule" onClose={() => setProblem(null)}>
          {problem}
        </Notice>
      )}
    </div>
  );
}

function Item({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <li>
      <button type="button" onClick={onClick}>
        {label}
      </button>
    </li>
  );
}
