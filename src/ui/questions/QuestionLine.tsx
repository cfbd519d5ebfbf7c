'use client';

import { useCombobox } from 'downshift';
import { useEffect, useRef, useState } from 'react';
import { counted } from '../parts/numbers';
import { usePlainKey } from '../parts/use-plain-key';
import { useAddress } from '../session/context';

import type { AnswerState } from './use-answer';

/** A line that takes a question, by typing or by picking what it may go on with. */
export function QuestionLine({ answer }: { readonly answer: AnswerState }) {
  const address = useAddress();
  const { question } = answer;
  const [items, setItems] = useState<readonly string[]>([]);
  /** What is typed; null until the field has the focus. */
  const [half, lookUp] = useState<string | null>(null);
  const { suggest } = answer;
  useEffect(() => {
    if (half === null) return;
    let isOver = false;
    void suggest(half).then((found) => {
      if (!isOver) setItems(found);
    });
    return () => {
      isOver = true;
    };
  }, [half, suggest]);
  const askIt = (whole: string): void => address.go({ ask: whole.trim() === '' ? null : whole.trim() });
  const {
    isOpen,
    highlightedIndex,
    inputValue,
    setInputValue,
    openMenu,
    closeMenu,
    getInputProps,
    getMenuProps,
    getItemProps,
  } = useCombobox<string>({
    items: [...items],
    initialInputValue: question ?? '',
    selectedItem: null,
    onInputValueChange: ({ inputValue: typed }) => lookUp(typed),
    stateReducer: ({ inputValue: typed }, { type, changes }) => {
      const { InputBlur, InputClick, InputKeyDownEnter, ItemClick } = useCombobox.stateChangeTypes;
      // Leaving the field chooses nothing, and keeps what is typed.
      if (type === InputBlur) return { ...changes, selectedItem: null, inputValue: typed };
      // A click does not close the list that the focus has opened.
      if (type === InputClick) return { ...changes, isOpen: true };
      // What is picked goes on: the list offers the next words. Nothing stays chosen, since that would be taken back.
      if ((type === InputKeyDownEnter || type === ItemClick) && changes.selectedItem)
        return { ...changes, inputValue: changes.selectedItem, selectedItem: null, isOpen: true };
      return changes;
    },
    getA11yStatusMessage: ({ isOpen: open }) => (open ? `${counted(items.length, 'way')} to go on` : ''),
  });
  // Another question may come with the address: by the browser's own Back, or by a link.
  useEffect(() => setInputValue(question ?? ''), [question, setInputValue]);
  const form = useRef<HTMLFormElement>(null);
  usePlainKey('q', () => form.current?.querySelector('input')?.focus());
  return (
    <form
      ref={form}
      className="relative grow basis-80 flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        closeMenu();
        askIt(inputValue);
        // The next question takes the place of this one.
        event.currentTarget.querySelector('input')?.select();
      }}
    >
      <div className="relative grow min-w-0">
        <input
          {...getInputProps({
            'aria-label': 'Ask about the plan',
            onFocus: ({ currentTarget }) => {
              // A new question takes the place of the one that is answered.
              if (inputValue === question) currentTarget.select();
              lookUp(inputValue);
              openMenu();
            },
            onKeyDown: (event) => {
              const isPicking = isOpen && highlightedIndex >= 0;
              if (event.key === 'Enter' && !isPicking) {
                Object.assign(event.nativeEvent, { preventDownshiftDefault: true });
                return;
              }
              if (event.key !== 'Escape') return;
              // First the list, then the question, then the field.
              Object.assign(event.nativeEvent, { preventDownshiftDefault: true });
              event.preventDefault();
              event.stopPropagation();
              if (isOpen && items.length > 0) closeMenu();
              else if (inputValue !== '' || question !== null) {
                setInputValue('');
                askIt('');
              } else event.currentTarget.blur();
            },
          })}
          className="input input-sm w-full bg-paper font-mono"
          placeholder="Ask: from … to …, what leads to …, what is lost without …"
          spellCheck={false}
        />
        <ul
          {...getMenuProps({ 'aria-label': 'How the question may go on' })}
          hidden={!isOpen || items.length === 0}
          className="absolute left-0 top-full mt-1 w-full max-w-xl z-30 bg-paper border border-rule rounded-field shadow-lg py-1 max-h-72 overflow-auto"
        >
          {items.map((item, index) => (
            <li
              key={item}
              {...getItemProps({ item, index })}
              className={`px-3 py-1 font-mono cursor-pointer ${index === highlightedIndex ? 'bg-primary-wash' : ''}`}
            >
              {item}
            </li>
          ))}
        </ul>
      </div>
      <button type="submit" className="btn btn-sm" disabled={inputValue.trim() === ''}>
        Ask
      </button>
    </form>
  );
}
