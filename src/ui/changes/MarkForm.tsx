'use client';

import { useState } from 'react';

interface Props {
  /** Whether there is no text to mark. */
  readonly isEmpty: boolean;
  /** Returns whether it was marked. */
  readonly onMark: (name: string, note: string) => Promise<boolean>;
}

/** Marks the text as it is, with a name and a note. */
export function MarkForm({ isEmpty, onMark }: Props) {
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const submit = async (): Promise<void> => {
    if (await onMark(name.trim(), note)) {
      setName('');
      setNote('');
    }
  };
  return (
    <form
      className="grid gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') void submit();
      }}
    >
      <div className="flex gap-2">
        <input
          aria-label="Name of the revision"
          placeholder="Name, such as Release 4"
          maxLength={120}
          value={name}
          className="input input-sm bg-paper flex-1 min-w-0"
          onChange={(event) => setName(event.target.value)}
        />
        <button
          type="submit"
          className="btn btn-sm btn-primary"
          disabled={isEmpty || name.trim() === ''}
          title={isEmpty ? 'The plan has no text yet' : 'Keep this text as a revision with that name'}
        >
          Mark
        </button>
      </div>
      {name !== '' && (
        <input
          aria-label="Note"
          placeholder="Note (may be left out)"
          maxLength={2000}
          value={note}
          className="input input-sm bg-paper"
          onChange={(event) => setNote(event.target.value)}
        />
      )}
    </form>
  );
}
