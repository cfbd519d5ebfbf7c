'use client';

import { useId, useMemo, useState, type RefObject } from 'react';
import { useWorkspace } from './context';

const most = 12;

/** Goes to a screen by a part of its name or title. */
export function GoTo({ input }: { input: RefObject<HTMLInputElement | null> }) {
  const { snapshot, select } = useWorkspace();
  const [query, setQuery] = useState('');
  const [open, setOpen] = useState(false);
  const [active, setActive] = useState(0);
  const id = useId();
  const found = useMemo(() => {
    // While the list is closed it costs nothing: this runs with every keystroke in the text.
    if (!open) return [];
    const wanted = query.trim().toLowerCase();
    const place = (name: string): number => name.toLowerCase().indexOf(wanted);
    const rank = (label: string, title: string | null): number => {
      if (place(label) === 0) return 0;
      if (place(label) > 0) return 1;
      return title !== null && place(title) >= 0 ? 2 : 3;
    };
    return snapshot.overview.screens
      .map((screen) => ({ screen, rank: rank(screen.label, screen.title) }))
      .filter((one) => one.rank < 3)
      .sort((a, b) => a.rank - b.rank || a.screen.label.localeCompare(b.screen.label))
      .slice(0, most).map((one) => one.screen);
  }, [open, query, snapshot.overview.screens]);
  const choose = (label: string | undefined): void => {
    if (label === undefined) return;
    setQuery('');
    setOpen(false);
    input.current?.blur();
    select(label);
  };
  return (
    <div className="relative w-40 lg:w-44 shrink">
      <input
        ref={input}
        role="combobox"
        aria-label="Go to a screen"
        aria-expanded={open}
        aria-controls={`${id}-list`}
        aria-activedescendant={open && found[active] ? `${id}-${active}` : undefined}
        className="input input-sm w-full bg-paper pr-7"
        placeholder="Go to…"
        autoComplete="off"
        value={query}
        onFocus={() => setOpen(true)}
        onBlur={() => setOpen(false)}
        onChange={(event) => {
          setQuery(event.target.value);
          setActive(0);
          setOpen(true);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setActive((at) => Math.min(at + 1, found.length - 1));
          else if (event.key === 'ArrowUp') setActive((at) => Math.max(at - 1, 0));
          else if (event.key === 'Enter') choose(found[active]?.label);
          else return;
          event.preventDefault();
        }}
      />
      <kbd className="key-hint absolute right-2.5 top-2 pointer-events-none" aria-hidden>/</kbd>
      <ul id={`${id}-list`} role="listbox" aria-label="Screens" hidden={!open}
        className="absolute right-0 top-full mt-1 w-72 z-30 bg-paper border border-rule rounded-field shadow-lg py-1 max-h-96 overflow-auto">
        {found.map((screen, index) => (
          <li key={screen.index} id={`${id}-${index}`} role="option" aria-selected={index === active}
            className="px-3 py-1 flex gap-3 justify-between cursor-pointer aria-selected:bg-primary-wash"
            onPointerDown={(event) => { event.preventDefault(); choose(screen.label); }}
            onPointerEnter={() => setActive(index)}>
            <span className="font-mono truncate">{screen.label}</span>
            <span className="text-mute truncate">{screen.title}</span>
          </li>
        ))}
        {found.length === 0 && <li className="px-3 py-1 text-mute">No screen is called that.</li>}
      </ul>
    </div>
  );
}
