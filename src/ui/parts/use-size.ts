'use client';

import { useLayoutEffect, useState, type RefObject } from 'react';

/** The inner size of an element, in pixels; null before it is measured. */
export function useSize(
  element: RefObject<HTMLElement | null>,
): { readonly width: number; readonly height: number } | null {
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  useLayoutEffect(() => {
    const target = element.current;
    if (!target) return;
    const look = (): void => {
      const { clientWidth: width, clientHeight: height } = target;
      setSize((now) => (now?.width === width && now.height === height ? now : { width, height }));
    };
    look();
    const resized = new ResizeObserver(look);
    resized.observe(target);
    return () => resized.disconnect();
  }, [element]);
  return size;
}
