import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults } from 'axe-core';
import { expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp();
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What axe-core finds wrong with the page in the theme that it has, and then, where nothing but colours change, in the dark one; as `rule: element`. */
async function violations(): Promise<string[]> {
  await app.driver.executeScript(axe);
  const found = async (options: object): Promise<string[]> => {
    const { violations } = await app.driver.executeAsyncScript<AxeResults>('axe.run(document, arguments[0]).then(arguments[1])', options);
    return violations.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.html.slice(0, 160)} ${node.any[0]?.message ?? ''}`));
  };
  await inTheme('paper');
  const inLight = await found({});
  await inTheme('dusk');
  return [...inLight, ...await found({ runOnly: ['color-contrast', 'link-in-text-block'] })];
}

/** Changes the theme as a choice in another window does, and ends what fades. */
const inTheme = (theme: string): Promise<void> => app.driver.executeScript(`
  document.documentElement.dataset.theme = '${theme}';
  for (const animation of document.getAnimations()) if (animation.effect.getComputedTiming().iterations !== Infinity) animation.finish();
`);

test('every view, in both themes', async () => {
  const { id } = await app.create({ from: 'demo' });
  const broken = await app.create({ text: 'app "B"\nscreen a {\n  on "x" psuh a\n' });
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
