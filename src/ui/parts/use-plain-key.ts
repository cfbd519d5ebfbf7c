'use client';

import { useEffect, useRef } from 'react';
import { isTextField } from './text-field';

/** Calls back at a key without Ctrl or the like, wherever the focus is, unless somebody types or a dialog is open. */
export function usePlainKey(key: string, act: () => void): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== key || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (isTextField(event.target) || document.querySelector('dialog[open]')) return;
      latest.current();
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [key]);
}
