'use client';

import { useEffect, useRef, useState, type FormEvent } from 'react';
import { useSession, useSnapshot } from '../session/context';
import { words, type Draft } from '../session/change-draft';
import { DraftFields } from './DraftFields';
import { firstFields, requestOf } from './fields';
import { ListedScreens } from './ListedScreens';
import { Preview } from './Preview';
import { useProposal } from './use-proposal';
import { Notice } from '../parts/Notice';

interface Props {
  readonly draft: Draft;
  readonly onClose: () => void;
  /** Takes a sentence that says what was done. */
  readonly onDone: (said: string) => void;
}

/** In which a change is prepared, shown with all that it touches, and made only then. */
export function ChangeDialog({ draft, onClose, onDone }: Props) {
  const session = useSession();
  const detail = useSnapshot('detail');
  const dialog = useRef<HTMLDialogElement>(null);
  const [fields, setFields] = useState(() =>
    firstFields(draft, draft.kind === 'signature' && detail?.label === draft.screen ? detail.signature : []),
  );
  const { refusal, shown, ready } = useProposal(requestOf(draft, fields));
  const [title, button] = words[draft.kind];
  const subject = 'name' in draft ? draft.name : 'screen' in draft ? draft.screen : null;

  useEffect(() => {
    const element = dialog.current!;
    const before = document.activeElement as HTMLElement | null;
    element.showModal();
    element.querySelector<HTMLElement>('[data-first]')?.focus();
    return () => {
      element.close();
      before?.focus();
    };
  }, []);

  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (!ready) return;
    onDone(
      session.make(ready.edits, ready.text)
        ? `${title}: done. Undo with Ctrl+Z.`
        : 'The text has just changed; try again.',
    );
    onClose();
  };

  return (
    <dialog
      ref={dialog}
      className="modal"
      aria-labelledby="change-head"
      onCancel={(event) => {
        event.preventDefault();
        onClose();
      }}
    >
      <form className="modal-box bg-base-100 max-w-2xl grid gap-3.5" onSubmit={submit}>
        <h2 id="change-head" className="font-semibold text-[15px] flex gap-2.5">
          <span className="double-bar h-[18px]" aria-hidden />
          {title}
          {subject && <span className="font-mono font-normal">{subject}</span>}
        </h2>
        <DraftFields draft={draft} fields={fields} madePattern={shown?.pattern ?? ''} onChange={setFields} />
        {shown?.listed && shown.listed.length > 0 && <ListedScreens listed={shown.listed} />}
        {refusal && <Notice form="line">{refusal}</Notice>}
        {shown && shown.edits.length > 0 && <Preview proposal={shown} />}
        <p className="flex justify-end gap-2">
          <button type="button" className="btn btn-sm" onClick={onClose}>
            Cancel
          </button>
          <button
            type="submit"
            className="btn btn-sm btn-primary"
            disabled={!ready}
            data-first={draft.kind === 'delete' || draft.kind === 'start' || draft.kind === 'lower' || undefined}
          >
            {button}
          </button>
        </p>
      </form>
    </dialog>
  );
}
