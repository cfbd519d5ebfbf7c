import { afterAll, beforeAll } from 'vitest';
import { App } from './app';

/** An app for all tests of a file. */
export function useApp(withBrowser = true): App {
  const app = new App();
  beforeAll(() => app.start(withBrowser));
  afterAll(() => app.stop());
  return app;
}
