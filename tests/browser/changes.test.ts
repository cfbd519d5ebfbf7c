import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { beforeAll, expect, test } from 'vitest';
import { generatePlan } from '../../bench/generate';
import type { RevisionSummary } from '../../src/wire/revisions';
import { demo } from '../demo';
import { planText } from '../unit/plan-text';
import { useApp } from './use-app';

const app = useApp();
let id = '';

/** Waits until both texts that the view asks for are compared. */
const compared = (): Promise<unknown> => app.find('main[data-compared]');
const review = '[data-testid=review]';

/** Chooses an option of a select by its words. */
async function choose(name: string, option: string): Promise<void> {
  const select = await app.named(name, 'select');
  await select.findElement(By.xpath(`./option[.="${option}"]`)).click();
}

const revisionsOf = async (plan: string): Promise<RevisionSummary[]> =>
  ((await (await fetch(`${app.address}/api/plans/${plan}/revisions`)).json()) as { revisions: RevisionSummary[] })
    .revisions;

beforeAll(async () => {
  id = (await app.create({ from: 'demo' })).id;
});

test('marks a text, shows what an edit breaks, and goes back to the text; undo brings the edit again', async () => {
  await app.openPlan(id);
  await app.until(async () => {
    await app.type('7');
    return (await app.driver.getCurrentUrl()).endsWith('/changes');
  }, 'the key leads nowhere');
  await app.untilText('[aria-label=Comparison]', 'no earlier version yet');
  await (await app.named('Name of the revision', 'input')).sendKeys('Release 4');
  await (await app.named('Note', 'input')).sendKeys('In the stores', Key.ENTER);
  await app.untilText('[aria-label=Revisions]', 'In the stores');
  await compared();
  await app.untilText('[role=status].sr-only', 'Marked as Release 4.');
  await app.untilText('[aria-label=Comparison]', 'nothing has changed in meaning');

  const plan = await app.plan(id);
  const edited = demo.replace(/ *on "Book" push dates.*\n/, '').replace('{?season,ref}', '{?season}');
  await fetch(`${app.address}/api/plans/${id}/text`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ text: edited, version: plan.version }),
  });
  await app.open(`/plans/${id}/changes`);
  await app.untilText(review, '/huts/0?ref=x still opens hut, without ref.');
  await app.untilText(review, 'The walk “Book a hut” breaks at step 2.');
  await app.untilText(review, 'Removed “Book” on hut.');

  // For whom, then which kind.
  await choose('For whom', 'links');
  await app.untilText(review, 'The walk “Book a hut”', false);
  await app.untilText(review, 'still opens hut');
  await choose('For whom', 'for everybody');
  await choose('Kind', 'changes');
  await app.untilText(review, 'still opens hut', false);
  await choose('Kind', 'all kinds');

  // Both texts, at the place of the change.
  const row = await app.driver.findElement(By.xpath('//li//button[contains(., "Changed the pattern")]'));
  await row.click();
  await app.untilText('[aria-label="Both texts"] .cm-merge-a', '{?season,ref}');
  await app.untilText('[aria-label="Both texts"] .cm-merge-b', '{?season} under');
  await app.click('Close');
  await app.until(
    async () => (await app.driver.findElements(By.css('[aria-label="Both texts"]'))).length === 0,
    'the texts stay',
  );

  await app.untilText(review, 'still opens hut');
  await app.click('Try the URL');
  await app.untilText('body', 'ref=x');
  await app.type('7');
  await compared();
  // The walk in both versions, side by side.
  await app.click('Watch the walk');
  await app.untilText('[aria-label="This walk"]', 'another walk from step 2 on');
  await app.untilText('[aria-label="This walk"] li:nth-child(3)', 'before explore › hut › dates');
  await app.untilText('[aria-label="This walk"] li:nth-child(3)', 'now cannot be taken');
  await app.type('7');
  await compared();
  await app.click('Go back to this text');
  await app.untilText('[aria-label=Comparison]', 'nothing has changed in meaning');
  await app.untilStored(id, 'on "Book" push dates');
  expect((await revisionsOf(id)).map(({ reason, name }) => name ?? reason)).toEqual(['restored', 'Release 4']);
  await app.type('1');
  await app.find('.cm-margin');
  await app.driver.executeScript("document.querySelector('.cm-content').focus()");
  await app.chord(Key.CONTROL, 'z');
  await app.untilStored(id, 'on "Book" push dates', false);
});

