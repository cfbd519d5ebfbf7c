/** Pictures of the main views for the documents. */
import { writeFileSync } from 'node:fs';
import { App } from '../tests/browser/app';

const folder = 'docs/screenshots';

const app = new App();
try {
  await app.start();
  const { plans } = await (await fetch(`${app.address}/api/plans`)).json() as { plans: { id: string }[] };
  const demo = plans[0]!.id;
  const pictures: [name: string, path: string, ready: string][] = [
    ['plan', `/plans/${demo}?screen=stay`, 'article h2'],
    ['reach', `/plans/${demo}/reach?screen=hut`, '[data-selected]'],
    ['supply', `/plans/${demo}/supply?screen=hut`, '[data-status=missing]'],
    ['walk', `/plans/${demo}/walk?walk=tap+"Hut+card"+with+hut+%3D+14+tap+"Book"+tap+"Continue"+tap+"Continue"`, 'main[data-current]'],
  ];
  for (const [name, path, ready] of pictures) {
    await app.open(path);
    await app.find(ready);
    await app.driver.executeAsyncScript('const done = arguments[0]; document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(done)))');
    await app.driver.executeScript('document.activeElement?.blur()');
    writeFileSync(`${folder}/${name}.png`, Buffer.from(await app.driver.takeScreenshot(), 'base64'));
    console.log(`${folder}/${name}.png`);
  }
} finally {
  await app.stop();
}
