'use client';

import { useCombobox } from 'downshift';
import { useEffect, useMemo, useState, type RefObject } from 'react';
import type { OutlineItem } from '../../core/assist/outline';
import { counted } from '../parts/numbers';
import { useActions, useSession, useSnapshot } from '../session/context';

/** How many screens are offered at once. */
const most = 12;

interface Goal {
  readonly key: string;
  readonly name: string;
  /** Second column: a screen's title, or the kind of a declaration and its screen. */
  readonly about: string;
  readonly go: () => void;
}

/**
 * Goes to a screen by a part of its name or title, or to anything else that the plan declares by a part of its name.
 */
export function GoTo({ input }: { input: RefObject<HTMLInputElement | null> }) {
  /** The query; null while the list is closed. */
  const [query, setQuery] = useState<string | null>(null);
  const found = useGoals(query);
  const { isOpen, highlightedIndex, openMenu, getInputProps, getMenuProps, getItemProps } = useCombobox<Goal>({
    items: found,
    itemToKey: (goal) => goal?.key,
    defaultHighlightedIndex: 0,
    // Nothing stays chosen: the field is empty again when one has gone somewhere.
    selectedItem: null,
    onSelectedItemChange: ({ selectedItem }) => {
      input.current?.blur();
      selectedItem?.go();
    },
    onIsOpenChange: ({ isOpen, inputValue = '' }) => setQuery(isOpen ? inputValue : null),
    onInputValueChange: ({ isOpen, inputValue }) => setQuery(isOpen ? inputValue : null),
    stateReducer: ({ inputValue }, { type, changes }) => {
      // Leaving the field chooses nothing. A click does not close the list that the focus has opened.
      if (type === useCombobox.stateChangeTypes.InputBlur) return { ...changes, selectedItem: null, inputValue };
      if (type === useCombobox.stateChangeTypes.InputClick) return { ...changes, isOpen: true };
      if (type === useCombobox.stateChangeTypes.FunctionOpenMenu) return { ...changes, highlightedIndex: 0 };
      return changes.selectedItem ? { ...changes, inputValue: '', isOpen: false } : changes;
    },
    getA11yStatusMessage: ({ isOpen }) => (isOpen ? `${counted(found.length, 'name')} found` : ''),
  });
  return (
    <div className="relative w-32 min-[1181px]:w-44 shrink">
      <input
        {...getInputProps({
          ref: input,
          'aria-label': 'Go to anything by name',
          onFocus: openMenu,
          onKeyDown: (event) => {
            if (event.key !== 'Escape') return;
            Object.assign(event.nativeEvent, { preventDownshiftDefault: true });
            event.currentTarget.blur();
            event.preventDefault();
          },
        })}
        className="input input-sm w-full bg-paper pr-7"
        placeholder="Go to…"
      />
      <kbd className="key-hint absolute right-2.5 top-2 pointer-events-none" aria-hidden>
        /
      </kbd>
      <ul
        {...getMenuProps({ 'aria-label': 'What the plan declares' })}
        hidden={!isOpen}
        className="absolute right-0 top-full mt-1 w-72 z-30 bg-paper border border-rule rounded-field shadow-lg py-1 max-h-96 overflow-auto"
      >
        {found.map((goal, index) => (
          <li
            key={goal.key}
            {...getItemProps({ item: goal, index })}
            className={`px-3 py-1 flex gap-3 justify-between cursor-pointer ${index === highlightedIndex ? 'bg-primary-wash' : ''}`}
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

/**
 * Goals that match a part of a name or title, the best first: screens, then all else. Empty for null: a closed list
 * costs nothing at a keystroke in the text.
 */
function useGoals(query: string | null): Goal[] {
  const session = useSession();
  const overview = useSnapshot('overview');
  const { select, openAt } = useActions();
  const [declared, setDeclared] = useState<readonly OutlineItem[]>([]);
  const isAsked = query !== null;
  useEffect(() => {
    if (isAsked) void session.outline().then(setDeclared);
  }, [isAsked, session]);
  return useMemo((): Goal[] => {
    if (query === null) return [];
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
    if (wanted === '') return screens;
    const others = declared
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
  }, [query, declared, overview, select, openAt, session]);
}
