'use client';

import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useRef, useState, type DragEvent } from 'react';
import type { DeletedPlan, PlanSummary } from '../../wire/plans';
import { ThemeSwitch } from '../parts/ThemeSwitch';
import { counted } from '../parts/numbers';
import { api } from '../session/api';
import { readPlanFiles } from './import';

const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

interface Notice {
  readonly text: string;
  readonly isError: boolean;
  /** A deleted plan that can be brought back. */
  readonly deleted?: { readonly id: string; readonly name: string };
}

interface Props {
  readonly initial: PlanSummary[];
  readonly initiallyDeleted: DeletedPlan[];
  /** Where a damaged database was put when the server started. */
  readonly setAside: string | null;
}

/** All plans: open, new, import, rename, duplicate, download, delete with undo. */
export function PlanList({ initial, initiallyDeleted, setAside }: Props) {
  const router = useRouter();
  const deleted = useSearchParams().get('deleted');
  const [plans, setPlans] = useState(initial);
  const [gone, setGone] = useState(initiallyDeleted);
  const [dropping, setDropping] = useState(false);
  const [naming, setNaming] = useState<{ id: string; name: string } | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const [notice, setNotice] = useState<Notice | null>(() =>
    deleted ? { text: 'The plan was deleted.', isError: false, deleted: { id: deleted, name: 'The plan' } } : null,
  );

  const run = async (act: () => Promise<void>): Promise<void> => {
    try {
      await act();
    } catch (error) {
      setNotice({
        text:
          error instanceof TypeError ? 'The server does not answer; nothing was changed.' : (error as Error).message,
        isError: true,
      });
    }
  };
  const open = (id: string): void => router.push(`/plans/${id}`);
  const make = (from: 'empty' | 'demo') => () => run(async () => open((await api.create({ from })).id));
  const importFiles = (files: Iterable<File>) =>
    run(async () => {
      const made: PlanSummary[] = [];
      for (const plan of await readPlanFiles([...files])) made.push(await api.create(plan));
      if (made.length === 1) return open(made[0]!.id);
      setPlans(await api.list());
      setNotice({ text: `${counted(made.length, 'plan')} imported.`, isError: false });
    });
  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    setDropping(false);
    if (event.dataTransfer.files.length > 0) void importFiles(event.dataTransfer.files);
  };
  const rename = async (): Promise<void> => {
    if (!naming) return;
    const { id, name } = naming;
    setNaming(null);
    const known = plans.find((plan) => plan.id === id);
    if (name.trim() === '' || name.trim() === known?.name) return;
    await run(async () => {
      const renamed = await api.rename(id, name.trim());
      setPlans((all) => all.map((plan) => (plan.id === id ? renamed : plan)));
    });
  };
  const remove = (plan: PlanSummary) =>
    run(async () => {
      await api.delete(plan.id);
      setPlans((all) => all.filter((one) => one.id !== plan.id));
      setNotice({ text: `${plan.name} was deleted.`, isError: false, deleted: plan });
      setGone(await api.deleted());
    });
  const bringBack = ({ id, name }: { id: string; name: string }) =>
    run(async () => {
      await api.restore(id);
      setPlans(await api.list());
      setGone(await api.deleted());
      setNotice({ text: `${name} is back.`, isError: false });
    });
  const duplicate = (plan: PlanSummary) =>
    run(async () => {
      await api.duplicate(plan.id);
      setPlans(await api.list());
    });

  return (
    <div
      className="min-h-full"
      onDragOver={(event) => {
        event.preventDefault();
        setDropping(true);
      }}
      onDragLeave={(event) => {
        if (event.currentTarget === event.target) setDropping(false);
      }}
      onDrop={onDrop}
    >
      <header className="flex items-center gap-3 h-[46px] px-4 border-b border-rule">
        <span className="flex items-center gap-2.5 font-semibold text-[15px]">
          <span className="double-bar h-[18px]" aria-hidden />
          Andante
        </span>
        <span className="flex-1" />
        <ThemeSwitch />
      </header>
      <main className="max-w-3xl mx-auto px-6 py-8">
        <div className="flex items-baseline gap-3 flex-wrap">
          <h1 className="text-[18px] font-semibold">Plans</h1>
          <span className="flex-1" />
          <button type="button" className="btn btn-sm btn-primary" onClick={make('empty')}>
            New plan
          </button>
          <button type="button" className="btn btn-sm" onClick={make('demo')}>
            New from the demo
          </button>
          <button type="button" className="btn btn-sm" onClick={() => picker.current?.click()}>
            Import…
          </button>
          <input
            ref={picker}
            type="file"
            accept=".andante,.json,text/plain"
            multiple
            hidden
            aria-label="Plan files to import"
            onChange={(event) => {
              void importFiles([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
        </div>
        <p className="text-mute mt-1">
          Or drop <code>.andante</code> files anywhere on this page, those that include one another together; or the
          JSON of a plan.
        </p>
        {setAside && (
          <p role="alert" className="mt-4 px-3 py-2 rounded-field tone-error">
            The database was damaged. It lies unchanged in <code>{setAside}</code>; this list was begun anew.
          </p>
        )}
        {notice && (
          <p
            role={notice.isError ? 'alert' : 'status'}
            className={`mt-4 px-3 py-2 rounded-field flex gap-4 ${notice.isError ? 'tone-error' : 'bg-base-200'}`}
          >
            <span>{notice.text}</span>
            {notice.deleted && (
              <button type="button" className="fix-button" onClick={() => void bringBack(notice.deleted!)}>
                Undo
              </button>
            )}
            <span className="flex-1" />
            <button type="button" className="fix-button" onClick={() => setNotice(null)}>
              Close
            </button>
          </p>
        )}
        {plans.length === 0 && (
          <p className="mt-8">
            No plans yet. Begin with an empty one, or with the demo: an app with mistakes in it, to see what Andante
            finds.
          </p>
        )}
        <ul className="mt-5 border-t border-rule" aria-label="Plans">
          {plans.map((plan) => (
            <li key={plan.id} className="border-b border-rule py-2.5 flex flex-wrap items-baseline gap-x-4 gap-y-1">
              {naming?.id === plan.id ? (
                <form
                  className="flex-1"
                  onSubmit={(event) => {
                    event.preventDefault();
                    void rename();
                  }}
                >
                  <input
                    className="input input-sm w-full max-w-sm bg-paper"
                    aria-label="Name of the plan"
                    autoFocus
                    maxLength={120}
                    value={naming.name}
                    onChange={(event) => setNaming({ id: plan.id, name: event.target.value })}
                    onKeyDown={(event) => {
                      if (event.key === 'Escape') setNaming(null);
                    }}
                    onBlur={() => void rename()}
                  />
                </form>
              ) : (
                <Link
                  href={`/plans/${plan.id}`}
                  className="font-semibold hover:text-primary flex-1 min-w-40 break-words"
                >
                  {plan.name}
                </Link>
              )}
              <span className="font-mono text-[12px] text-mute" suppressHydrationWarning>
                {when.format(plan.updatedAt)}
              </span>
              <span className="flex gap-4">
                <button
                  type="button"
                  className="fix-button"
                  aria-label={`Rename ${plan.name}`}
                  onClick={() => setNaming({ id: plan.id, name: plan.name })}
                >
                  Rename
                </button>
                <button
                  type="button"
                  className="fix-button"
                  aria-label={`Duplicate ${plan.name}`}
                  onClick={() => void duplicate(plan)}
                >
                  Duplicate
                </button>
                <a
                  className="fix-button"
                  aria-label={`Download ${plan.name}`}
                  href={api.downloadAddress(plan.id)}
                  download
                >
                  Download
                </a>
                <button
                  type="button"
                  className="fix-button"
                  aria-label={`Delete ${plan.name}`}
                  onClick={() => void remove(plan)}
                >
                  Delete
                </button>
              </span>
            </li>
          ))}
        </ul>
        {gone.length > 0 && (
          <details className="mt-6">
            <summary className="cursor-pointer text-mute">
              {counted(gone.length, 'deleted plan')}, kept for 30 days
            </summary>
            <ul className="mt-2" aria-label="Deleted plans">
              {gone.map((plan) => (
                <li key={plan.id} className="py-1.5 flex flex-wrap items-baseline gap-x-4 gap-y-1">
                  <span className="flex-1 min-w-40 break-words">{plan.name}</span>
                  <span className="font-mono text-[12px] text-mute" suppressHydrationWarning>
                    until {when.format(plan.until)}
                  </span>
                  <button
                    type="button"
                    className="fix-button"
                    aria-label={`Bring ${plan.name} back`}
                    onClick={() => void bringBack(plan)}
                  >
                    Bring back
                  </button>
                </li>
              ))}
            </ul>
          </details>
        )}
      </main>
      {dropping && (
        <div className="fixed inset-3 border-2 border-dashed border-primary rounded-box bg-primary-wash/80 grid place-content-center text-[16px] font-semibold text-primary pointer-events-none">
          Drop the files to import them
        </div>
      )}
    </div>
  );
}