test('Reach marks what is new, gone and moved since a revision, and follows the text', async () => {
  const text = planText`
    app "A"
    start a
    screen a "A" {
      on "B" push b
    }
    screen b "B" { on "C" push c }
    screen c "C"
  `;
  const own = (await app.create({ text })).id;
  const made = await fetch(`${app.address}/api/plans/${own}/revisions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ text, reason: 'marked', name: 'First' }),
  });
  const revision = (await made.json()) as RevisionSummary;
  await fetch(`${app.address}/api/plans/${own}/text`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      text: text
        .replace('push b', 'push c')
        .replace('screen c "C"', 'screen c "C" { takes n: int?\n on "D" push d }\nscreen d "D"'),
      version: 1,
    }),
  });
  await app.openPlan(own, '/reach');
  await app.find('[data-screen=a]');
  await choose('Mark what has changed since', await app.text('select[aria-label^=Mark] option:nth-child(2)'));
  await app.untilText('main', '1 new, 1 gone, 1 moved');
  expect(await app.driver.getCurrentUrl()).toContain(`since=${revision.id}`);
  await app.untilText('[data-screen=d]', 'new');
  await app.untilText('[data-screen=c]', 'was 2');
  await app.find('[data-gone=b]');
  await app.open(`/plans/${own}/supply?since=${revision.id}`);
  // The argument, the ways from a to c and from c to d; the one from a to b has gone.
  await app.untilText('main', '3 new, 1 gone');
  await app.untilText('[data-block]', 'new');
});

test('a broken caller is mended from its fix', async () => {
  const text = planText`
    app "A"
    start a
    screen a "A" {
      has n: int
      on "B" push b
    }
    screen b "B" {
    }
  `;
  const own = (await app.create({ text })).id;
  await app.openPlan(own, '/changes');
  await (await app.named('Name of the revision', 'input')).sendKeys('First', Key.ENTER);
  await compared();
  const plan = await app.plan(own);
  await fetch(`${app.address}/api/plans/${own}/text`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ text: text.replace('"B" {\n', '"B" {\n  takes n: int\n'), version: plan.version }),
  });
  await app.open(`/plans/${own}/changes`);
  await app.untilText(review, '“B” on a has not followed the change of b.');
  await app.click('Supply n');
  await app.untilText(review, '“B” on a has followed the change of b.');
  await app.untilStored(own, 'push b(n)');
});

test('compares with another plan, without a common screen, and with 300 screens', async () => {
  const other = (await app.create({ text: 'app "Other"\nstart z\nscreen z "Z"\n', name: 'Other plan' })).id;
  const large = generatePlan(300);
  const own = (await app.create({ text: large, name: 'Large' })).id;
  await app.openPlan(own, `/changes?from=plan:${other}`);
  await app.untilText(review, 'A state saved with z on a stack cannot be read');
  await app.untilText(review, 'Show');
  expect(await app.text('[aria-label=Comparison]')).toContain('Removed the screen z.');
  const rows = await app.driver.findElements(By.css(`${review} li`));
  expect(rows.length).toBeLessThan(200);
});

test('revisions are renamed, deleted, walked by arrow keys, and go along in one file', async () => {
  const own = (await app.create({ text: 'app "H"\nstart a\nscreen a "A"\n', name: 'History' })).id;
  const add = (name: string, text: string): Promise<Response> =>
    fetch(`${app.address}/api/plans/${own}/revisions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ text, reason: 'marked', name }),
    });
  for (let index = 0; index < 200; index++)
    await add(`R${index}`, `app "H"\nstart a\nscreen a "A"\n${'screen b "B"\n'.repeat(index % 2)}# ${index}\n`);
  await app.openPlan(own, '/changes');
  await compared();
  const picked = '[aria-label=Revisions] [aria-current=true]';
  await app.untilText(picked, 'R199');
  await (await app.find(picked)).sendKeys(Key.ARROW_DOWN);
  await app.untilText(picked, 'R198');
  expect(await app.driver.getCurrentUrl()).toContain('from=');
  await app.click('Rename');
  await app.chord(Key.CONTROL, 'a');
  await app.type('Shipped', Key.ENTER);
  await app.untilText(picked, 'Shipped');
  await app.click('Delete');
  await app.untilText('[aria-label=Revisions]', 'Shipped', false);
  expect(await revisionsOf(own)).toHaveLength(199);
  const file = join(mkdtempSync(join(tmpdir(), 'andante-history-')), 'h.history.json');
  writeFileSync(file, await (await fetch(`${app.address}/api/plans/${own}/history`)).text());
  await app.open('/plans');
  await (await app.find('input[type=file]')).sendKeys(file);
  await app.find('.cm-content');
  const copy = new URL(await app.driver.getCurrentUrl()).pathname.split('/')[2]!;
  expect(copy).not.toBe(own);
  expect((await revisionsOf(copy)).map(({ name }) => name)).toEqual((await revisionsOf(own)).map(({ name }) => name));
  rmSync(dirname(file), { recursive: true });
  const refused = await fetch(`${app.address}/api/histories`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{"andante":"plan with history"}',
  });
  expect(refused.status).toBe(422);
});
