import { Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp();

/** Runs a script in every page before its own scripts; returns a function that removes it again. */
async function beforeEveryPage(source: string): Promise<() => Promise<unknown>> {
  const { identifier } = await app.driver.sendAndGetDevToolsCommand<{ identifier: string }>(
    'Page.addScriptToEvaluateOnNewDocument',
    { source },
  );
  return () => app.driver.sendAndGetDevToolsCommand('Page.removeScriptToEvaluateOnNewDocument', { identifier });
}

test('a plan opens where its analysis fails: the text is there, is saved, and the page says so until an analysis succeeds', async () => {
  const { id } = await app.create({ text: 'app "Small"\nstart a\nscreen a "A" {\n}\n' });
  const mend = await beforeEveryPage(`{
    const Real = Worker;
    window.mendWorkers = () => { window.Worker = Real; };
    window.Worker = class extends EventTarget {
      constructor() { super(); setTimeout(() => this.onerror?.(new ErrorEvent('error', { message: 'no memory' }))); }
      postMessage() {}
      terminate() {}
    };
  }`);
  for (const view of ['', '/reach', '/supply', '/walk', '/links']) {
    await app.open(`/plans/${id}${view}`);
    await app.untilText('[aria-label=Verdict]', 'The analysis failed on this text');
  }
  await app.click('Plan');
  await app.caretToEnd();
  await app.type(Key.ENTER, '# typed meanwhile');
  await app.untilStored(id, '# typed meanwhile');
  expect(await app.text('[role=alert]')).toContain('Save a report with the text');
  await app.driver.executeScript('window.mendWorkers()');
  await app.type('!');
  await app.untilText('[aria-label=Verdict]', '1 of 1 screens can be reached');
  await mend();
});

test('a page that is older than the plan takes the newer text at once', async () => {
  const { id } = await app.create({ text: 'app "Small"\nstart a\nscreen a "A" {\n}\n' });
  const stop = await beforeEveryPage(`{
    const request = new XMLHttpRequest();
    request.open('PUT', '/api/plans/${id}/text', false);
    request.setRequestHeader('content-type', 'application/json');
    request.send(JSON.stringify({ text: 'app "Newer"\\n', version: 1 }));
  }`);
  await app.open(`/plans/${id}`);
  await app.untilText('.cm-content', 'Newer');
  await stop();
});

test('an address opens on what it names, though verdicts come later than the page', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '?screen=stay');
  await app.find('article[aria-label="The screen stay"]');
  await app.until(
    async () =>
      (await app.driver.executeScript(
        'const { top, bottom } = document.querySelector(".cm-activeLine").getBoundingClientRect(); const box = document.querySelector("[data-testid=editor]").getBoundingClientRect(); return top >= box.top && bottom <= box.bottom',
      )) === true,
    'the caret is not in sight',
  );
  expect(await app.text('.cm-activeLine')).toContain('screen stay');
  expect(await app.driver.getCurrentUrl()).toContain('?screen=stay');
});
