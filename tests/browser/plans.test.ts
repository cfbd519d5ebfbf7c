import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { parse } from '../../src/core/language/parse';
import { toModel } from '../../src/core/model/to-model';
import { resolve } from '../../src/core/plan/resolve';
import { useApp } from './use-app';

const verdict = 'section[aria-label=Verdict]';

const app = useApp('server');
const list = 'ul[aria-label=Plans]';

test('plans are made, renamed, copied, deleted and brought back', async () => {
  await app.open('/plans');
  await app.untilText(list, 'Saddleback Huts');
  await app.click('New plan…');
  await app.click('An empty text For those who know the language.');
  await app.find('.cm-content');
  await app.open('/plans');
  await app.click('Rename Untitled plan');
  await app.chord(Key.CONTROL, 'a');
  await app.type('Ferries', Key.ENTER);
  await app.untilText(list, 'Ferries');
  await app.click('Duplicate Ferries');
  await app.untilText(list, 'Ferries (copy)');
  await app.click('Delete Ferries (copy)');
  await app.untilText(list, '(copy)', false);
  await app.click('Undo');
  await app.untilText(list, 'Ferries (copy)');
  await app.driver.navigate().refresh();
  await app.untilText(list, 'Ferries (copy)');
});

test('in a plan: its name, a copy, and a deletion that can be undone', async () => {
  const { id } = await app.create({ name: 'Trams', text: 'app "Trams"\nstart a\nscreen a "A"{}\n' });
  await app.openPlan(id);
  await (await app.find('details summary')).click();
  await app.click('Lay the text out');
  await app.untilStored(id, 'screen a "A" {}');
  await (await app.find('details summary')).click();
  await app.click('Rename…');
  await app.chord(Key.CONTROL, 'a');
  await app.type('Night trams', Key.ENTER);
  await app.untilText('header', 'Night trams');
  await (await app.find('details summary')).click();
  await app.click('Delete');
  await app.untilText('main', 'The plan was deleted.');
  expect(await app.text(list)).not.toContain('Night trams');
  await app.click('Undo');
  await app.untilText(list, 'Night trams');
});

test('files are imported by picker and by drop; what is no plan is refused in a sentence', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'andante-import-'));
  const write = (name: string, content: string | Buffer): string => {
    writeFileSync(join(folder, name), content);
    return join(folder, name);
  };
  await app.open('/plans');
  const picker = await app.find('input[type=file]');
  await picker.sendKeys(write('buses.andante', 'start a\nscreen a "A" {}\n'));
  await app.find('.cm-content');
  await app.untilText('header', 'buses');

  await app.open('/plans');
  await (await app.find('input[type=file]')).sendKeys(write('picture.andante', Buffer.from([0xff, 0xd8, 0xff])));
  await app.untilText('[role=alert]', 'picture.andante is not UTF-8 text, so it is no plan.');
  await app.driver.executeScript(`
    const data = new DataTransfer();
    data.items.add(new File(['app "Dropped"\\nstart a\\nscreen a "A" {}\\n'], 'x.andante'));
    data.items.add(new File(['start b\\nscreen b "B" {}\\n'], 'second.andante'));
    document.querySelector('main').dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
  `);
  await app.untilText('[role=status]', '2 plans imported.');
  await app.untilText(list, 'Dropped');
  await app.untilText(list, 'second');

  // Files that include one another are one plan; the JSON of a plan is a plan; files with a missing part, or that are
  // no plan, are refused.
  const main = write('main.andante', 'app "Whole"\nstart a\ninclude "part.andante"\nscreen a "A" { on "B" push b }\n');
  await (await app.find('input[type=file]')).sendKeys(main);
  await app.untilText('[role=alert]', 'main.andante includes part.andante, which is not among the files.');
  await (await app.find('input[type=file]')).sendKeys(`${main}\n${write('part.andante', 'screen b "B" {}\n')}`);
  await app.find('.cm-content');
  await app.untilText(verdict, '2 of 2 screens can be reached');
  await app.open('/plans');
  const json = JSON.stringify(toModel(resolve(parse('app "From JSON"\nstart a\nscreen a "A"\n'))));
  await (await app.find('input[type=file]')).sendKeys(write('bad.json', '{"format":1}'));
  await app.untilText('[role=alert]', 'The JSON is not a plan in Andante’s format.');
  await (await app.find('input[type=file]')).sendKeys(write('plan.json', json));
  await app.find('.cm-content');
  await app.untilText('header', 'From JSON');
  rmSync(folder, { recursive: true });
});

test('an address that leads nowhere says so', async () => {
  await app.open('/plans/nosuchplan00');
  await app.untilText('main', 'There is no plan with this address.');
  expect(await app.driver.findElements(By.linkText('See all plans'))).toHaveLength(1);
});
