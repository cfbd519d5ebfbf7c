import { By, Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { demoCounts } from '../demo';
import { useApp } from './use-app';

const app = useApp();
const verdict = 'section[aria-label=Verdict]';
const shelf = 'section[aria-label="Stranded screens"]';

test('a stranded screen lies on the shelf with its reason, and moves to its column once something leads to it', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach');
  expect(await app.text(shelf)).toContain('1 stranded');
  expect(await app.text(shelf)).toContain('No trigger on another screen opens it');
  expect(await app.driver.findElements(By.css('[data-screen=giftCard]'))).toHaveLength(0);
  await app.click('Add a transition from dates, which then holds amount');
  await app.find('[data-screen=giftCard]');
  expect(await (await app.find('[data-screen=giftCard]')).getAccessibleName()).toContain('3 taps');
  await app.untilText(shelf, 'stranded', false);
  await app.untilText(verdict, `${demoCounts.screens} of ${demoCounts.screens} screens can be reached`);
  await app.untilStored(id, 'on "Gift card" push giftCard(amount)');

  // The same text, the same undo, in every view.
  await app.driver.executeScript('document.activeElement.blur()');
  await app.chord(Key.CONTROL, 'z');
  await app.untilText(shelf, '1 stranded');
  await app.untilStored(id, 'push giftCard', false);
});

test('arrows go from screen to screen, Enter to the text, Esc lets go', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach?screen=explore');
  await app.driver.executeScript("document.querySelector('[data-selected]').focus()");
  await app.type(Key.ARROW_RIGHT);
  await app.find('[data-selected][data-screen=search]');
  await app.type(Key.ARROW_DOWN);
  await app.find('[data-selected][data-screen=hut]');
  await app.untilText('article h2', 'hut');
  await app.type('+');
  await app.untilText('[aria-label=Zoom]', '125%');
  await app.type('0');
  await app.untilText('[aria-label=Zoom]', '100%');
  await app.type(Key.ENTER);
  await app.untilText('.cm-activeLine', 'screen hut "{name}" {');
});

test('lanes fold, and a screen can be opened from the panel', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach?screen=hut');
  await (await app.driver.findElement(By.css('button[aria-expanded=true][title="Fold account"]'))).click();
  await app.untilText('button[title="Unfold account"]', 'screens folded');
  expect(await app.driver.findElements(By.css('[data-screen=stays]'))).toHaveLength(0);
  await (await app.driver.findElement(By.css('article section[aria-label="Ways out"] a'))).click();
  await app.untilText('article h2', 'dates');
});

test('without a start nothing has a distance, and the page says so', async () => {
  const { id } = await app.create({ text: 'app "A"\nscreen a "A" {}\n' });
  await app.openPlan(id, '/reach');
  await app.untilText('[data-testid=chart]', 'Say which one that is.');
  expect(await app.text(verdict)).toContain('Name a start');
});

test('of a thousand screens only those in sight are drawn', async () => {
  const screens = Array.from({ length: 1000 }, (_, index) => {
    const next = [2 * index + 1, 2 * index + 2]
      .filter((to) => to < 1000)
      .map((to) => `  on "To ${to}" push s${to}\n`)
      .join('');
    return `screen s${index} "S ${index}" {\n${next}}\n`;
  });
  const { id } = await app.create({ text: `app "Large"\nstart s0\n${screens.join('')}` });
  await app.openPlan(id, '/reach?screen=s999');
  await app.find('[data-selected][data-screen=s999]');
  await app.until(
    async () => (await app.driver.findElements(By.css('[data-testid=chart] button[aria-pressed]'))).length < 400,
    'too much is drawn',
  );
  const box = await (await app.find('[data-selected]')).getRect();
  expect(box.y).toBeGreaterThan(80);
  expect(box.y).toBeLessThan(800);
});

test('a question is picked and asked by keyboard; its screens are lit, its way is kept, undone and walked', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach');
  await (await app.named('Ask about the plan', 'input')).click();
  const list = '[aria-label="How the question may go on"]';
  await app.untilText(list, 'what Back reveals on');
  // Each pick goes on with the next words.
  await app.type('from hu');
  await app.untilText(list, 'from hut');
  await app.type(Key.ARROW_DOWN, Key.ENTER, ' to rec');
  await app.untilText(list, 'from hut to receipt');
  await app.type(Key.ARROW_DOWN, Key.ENTER);
  await app.type(Key.ENTER);
  await app.untilText('section[aria-label=Answer]', 'From hut, 4 taps lead to receipt');
  expect(await app.driver.executeScript('return location.search')).toContain('ask=from+hut+to+receipt');
  const lit = await app.driver.findElements(By.css('[data-lit]'));
  expect(await Promise.all(lit.map((one) => one.getAttribute('data-screen')))).toEqual(
    expect.arrayContaining(['hut', 'dates', 'beds', 'pay']),
  );

  await app.click('Keep the walk');
  await app.untilStored(id, 'walk "From hut to receipt" {');
  await app.driver.executeScript('document.activeElement.blur()');
  await app.chord(Key.CONTROL, 'z');
  await app.untilStored(id, 'walk "From hut to receipt" {', false);

  await app.click('Walk it');
  await app.find('main[data-steps]');
  expect(await app.driver.executeScript('return location.search')).toContain('taken=1');
  await app.driver.navigate().back();
  await app.untilText('section[aria-label=Answer]', 'From hut, 4 taps lead to receipt');
  await app.click('Close');
  await app.until(
    async () => (await app.driver.findElements(By.css('[data-lit], section[aria-label=Answer]'))).length === 0,
    'the answer stays',
  );
});

test('the answer follows the text, and a question that does not read gets a sentence', async () => {
  const text = 'app "A"\nstart a\nscreen a "A" { on "B" push b }\nscreen b "B" {}\n';
  const { id } = await app.create({ text });
  await app.openPlan(id, `/reach?ask=${encodeURIComponent('what is lost without "B" on a')}`);
  await app.untilText('section[aria-label=Answer]', 'nobody can see b any more');
  await app.openPlan(id, `/reach?ask=${encodeURIComponent('from a to c')}`);
  await app.untilText('section[aria-label=Answer]', 'The plan has no screen c.');
  await app.click('Close');
  await app.type('q');
  await app.type('from b to a', Key.ENTER);
  await app.untilText('section[aria-label=Answer]', 'From b, 1 tap leads to a');
});
