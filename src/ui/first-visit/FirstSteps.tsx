'use client';

import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { useActions, useAddress, useSnapshot } from '../session/context';
import { MessageText } from '../parts/MessageText';
import { counted } from '../parts/numbers';
import {
  begin,
  close,
  doneOf,
  finish,
  firstSteps,
  isUnderWay,
  onProgress,
  storedProgress,
  type FirstStep,
} from './progress';

/**
 * On a first visit: one sentence about what is seen, and three things to do. Nothing waits for them; who has done them,
 * or closes them, never sees them again.
 */
export function FirstSteps() {
  const progress = useSyncExternalStore(onProgress, storedProgress, () => null);
  const { stage, findings } = useSnapshot('overview');
  const { view, walk } = useAddress();
  const { showFinding } = useActions();
  const isShown = isUnderWay(progress);

  // The address of a first visit says so. The first finding is shown once, when it is known.
  const isFirst = useRef(false);
  useEffect(() => {
    isFirst.current = new URLSearchParams(window.location.search).has('first') && storedProgress() === null;
    if (isFirst.current) begin();
  }, []);
  const isDecided = stage === 'decided';
  const first = findings.find(({ severity }) => severity === 'error') ?? findings[0];
  useEffect(() => {
    if (!isDecided || !isFirst.current || !first) return;
    isFirst.current = false;
    showFinding(first);
  }, [isDecided, first, showFinding]);

  const [atFirst, setAtFirst] = useState<number | null>(null);
  if (isDecided && atFirst === null) setAtFirst(findings.length);
  const isMended = isDecided && atFirst !== null && findings.length < atFirst;
  useEffect(() => {
    if (!isShown) return;
    if (isMended) finish('mend');
    if (view === 'reach') finish('look');
    if (view === 'walk' && walk !== null) finish('walk');
  }, [isShown, isMended, view, walk]);

  if (!isShown) return null;
  return (
    <section
      aria-label="First steps"
      className="flex flex-wrap items-baseline gap-x-6 gap-y-1 px-4 py-2 border-b border-rule bg-primary-wash"
    >
      {view === 'plan' && (
        <p>
          {!isDecided && 'Andante looks for mistakes in this app.'}
          {isDecided && `This app has ${findings.length === 0 ? 'no findings' : counted(findings.length, 'finding')}.`}
          {isDecided && first && (
            <>
              {' '}
              The gravest one: <MessageText message={first.summary} />
            </>
          )}
        </p>
      )}
      <Steps done={doneOf(progress)} />
      <button type="button" className="fix-button ml-auto" onClick={close}>
        Close
      </button>
    </section>
  );
}

function Steps({ done }: { readonly done: ReadonlySet<string> }) {
  const { go, view } = useAddress();
  const what: Readonly<Record<FirstStep, { readonly says: string; readonly run: (() => void) | null }>> = {
    mend: { says: 'press a fix beneath the text', run: view === 'plan' ? null : () => go({ view: 'plan' }) },
    look: { says: 'see the whole app ( 2 )', run: () => go({ view: 'reach' }) },
    walk: { says: 'tap through it ( 5 )', run: () => go({ view: 'walk' }) },
  };
  return (
    <ol className="flex flex-wrap gap-x-6" aria-label="Three things to do">
      {firstSteps.map((step, index) => {
        const { says, run } = what[step];
        const words = `${index + 1}. ${says}`;
        if (done.has(step))
          return (
            <li key={step} className="text-mute line-through">
              {words}
              <span className="sr-only"> (done)</span>
            </li>
          );
        return (
          <li key={step}>
            {run ? (
              <button type="button" className="fix-button" onClick={run}>
                {words}
              </button>
            ) : (
              <strong className="font-semibold">{words}</strong>
            )}
          </li>
        );
      })}
    </ol>
  );
}
