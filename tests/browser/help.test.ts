import { By, Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp();

test('a plan of the help is tried in place: a mistake is found, its rule explained, the plan opened', async () => {
  await app.open('/help');
  await app.click('Try it');
  await app.untilText('[aria-label=Verdict]', '2 of 2 screens can be reached. Nothing was found.');
  await app.type(Key.CONTROL, Key.END, Key.NULL);
  await app.type('\nscreen lost "Lost" {}\n');
  await app.untilText('[aria-label=Verdict]', 'Nothing leads to lost.');
  expect(await app.text('[aria-label=Verdict]')).toContain('2 of 3 screens');
  await app.click('Open as a plan');
  await app.until(async () => (await app.driver.getCurrentUrl()).includes('/plans/'), 'no plan is opened');
  await app.untilText('[aria-label=Verdict]', '2 of 3 screens can be reached');
  const id = new URL(await app.driver.getCurrentUrl()).pathname.split('/')[2]!;
  expect((await app.plan(id)).text).toContain('screen lost "Lost" {}');

  // From a finding to its rule, and back to the plan.
  await app.click('reach/stranded');
  await app.untilText('main h3#reachstranded', 'reach/stranded');
  await app.driver.navigate().back();
  await app.untilText('.cm-content', 'Book a bunk in a mountain hut.');
});

test('help is searched as one types, and ? leads to it', async () => {
  await app.open('/help/keys');
  await app.untilText('main', 'next finding');
  await app.driver.executeScript('document.activeElement.blur()');
  // The page is there before it listens to keys.
  await app.until(async () => {
    await app.type('/');
    return app.driver.executeScript<boolean>(`return document.activeElement.type === 'search'`);
  }, 'the search does not get the focus');
  await app.type('shadowed');
  await app.untilText('[aria-label="What was found"]', 'link/shadowed in Rules');
  await app.type(Key.TAB);
  await app.type(Key.ENTER);
  await app.untilText('main', 'A URL pattern never wins');
  expect(new URL(await app.driver.getCurrentUrl()).hash).toBe('#linkshadowed');

  const { id } = await app.create({ from: 'empty' });
  await app.openPlan(id, '/reach');
  await app.driver.executeScript('document.activeElement.blur()');
  await app.type('?');
  await app.click('What a run is');
  await app.untilText('main', 'What a configuration holds');
});

test('keys of one character can be off, and text larger, for all pages and after a reload', async () => {
  const { id } = await app.create({ from: 'empty' });
  await app.openPlan(id, '/reach');
  await app.driver.executeScript('document.activeElement.blur()');
  await app.type('?');
  const dialog = 'dialog[open]';
  await app.find(dialog);
  const label = (words: string): Promise<void> =>
    app.driver.executeScript(
      `[...document.querySelectorAll('dialog[open] label')].find((one) => one.textContent.includes(arguments[0])).click()`,
      words,
    );
  await label('Keys of one character');
  await label('largest');
  await app.driver.navigate().refresh();
  await app.untilAnalysed();
  expect(await app.driver.executeScript('return document.documentElement.style.zoom')).toBe('1.3');
  await app.driver.executeScript('document.activeElement.blur()');
  await app.type('1', '?', 'q', Key.F2);
  await app.find('[data-testid=chart]');
  expect(await app.driver.executeScript('return location.pathname')).toContain('/reach');
  expect(await app.driver.findElements(By.css(dialog))).toHaveLength(0);
  // Fields and the editor take all characters.
  await app.openPlan(id);
  await app.press(await app.find('.cm-content'));
  await app.type('start q1');
  await app.untilStored(id, 'start q1');
  await app.driver.executeScript("localStorage.clear(); dispatchEvent(new Event('andante:settings'))");
  expect(await app.driver.executeScript('return document.documentElement.style.zoom')).toBe('');
});

test('a plan begins with a list: lines that make no screen are named', async () => {
  await app.open('/plans');
  await app.click('New plan…');
  await (await app.find('#new-plan-list')).sendKeys('Home\nHut details\n?!');
  await app.untilText('dialog[open]', '2 screens; “?!” makes none');
  await app.click('Begin with this list');
  await app.untilText('.cm-content', 'screen hutDetails "Hut details"');
  await app.untilText('.cm-content', 'start home');
});
