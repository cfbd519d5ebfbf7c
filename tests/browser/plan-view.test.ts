import dedent from 'dedent';
import { By, Key, until } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { demoCounts, demoFindings } from '../demo';
import { planText } from '../unit/plan-text';
import { useApp } from './use-app';

const app = useApp('server');
const verdict = 'section[aria-label=Verdict]';
const findings = 'section[aria-label=Findings]';
const panel = 'article, main > div:last-child';

describe('a first visit', () => {
  test('shows the demo, its verdict and its findings, and fixes by typing and by pressing', async () => {
    await app.open('/');
    await app.find('.cm-content');
    await app.untilAnalysed();
    const id = (await app.driver.getCurrentUrl()).split('/').at(-1)!.split('?')[0]!;
    expect(await app.text(verdict)).toContain(`${demoCounts.reached} of ${demoCounts.screens} screens can be reached`);
    expect(await app.text(verdict)).toContain('1 missing');
    const steps = 'section[aria-label="First steps"]';
    await app.untilText(steps, 'hut leads to reveiws');
    await app.untilText('.cm-activeLine', 'reveiws');
    expect(await app.driver.findElements(By.css(`${findings} li`))).toHaveLength(demoFindings.length);

    // By typing: to the finding, and the argument behind the screen's name.
    await app.click('“See hut” on stay opens hut without hutId.');
    await app.untilText(panel, 'stay');
    await app.type(Key.END, '(hutId: stay.hut');
    await app.untilText(verdict, '1 missing', false);
    await app.untilText(findings, 'without hutId', false);
    await app.untilText(steps, '(done)');

    // By pressing its fix; undone and done again, the text follows.
    await app.click('Write reviews');
    await app.untilText(findings, 'reveiws', false);
    await app.untilStored(id, 'push reviews(hutId)');
    expect((await app.plan(id)).text).toContain('on "See hut" push hut(hutId: stay.hut)');
    await app.chord(Key.CONTROL, 'z');
    await app.untilText(findings, 'reveiws');
    await app.chord(Key.CONTROL, 'y');
    await app.untilText(findings, 'reveiws', false);

    await app.untilStored(id, 'reveiws', false);
    await app.driver.navigate().refresh();
    await app.find('.cm-content');
    expect(await app.text(verdict)).not.toContain('missing');
    expect(await app.text(findings)).not.toContain('reveiws');

    // The other two first steps; who has done them does not see them again.
    await app.click('2. see the whole app ( 2 )');
    await app.find('[data-testid=chart]');
    await app.click('3. tap through it ( 5 )');
    await app.find('main[data-current]');
    await app.type('a');
    await app.until(async () => (await app.driver.findElements(By.css(steps))).length === 0, 'the first steps stay');
    await app.driver.navigate().refresh();
    await app.untilAnalysed();
    expect(await app.driver.findElements(By.css(steps))).toHaveLength(0);
  });
});

