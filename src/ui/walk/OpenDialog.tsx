'use client';

import { useEffect, useRef, useState, type FormEvent } from 'react';
import type { DoorCard } from '../../core/report/walk-card';
import { Modal } from '../parts/Modal';

interface Props {
  readonly doors: readonly DoorCard[];
  readonly onOpen: (step: string) => void;
  readonly onClose: () => void;
}

/** Opens the app from outside, in the middle of a walk: by one of its links or entries, or by any URL. */
export function OpenDialog({ doors, onOpen, onClose }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  const [query, setQuery] = useState('');
  const [active, setActive] = useState(0);
  useEffect(() => {
    const element = dialog.current!;
    element.showModal();
    return () => element.close();
  }, []);
  const typed = query.trim();
  const isUrl = /^(\/|[A-Za-z][A-Za-z0-9+.-]*:)\S*$/.test(typed);
  const found = doors.filter(({ label, opens, step }) =>
    [label, opens, step].some((text) => text.toLowerCase().includes(typed.toLowerCase())),
  );
  // A URL is opened as typed; the list beneath only helps to write it.
  const choices: readonly {
    readonly key: string;
    readonly label: string;
    readonly about: string;
    readonly step: string;
  }[] = [
    ...(isUrl ? [{ key: 'typed', label: typed, about: 'as it is typed', step: `open ${typed}` }] : []),
    ...found.map(({ kind, label, opens, step }) => ({
      key: `${kind} ${label} ${opens}`,
      label: kind === 'link' ? step.slice('open '.length) : `“${label}”`,
      about: `${kind === 'link' ? 'link to' : 'entry,'} ${opens}`,
      step,
    })),
  ];
  const chosen = choices[Math.min(active, choices.length - 1)];
  const open = (step: string): void => {
    onClose();
    onOpen(step);
  };
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (chosen) open(chosen.step);
  };
  return (
    <Modal ref={dialog} title="Open from outside" closes="Cancel" width="max-w-lg" onClose={onClose}>
      <form onSubmit={submit}>
        <input
          autoFocus
          role="combobox"
          aria-label="A URL, or a part of a link’s or an entry’s name"
          aria-expanded
          aria-controls="open-list"
          aria-activedescendant={chosen ? `open-${choices.indexOf(chosen)}` : undefined}
          className="input input-sm w-full bg-paper font-mono"
          placeholder="/huts/12, or a part of a name"
          value={query}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            setQuery(event.target.value);
            setActive(0);
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') setActive((at) => Math.min(at + 1, choices.length - 1));
            else if (event.key === 'ArrowUp') setActive((at) => Math.max(at - 1, 0));
            else return;
            event.preventDefault();
          }}
        />
      </form>
      <ul id="open-list" role="listbox" aria-label="Links and entries" className="mt-2 max-h-72 overflow-auto">
        {choices.map(({ key, label, about, step }, index) => (
          // The keys are those of the field above, which has the focus.
          // oxlint-disable-next-line jsx-a11y/click-events-have-key-events
          <li
            key={key}
            id={`open-${index}`}
            role="option"
            aria-selected={choices[index] === chosen}
            className="px-2 py-1 rounded-field flex gap-3 justify-between cursor-pointer aria-selected:bg-primary-wash"
            onPointerEnter={() => setActive(index)}
            onClick={() => open(step)}
          >
            <span className="font-mono truncate" title={label}>
              {label}
            </span>
            <span className="text-mute whitespace-nowrap">{about}</span>
          </li>
        ))}
      </ul>
      {choices.length === 0 && (
        <p className="text-mute px-2">
          {doors.length === 0
            ? 'The plan has neither links nor entries yet; any URL can be typed.'
            : 'No link or entry is called that.'}
        </p>
      )}
      <p className="text-mute mt-3">Andante fills the variables of a link with samples.</p>
    </Modal>
  );
}
