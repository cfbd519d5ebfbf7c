'use client';

import { memo, useEffect, useState } from 'react';
import { Notice } from '../parts/Notice';
import { useActions, useAddress, useSession } from '../session/context';
import { MarkForm } from './MarkForm';
import { NothingToCompare } from './NothingToCompare';
import { Review } from './Review';
import { RevisionList } from './RevisionList';
import { useComparer } from './use-comparer';
import { useComparison } from './use-comparison';
import { useRevisions, type Revisions } from './use-revisions';
import { saidOf, useTexts } from './use-texts';
import { Versions } from './Versions';
import { now } from './words';

/** How much later than the comparison the verdicts follow an edit, in milliseconds. They would slow each other down. */
const verdictsWait = 150;

/** The Changes view: the plan's revisions, and what lies between any two of them. */
export const ChangesView = memo(function ChangesView({ planId }: { readonly planId: string }) {
  const session = useSession();
  const address = useAddress();
  const { say } = useActions();
  useEffect(() => session.delayAnalyses(verdictsWait), [session]);
  const ask = useComparer();
  const revisions = useRevisions(planId, ask);
  const [problem, setProblem] = useState<string | null>(null);
  const { from, to, before, after, dropped, drop } = useTexts(revisions, setProblem);
  const { compared, error } = useComparison(ask, before, after);
  const trouble = problem ?? revisions.problem ?? error;
  const isCurrent = compared !== null && compared.before === before && compared.after === after;
  const restore = async (id: string): Promise<void> => {
    try {
      session.restore(await revisions.textOf(id));
      say('The text of the revision is back. Undo with Ctrl+Z in the Plan view.');
    } catch (reason) {
      setProblem(saidOf(reason));
    }
  };
  return (
    <main
      className="grid grid-cols-[minmax(250px,290px)_minmax(0,1fr)] min-h-0 compact:block"
      data-compared={isCurrent ? 'yes' : undefined}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void drop([...event.dataTransfer.files]);
      }}
    >
      <section aria-label="History" className="grid grid-rows-[auto_minmax(0,1fr)] gap-3 px-3 pt-3.5 pb-3 min-h-0">
        <Mark revisions={revisions} />
        <RevisionList
          revisions={revisions}
          from={from}
          onPick={(id) => address.go({ from: id }, { replace: true })}
          onRestore={restore}
        />
      </section>
      <section
        aria-label="Comparison"
        className="grid grid-cols-1 grid-rows-[auto_minmax(0,1fr)] gap-3 border-l border-rule px-[18px] py-4 min-h-0 compact:border-l-0 compact:border-t"
      >
        <div className="grid gap-2.5">
          <Versions
            planId={planId}
            revisions={revisions.list ?? []}
            dropped={dropped}
            from={from}
            to={to}
            onChange={(change) => address.go(change, { replace: true })}
            onFile={(files) => void drop(files)}
          />
          {trouble !== null && <Notice>{trouble}</Notice>}
        </div>
        {compared ? (
          <Review
            compared={compared}
            isNow={to === now}
            since={revisions.list?.some(({ id }) => id === from) ? from : null}
          />
        ) : from === null ? (
          <NothingToCompare />
        ) : (
          <p className="text-mute appear-late">Comparing…</p>
        )}
      </section>
    </main>
  );
});

/** Marks the text as it is typed. */
function Mark({ revisions }: { readonly revisions: Revisions }) {
  const session = useSession();
  const { say } = useActions();
  return (
    <MarkForm
      isEmpty={session.text.trim() === ''}
      onMark={async (name, note) => {
        const made = await revisions.mark({ text: session.text, name, note });
        if (made) say(`Marked as ${name}.`);
        return made !== null;
      }}
    />
  );
}