describe('the text', () => {
  const text = planText`
    app "Small"
    id HutId: int
    start list

    screen list "Huts" {
      has first: HutId
      on "Hut" push hut(hutId: first)
    }

    screen hut "Hut" {
      takes hutId: HutId
    }
  `;

  test('a change made just before a reload is there after it', async () => {
    const { id } = await app.create({ text });
    await app.openPlan(id);
    await app.caretToEnd();
    await app.type('# the very last words');
    await app.driver.navigate().refresh();
    await app.untilText('.cm-content', 'the very last words');
    await app.untilStored(id, 'the very last words');
  });

  test('completes names and values, by keyboard', async () => {
    const { id } = await app.create({ text: text.replace('  on "Hut" push hut(hutId: first)\n', '') });
    await app.openPlan(id, '?screen=list');
    // The caret is put there once the page lives.
    await app.untilText('.cm-activeLine', 'screen list');
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    // On a line of its own behind `has first: HutId`.
    await app.type(Key.DOWN, Key.END, Key.ENTER, 'on "Hut');
    await app.type(Key.END, ' pus');
    await app.untilText('.cm-tooltip-autocomplete', 'push');
    await app.untilCompletionIsReady();
    await app.type(Key.ENTER, ' h');
    await app.untilText('.cm-tooltip-autocomplete', 'hut');
    await app.untilCompletionIsReady();
    await app.type(Key.ENTER, '(');
    await app.untilText('.cm-tooltip-autocomplete', 'hutId');
    await app.untilCompletionIsReady();
    await app.type(Key.ENTER);
    await app.untilText('.cm-content', 'on "Hut" push hut(hutId: first)');
    await app.untilText(verdict, 'Nothing found');
    // A name that is typed to its end is left alone: Enter begins a line.
    await app.type(Key.END, Key.ENTER, 'on "All');
    await app.type(Key.END, ' push hut');
    await app.untilText('.cm-tooltip-autocomplete', 'hut');
    await app.untilCompletionIsReady();
    await app.type(Key.ENTER, 'on "Map"');
    await app.untilStored(id, '  on "All" push hut\n  on "Map"\n');
  });

  test('F8 goes from finding to finding, and the margin says what is wrong with each line', async () => {
    const { id } = await app.create({ from: 'demo' });
    await app.openPlan(id);
    await app.type(Key.F8);
    await app.untilText('article h2', 'explore');
    await app.untilText(`${findings} li[aria-current]`, 'Hut of the month');
    await app.type(Key.F8);
    await app.untilText('article h2', 'search');
    await app.chord(Key.SHIFT, Key.F8);
    await app.untilText('article h2', 'explore');
    await app.untilText('.cm-margin', 'hutId always the same');
  });

  test('mistakes of spelling are corrected by one press, and come back by one undo', async () => {
    const text = 'app "Bikes"\nstart map\npage map "Map" {\n  button "Lock" leave "the lock"\n}\n';
    const { id } = await app.create({ text });
    await app.openPlan(id);
    await app.click('Correct 2 places');
    await app.untilText(findings, 'Nothing found');
    await app.untilStored(id, 'screen map "Map" {\n  on "Lock"');
    await app.chord(Key.CONTROL, 'z');
    await app.untilStored(id, 'page map "Map" {\n  button "Lock"');
  });

  test('resting the pointer on underlined words says what is wrong, and offers the fixes', async () => {
    const { id } = await app.create({ from: 'demo' });
    await app.openPlan(id, '?screen=stay');
    await app.untilText('article h2', 'stay');
    const underlined = By.xpath(
      "//div[contains(@class, 'cm-line')][contains(., 'See hut')]//span[contains(@class, 'found-error')]",
    );
    await app.driver
      .actions()
      .move({ origin: await app.driver.wait(until.elementLocated(underlined)) })
      .perform();
    await app.untilText('.found-tip', 'hut takes hutId: HutId and has no default');
    await (await app.find('.found-tip .fix-button')).click();
    await app.untilStored(id, 'push hut(hutId: stay.hut)');
  });

  test('/ goes to anything that the plan declares, and what it accepts is listed with the reason', async () => {
    const { id } = await app.create({ from: 'demo' });
    await app.openPlan(id);
    await app.type('/');
    await app.type('signed');
    await app.untilText('[role=listbox]:not([hidden])', 'flag');
    await app.type(Key.ENTER);
    await app.untilText('.cm-activeLine', 'flag signedIn');
    await app.click('3 accepted');
    await app.untilText(findings, 'the teams release together');
  });

  test('the verdict leads to the findings behind it', async () => {
    const { id } = await app.create({ from: 'demo' });
    await app.openPlan(id);
    await (await app.driver.findElement(By.partialLinkText('1 stranded'))).click();
    await app.until(
      async () => (await app.driver.findElements(By.css(`${findings} li`))).length === 1,
      'the list is not filtered',
    );
    expect(await app.driver.getCurrentUrl()).toContain('only=stranded');
    await app.untilText(findings, 'stranded screens · 1');
    await app.click('Show all findings');
    await app.until(
      async () => (await app.driver.findElements(By.css(`${findings} li`))).length === demoFindings.length,
      'the list stays filtered',
    );
  });

  test('of many findings only those in sight are drawn, and the last one comes into sight', async () => {
    const many = 500;
    const screens = Array.from({ length: many }, (_none, index) => `screen s${index} "S ${index}" {}\n`).join('');
    const { id } = await app.create({ text: `app "Huts"\nstart home\nscreen home "Home" {}\n${screens}` });
    await app.openPlan(id);
    const rows = async (): Promise<number> => (await app.driver.findElements(By.css(`${findings} li`))).length;
    await app.untilText(findings, `${many} findings`);
    await app.chord(Key.SHIFT, Key.F8);
    await app.untilText(`${findings} li[aria-current][aria-posinset="${many}"]`, `s${many - 1}`);
    expect(await rows()).toBeLessThan(25);
  });

  test('an empty plan says how to begin', async () => {
    const { id } = await app.create({ from: 'empty' });
    await app.openPlan(id);
    expect(await app.text(verdict)).toContain('No screens yet');
    await app.click('Begin with this');
    await app.untilText(verdict, '1 of 1 screens can be reached');
    await app.untilStored(id, 'start home');
  });
});

