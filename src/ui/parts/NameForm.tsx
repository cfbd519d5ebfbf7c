import { useState } from 'react';

interface Props {
  readonly name: string;
  /** Classes for how wide the field is. */
  readonly width: string;
  /** Told of another name; an empty one, or the same, is none. */
  readonly onRename: (name: string) => void;
  /** Comes last, whether there is another name or not. */
  readonly onEnd: () => void;
}

/** The name of a plan, changed in place: Enter or leaving the field takes the new name, Escape the old one. */
export function NameForm({ name, width, onRename, onEnd }: Props) {
  const [typed, setTyped] = useState(name);
  const take = (): void => {
    const wanted = typed.trim();
    onEnd();
    if (wanted !== '' && wanted !== name) onRename(wanted);
  };
  return (
    <form
      className="flex-1"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <input
        className={`input input-sm bg-paper ${width}`}
        aria-label="Name of the plan"
        autoFocus
        maxLength={120}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return;
          event.stopPropagation();
          onEnd();
        }}
        onBlur={take}
      />
    </form>
  );
}
