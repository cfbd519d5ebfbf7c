import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import { useApp } from './use-app';

const app = useApp();
const space = '[data-testid=url-space]';
const right = '[data-testid=try-urls]';
const examples = '[aria-label="For example"]';
const verdict = 'section[aria-label="Verdict"]';
const counts = '[data-testid=audit-counts]';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'andante-urls-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

/** A file of URLs of the demo: of ten, six open a hut, one is gated, two are lost, one is no URL of the app. */
function file(name: string, count: number, line = (url: string): string => url, head = ''): string {
  const path = join(folder, name);
  const ten = [
    '/huts/1',
    '/huts/2?season=winter',
    '/huts/3',
    '/huts/4/reviews',
    '/huts/5?ref=a',
    '/huts/6',
    '/stays/s-1',
    '/hut/7',
    '/huts/eight',
    'https://other.example/huts/9',
  ];
  writeFileSync(path, head + Array.from({ length: count }, (_each, index) => `${line(ten[index % 10]!)}\n`).join(''));
  return path;
}

async function choose(path: string): Promise<void> {
  await (await app.find('input[aria-label="File of URLs"]')).sendKeys(path);
}

test('paste URLs, see what each does, walk one; by keyboard', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach');
  // Keys are heard as soon as the page lives.
  await app.until(async () => {
    await app.type('4');
    return (await app.driver.getCurrentUrl()).endsWith('/links');
  }, 'the key leads nowhere');
  await app.untilText(space, '7 patterns; a URL takes the topmost that fits');
  // Before anything is typed, URLs that tell something are answered.
  await app.untilText(examples, 'As specific, and further down in the plan: /help/{topic}');
  await (
    await app.find('#try-urls')
  ).sendKeys(
    'https://saddleback.example/huts/12?season=winter&utm=mail',
    Key.ENTER,
    'saddleback:/stays/s-9',
    Key.ENTER,
    '/stay/s-9',
    Key.ENTER,
    'https://saddleback.example/huts/%zz',
  );
  await app.untilText(right, 'Andante ignores utm.');
  await app.untilText(right, 'stack explore › hut; Back shows explore');
  await app.untilText(right, 'stays, beneath it, needs signedIn; put off: stack signIn; Back leaves the app');
  await app.untilText(right, 'once signedIn, stack stays › stay; Back shows stays');
  await app.untilText(right, 'nearest /stays/{stayId}: stay stands where the pattern has stays');
  await app.untilText(right, '%zz at character 33 is no percent sign with two hexadecimal digits');
  expect(await app.text(right)).toMatch(/1 open\s+1 gated\s+2 lost/);
  expect(await app.driver.findElements(By.css(examples))).toEqual([]);
  // The arrival can be walked, and the URLs are still there afterwards.
  await (await app.driver.findElements(By.css(`${right} article button`)))[1]!.click();
  await app.untilText('section[aria-label="The phone"], main', 'Sign in');
  await app.driver.navigate().back();
  await app.untilText(right, 'once signedIn');
});

test('a clash is seen in its place with a URL as evidence, put right, and undone', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id);
  await app.untilText(verdict, '1 clash');
  // From the finding to its URL, and from the verdict to the clash.
  await app.driver.get(`${app.address}/plans/${id}?screen=contact`);
  await app.click('Try the URL');
  await app.untilText(right, 'As specific, and further down in the plan: /help/{topic}');
  await app.click('Clear');
  await (await app.driver.findElement(By.linkText('1 clash'))).click();
  await app.untilText(
    space,
    'https://saddleback.example/help/a matches both, and opens questions only because its line comes first.',
  );
  await (await app.find('#try-urls')).sendKeys('/help/refund', Key.ENTER, '/help/contact/refund');
  await app.untilText(right, 'As specific, and further down in the plan: /help/{topic}');
  await app.click('Write /help/contact/{topic}');
  await app.untilText(verdict, '7 link patterns, no clash');
  await app.untilText(right, 'topic refund');
  await app.untilText(right, 'As specific', false);
  await app.untilStored(id, 'link /help/contact/{topic} under help');
  await app.driver.executeScript('document.activeElement.blur()');
  await app.chord(Key.CONTROL, 'z');
  await app.untilText(verdict, '1 clash');
});

test('a pattern leads to its line, arrows go from one to the next, and a link can be added', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/links?screen=about');
  await app.untilText(space, 'URL space of https://saddleback.example');
  await app.driver.executeScript('document.querySelector("[data-pattern]").focus()');
  await app.type(Key.ARROW_DOWN, Key.ENTER);
  await app.untilText('.cm-activeLine', 'link /huts/{hutId}/reviews under hut(hutId)');
  await app.driver.navigate().back();
  await app.untilText(space, 'URL space of');
  await app.click('Add a link');
  const fields = 'dialog[open] input';
  await app.until(
    async () => (await (await app.driver.findElements(By.css(fields)))[1]!.getAttribute('value')) === '/about',
    'no pattern is proposed',
  );
  await (await app.driver.findElements(By.css(fields)))[2]!.sendKeys('help');
  await app.untilText('dialog[open]', 'link /about under help');
  await app.click('Add it');
  await app.untilText(space, '8 patterns');
  await app.untilStored(id, 'link /about under help');
});

