'use client';

import { useMemo, useSyncExternalStore } from 'react';

const names = {
  ground: '--color-base-100',
  ink: '--color-base-content',
  rule: '--color-base-300',
  mute: '--mute',
  primary: '--color-primary',
  error: '--color-error',
  warning: '--color-warning',
  info: '--color-info',
} as const;

/** Colours of the theme, for what is painted instead of styled. */
export type Colours = Readonly<Record<keyof typeof names, string>>;

function onTheme(listener: () => void): () => void {
  const observer = new MutationObserver(listener);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

/** The colours of the theme that the page has; null before the page is there. */
export function useColours(): Colours | null {
  const theme = useSyncExternalStore(
    onTheme,
    () => document.documentElement.dataset.theme ?? '',
    () => null,
  );
  return useMemo(() => {
    if (theme === null) return null;
    const style = getComputedStyle(document.documentElement);
    return Object.fromEntries(
      Object.entries(names).map(([name, property]) => [name, style.getPropertyValue(property)]),
    ) as Colours;
  }, [theme]);
}
