import { By, Key, type WebElement } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import { demoCounts } from '../demo';
import { resize } from './browser';
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
  await app.type('0');
  await app.untilText('[aria-label=Zoom]', '100%');
  await app.type('+');
  await app.untilText('[aria-label=Zoom]', '125%');
  await app.type(Key.ENTER);
  await app.untilText('.cm-activeLine', 'screen hut "{name}" {');
});

test('lanes fold, and a screen can be opened from the panel', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach?screen=hut');
  await (await app.driver.findElement(By.css('[data-head=account][aria-expanded=true]'))).click();
  await app.untilText('[data-head=account][aria-expanded=false]', 'account');
  expect(await app.driver.findElements(By.css('[data-screen=stays]'))).toHaveLength(0);
  await (await app.driver.findElement(By.css('article section[aria-label="Ways out"] a'))).click();
  await app.untilText('article h2', 'dates');
});

test('a large plan opens folded; a lane unfolds where it is, the address remembers it, and all fits', async () => {
  const { id } = await app.create({ text: generatePlan(300) });
  await app.openPlan(id, '/reach');
  await app.find('[data-lane=m3]');
  expect(await app.driver.findElements(By.css('[data-screen]'))).toHaveLength(0);
  const head = (state: 'folded' | 'open'): Promise<WebElement> =>
    app.find(`[data-head=m3][aria-expanded=${state === 'open'}]`);
  const { y } = await (await head('folded')).getRect();
  await app.driver.executeScript('arguments[0].focus()', await head('folded'));
  await app.type(Key.ENTER);
  await app.find('[data-screen=s75]');
  expect((await (await head('open')).getRect()).y).toBe(y);
  expect(await app.driver.findElements(By.css('[data-lane=m3]'))).toHaveLength(0);

  await app.driver.navigate().refresh();
  await app.find('[data-screen=s75]');
  expect(await app.driver.findElements(By.css('[data-lane]'))).toHaveLength(11);
  expect(await app.driver.executeScript('return location.search')).toBe('?lanes=open%3Am3');

  // A selected screen is in sight, whatever was folded; to fold its lane lets go of it.
  await app.openPlan(id, '/reach?screen=s30');
  await app.find('[data-selected][data-screen=s30]');
  await app.driver.executeScript('arguments[0].click()', await app.find('[data-head=m1]'));
  await app.find('[data-lane=m1]');
  expect(await app.driver.executeScript('return location.search')).not.toContain('screen=');

  await app.click('Unfold all');
  await app.find('[data-head=m2][aria-expanded=true]');
  await app.type('f');
  const untilWhole = (): Promise<void> =>
    app.until(
      async () => (await app.driver.findElements(By.css('[data-testid=miniature]'))).length === 0,
      'not all of it is in sight',
    );
  await untilWhole();
  // It stays in sight in a window of another size.
  const zoom = await (await app.find('[data-testid=chart-area]')).getAttribute('data-zoom');
  try {
    await resize(app.driver, { width: 1280, height: 560 });
    await app.find(`[data-testid=chart-area]:not([data-zoom="${zoom}"])`);
    await untilWhole();
  } finally {
    await resize(app.driver);
  }
  await app.find(`[data-testid=chart-area][data-zoom="${zoom}"]`);
  const letters = await app.driver.executeScript<number[]>(
    `return [...document.querySelectorAll('[data-testid=chart] *')].filter((one) => one.childNodes[0]?.nodeType === 3 && !one.closest('.sr-only'))
      .map((one) => parseFloat(getComputedStyle(one).fontSize))`,
  );
  expect(letters.length).toBeGreaterThan(50);
  expect(Math.min(...letters)).toBeGreaterThanOrEqual(11);
});

