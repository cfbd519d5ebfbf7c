'use client';

import { useSearchParams } from 'next/navigation';
import { useState, type DragEvent } from 'react';
import type { DeletedPlan, PlanSummary } from '../../wire/plans';
import { Notice } from '../parts/Notice';
import { PageLink } from '../parts/PageLink';
import { ThemeSwitch } from '../parts/ThemeSwitch';
import { DeletedPlans } from './DeletedPlans';
import { NewPlan } from './NewPlan';
import { PlanRow } from './PlanRow';
import { usePlans, type Plans } from './use-plans';

interface Props {
  readonly initial: readonly PlanSummary[];
  readonly initiallyDeleted: readonly DeletedPlan[];
  /** Place of a damaged database that the server set aside at its start. */
  readonly setAside: string | null;
}

/** All plans: open, new, import, rename, duplicate, download, delete with undo. */
export function PlanList({ initial, initiallyDeleted, setAside }: Props) {
  const plans = usePlans(initial, initiallyDeleted, useSearchParams().get('deleted'));
  const [dropping, setDropping] = useState(false);
  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    setDropping(false);
    if (event.dataTransfer.files.length > 0) plans.importFiles([...event.dataTransfer.files]);
  };
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
        <PageLink className="fix-button" href="/help">
          Help
        </PageLink>
        <ThemeSwitch />
      </header>
      <main className="max-w-3xl mx-auto px-6 py-8">
        <NewPlan plans={plans} />
        {setAside && (
          <Notice className="mt-4">
            The database was damaged. It lies unchanged in <code>{setAside}</code>; this list was begun anew.
          </Notice>
        )}
        <LastNotice plans={plans} />
        {plans.plans.length === 0 && (
          <p className="mt-8">
            No plans yet. Begin with three screens, or with an example: an app with mistakes in it, to see what Andante
            finds.
          </p>
        )}
        <ul className="mt-5 border-t border-rule" aria-label="Plans">
          {plans.plans.map((plan) => (
            <PlanRow key={plan.id} plan={plan} plans={plans} />
          ))}
        </ul>
        <DeletedPlans plans={plans} />
      </main>
      {dropping && (
        <div className="fixed inset-3 border-2 border-dashed border-primary rounded-box bg-primary-wash/80 grid place-content-center text-[16px] font-semibold text-primary pointer-events-none">
          Drop the files to import them
        </div>
      )}
    </div>
  );
}

function LastNotice({ plans: { notice, closeNotice, bringBack } }: { plans: Plans }) {
  if (!notice) return null;
  const { text, isError, deleted } = notice;
  return (
    <div className="mt-4">
      <Notice
        tone={isError ? 'error' : 'plain'}
        actions={deleted ? [{ label: 'Undo', run: () => bringBack(deleted) }] : []}
        onClose={closeNotice}
      >
        {text}
      </Notice>
    </div>
  );
}
