'use client';

import { useEffect, useRef, useState, type FormEvent } from 'react';
import type { Proposed, Request } from '../../core/propose/propose';
import type { WantedParameter } from '../../core/edit/signature';
import { counted } from '../parts/numbers';
import { useWorkspace } from '../session/context';
import { words, type Draft } from '../session/change-draft';
import { Preview } from './Preview';
import { LinkFieldset, type LinkFields } from './LinkFieldset';
import { SignatureFields } from './SignatureFields';

interface Props {
  readonly draft: Draft;
  onClose(): void;
  /** Told in one sentence what was done. */
  onDone(said: string): void;
}

/** In which a change is prepared, shown with all that it touches, and made only then. */
export function ChangeDialog({ draft, onClose, onDone }: Props) {
  const { session, snapshot } = useWorkspace();
  const { screens, modules } = snapshot.overview;
  const dialog = useRef<HTMLDialogElement>(null);
  const [name, setName] = useState(draft.kind === 'rename' ? draft.name : '');
  const [module, setModule] = useState(draft.kind === 'list' ? (draft.module ?? '') : '');
  const [list, setList] = useState('');
  const [link, setLink] = useState<LinkFields>({
    screen: draft.kind === 'link' ? (draft.screen ?? '') : '',
    pattern: null,
    under: '',
  });
  const [wanted, setWanted] = useState<readonly WantedParameter[]>(() =>
    draft.kind === 'signature' && snapshot.detail?.label === draft.screen ? snapshot.detail.signature : [],
  );
  const request = requestOf(draft, { name, module, list, wanted, link });
  const key = JSON.stringify(request);
  const [proposed, setProposed] = useState<{
    readonly key: string;
    readonly text: string;
    readonly answer: Proposed;
  } | null>(null);
  const [title, button] = words[draft.kind];

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

  // Whatever is typed is proposed at once; an answer that has been overtaken is not shown.
  useEffect(() => {
    let current = true;
    const asked = JSON.parse(key) as Request | null;
    if (asked) {
      void session.propose(asked).then((answer) => {
        if (current && answer) setProposed({ key, ...answer });
      });
    }
    return () => {
      current = false;
    };
  }, [session, key]);

  const answer = proposed?.key === key ? proposed.answer : null;
  const proposal = answer && !('refusal' in answer) ? answer : null;
  const shown = proposed && !('refusal' in proposed.answer) ? proposed.answer : null;
  const ready = proposal !== null && proposal.edits.length > 0;
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (!ready || !proposed) return;
    onDone(
      session.make(proposal.edits, proposed.text)
        ? `${title}: done. Undo with Ctrl+Z.`
        : 'The text has just changed; try again.',
    );
    onClose();
  };
  const subject = draft.kind === 'rename' ? draft.name : 'screen' in draft ? draft.screen : null;
  const field = 'input input-sm bg-paper font-mono w-full max-w-sm';

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
        {draft.kind === 'rename' && (
          <label className="grid gap-1">
            New name
            <input
              data-first
              className={field}
              value={name}
              spellCheck={false}
              onFocus={(event) => event.target.select()}
              onChange={(event) => setName(event.target.value.trim())}
            />
          </label>
        )}
        {(draft.kind === 'between' || draft.kind === 'extract') && (
          <label className="grid gap-1">
            {draft.kind === 'between' ? 'Name of the new screen' : 'Name of the value, in place of the literal'}
            <input
              data-first
              className={field}
              value={name}
              spellCheck={false}
              onChange={(event) => setName(event.target.value.trim())}
            />
          </label>
        )}
        {draft.kind === 'way' && (
          <label className="grid gap-1">
            The screen that it opens
            <input
              data-first
              className={field}
              list="change-screens"
              value={name}
              spellCheck={false}
              onChange={(event) => setName(event.target.value.trim())}
            />
            <datalist id="change-screens">
              {screens.map((screen) => (
                <option key={screen.index} value={screen.label}>
                  {screen.title ?? ''}
                </option>
              ))}
            </datalist>
          </label>
        )}
        {(draft.kind === 'move' || draft.kind === 'list') && (
          <label className="grid gap-1">
            In which module
            <select
              data-first={draft.kind === 'move' || undefined}
              className="h-8 px-2 border border-rule rounded-field bg-paper w-full max-w-sm"
              value={module}
              onChange={(event) => setModule(event.target.value)}
            >
              <option value="">in none</option>
              {modules.map((one) => (
                <option key={one.name} value={one.name}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
        )}
        {draft.kind === 'list' && (
          <label className="grid gap-1">
            Names, titles or URL patterns, one a line
            <textarea
              data-first
              rows={6}
              className="border border-rule rounded-field bg-paper p-2 font-mono text-[12px] w-full"
              value={list}
              spellCheck={false}
              placeholder={'hutDetail\nHut reviews\n/huts/{hutId}/photos'}
              onChange={(event) => setList(event.target.value)}
            />
          </label>
        )}
        {draft.kind === 'link' && (
          <LinkFieldset fields={link} made={shown?.pattern ?? ''} screens={screens} onChange={setLink} />
        )}
        {draft.kind === 'signature' && <SignatureFields wanted={wanted} onChange={setWanted} />}
        {shown?.listed && shown.listed.length > 0 && (
          <section>
            <h3 className="part-head mb-1">
              Understood as {counted(shown.listed.filter((one) => one.problem === null).length, 'screen')}
            </h3>
            <ul className="max-h-40 overflow-auto grid gap-0.5" tabIndex={shown.listed.length > 6 ? 0 : undefined}>
              {shown.listed.map((one, index) => (
                <li key={index} className="flex flex-wrap gap-x-3">
                  <span className="text-mute min-w-40">{one.line}</span>
                  {one.problem === null ? (
                    <span>
                      <span className="font-mono">{one.name}</span> “{one.title}”
                      {one.takes.length > 0 && (
                        <span className="font-mono text-[12px] text-mute">
                          {' '}
                          takes{' '}
                          {one.takes.map((each) => `${each.name}: ${each.type}${each.optional ? '?' : ''}`).join(', ')}
                        </span>
                      )}
                    </span>
                  ) : (
                    <span className="text-error">{one.problem}</span>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        {answer && 'refusal' in answer && (
          <p role="alert" className="text-error">
            {answer.refusal}
          </p>
        )}
        {shown && shown.edits.length > 0 && <Preview proposal={shown} />}
        <p className="flex justify-end gap-2">
          <button type="button" className="btn btn-sm" onClick={onClose}>
            Cancel
          </button>
          <button
            type="submit"
            className="btn btn-sm btn-primary"
            disabled={!ready}
            data-first={['delete', 'start'].includes(draft.kind) || undefined}
          >
            {button}
          </button>
        </p>
      </form>
    </dialog>
  );
}

/** The request that a draft and the fields make; null while something is to be filled in. */
function requestOf(
  draft: Draft,
  {
    name,
    module,
    list,
    wanted,
    link,
  }: { name: string; module: string; list: string; wanted: readonly WantedParameter[]; link: LinkFields },
): Request | null {
  switch (draft.kind) {
    case 'rename':
      return name === draft.name ? null : { kind: 'rename', at: draft.at, to: name };
    case 'delete':
    case 'start':
      return { kind: draft.kind, screen: draft.screen };
    case 'move':
      return { kind: 'move', screen: draft.screen, module: module === '' ? null : module };
    case 'way':
      return name === '' ? null : { kind: 'way', from: draft.screen, to: name };
    case 'between':
    case 'extract':
      return name === '' ? null : { kind: draft.kind, at: draft.at, name };
    case 'link':
      return link.screen === ''
        ? null
        : { kind: 'link', screen: link.screen, pattern: link.pattern, under: link.under === '' ? null : link.under };
    case 'list':
      return list.trim() === '' ? null : { kind: 'list', list, module: module === '' ? null : module };
    case 'signature':
      return { kind: 'signature', screen: draft.screen, wanted };
  }
}
