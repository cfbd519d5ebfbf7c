'use client';

import { useSyncExternalStore } from 'react';

function onChange(listener: () => void): () => void {
  const media = matchMedia(`(resolution: ${window.devicePixelRatio}dppx)`);
  media.addEventListener('change', listener);
  return () => media.removeEventListener('change', listener);
}

/** Pixels of the display for one of the page: a canvas has so many. */
export const usePixelRatio = (): number =>
  useSyncExternalStore(
    onChange,
    () => window.devicePixelRatio,
    () => 1,
  );