describe('the address', () => {
  test('holds view and selection, and the browser’s Back goes back in both', async () => {
    const { id } = await app.create({ from: 'demo' });
    await app.openPlan(id, '?screen=stay');
    await app.untilText('article h2', 'stay');
    await app.type(Key.ESCAPE);
    await app.driver.executeScript('document.activeElement.blur()');
    await app.type('2');
    await app.find('[data-testid=chart]');
    expect(await app.driver.getCurrentUrl()).toMatch(new RegExp(`/plans/${id}/reach\\?screen=stay$`));
    await (await app.find('[data-screen=changeStay]')).click();
    await app.untilText('article h2', 'changeStay');
    await app.driver.navigate().back();
    await app.until(async () => (await app.text('article h2')) === 'stay', 'Back does not bring the selection back');
    await app.driver.navigate().back();
    await app.find('.cm-content');
    await app.untilText('article h2', 'stay');
  });

  test('/ goes to a screen by a part of its name or title, ? shows all keys', async () => {
    const { id } = await app.create({ from: 'demo' });
    await app.openPlan(id);
    await app.driver.executeScript('document.activeElement.blur()');
    await app.type('/');
    await app.type('refused');
    await app.untilText('[role=listbox]', 'declined');
    await app.type(Key.ENTER);
    await app.untilText('article h2', 'declined');
    await app.driver.executeScript('document.activeElement.blur()');
    await app.type('?');
    await app.untilText('dialog[open]', 'next finding');
    await app.type(Key.ESCAPE);
    await app.until(
      async () => (await app.driver.findElements(By.css('dialog[open]'))).length === 0,
      'the dialog stays',
    );
  });
});

test('F12 goes to a declaration, Shift F12 puts a caret in every use, blocks fold', async () => {
  const { id } = await app.create({
    text: dedent`
      start b
      screen b "B" {
        on "A" push b
      }

      screen a "A" {
        on "B" push b
      }
    `,
  });
  await app.openPlan(id);
  await app.caretToEnd();
  await app.type(Key.ARROW_UP, Key.END);
  await app.untilText('.cm-activeLine', 'on "B" push b');
  await app.type(Key.F12);
  await app.untilText('.cm-activeLine', 'screen b "B" {');
  await app.chord(Key.SHIFT, Key.F12);
  await app.until(
    async () => (await app.driver.findElements(By.css('.cm-selectionBackground'))).length >= 4,
    'the uses are not selected',
  );
  await app.type('cc');
  await app.untilStored(
    id,
    dedent`
    start cc
    screen cc "B" {
      on "A" push cc
    }

    screen a "A" {
      on "B" push cc
    }
  `,
  );
  await app.type(Key.ESCAPE);
  await app.chord(Key.CONTROL, Key.SHIFT, '[');
  await app.find('.cm-foldPlaceholder');
});
