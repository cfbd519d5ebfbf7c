'use client';

import { useState } from 'react';
import { api } from '../session/api';
import { useSaveState, useSession } from '../session/context';
import { Notice } from '../parts/Notice';

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });

const keptNowhere = 'This browser has no room to keep it: leave this window open, or copy the text.';

/**
 * Says that the plan was changed elsewhere, and lets either text be taken. Nothing is overwritten until one is chosen.
 */
export function ConflictBar({ planName }: { planName: string }) {
  const session = useSession();
  const save = useSaveState();
  const [failed, setFailed] = useState(false);
  if (save.kind === 'refused') {
    return (
      <Notice form="bar">
        <strong className="text-error">Not saved.</strong> {save.reason}{' '}
        {save.kept ? 'The text is kept in this browser.' : keptNowhere}
      </Notice>
    );
  }
  if (save.kind === 'unreachable' && !save.kept) {
    return (
      <Notice form="bar">
        <strong className="text-error">Saved nowhere.</strong> The server{' '}
        {save.why === 'away' ? 'does not answer' : 'cannot save the text'}. {keptNowhere}
      </Notice>
    );
  }
  if (save.kind === 'unreachable' && save.why === 'failing') {
    return (
      <Notice form="bar">
        <strong className="text-error">Not saved.</strong> The server cannot save the text, and its log says why;
        perhaps its disk is full. The text is kept in this browser, and sent again.
      </Notice>
    );
  }
  if (save.kind !== 'overtaken') return null;
  const mine = session.text.split('\n').length;
  const theirs = save.current.text.split('\n').length;
  const keepBoth = async (): Promise<void> => {
    try {
      await api.create({ name: `${planName.slice(0, 100)} (my text)`, text: session.text });
      session.takeTheirs();
    } catch {
      setFailed(true);
    }
  };
  return (
    <Notice
      form="bar"
      tone="warning"
      actions={[
        { label: 'Take the other text', run: () => session.takeTheirs() },
        { label: 'Keep mine', run: () => session.keepMine() },
        { label: 'Keep both, mine as a new plan', run: () => void keepBoth() },
      ]}
    >
      <strong className="text-warning">Changed in another window</strong> at {clock.format(save.current.updatedAt)}.
      Your text here ({mine} lines) is not saved over the other one ({theirs} lines) until you choose.
      {failed && ' The copy could not be saved; nothing was changed.'}
    </Notice>
  );
}
