'use client';

import { useId, useMemo, useState, type RefObject } from 'react';
import type { OutlineItem } from '../../core/assist/outline';
import { useActions, useSession, useSnapshot } from '../session/context';

const most = 12;

interface Goal {
  readonly key: string;
  readonly name: string;
  /** What else is said of it: a screen's title, or what it is and where. */
  readonly about: string;
  readonly go: () => void;
}

/**
 * Goes to a screen by a part of its name or title, or to anything else that the plan declares by a part of its name.
 */
export function GoTo({ input }: { input: RefObject<HTMLInputElement | null> }) {
  const session = useSession();
  const overview = useSnapshot('overview');
  const { select, openAt } = useActions();
  const [query, setQuery] = useState('');
  const [open, setOpen] = useState(false);
  const [active, setActive] = useState(0);
  const [declared, setDeclared] = useState<readonly OutlineItem[]>([]);
  const id = useId();
  const begin = (): void => {
    setOpen(true);
    void session.outline().then(setDeclared);
  };
  const found = useMemo((): Goal[] => {
    // While the list is closed it costs nothing: this runs with every keystroke in the text.
    if (!open) return [];
    const wanted = query.trim().toLowerCase();
    const place = (name: string): number => name.toLowerCase().indexOf(wanted);
    const rank = (label: string, title: string | null): number => {
      if (place(label) === 0) return 0;
      if (place(label) > 0) return 1;
      return title !== null && place(title) >= 0 ? 2 : 3;
    };
    const screens = overview.screens
      .map((screen) => ({ screen, rank: rank(screen.label, screen.title) }))
      .filter((one) => one.rank < 3)
      .sort((a, b) => a.rank - b.rank || a.screen.label.localeCompare(b.screen.label))
      .slice(0, most)
      .map(({ screen }): Goal => ({
        key: `screen ${screen.index}`,
        name: screen.label,
        about: screen.title ?? '',
        go: () => select(screen.label),
      }));
    const others =
      wanted === ''
        ? []
        : declared
            .filter((item) => item.kind !== 'screen' && rank(item.name, null) < 3)
            .sort((a, b) => rank(a.name, null) - rank(b.name, null) || a.name.length - b.name.length)
            .slice(0, most - screens.length / 2)
            .map((item): Goal => ({
              key: `${item.kind} ${item.at}`,
              name: item.name,
              about: item.screen === null ? item.kind : `${item.kind}, ${item.screen}`,
              go: () => openAt(session.wasAt(item.at, overview)),
            }));
    return [...screens, ...others];
  }, [open, query, declared, overview, select, openAt, session]);
  const choose = (goal: Goal | undefined): void => {
    if (!goal) return;
    setQuery('');
    setOpen(false);
    input.current?.blur();
    goal.go();
  };
  return (
    <div className="relative w-40 lg:w-44 shrink">
      <input
        ref={input}
        role="combobox"
        aria-label="Go to anything by name"
        aria-expanded={open}
        aria-controls={`${id}-list`}
        aria-activedescendant={open && found[active] ? `${id}-${active}` : undefined}
        className="input input-sm w-full bg-paper pr-7"
        placeholder="Go to…"
        autoComplete="off"
        value={query}
        onFocus={begin}
        onBlur={() => setOpen(false)}
        onChange={(event) => {
          setQuery(event.target.value);
          setActive(0);
          setOpen(true);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setActive((at) => Math.min(at + 1, found.length - 1));
          else if (event.key === 'ArrowUp') setActive((at) => Math.max(at - 1, 0));
          else if (event.key === 'Enter') choose(found[active]);
          else return;
          event.preventDefault();
        }}
      />
      <kbd className="key-hint absolute right-2.5 top-2 pointer-events-none" aria-hidden>
        /
      </kbd>
      <ul
        id={`${id}-list`}
        role="listbox"
        aria-label="What the plan declares"
        hidden={!open}
        className="absolute right-0 top-full mt-1 w-72 z-30 bg-paper border border-rule rounded-field shadow-lg py-1 max-h-96 overflow-auto"
      >
        {found.map((goal, index) => (
          <li
            key={goal.key}
            id={`${id}-${index}`}
            role="option"
            aria-selected={index === active}
            className="px-3 py-1 flex gap-3 justify-between cursor-pointer aria-selected:bg-primary-wash"
            onPointerDown={(event) => {
              event.preventDefault();
              choose(goal);
            }}
            onPointerEnter={() => setActive(index)}
          >
            <span className="font-mono truncate">{goal.name}</span>
            <span className="text-mute truncate">{goal.about}</span>
          </li>
        ))}
        {found.length === 0 && <li className="px-3 py-1 text-mute">Nothing is called that.</li>}
      </ul>
    </div>
  );
}
