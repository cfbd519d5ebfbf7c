import { useWorker } from '../parts/use-worker';
import type { ChangesAnswer, ChangesQuestion } from './messages';

/** Asks the worker of this view. */
export type Comparer = ReturnType<typeof useComparer>;

const start = (): Worker => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
const stopped = (id: number): ChangesAnswer => ({ id, error: 'The worker that compares has stopped.' });

/** A worker that lives as long as the view. */
export const useComparer = () => useWorker<ChangesQuestion, ChangesAnswer>(start, stopped);