test('a file of 100,000 URLs is audited with progress and cancel, kept with the plan, and comes as CSV', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/links');
  await app.click('Audit a file of URLs');
  // So large that it can be cancelled before it is done.
  await choose(file('large.txt', 3_000_000));
  await app.untilText(counts, 'URLs');
  const some = Number(await (await app.find('progress')).getAttribute('value'));
  await app.until(
    async () => Number(await (await app.find('progress')).getAttribute('value')) > some,
    'the file is read no further',
  );
  await app.click('Cancel');
  await app.untilText(right, 'Choose a file');
  expect(await app.driver.findElements(By.css(counts))).toHaveLength(0);

  await choose(file('campaign.txt', 100_000));
  await app.untilText(right, 'Download as CSV');
  expect((await app.text(counts)).replace(/\s+/g, ' ')).toBe(
    '100,000 URLs 60,000 open 60.0 % 10,000 gated 10.0 % 20,000 lost 20.0 % 10,000 no URL of the app 10.0 %',
  );
  await app.untilText(right, '/huts/{hutId}{?season,ref}: hutId wants an int');
  await app.find(`${right} .recharts-bar-rectangle`);
  // It is there after a reload, and in another window.
  await app.driver.navigate().refresh();
  await app.untilText(right, 'campaign.txt');
  await app.find('[data-testid=try-urls] a[download]');
  const csv = await app.driver.executeAsyncScript<string>(
    'const done = arguments[0]; fetch(document.querySelector("[data-testid=try-urls] a[download]").href).then((answer) => answer.text()).then(done)',
  );
  expect(csv.split('\r\n').slice(0, 2)).toEqual([
    'outcome,screen,pattern,reason,count,share,example',
    'opens,hut,"/huts/{hutId}{?season,ref}",,50000,0.5000,/huts/1',
  ]);
  await app.click('Delete');
  await app.untilText(right, 'Choose a file');
  expect(
    ((await (await fetch(`${app.address}/api/plans/${id}/audits`)).json()) as { audits: unknown[] }).audits,
  ).toEqual([]);
});

test('of a CSV file the column with URLs is found; an access log is read by its requests', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/links');
  await app.click('Audit a file of URLs');
  // A quotation mark that is never closed makes one row of all the rest.
  await choose(file('open.csv', 2_000_000, (url) => url, 'id,link\n1,/huts/1\n2,"'));
  await app.click('Audit it');
  await app.untilText(right, 'A row of the file is longer than 1 MiB');
  await choose(file('sent.csv', 50, (url) => `7,"mail, May",${url},=1+1`, 'id,campaign,link,note\n'));
  await app.untilText(right, 'The URLs of sent.csv stand in column');
  expect(await (await app.find(`${right} select:not([aria-label]) option:checked`)).getText()).toBe('link');
  await app.click('Audit it');
  await app.untilText(counts, '50 URLs');
  await app.untilText(counts, '30 open');
  await app.untilText(right, 'Download as CSV');
  // Another audit begins with a choice: a kept one from the list, or a file.
  await (await app.find('select[aria-label="Kept audits"]')).sendKeys('a new one');
  await app.untilText(right, 'Choose a file');
  await app.driver.navigate().back();
  await app.untilText(right, 'Download as CSV');
  await choose(file('more.csv', 50, (url) => `7,${url}`, 'id,link\n'));
  await app.untilText(right, 'The URLs of more.csv stand in column');
  await choose(
    file('access.log', 40, (url) => `203.0.113.7 - - [10/Oct/2026:13:55:36 +0000] "GET ${url} HTTP/1.1" 200 5`),
  );
  await app.untilText(counts, '40 URLs');
  await app.untilText(counts, '24 open');
});

test('explains a missing audit, an invalid body, a plan without links, and once that there is no origin', async () => {
  const { id } = await app.create({ text: '' });
  await app.openPlan(id, '/links?audit=nothing');
  await app.untilText(right, 'There is no audit with this address.');
  await app.untilText(space, 'No screens yet');
  await app.click('Try URLs instead');
  await (await app.find('#try-urls')).sendKeys('/huts');
  await app.untilText(right, 'the app has no links');
  const post = await fetch(`${app.address}/api/plans/${id}/audits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{"name":"a"}',
  });
  expect(post.status).toBe(422);
  const { id: withoutOrigin } = await app.create({ text: 'start a\nscreen a "A" {\n  link /a\n  link /b\n}\n' });
  await app.openPlan(withoutOrigin, '/links');
  const shown = await (await app.find(space)).getText();
  expect(shown.match(/link\/no-origin/g)).toHaveLength(1);
});

test('of 300 screens the chosen one is in sight, and arrows go on through rows that were not drawn', async () => {
  const { id } = await app.create({ text: generatePlan(300) });
  await app.openPlan(id, '/links?screen=s299');
  const inSight = (css: string): Promise<boolean> =>
    app.driver.executeScript<boolean>(
      `const box = document.querySelector(arguments[0])?.getBoundingClientRect();
      return Boolean(box) && box.top > 0 && box.bottom < innerHeight;`,
      css,
    );
  await app.until(() => inSight('[data-chosen]'), 'the chosen screen is out of sight');
  const focus = (index: number): Promise<void> =>
    app.driver.executeScript(`document.querySelector('[data-index="${index}"] [data-pattern]').focus()`);
  const index = await app.driver.executeScript<number>(
    'return Number(document.querySelector("[data-chosen]").dataset.index)',
  );
  await focus(index);
  for (let taps = 0; taps < 60; taps++) await app.type(Key.ARROW_UP);
  const expected = `[data-index="${index - 60}"] [data-pattern]:focus`;
  await app.until(() => inSight(expected), 'the row with the focus is out of sight');
  // Scrolled away from, it keeps the focus.
  await app.driver.executeScript(`document.querySelector('${space}').scrollTo(0, 0)`);
  await app.find('[data-index="0"]');
  await app.type(Key.ARROW_UP);
  await app.until(() => inSight(`[data-index="${index - 61}"] [data-pattern]:focus`), 'the focus was lost');
});
