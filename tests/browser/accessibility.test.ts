import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults } from 'axe-core';
import { beforeAll, describe, expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp();
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * Violations that axe-core finds in the page in its current theme, and then, for contrast alone, in the dark one; as
 * `rule: element`.
 */
async function violations(): Promise<string[]> {
  await app.driver.executeScript(axe);
  const found = async (options: object): Promise<string[]> => {
    const { violations } = await app.driver.executeAsyncScript<AxeResults>(
      'axe.run(document, arguments[0]).then(arguments[1])',
      options,
    );
    return violations.flatMap(({ id, nodes }) =>
      nodes.map((node) => `${id}: ${node.html.slice(0, 160)} ${node.any[0]?.message ?? ''}`),
    );
  };
  await inTheme('paper');
  const inLight = await found({ resultTypes: ['violations'] });
  await inTheme('dusk');
  return [
    ...inLight,
    ...(await found({ resultTypes: ['violations'], runOnly: ['color-contrast', 'link-in-text-block'] })),
  ];
}

/** Changes the theme as another window's choice does, and ends transitions. */
const inTheme = (theme: string): Promise<void> =>
  app.driver.executeScript(`
  document.documentElement.dataset.theme = '${theme}';
  for (const animation of document.getAnimations()) if (animation.effect.getComputedTiming().iterations !== Infinity) animation.finish();
`);

let demo = '';
let broken = '';
beforeAll(async () => {
  demo = (await app.create({ from: 'demo' })).id;
  broken = (await app.create({ text: 'app "B"\nscreen a {\n  on "x" psuh a\n' })).id;
});

describe('in both themes nothing is wrong with', () => {
  test.each(['/plans', '/plans/nosuchplan00', '/help/meaning', '/help/rules', '/help/keys'])('%s', async (path) => {
    await app.open(path);
    await app.find('main');
    expect(await violations()).toEqual([]);
  });

  test.each([
    ['demo', '', '.cm-content'],
    ['demo', '?screen=stay', '.cm-content'],
    ['broken', '', '.cm-content'],
    ['demo', '/reach?screen=hut', '[data-testid=chart]'],
    ['demo', '/reach?lanes=open:account', '[data-lane]'],
    ['demo', '/reach?ask=seen+while+not+signedIn', '[aria-label=Answer]:not([aria-busy=true])'],
    ['broken', '/reach', '[data-testid=chart]'],
    ['demo', '/supply?screen=hut', '[data-testid=supply]'],
    ['demo', '/supply?filter=way:tab', '[data-testid=supply]'],
    ['broken', '/supply', '[data-testid=supply]'],
    ['demo', '/walk?walk=tap+"Hut+card"+tap+"Book"&taken=1', 'main[data-current]'],
    ['demo', '/walk?walk=tab+"My+stays"+tap+"x"', 'main[data-current]'],
    ['demo', '/walk?variant=tablet', 'main[data-current]'],
    ['demo', '/walk?walk=back', 'main[data-current]'],
    ['broken', '/walk', 'main[data-current]'],
    ['demo', '/links?screen=stay', '[data-testid=url-space]'],
    ['demo', '/links?audit=new', '[data-testid=url-space]'],
    ['demo', '/links?audit=nothing', '[data-testid=url-space]'],
    ['broken', '/links', '[data-testid=url-space]'],
    ['demo', '/hand-over', 'main[data-made=typescript] .cm-line'],
    ['demo', '/hand-over?output=diagram', 'main[data-made=diagram]'],
    ['broken', '/hand-over?output=prototype', 'main[data-made=prototype]'],
    ['broken', '/changes', '[aria-label=History]'],
    ['demo', '/changes?from=plan:BROKEN', '[data-testid=review] li'],
  ])('the %s plan at %s', async (plan, rest, shows) => {
    await app.open(`/plans/${plan === 'demo' ? demo : broken}${rest.replace('BROKEN', broken)}`);
    await app.find(shows);
    await app.untilAnalysed();
    expect(await violations()).toEqual([]);
  });

  test('the chart as lists, and the dialog of changes', async () => {
    await app.openPlan(demo, '/reach?screen=hut');
    await app.click('As lists');
    await app.find('ul[aria-label="Screens by module"]');
    expect(await violations()).toEqual([]);
    await app.click('Arguments');
    await app.named('Add an argument');
    expect(await violations()).toEqual([]);
  });
});
