'use client';

import { useEffect, useRef, useState } from 'react';
import type { EarlierSummary, KeptBefore } from '../../wire/plans';
import { counted } from '../parts/numbers';
import { api } from '../session/api';
import { useActions, useSession } from '../session/context';
import { Notice } from '../parts/Notice';

const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

const because: Record<KeptBefore, string> = {
  restored: 'before an earlier text replaced it',
  conflict: 'replaced by the text of another window',
  shortened: 'before a change that removed more than half',
};

/** Earlier texts of the plan, to read and to go on with. */
export function EarlierDialog({
  planId,
  planName,
  onClose,
}: {
  planId: string;
  planName: string;
  onClose: () => void;
}) {
  const session = useSession();
  const { say } = useActions();
  const dialog = useRef<HTMLDialogElement>(null);
  const [earlier, setEarlier] = useState<readonly EarlierSummary[] | null>(null);
  const [chosen, setChosen] = useState<{ readonly one: EarlierSummary; readonly text: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const fail = (error: unknown): void =>
    setProblem(error instanceof TypeError ? 'The server does not answer.' : (error as Error).message);
  const show = (one: EarlierSummary): Promise<void> =>
    api.earlierText(planId, one.id).then((text) => {
      setProblem(null);
      setChosen({ one, text });
    }, fail);
  const keep = async ({ one, text }: NonNullable<typeof chosen>): Promise<void> => {
    const name = `${planName.slice(0, 90)} (text of ${when.format(one.keptAt)})`;
    try {
      await api.create({ name, text });
      say(`Saved as the plan ${name}.`);
      dialog.current?.close();
    } catch (error) {
      fail(error);
    }
  };
  useEffect(() => {
    dialog.current?.showModal();
    api.earlier(planId).then((found) => {
      setEarlier(found);
      if (found[0]) void show(found[0]);
    }, fail);
    // Once, when it opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return (
    <dialog ref={dialog} className="modal" aria-labelledby="earlier-title" onClose={onClose}>
      <div className="modal-box bg-paper max-w-4xl grid gap-3">
        <h2 id="earlier-title" className="text-[16px] font-semibold">
          Earlier texts
        </h2>
        {problem && <Notice>{problem}</Notice>}
        {earlier?.length === 0 && (
          <p>
            None so far. Andante keeps a text here when another window or an earlier text replaces it, and when somebody
            deletes more than half of it.
          </p>
        )}
        {earlier && earlier.length > 0 && (
          <div className="grid grid-cols-[minmax(220px,2fr)_minmax(0,3fr)] gap-4 min-h-0">
            <ul aria-label="Earlier texts" className="overflow-auto max-h-[50vh]">
              {earlier.map((one) => (
                <li key={one.id}>
                  <button
                    type="button"
                    aria-pressed={chosen?.one.id === one.id}
                    className="text-left w-full px-2 py-1.5 rounded-field cursor-pointer hover:bg-base-200 aria-pressed:bg-primary-wash"
                    onClick={() => void show(one)}
                  >
                    <span className="font-semibold">{when.format(one.keptAt)}</span>{' '}
                    <span className="text-mute">{counted(one.lines, 'line')}</span>
                    <span className="block text-mute">{because[one.reason]}</span>
                  </button>
                </li>
              ))}
            </ul>
            <pre
              className="plan-text bg-base-200 rounded-field p-3 overflow-auto max-h-[50vh]"
              tabIndex={0}
              aria-label="The text"
            >
              {chosen?.text ?? ''}
            </pre>
          </div>
        )}
        <div className="flex flex-wrap gap-5 justify-end">
          {chosen && (
            <>
              <button type="button" className="fix-button" onClick={() => void keep(chosen)}>
                Save it as a new plan
              </button>
              <button
                type="button"
                className="btn btn-sm btn-primary"
                onClick={() => {
                  session.restore(chosen.text);
                  say('The earlier text is back. Undo with Ctrl+Z.');
                  dialog.current?.close();
                }}
              >
                Go on with this text
              </button>
            </>
          )}
          <button type="button" className="btn btn-sm" onClick={() => dialog.current?.close()}>
            Close
          </button>
        </div>
      </div>
    </dialog>
  );
}
