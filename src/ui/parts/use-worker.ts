import { useCallback, useEffect, useRef } from 'react';

/** An answer of a worker, or why there is none. */
type Answer = { readonly id: number };
type Unasked<Q> = Q extends unknown ? Omit<Q, 'id'> : never;

/**
 * A worker that answers numbered questions. It starts with the first one, and ends with its component. Returns a
 * function that asks it; its answers may arrive in any order.
 *
 * @param start starts the worker
 * @param stopped the answer to every open question if the worker stops
 */
export function useWorker<Q extends { readonly id: number }, A extends Answer>(
  start: () => Worker,
  stopped: (id: number) => A,
): (question: Unasked<Q>) => Promise<A> {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(new Map<number, (answer: A) => void>());
  const next = useRef(1);
  useEffect(() => {
    const waiting = asked.current;
    return () => {
      worker.current?.terminate();
      worker.current = null;
      waiting.clear();
    };
  }, []);
  return useCallback(
    (question) => {
      const id = next.current++;
      const waiting = asked.current;
      const settle = (answer: A): void => {
        waiting.get(answer.id)?.(answer);
        waiting.delete(answer.id);
      };
      if (!worker.current) {
        worker.current = start();
        worker.current.onmessage = ({ data }: MessageEvent<A>) => settle(data);
        worker.current.onerror = () => {
          for (const open of [...waiting.keys()]) settle(stopped(open));
        };
      }
      worker.current.postMessage({ ...question, id });
      return new Promise((resolve) => waiting.set(id, resolve));
    },
    [start, stopped],
  );
}
