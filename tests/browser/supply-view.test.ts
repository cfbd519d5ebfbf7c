import { By, Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import { resize } from './browser';
import { useApp } from './use-app';

const app = useApp();
const dock = 'section[aria-label="The selected argument"]';
const cells = (status: string) => app.driver.findElements(By.css(`[role=gridcell][data-status=${status}]`));

test('from a finding to its fix by keyboard alone, and back by undo', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/supply?filter=wrong');
  await app.find('[data-status=missing]');
  expect(await cells('missing')).toHaveLength(1);
  // F8 leads from finding to finding; the first that is about an argument has its cell selected.
  await app.driver.executeScript('document.activeElement.blur()');
  await app.type(Key.F8);
  await app.untilText(dock, 'explore · Hut of the month');
  for (let row = 0; row < 3; row++) await app.type(Key.ARROW_DOWN);
  await app.untilText(dock, '“See hut” on stay opens hut without hutId.');
  await app.type('s');
  await app.untilText(dock, 'is given stay.hut');
  await app.untilStored(id, 'on "See hut" push hut(hutId: stay.hut)');
  expect(await cells('missing')).toHaveLength(0);
  await app.driver.executeScript('document.activeElement.blur()');
  await app.chord(Key.CONTROL, 'z');
  await app.find('[data-status=missing]');
});

test('a cell leads to its place in the text, and filters live in the address', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/supply');
  await app.untilText('[data-testid=supply]', 'stayId, of type StayId');
  // Who gets the result of the filters, and who does not ask for it.
  expect(await Promise.all((await cells('gets')).map((cell) => cell.getText()))).toEqual(['to season']);
  expect(await cells('unasked')).toHaveLength(1);
  const [wrong] = await cells('wrong-type');
  await wrong!.click();
  await app.untilText(dock, 'supply/wrong-type');
  await app.type(Key.ENTER);
  await app.untilText('.cm-activeLine', 'on "Rate the hut" push reviews(hutId: stayId)');
  await app.driver.navigate().back();
  await (await app.find('select[aria-label="Ways in"] option[value=entry]')).click();
  await app.untilText('[data-testid=supply]', 'Stay tomorrow');
  expect(await app.driver.getCurrentUrl()).toContain('filter=way:entry'.replace(':', '%3A'));
  expect(await app.driver.findElements(By.css('[role=grid]'))).toHaveLength(1);
});

test('of 300 screens only the visible part is drawn', async () => {
  const { id } = await app.create({ text: generatePlan(300) });
  await app.openPlan(id, '/supply');
  await app.until(
    async () => (await app.driver.findElements(By.css('[role=grid]'))).length < 60,
    'all blocks stay drawn',
  );
  await app.driver.executeScript('document.querySelector("[data-testid=supply]").scrollTo(0, 1e9)');
  await app.untilText('[data-testid=supply]', 's299');
  expect((await app.driver.findElements(By.css('[role=grid]'))).length).toBeLessThan(60);
  // In one column a block stands elsewhere than in two.
  await resize(app.driver, { width: 640, height: 800 });
  try {
    await app.openPlan(id, '/supply?screen=s299');
    await app.untilText('[data-block="299"]', 's299');
    const isSeen = `
      const [block, view] = ['[data-block="299"]', '[data-testid=supply]'].map((css) =>
        document.querySelector(css)?.getBoundingClientRect());
      return block !== undefined && block.top >= view.top && block.top < view.bottom;`;
    await app.until(() => app.driver.executeScript<boolean>(isSeen), 'the chosen screen is out of sight');
  } finally {
    await resize(app.driver);
  }
});
