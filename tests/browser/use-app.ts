import { afterAll, beforeAll, inject } from 'vitest';
import { App } from './app';
import { attach } from './browser';

/**
 * An app for all tests of a file, in the browser of its worker.
 *
 * @param own `server` for a file that needs a database of its own, or ends its server; `api` for one without a browser,
 *   too
 */
export function useApp(own: 'nothing' | 'server' | 'api' = 'nothing'): App {
  const app = new App();
  beforeAll(async () => {
    if (own === 'nothing') app.useServer(inject('server').port);
    else await app.start(false);
    if (own !== 'api') app.useBrowser(await attach(inject('browsers')[Number(process.env.VITEST_POOL_ID) - 1]!));
  });
  afterAll(() => app.stop());
  return app;
}
