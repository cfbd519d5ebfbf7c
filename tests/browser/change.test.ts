import { Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp();
const dialog = 'dialog[open]';
const let_go = (): Promise<unknown> => app.driver.executeScript('document.activeElement.blur()');
/** The dialog's button takes part only once the answer for what was typed last is there. */
const ready = (): Promise<unknown> => app.find(`${dialog} button[type=submit]:enabled`);

test('a screen takes one more argument, by keyboard alone: every caller follows, and one undo takes it all back', async () => {
  const { id, text } = await app.plan((await app.create({ from: 'demo' })).id);
  await app.openPlan(id, '/reach?screen=reviews');
  await app.untilText('article h2', 'reviews');
  const action = await app.named('Arguments');
  await app.driver.executeScript('arguments[0].focus()', action);
  await app.type(Key.ENTER);
  const add = await app.named('Add an argument');
  await app.driver.executeScript('arguments[0].focus()', add);
  await app.type(Key.ENTER);
  await app.type('stars', Key.TAB, 'int');
  await ready();
  await app.untilText(dialog, 'on "Rate the hut" push reviews(hutId: stayId, stars)');
  await app.type(Key.ENTER);
  await app.untilStored(id, 'push reviews(hutId: stayId, stars)');
  const changed = (await app.plan(id)).text;
  expect(changed).toContain('    takes hutId: HutId\n    takes stars: int\n');
  expect(changed).toContain('    has stars: int\n');
  await let_go();
  await app.chord(Key.CONTROL, 'z');
  await app.untilStored(id, 'stars)', false);
  expect((await app.plan(id)).text).toBe(text);
});

test('a rename shows what it touches, refuses what clashes, and changes nothing when left', async () => {
  const { id, text } = await app.plan((await app.create({ from: 'demo' })).id);
  await app.openPlan(id, '/supply?screen=hut');
  await app.find('[data-status=missing]');
  await let_go();
  await app.type(Key.F2);
  await app.find(dialog);
  await app.type('dates');
  await app.untilText(dialog, 'dates already names something there');
  await app.type(Key.ESCAPE);
  await app.until(async () => (await app.driver.findElements({ css: dialog })).length === 0, 'the dialog stays');
  expect((await app.plan(id)).text).toBe(text);
  await let_go();
  await app.type(Key.F2);
  await app.find(dialog);
  await app.type('cabin');
  await app.untilText(dialog, 'screen cabin "{name}" {');
  await ready();
  await app.type(Key.ENTER);
  await app.untilStored(id, 'screen cabin "{name}" {');
  const renamed = (await app.plan(id)).text;
  expect(renamed).not.toMatch(/(push|under) hut\b/);
  expect(renamed).toContain('under cabin(hutId)');
});

test('a pasted list becomes screens', async () => {
  const { id } = await app.create({ text: 'app "A"\nid HutId: int\nstart home\n\nscreen home "Home"\n' });
  await app.openPlan(id);
  await app.click('Add many screens from a list');
  await app.find(`${dialog} textarea`);
  await app.type('Hut list', Key.ENTER, '/huts/{hutId}', Key.ENTER, 'home');
  await app.untilText(dialog, 'There is a screen home already.');
  await app.untilText(dialog, 'takes hutId: HutId');
  await ready();
  await app.click('Add them');
  await app.untilStored(id, 'screen hutList "Hut list"\n\nscreen hut "Hut" {\n  takes hutId: HutId\n  link /huts/{hutId}\n}\n');
});
