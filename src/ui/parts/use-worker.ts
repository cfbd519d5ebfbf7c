import { useCallback, useEffect, useRef } from 'react';

/** An answer of a worker, or why there is none. */
type Answer = { readonly id: number };
type Unasked<Q> = Q extends unknown ? Omit<Q, 'id'> : never;

/**
 * A worker that lives as long as its component and answers numbered questions. Returns a function that asks it; its
 * answers may arrive in any order.
 *
 * @param start starts the worker; the function has to stay the same
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
    const started = start();
    const waiting = asked.current;
    const settle = (answer: A): void => {
      waiting.get(answer.id)?.(answer);
      waiting.delete(answer.id);
    };
    started.onmessage = ({ data }: MessageEvent<A>) => settle(data);
    started.onerror = () => {
      for (const id of [...waiting.keys()]) settle(stopped(id));
    };
    worker.current = started;
    return () => {
      started.terminate();
      worker.current = null;
      waiting.clear();
    };
  }, [start, stopped]);
  return useCallback((question) => {
    const id = next.current++;
    return new Promise((resolve) => {
      asked.current.set(id, resolve);
      worker.current?.postMessage({ ...question, id });
    });
  }, []);
}
