import { useCallback, useLayoutEffect, useRef, useState, type RefObject } from 'react';

interface Scroller {
  readonly ref: RefObject<HTMLDivElement | null>;
  /** Width available to the scrolled content, in pixels. */
  readonly width: number;
  /** Scrolls to a stretch, in pixels; does nothing if it is in sight. */
  readonly scrollTo: (top: number, height: number) => void;
}

/** The element that the table scrolls in. */
export function useScroller(): Scroller {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1240);
  useLayoutEffect(() => {
    const element = ref.current!;
    const measure = (): void => setWidth(Math.max(360, element.clientWidth - 36));
    measure();
    const resized = new ResizeObserver(measure);
    resized.observe(element);
    return () => resized.disconnect();
  }, []);
  const scrollTo = useCallback((top: number, height: number): void => {
    const element = ref.current;
    if (!element) return;
    if (top < element.scrollTop || top + height > element.scrollTop + element.clientHeight)
      element.scrollTo({ top: Math.max(0, top - 60) });
  }, []);
  return { ref, width, scrollTo };
}
