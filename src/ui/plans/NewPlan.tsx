'use client';

import { useRef, useState } from 'react';
import { beginWithList, threeScreens } from '../../core/edit/begin';
import { examples } from '../../wire/plans';
import { Modal } from '../parts/Modal';
import { counted } from '../parts/numbers';
import type { Plans } from './use-plans';

interface Props {
  readonly plans: Plans;
}

/** The ways to a new plan: one to choose, and files. */
export function NewPlan({ plans }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  const dialog = useRef<HTMLDialogElement>(null);
  return (
    <>
      <div className="flex items-baseline gap-3 flex-wrap">
        <h1 className="text-[18px] font-semibold">Plans</h1>
        <span className="flex-1" />
        <button type="button" className="btn btn-sm btn-primary" onClick={() => dialog.current?.showModal()}>
          New plan…
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
            plans.importFiles([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
      </div>
      <p className="text-mute mt-1">
        Or drop <code>.andante</code> files, or the JSON of a plan, anywhere on this page. Drop files that include one
        another together.
      </p>
      <Modal ref={dialog} title="Begin a plan with" closes="Cancel" width="max-w-xl">
        <ul className="grid gap-1.5">
          <Choice title="Three screens" onChoose={() => plans.make({ text: threeScreens })}>
            A list, one of its rows and a form, which hand an argument on.
          </Choice>
          <Choice title="An empty text" onChoose={() => plans.make({ from: 'empty' })}>
            For those who know the language.
          </Choice>
          {examples.map(({ id, name, about }) => (
            <Choice key={id} title={`An example: ${name}`} onChoose={() => plans.make({ from: id })}>
              {about}
            </Choice>
          ))}
        </ul>
        <ListForm plans={plans} />
      </Modal>
    </>
  );
}

interface ChoiceProps {
  readonly title: string;
  readonly children: string;
  readonly onChoose: () => void;
}

function Choice({ title, children, onChoose }: ChoiceProps) {
  return (
    <li>
      <button
        type="button"
        className="w-full text-left border border-rule rounded-field px-3 py-2 cursor-pointer hover:bg-base-200"
        onClick={onChoose}
      >
        <span className="font-semibold">{title}</span>
        <span className="block text-mute">{children}</span>
      </button>
    </li>
  );
}

/** A list of screens that somebody has already, from a table or from notes. */
function ListForm({ plans }: Props) {
  const [list, setList] = useState('');
  const { listed, text } = beginWithList('My app', list);
  const unread = listed.filter(({ problem }) => problem !== null);
  return (
    <form
      className="mt-3 grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (text !== null) plans.make({ text });
      }}
    >
      <label htmlFor="new-plan-list" className="font-semibold">
        Or a list of screens, one a line
      </label>
      <textarea
        id="new-plan-list"
        className="border border-rule rounded-field bg-paper p-2 w-full font-mono text-[12.5px] min-h-24"
        placeholder={'home\nHut details\n/huts/{hutId}/photos'}
        value={list}
        onChange={(event) => setList(event.target.value)}
      />
      <p className="flex gap-4 items-baseline">
        <button type="submit" className="btn btn-sm" disabled={text === null}>
          Begin with this list
        </button>
        <span className="text-mute">
          {listed.length > 0 && counted(listed.length - unread.length, 'screen')}
          {unread[0] && `; “${unread[0].line}” makes none: ${unread[0].problem}`}
        </span>
      </p>
    </form>
  );
}
