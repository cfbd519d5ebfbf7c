/** How far a newcomer has come with the three first steps. It stays in this browser. */

export const firstSteps = ['mend', 'look', 'walk'] as const;
export type FirstStep = (typeof firstSteps)[number];

const key = 'andante:first-steps';
const changed = 'andante:first-steps';
const closed = 'closed';

/** The steps that are done, with commas; `closed` where nothing is to be shown any more; null before a first visit. */
export function storedProgress(): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return closed;
  }
}

function store(progress: string): void {
  try {
    localStorage.setItem(key, progress);
  } catch {
    // Without storage nothing is kept, and nothing is shown.
  }
  window.dispatchEvent(new Event(changed));
}

/** Calls back whenever the progress changes, in this window or another. Returns a function that ends that. */
export function onProgress(listener: () => void): () => void {
  window.addEventListener(changed, listener);
  window.addEventListener('storage', listener);
  return () => {
    window.removeEventListener(changed, listener);
    window.removeEventListener('storage', listener);
  };
}

export const doneOf = (progress: string): ReadonlySet<string> => new Set(progress.split(',').filter(Boolean));

export const begin = (): void => store('');
export const close = (): void => store(closed);

/** Notes that a step is done. Who has done all of them never sees them again. */
export function finish(step: FirstStep): void {
  const progress = storedProgress();
  if (progress === null || progress === closed || doneOf(progress).has(step)) return;
  const done = [...doneOf(progress), step];
  store(firstSteps.every((one) => done.includes(one)) ? closed : done.join());
}

/** Whether the steps are shown. */
export const isUnderWay = (progress: string | null): progress is string => progress !== null && progress !== closed;
