'use client';

import { useEffect, useLayoutEffect, useRef, useSyncExternalStore } from 'react';

interface Keys {
  /** Whether the shown state is that of the walk; until then, keys that tap wait. */
  readonly isThere: () => boolean;
  /** Runs the action of a key; false if it has none here. */
  readonly press: (key: string) => boolean;
  readonly openLink: () => void;
  readonly keep: () => void;
}

/** Keys for the next screen or step: they wait until it is shown. */
const isNext = (key: string): boolean => /^([a-z]|Backspace|ArrowLeft|ArrowRight|Home)$/.test(key);
/** Keys that mean the same in every view are left to `useWorkspaceKeys`. */
const isElsewhere = (key: string): boolean => key === 'o' || key === 's';

const neverChanges = (): (() => void) => () => undefined;

/**
 * The keys of the Walk view. Keys that come before the next screen is drawn are for that screen.
 *
 * @returns whether keys work: not before the page, which the server sends complete, has started
 */
export function useWalkKeys({ isThere, press, openLink, keep }: Keys): boolean {
  const heard = useSyncExternalStore(
    neverChanges,
    () => true,
    () => false,
  );
  const waiting = useRef<string[]>([]);
  useEffect(() => {
    const key = isThere() ? waiting.current.shift() : undefined;
    if (key !== undefined) press(key);
  });
  // Not after the next painting: a key may come before that.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const { key, target } = event;
      if (event.ctrlKey || event.metaKey || event.altKey || isElsewhere(key) || document.querySelector('dialog[open]'))
        return;
      if (target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if (key === 'l') openLink();
      else if (key === 'k') keep();
      else if (isNext(key) && (!isThere() || waiting.current.length > 0)) waiting.current.push(key);
      else if (!press(key)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    // Runs before the keys of all views, which skip a handled key.
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, [isThere, press, openLink, keep]);
  return heard;
}
