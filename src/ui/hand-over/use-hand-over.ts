import { useCallback, useEffect, useState } from 'react';
import { useWorker } from '../parts/use-worker';
import type { HandOverAnswer, HandOverOptions, HandOverQuestion, MadeOutput } from './messages';
import type { Output } from './outputs';

const start = (): Worker => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
const stopped = (id: number): HandOverAnswer => ({ id, error: 'The worker that makes the files has stopped.' });

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
  const ask = useWorker<HandOverQuestion, HandOverAnswer>(start, stopped);

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
