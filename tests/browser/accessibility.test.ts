import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults } from 'axe-core';
import { expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp();
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What axe-core finds wrong with the page, as `rule: element`. */
async function violations(): Promise<string[]> {
  await app.driver.executeScript(axe);
  const results = await app.driver.executeAsyncScript<AxeResults>('const done = arguments[0]; axe.run().then(done)');
  return results.violations.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.html.slice(0, 160)} ${node.any[0]?.message ?? ''}`));
}

test.each(['paper', 'dusk'])('every view, in the theme %s', async (theme) => {
  const { id } = await app.create({ from: 'demo' });
  const broken = await app.create({ text: 'app "B"\nscreen a {\n  on "x" psuh a\n' });
  await app.open('/plans');
  await app.driver.executeScript(`localStorage.setItem('andante:theme', '${theme}')`);
  for (const path of ['/plans', `/plans/${id}`, `/plans/${id}?screen=stay`, `/plans/${id}/reach?screen=hut`, `/plans/${id}/supply?screen=hut`, `/plans/${id}/supply?filter=way:tab`, `/plans/${broken.id}`, `/plans/${broken.id}/reach`, `/plans/${broken.id}/supply`, `/plans/${id}/walk?walk=tap+"Hut+card"+tap+"Book"&taken=1`, `/plans/${id}/walk?walk=tab+"My+stays"+tap+"x"`, `/plans/${id}/walk?variant=tablet`, `/plans/${broken.id}/walk`, `/plans/${id}/walk?walk=back`, `/plans/${id}/links?screen=stay`, `/plans/${id}/links?audit=new`, `/plans/${id}/links?audit=nothing`, `/plans/${broken.id}/links`, '/plans/nosuchplan00']) {
    await app.open(path);
    await app.find(path.includes('/reach') ? '[data-testid=chart]' : path.includes('/links') ? '[data-testid=url-space]' : path.includes('/walk') ? 'main[data-current]' : path.includes('/supply') ? '[data-testid=supply]' : path.length > 10 && !path.includes('nosuch') ? '.cm-content' : 'main');
    if (path.length > 10 && !path.includes('nosuch')) await app.untilAnalysed();
    expect(await violations(), path).toEqual([]);
  }
  await app.openPlan(id, '/reach?screen=hut');
  await app.click('Arguments');
  await app.named('Add an argument');
  expect(await violations(), 'the dialog of changes').toEqual([]);
});
