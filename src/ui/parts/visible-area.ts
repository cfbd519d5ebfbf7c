'use client';

import { useEffect, useState, type RefObject } from 'react';

/** The visible part of a scrolled area, in its own coordinates. */
export interface VisibleArea {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** How far beyond the edges things are still drawn, so that scrolling shows no gaps. */
const margin = 400;
/** Scrolling within this distance changes nothing: enough is drawn beyond the edges. */
const grain = 200;

/** Area before the element is measured: a large display at the beginning. */
const beginning: VisibleArea = { left: 0, top: 0, right: 2000, bottom: 1500 };

/** Part of an element's scrolled area to draw. */
export function useVisibleArea(element: RefObject<HTMLElement | null>): VisibleArea {
  const [visible, setVisible] = useState(beginning);
  useEffect(() => {
    const scroller = element.current;
    if (!scroller) return;
    const look = (): void => {
      const { scrollLeft, scrollTop, clientWidth, clientHeight } = scroller;
      const left = Math.floor(scrollLeft / grain) * grain - margin;
      const top = Math.floor(scrollTop / grain) * grain - margin;
      const next = {
        left,
        top,
        right: left + clientWidth + 2 * margin + grain,
        bottom: top + clientHeight + 2 * margin + grain,
      };
      setVisible((now) =>
        now.left === next.left && now.top === next.top && now.right === next.right && now.bottom === next.bottom
          ? now
          : next,
      );
    };
    look();
    scroller.addEventListener('scroll', look, { passive: true });
    const resized = new ResizeObserver(look);
    resized.observe(scroller);
    return () => {
      scroller.removeEventListener('scroll', look);
      resized.disconnect();
    };
  }, [element]);
  return visible;
}
