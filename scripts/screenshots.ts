/** Pictures of the main views for the documents. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { App } from '../tests/browser/app';

const folder = 'docs/screenshots';

const app = new App();
try {
  await app.start();
  const { plans } = (await (await fetch(`${app.address}/api/plans`)).json()) as { plans: { id: string }[] };
  const demo = plans[0]!.id;
  const large = (await app.create({ from: 'tidewater' })).id;
  const modules = ['today', 'ferries', 'market', 'library', 'sports', 'clinic', 'townHall', 'wallet', 'me'];
  const pictures: [name: string, path: string, ready: string][] = [
    ['plan', `/plans/${demo}?screen=stay`, 'article h2'],
    ['reach', `/plans/${demo}/reach?screen=hut&ask=from+hut+to+receipt`, '[data-lit][data-selected]'],
    ['reach-large', `/plans/${large}/reach?lanes=open:${modules.join()}`, '[data-screen=today]'],
    ['help', '/help/meaning', '.stack'],
    ['supply', `/plans/${demo}/supply?screen=hut`, '[data-status=missing]'],
    [
      'walk',
      `/plans/${demo}/walk?walk=tap+"Hut+card"+with+hut+%3D+14+tap+"Book"+tap+"Continue"+tap+"Continue"`,
      'main[data-current]',
    ],
    [
      'walk-wide',
      `/plans/${demo}/walk?variant=tablet&walk=menu+"My+stays"+tap+"Sign+in"+tap+"Stay+row"+with+s+%3D+"s-7"+tap+"Cancel+stay"`,
      'main[data-current] [data-testid=list]',
    ],
  ];
  const take = async (name: string): Promise<void> => {
    await app.driver.executeAsyncScript(
      'const done = arguments[0]; document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(done)))',
    );
    await app.driver.executeScript('document.activeElement?.blur()');
    writeFileSync(`${folder}/${name}.png`, Buffer.from(await app.driver.takeScreenshot(), 'base64'));
    console.log(`${folder}/${name}.png`);
  };
  for (const [name, path, ready] of pictures) {
    await app.open(path);
    await app.find(ready);
    await take(name);
  }
  const changed = await app.plan(demo);
  const post = (path: string, method: string, body: object): Promise<Response> =>
    fetch(`${app.address}/api/plans/${demo}${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  await post('/revisions', 'POST', {
    text: changed.text.replace('screen legal', 'screen terms'),
    reason: 'marked',
    name: 'Release 3',
  });
  await post('/revisions', 'POST', { text: changed.text, reason: 'marked', name: 'Release 4', note: 'In the stores' });
  const edited = changed.text
    .replace(/ *on "Book" push dates.*\n/, '')
    .replace('{?season,ref}', '{?season}')
    .replace('takes query: text', 'takes words: text');
  await post('/text', 'PUT', { text: edited, version: changed.version });
  await app.open(`/plans/${demo}/changes`);
  await app.find('main[data-compared]');
  await app.untilText('[data-testid=review]', 'breaks at step 2');
  await app.driver.findElement(By.xpath('//li//button[contains(., "without ref")]')).click();
  await app.untilText('[aria-label="Both texts"] .cm-merge-b', '{?season} under');
  await take('changes');
  await post('/text', 'PUT', { text: changed.text, version: changed.version + 1 });
  await app.open(`/plans/${demo}/hand-over?output=prototype`);
  await app.find('main[data-made=prototype]');
  await app.driver.switchTo().frame(await app.find('iframe'));
  // In a frame of another process the driver knows no accessible names.
  for (const control of ['Hut card', 'Book'])
    await app.driver.findElement(By.xpath(`//button[.='${control}']`)).click();
  await app.untilText('h1', 'Dates');
  await app.driver.executeAsyncScript(
    'Promise.all(document.getAnimations().map((each) => each.finished)).then(arguments[0])',
  );
  await app.driver.switchTo().defaultContent();
  await take('hand-over');
  const page = await app.driver.executeScript<string>('return document.querySelector("iframe").srcdoc');
  const pages = mkdtempSync(join(tmpdir(), 'andante-pictures-'));
  try {
    writeFileSync(join(pages, 'prototype.html'), page);
    await app.driver.get(`file://${join(pages, 'prototype.html')}`);
    for (const control of ['Hut card', 'Book', 'Continue', 'Continue', 'Pay']) await app.click(control);
    await app.untilText('[role=dialog]', 'how does it turn out?');
    await take('prototype');
  } finally {
    rmSync(pages, { recursive: true });
  }
  await app.open(`/plans/${demo}/links`);
  const urls = [
    'https://saddleback.example/huts/12?season=winter',
    'saddleback:/stays/s-9',
    'https://saddleback.example/help/refund',
    'https://saddleback.example/stay/s-9',
    'https://saddleback.example/huts/north-col',
  ];
  await (await app.find('#try-urls')).sendKeys(urls.join(Key.ENTER));
  await app.untilText('[data-testid=try-urls]', 'north-col stands for hutId');
  await take('links');
  const files = mkdtempSync(join(tmpdir(), 'andante-pictures-'));
  try {
    writeFileSync(join(files, 'campaign.txt'), campaign());
    await app.click('Audit a file of URLs');
    await (await app.find('input[aria-label="File of URLs"]')).sendKeys(join(files, 'campaign.txt'));
    await app.untilText('[data-testid=try-urls]', 'Download as CSV');
    await app.find('.recharts-bar-rectangle');
    await take('audit');
  } finally {
    rmSync(files, { recursive: true });
  }
} finally {
  await app.stop();
}

/** URLs as a campaign may have sent them: most open something, some are of an older app. */
function campaign(): string {
  const shares: readonly (readonly [url: (id: number) => string, share: number])[] = [
    [(id) => `https://saddleback.example/huts/${id}`, 420],
    [(id) => `https://saddleback.example/huts/${id}?season=winter`, 160],
    [(id) => `https://saddleback.example/huts/${id}/reviews`, 90],
    [(id) => `https://saddleback.example/stays/s-${id}`, 120],
    [() => 'https://saddleback.example/stays', 60],
    [() => 'https://saddleback.example/help', 40],
    [() => 'https://saddleback.example/help/refund', 25],
    [(id) => `https://saddleback.example/hut/${id}`, 30],
    [() => 'https://saddleback.example/huts/north-col', 22],
    [(id) => `https://saddleback.example/huts/${id}/photos`, 18],
    [(id) => `https://old.saddleback.example/huts/${id}`, 14],
    [() => 'https://saddleback.example/huts/%zz', 1],
  ];
  return shares
    .flatMap(([url, share]) => Array.from({ length: share * 100 }, (_each, index) => url(index % 400)))
    .join('\n');
}
