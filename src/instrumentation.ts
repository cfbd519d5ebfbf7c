import type { Instrumentation } from 'next';

/** Called by the framework for what a page or a handler throws and does not catch itself: it goes into the log. */
export const onRequestError: Instrumentation.onRequestError = async (error, { method, path }) => {
  if (process.env.NEXT_RUNTIME === 'edge') return;
  const { log } = await import('./server/log');
  log.error({ err: error, method, path: path.split('?')[0] }, 'page failed');
};
