'use client';

import { pointers, select } from 'd3-selection';
import { zoom as zoomBehavior, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { useLayoutEffect, useMemo, useRef, useState, useSyncExternalStore, type RefObject } from 'react';
import { acrossAt, largest, leastZoom, within, type Camera, type Size, type View } from './camera';

/** Moves a camera. What draws by the camera asks `useCameraOf`; all else is not drawn anew while somebody pans. */
export interface CameraControl {
  readonly now: () => Camera;
  /** Calls back whenever the camera moves. Returns a function that ends that. */
  readonly subscribe: (listener: () => void) => () => void;
  /** Looks elsewhere, as far as the chart goes. */
  readonly set: (view: View) => void;
  /** Zooms about the middle of the window. */
  readonly zoomBy: (factor: number) => void;
  /** Moves what is in sight, in pixels. */
  readonly panBy: (x: number, y: number) => void;
}

const unmoved: Camera = { x: 0, y: 0, zoom: 1, across: 1 };

/** Where a camera is now. */
export const useCameraOf = ({ now, subscribe }: CameraControl): Camera =>
  useSyncExternalStore(subscribe, now, () => unmoved);

/** Fingers have no buttons. */
const isPrimary = (event: MouseEvent | TouchEvent): boolean => !('button' in event) || event.button === 0;

/** Pixels of a line, for mice whose wheels count lines. */
const wheelLine = 16;
/** How far a press may move and still be a click, in pixels. */
const clickDistance = 4;

/**
 * A camera over an element: the wheel and drags pan, Ctrl with the wheel and pinches zoom about the pointer.
 *
 * @param onZoomIn after a user has zoomed in, with the place of the pointer in the element
 */
export function useCamera(
  element: RefObject<HTMLElement | null>,
  chart: Size,
  window: Size | null,
  onZoomIn: (camera: Camera, pointer: { readonly x: number; readonly y: number }) => void,
): CameraControl {
  const camera = useRef<Camera>(unmoved);
  const [listeners] = useState(() => new Set<() => void>());
  const over = useRef<HTMLElement | null>(null);
  const behavior = useRef<ZoomBehavior<HTMLElement, unknown> | null>(null);
  const latest = useRef({ chart, window, onZoomIn });
  useLayoutEffect(() => {
    Object.assign(latest.current, { chart, window, onZoomIn });
  });

  useLayoutEffect(() => {
    const target = element.current;
    if (!target) return;
    const own = zoomBehavior<HTMLElement, unknown>()
      .filter((event: MouseEvent | TouchEvent) => isPrimary(event) && (event.type !== 'wheel' || event.ctrlKey))
      .clickDistance(clickDistance)
      .constrain((transform) => {
        const { chart: all, window: part } = latest.current;
        if (!part) return transform;
        const { x, y, zoom } = within({ x: transform.x, y: transform.y, zoom: transform.k }, all, part);
        return zoomIdentity.translate(x, y).scale(zoom);
      })
      .on(
        'zoom',
        ({ transform, sourceEvent }: { transform: { x: number; y: number; k: number }; sourceEvent: unknown }) => {
          const { chart: all, window: part } = latest.current;
          const across = part ? acrossAt(transform.k, all, part) : transform.k;
          const next = { x: transform.x, y: transform.y, zoom: transform.k, across };
          const isLarger = next.zoom > camera.current.zoom;
          camera.current = next;
          for (const listener of listeners) listener();
          const [pointer] = isLarger && sourceEvent ? pointers(sourceEvent, target) : [];
          if (pointer) latest.current.onZoomIn(next, { x: pointer[0], y: pointer[1] });
        },
      );
    behavior.current = own;
    over.current = target;
    select(target).call(own).on('dblclick.zoom', null);
    const onWheel = (event: WheelEvent): void => {
      // A listener of our own, since React's cannot keep the page from scrolling.
      event.preventDefault();
      if (event.ctrlKey) return;
      const unit = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? wheelLine : 1;
      const [x, y] = event.shiftKey && event.deltaX === 0 ? [event.deltaY, 0] : [event.deltaX, event.deltaY];
      const { zoom } = camera.current;
      own.translateBy(select(target), (-x * unit) / zoom, (-y * unit) / zoom);
    };
    target.addEventListener('wheel', onWheel, { passive: false });
    return () => {
      select(target).on('.zoom', null);
      target.removeEventListener('wheel', onWheel);
    };
  }, [element, listeners]);

  // A chart or a window of another size has other bounds.
  const { width, height } = chart;
  useLayoutEffect(() => {
    const target = element.current;
    if (!target || !window) return;
    behavior.current?.scaleExtent([leastZoom({ width, height }, window), largest]);
    behavior.current?.translateBy(select(target), 0, 0);
  }, [element, width, height, window]);

  return useMemo(() => {
    const act = (how: (own: ZoomBehavior<HTMLElement, unknown>, target: HTMLElement) => void): void => {
      if (over.current && behavior.current) how(behavior.current, over.current);
    };
    return {
      now: () => camera.current,
      subscribe: (listener) => {
        listeners.add(listener);
        return () => listeners.delete(listener);
      },
      set: (view) =>
        act((own, target) => {
          const { chart: all, window: part } = latest.current;
          const { x, y, zoom } = part ? within(view, all, part) : view;
          own.transform(select(target), zoomIdentity.translate(x, y).scale(zoom));
        }),
      zoomBy: (factor) => act((own, target) => own.scaleBy(select(target), factor)),
      panBy: (x, y) =>
        act((own, target) => {
          const { zoom } = camera.current;
          own.translateBy(select(target), x / zoom, y / zoom);
        }),
    };
  }, [listeners]);
}