test('wheel, drag and keys zoom and pan; zooming in on a folded lane unfolds it', async () => {
  const { id } = await app.create({ text: generatePlan(300) });
  await app.openPlan(id, '/reach');
  const lane = await app.find('[data-lane=m5]');
  const zoomOf = async (): Promise<number> => Number(await (await app.find('[data-zoom]')).getAttribute('data-zoom'));
  const before = await zoomOf();
  const { x, y } = await lane.getRect();
  const wheel = (deltaY: number, ctrlKey: boolean): Promise<void> =>
    app.driver.executeScript(
      `document.elementFromPoint(arguments[0], arguments[1]).dispatchEvent(new WheelEvent('wheel',
        { deltaY: arguments[2], ctrlKey: arguments[3], clientX: arguments[0], clientY: arguments[1], bubbles: true, cancelable: true, view: window }))`,
      x + 5,
      y + 5,
      deltaY,
      ctrlKey,
    );
  await wheel(-20, true);
  await app.until(async () => (await zoomOf()) > before, 'the wheel does not zoom');
  for (let turns = 0; turns < 20 && (await zoomOf()) < 1.2; turns++) await wheel(-20, true);
  await app.find('[data-screen=s126]');
  expect(await app.driver.findElements(By.css('[data-lane=m5]'))).toHaveLength(0);

  const top = async (): Promise<number> => Math.round((await (await app.find('[data-head=m5]')).getRect()).y);
  const from = await top();
  await wheel(60, false);
  await app.until(async () => (await top()) === from - 60, 'the wheel does not pan');
  const area = await app.find('[data-testid=chart-area]');
  await app.driver
    .actions()
    .move({ origin: area, x: 100, y: 100 })
    .press()
    .move({ origin: area, x: 100, y: 130, duration: 20 })
    .release()
    .perform();
  await app.until(async () => (await top()) === from - 30, 'a drag does not pan');
  await app.driver.executeScript('arguments[0].focus()', await app.find('[data-head=m5]'));
  await app.chord(Key.SHIFT, Key.ARROW_DOWN);
  await app.until(async () => (await top()) === from - 150, 'a key does not pan');
});

test('what one points at, be it a name or its mark, is named in full, and no other name changes', async () => {
  const { id } = await app.create({ from: 'tidewater' });
  await app.openPlan(id, '/reach?lanes=open:ferries');
  await app.find('[data-screen=disruptions]');
  const names = (): Promise<Record<string, string>> =>
    app.driver.executeScript(
      `const names = [...document.querySelectorAll('[data-testid=chart-area] [data-key]')];
      const isCut = (name) => name.querySelector('[data-cut]') !== null;
      return Object.fromEntries(names.map((name) =>
        [name.dataset.screen ?? name.dataset.lane, (isCut(name) ? 'cut' : 'whole') + ' ' + name.style.left]));`,
    );
  const before = await names();
  const cut = Object.keys(before).find((name) => before[name]!.startsWith('cut'))!;
  const whole = { ...before, [cut]: before[cut]!.replace('cut', 'whole') };
  const button = await app.find(`[data-screen=${cut}]`);
  const { x, y, height } = await button.getRect();
  for (const at of [x + 10, x - 5]) {
    const move = (to: { x: number; y: number }): Promise<void> =>
      app.driver
        .actions()
        .move({ x: Math.round(to.x), y: Math.round(to.y), duration: 0 })
        .perform();
    await move({ x: at, y: y + height / 2 });
    await app.until(async () => (await names())[cut] === whole[cut], `${cut} is not named in full`);
    expect(await names()).toEqual(whole);
    await move({ x: 5, y: 5 });
    await app.until(async () => (await names())[cut] === before[cut], `${cut} stays`);
  }
  expect(await names()).toEqual(before);
});

test('the chart is there as lists: modules, their screens, and where these lead', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach');
  await app.click('As lists');
  const list = 'ul[aria-label="Screens by module"]';
  await app.untilText(list, 'booking 6 screens, 1 stranded, 2 with errors');
  expect(await app.text(list)).toContain('signIn 1 tap, leads to resetCode\n');
  await app.click('hut');
  await app.untilText('article h2', 'hut');
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

test('a question is picked and asked by keyboard; its screens are lit, its way kept, undone and walked', async () => {
  const { id } = await app.create({ from: 'demo' });
  await app.openPlan(id, '/reach');
  await app.press(await app.named('Ask about the plan', 'input'));
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
  await app.untilText('section[aria-label=Answer]', 'To hut: tap "Hut card"');
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
  await app.until(
    async () => (await app.driver.findElements(By.css('section[aria-label=Answer]'))).length === 0,
    'the answer stays',
  );
  await app.type('q');
  await app.type('from b to a', Key.ENTER);
  await app.untilText('section[aria-label=Answer]', 'From b, 1 tap leads to a');
  // The field keeps the focus, and the next question takes the place of the last one.
  await app.type('farther than 0 taps', Key.ENTER);
  await app.untilText('section[aria-label=Answer]', '1 screen takes more than 0 taps: b.');
  await app.click('Keep the walk');
  await app.untilStored(id, 'walk "farther than 0 taps: b" {\n  tap "B"\n  expect b\n}');
});
