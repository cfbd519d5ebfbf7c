import { useCallback, useEffect, useRef, useState } from 'react';
import type { HandOverAnswer, HandOverOptions, HandOverQuestion, MadeOutput } from './messages';
import type { Output } from './outputs';

type Ask = HandOverQuestion extends infer Q ? (Q extends HandOverQuestion ? Omit<Q, 'id'> : never) : never;

export interface HandedOver {
  /** The last output that was made; null before the first. */
  readonly made: MadeOutput | null;
  /** Why the last question has no answer, or null. */
  readonly error: string | null;
  /** Makes a zip of one output, or of all of them. */
  readonly pack: (output: Output | null) => Promise<Uint8Array<ArrayBuffer>>;
}

/** Makes an output in a worker of its own, whenever the text or the options change. */
export function useHandOver(text: string, output: Output, path: string | null, options: HandOverOptions): HandedOver {
  const [state, setState] = useState<Pick<HandedOver, 'made' | 'error'>>({ made: null, error: null });
  const worker = useRef<Worker | null>(null);
  const asked = useRef(new Map<number, (answer: HandOverAnswer) => void>());
  const next = useRef(1);

  const ask = useCallback((question: Ask): Promise<HandOverAnswer> => {
    const id = next.current++;
    return new Promise((resolve) => {
      asked.current.set(id, resolve);
      worker.current?.postMessage({ ...question, id });
    });
  }, []);

  useEffect(() => {
    const started = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    const waiting = asked.current;
    const settle = (answer: HandOverAnswer): void => {
      waiting.get(answer.id)?.(answer);
      waiting.delete(answer.id);
    };
    started.onmessage = ({ data }: MessageEvent<HandOverAnswer>) => settle(data);
    started.onerror = () => {
      for (const id of [...waiting.keys()]) settle({ id, error: 'The worker that makes the files has stopped.' });
    };
    worker.current = started;
    return () => {
      started.terminate();
      worker.current = null;
      waiting.clear();
    };
  }, []);

  const key = JSON.stringify(options);
  useEffect(() => {
    let isOvertaken = false;
    const question = { kind: 'show', text, output, path, options: JSON.parse(key) as HandOverOptions } as const;
    void ask(question).then((answer) => {
      if (isOvertaken) return;
      if ('made' in answer) setState({ made: answer.made, error: null });
      else if ('error' in answer) setState((before) => ({ ...before, error: answer.error }));
    });
    return () => {
      isOvertaken = true;
    };
  }, [ask, text, output, path, key]);

  const pack = useCallback(
    async (of: Output | null): Promise<Uint8Array<ArrayBuffer>> => {
      const answer = await ask({ kind: 'pack', text, output: of, options: JSON.parse(key) as HandOverOptions });
      if ('zip' in answer) return answer.zip;
      throw new Error('error' in answer ? answer.error : 'The files could not be made.');
    },
    [ask, text, key],
  );
  return { ...state, pack };
}
