'use client';

import { useState } from 'react';
import { counted } from '../parts/numbers';
import { api } from '../session/api';
import { useActions, useSession, useSnapshot } from '../session/context';
import type { Draft } from '../session/drafts';

const clock = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** Offers the texts that windows have left behind which were closed before the server had them. */
export function DraftsBar({ planName }: { planName: string }) {
  const session = useSession();
  const drafts = useSnapshot('drafts');
  const { say } = useActions();
  const [failed, setFailed] = useState(false);
  const keep = async (draft: Draft): Promise<void> => {
    const name = `${planName.slice(0, 90)} (text of ${clock.format(draft.at)})`;
    try {
      await api.create({ name, text: draft.text });
      session.dropDraft(draft);
      setFailed(false);
      say(`Saved as the plan ${name}.`);
    } catch {
      setFailed(true);
    }
  };
  if (drafts.length === 0) return null;
  return (
    <section
      aria-label="Texts that were never saved"
      className="px-4 py-2 bg-warning-wash border-b border-rule grid gap-1"
    >
      <p>
        <strong className="text-warning">Never saved:</strong> another window was closed before the server had its text.
        {failed && ' The copy could not be saved; nothing was changed.'}
      </p>
      <ul className="grid grid-cols-[fit-content(34rem)_repeat(3,max-content)] gap-x-5 gap-y-1">
        {drafts.map((draft) => (
          <li key={draft.key} className="contents">
            <span>
              {clock.format(draft.at)}, {counted(draft.text.split('\n').length, 'line')}
              <OwnLine of={draft.text} beside={session.text} />
            </span>
            <button type="button" className="fix-button" onClick={() => session.takeDraft(draft)}>
              Go on with this text
            </button>
            <button type="button" className="fix-button" onClick={() => void keep(draft)}>
              Save it as a new plan
            </button>
            <button type="button" className="fix-button" onClick={() => session.dropDraft(draft)}>
              Throw it away
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Shows the first line of a text that another text lacks, to tell drafts of the same minute apart. */
function OwnLine({ of, beside }: { of: string; beside: string }) {
  const others = new Set(beside.split('\n'));
  const line = of
    .split('\n')
    .find((one) => one.trim() !== '' && !others.has(one))
    ?.trim();
  if (line === undefined) return null;
  const look = 'font-mono text-[12px] inline-block max-w-[18rem] truncate align-bottom';
  return (
    <>
      , with{' '}
      <span className={look} title={line}>
        {line}
      </span>
    </>
  );
}
