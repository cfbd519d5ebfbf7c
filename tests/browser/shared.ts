/** One server and a browser for each worker, started once for all files of the browser tests. */
import type { TestProject } from 'vitest/node';
import { App } from './app';
import { openTestBrowser, type BrowserAddress } from './browser';

declare module 'vitest' {
  export interface ProvidedContext {
    readonly server: { readonly port: number };
    readonly browsers: readonly BrowserAddress[];
  }
}

export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const server = new App();
  const opening = Array.from({ length: Number(project.config.maxWorkers) }, openTestBrowser);
  const [browsers] = await Promise.all([Promise.all(opening), server.start(false)]);
  project.provide('server', { port: server.port });
  project.provide(
    'browsers',
    browsers.map(({ address }) => address),
  );
  return async () => {
    await Promise.all([...browsers.map((browser) => browser.close()), server.stop()]);
  };
}
