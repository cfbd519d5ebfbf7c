import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults } from 'axe-core';
import { beforeAll, describe, expect, test } from 'vitest';
import { resize } from './browser';
import { useApp } from './use-app';

const app = useApp();
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * Violations that axe-core finds in the page in its current theme, and then, for contrast alone, in the dark one; as
 * `rule: element`.
 */
async function violations(): Promise<string[]> {
  if (!(await app.driver.executeScript<boolean>('return "axe" in window'))) await app.driver.executeScript(axe);
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

/**
 * Runs in the page: controls of the header that cover one another, what has to be scrolled sideways to be read, letters
 * under 11 pixels, and texts that are cut where nothing says the rest.
 */
const flaws = `
  const seen = (element) => element.checkVisibility() && element.getBoundingClientRect().width > 0;
  const name = (element) => element.textContent.trim().slice(0, 40) || element.getAttribute('aria-label') || element.tagName;
  const controls = [...document.querySelectorAll('header :is(a, button, select, summary, input)')].filter(seen);
  const flaws = [];
  controls.forEach((one, index) => controls.slice(index + 1).forEach((other) => {
    const [a, b] = [one.getBoundingClientRect(), other.getBoundingClientRect()];
    const across = Math.min(a.right, b.right) - Math.max(a.left, b.left);
    const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
    if (across > 1 && down > 1 && !one.contains(other) && !one.closest('[popover], ul')) flaws.push(name(one) + ' covers ' + name(other));
  }));
  for (const element of [document.documentElement, document.body, document.querySelector('main'), document.querySelector('main').parentElement.parentElement])
    if (element.scrollWidth > element.clientWidth + 1) flaws.push(element.tagName + ' is wider than the window');
  if (document.querySelector('main').getBoundingClientRect().height < 200) flaws.push('the view has no room');
  const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let text = texts.nextNode(); text; text = texts.nextNode()) {
    const element = text.parentElement;
    if (text.data.trim() === '' || element.closest('[aria-hidden], script, style, .sr-only') || !seen(element)) continue;
    if (parseFloat(getComputedStyle(element).fontSize) < 10.95) flaws.push('too small: ' + text.data.slice(0, 40));
    const isCut = element.scrollWidth > element.clientWidth + 1 && element.clientWidth > 1;
    if (isCut && getComputedStyle(element).overflowX === 'hidden' && !element.closest('[title], .cm-editor'))
      flaws.push('cut, and nothing says the rest: ' + text.data.slice(0, 40));
  }
  return flaws;`;

/**
 * Runs in the page: of sections that are all alike, as those about rules, leaves the first twenty. Returns whether no
 * more are there: a page that comes to life draws them once more.
 */
const shorten = `
  const others = [...document.querySelectorAll('main section:has(> h3)')].slice(20);
  for (const other of others) other.remove();
  return others.length === 0;`;

/** Runs in the page: whether the view that is shown is the one of the address. */
const hasArrived = `
  const link = document.querySelector('header nav a[aria-current=page]');
  const partsOf = ({ pathname, searchParams }) => JSON.stringify([pathname, ...searchParams]);
  return link !== null && partsOf(new URL(link.href)) === partsOf(new URL(location.href));`;

/** The plan in the page. */
let opened = '';

/** Goes to a place of a plan; in the plan that is open, as its own links do. */
async function goTo(plan: string, rest: string): Promise<void> {
  if (opened !== plan) await app.openPlan(plan);
  opened = plan;
  await app.driver.executeScript(`history.pushState(null, '', arguments[0])`, `/plans/${plan}${rest}`);
  await app.until(() => app.driver.executeScript(hasArrived), `${rest} is not shown`);
}

let demo = '';
let broken = '';
let tidewater = '';
beforeAll(async () => {
  demo = (await app.create({ from: 'demo' })).id;
  tidewater = (await app.create({ from: 'tidewater' })).id;
  broken = (await app.create({ text: 'app "B"\nscreen a {\n  on "x" psuh a\n' })).id;
});

describe('in both themes nothing is wrong with', () => {
  test.each(['/plans', '/plans/nosuchplan00', '/help/meaning', '/help/rules', '/help/keys'])('%s', async (path) => {
    await app.open(path);
    await app.find('main');
    await app.until(() => app.driver.executeScript(shorten), 'the page has not come to rest');
    expect(await violations()).toEqual([]);
  });

  test.each([
    ['demo', '', '.cm-content'],
    ['demo', '?screen=stay', '.cm-content'],
    ['demo', '/reach?screen=hut', '[data-testid=chart]'],
    ['demo', '/reach?lanes=open:account', '[data-lane]'],
    ['demo', '/reach?ask=seen+while+not+signedIn', '[aria-label=Answer]:not([aria-busy=true])'],
    ['demo', '/supply?screen=hut', '[data-testid=supply]'],
    ['demo', '/supply?filter=way:tab', '[data-testid=supply]'],
    ['demo', '/walk?walk=tap+"Hut+card"+tap+"Book"&taken=1', 'main[data-current]'],
    ['demo', '/walk?walk=tab+"My+stays"+tap+"x"', 'main[data-current]'],
    ['demo', '/walk?variant=tablet', 'main[data-current]'],
    ['demo', '/walk?walk=back', 'main[data-current]'],
    ['demo', '/links?screen=stay', '[data-testid=url-space]'],
    ['demo', '/links?audit=new', '[data-testid=url-space]'],
    ['demo', '/links?audit=nothing', '[data-testid=url-space]'],
    ['demo', '/hand-over', 'main[data-made=typescript] .cm-line'],
    ['demo', '/hand-over?output=diagram', 'main[data-made=diagram]'],
    ['demo', '/changes?from=plan:BROKEN', '[data-testid=review] li'],
    // So many screens that names are cut.
    ['tidewater', '/reach?screen=ticket', '[data-cut]'],
    ['broken', '', '.cm-content'],
    ['broken', '/reach', '[data-testid=chart]'],
    ['broken', '/supply', '[data-testid=supply]'],
    ['broken', '/walk', 'main[data-current]'],
    ['broken', '/links', '[data-testid=url-space]'],
    ['broken', '/hand-over?output=prototype', 'main[data-made=prototype]'],
    ['broken', '/changes', '[aria-label=History]'],
  ])('the %s plan at %s', async (plan, rest, shows) => {
    await goTo({ demo, tidewater, broken }[plan]!, rest.replace('BROKEN', broken));
    await app.find(shows);
    await app.find('main:not([aria-busy])');
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

test.each([
  ['1280 by 800', 1280, 800, 1],
  ['1024 by 768', 1024, 768, 1],
  ['1280 by 800, enlarged to 200 %', 640, 400, 2],
])(
  'at %s no view covers its controls, is wider than the window, or has small letters',
  async (_size, width, height, scale) => {
    await resize(app.driver, { width, height }, scale);
    try {
      await app.openPlan(demo, '?screen=stay');
      await app.driver.executeScript('document.activeElement.blur()');
      for (const key of ['1', '2', '3', '4', '5', '6', '7']) {
        await app.type(key);
        await app.find(`header nav a:nth-child(${key})[aria-current=page]`);
        await app.find('main:not([aria-busy])');
        expect(await app.driver.executeScript(flaws), `view ${key}`).toEqual([]);
      }
    } finally {
      await resize(app.driver);
    }
  },
);
