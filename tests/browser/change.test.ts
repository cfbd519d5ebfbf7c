import { Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { planText } from '../unit/plan-text';
import { useApp } from './use-app';

const app = useApp();
const dialog = 'dialog[open]';
const let_go = (): Promise<unknown> => app.driver.executeScript('document.activeElement.blur()');
/** The dialog's button is enabled once the answer to the last input is there. */
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

test('an argument of a module is lifted by the fix of its note, and lowered again from the panel', async () => {
  const screens = ['a', 'b', 'c', 'd'].map((name, index) => {
    const way = index < 3 ? `    on "On" push ${'bcd'[index]}(id)\n` : '';
    return `  screen ${name} "${name.toUpperCase()}" {\n    takes id: int\n${way}  }\n`;
  });
  const text = `start list\nscreen list "List" { on "A" push a(id: 2) }\nmodule m by "M" {\n${screens.join('')}}\n`;
  const { id } = await app.create({ text });
  await app.openPlan(id, '?screen=b');
  await app.click('Let m take id');
  await app.untilStored(id, 'module m by "M" {\n  takes id: int\n');
  expect((await app.plan(id)).text).not.toContain('(id)');
  // The caret has gone to the change, in the module; from there to the screen.
  await app.click('b');
  await app.untilText('[aria-label=Arguments]', 'id: int of m');
  await app.click('Let each screen take it');
  await ready();
  await app.untilText(dialog, 'on "On" push c(id)');
  await app.click('Let each take it');
  await app.untilStored(id, 'push c(id)');
  expect((await app.plan(id)).text).not.toContain('{\n  takes id: int\n');
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
  await app.untilStored(
    id,
    planText`
      screen hutList "Hut list"

      screen hut "Hut" {
        takes hutId: HutId
        link /huts/{hutId}
      }
    `,
  );
});

test('a way out, a screen between, a value for a literal, another start and a deleted screen, each from its key', async () => {
  const { id } = await app.create({
    text: planText`
      app "A"
      id HutId: int
      start home

      screen home "Home" {
        on "Hut" push hut(hutId: 12)
      }

      screen hut "Hut" {
        takes hutId: HutId
      }

      screen map "Map"
    `,
  });
  const done = async (key: string, ...typed: string[]): Promise<void> => {
    await app.type(key);
    await app.find(dialog);
    if (typed.length > 0) await app.type(...typed);
    await ready();
    await app.type(Key.ENTER);
    await app.until(async () => (await app.driver.findElements({ css: dialog })).length === 0, 'the dialog stays');
  };
  await app.openPlan(id, '/reach?screen=home');
  await app.untilText('article h2', 'home');
  await let_go();
  await done('o', 'map');
  await app.untilStored(id, '  on "Map" push map\n');

  // In the text: F2 at a literal, Shift F2 at a step.
  await app.openPlan(id);
  await app.press(await app.find('.cm-content'));
  await app.chord(Key.CONTROL, Key.HOME);
  for (let line = 0; line < 5; line++) await app.type(Key.ARROW_DOWN);
  await app.type(Key.END, Key.ARROW_LEFT, Key.ARROW_LEFT);
  await done(Key.F2, 'best');
  await app.untilStored(id, '  has best: HutId\n  on "Hut" push hut(hutId: best)');
  await app.type(Key.HOME);
  for (let letter = 0; letter < 15; letter++) await app.type(Key.ARROW_RIGHT);
  await app.driver.actions().keyDown(Key.SHIFT).sendKeys(Key.F2).keyUp(Key.SHIFT).perform();
  await app.find(dialog);
  await app.type('choose');
  await ready();
  await app.type(Key.ENTER);
  await app.untilStored(id, 'push choose(hutId: best)');
  expect((await app.plan(id)).text).toContain(
    'screen choose "Choose" {\n  takes hutId: HutId\n  on "Continue" push hut(hutId)\n}',
  );

  // Shows the screens that another start would strand before the change; a deleted screen leaves its findings.
  await app.openPlan(id, '/reach?screen=map');
  await app.untilText('article h2', 'map');
  await app.click('Start here');
  await app.untilText(dialog, '1 of 4');
  await app.untilText(dialog, 'reach/stranded: Nothing leads to home.');
  await app.type(Key.ESCAPE);
  await let_go();
  await app.type(Key.DELETE);
  await app.untilText(dialog, 'plan/unknown-name: home leads to map');
  await app.click('Delete it');
  await app.untilStored(id, 'screen map', false);
});

test('each variant has its verdicts, and the choice stays in the address', async () => {
  const { id } = await app.create({
    text: planText`
      variants phone, tablet
      start a
      screen a "A" {
        on "B" only tablet push b
      }
      screen b "B"
      screen c "C" only phone
    `,
  });
  await app.openPlan(id, '/reach');
  const shelf = 'section[aria-label="Stranded screens"]';
  await app.untilText(shelf, 'Another variant gets here, phone does not.');
  await app.untilText(shelf, '2 stranded');
  await (await app.find('select[aria-label=Variant] option:nth-child(2)')).click();
  await app.find('[data-screen=b]');
  await app.untilText(shelf, 'stranded', false);
  expect(await app.driver.getCurrentUrl()).toContain('variant=tablet');
  await app.driver.navigate().refresh();
  await app.find('[data-screen=b]');
  await app.type('1');
  await app.untilText('.cm-margin', 'not in tablet');
});
