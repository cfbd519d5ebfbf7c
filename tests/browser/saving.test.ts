import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp();
const text = 'app "Small"\nstart a\nscreen a "A" {\n}\n';

/** Types a comment at the end of the text of the window in front. */
async function comment(words: string): Promise<void> {
  await app.caretToEnd();
  await app.type(Key.ENTER, `# ${words}`);
  await app.untilText('.cm-content', words);
}

test('what no plan can hold is taken out of a paste, and said', async () => {
  const { id } = await app.create({ text });
  await app.openPlan(id);
  await app.caretToEnd();
  await app.driver.executeScript(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '# pas\0ted');
    document.querySelector('.cm-content')!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await app.untilText('[role=alert]', 'NUL');
  await app.untilStored(id, '# pasted');
});

describe('two windows on one plan', () => {
  /** Two windows; the second one is made to change the plan behind the back of the first, which hears of it only when it saves. */
  async function conflict(): Promise<{ id: string; first: string; second: string }> {
    const { id } = await app.create({ text });
    await app.openPlan(id);
    const first = await app.driver.getWindowHandle();
    // Windows tell each other what they save; without that, and before its focus returns, the first one knows nothing.
    await app.driver.executeScript('BroadcastChannel.prototype.dispatchEvent = () => true; window.fetch = ((real) => (path, options) => (options?.method === "GET" || !options?.method) && String(path).includes("/api/") ? Promise.reject(new TypeError()) : real(path, options))(window.fetch)');
    await app.driver.switchTo().newWindow('tab');
    await app.openPlan(id);
    const second = await app.driver.getWindowHandle();
    await comment('from the second');
    await app.untilStored(id, 'from the second');
    await app.driver.switchTo().window(first);
    return { id, first, second };
  }

  async function closeSecond(first: string, second: string): Promise<void> {
    await app.driver.switchTo().window(second);
    await app.driver.close();
    await app.driver.switchTo().window(first);
  }

  test('a window without changes of its own takes the newer text', async () => {
    const { id } = await app.create({ text });
    await app.openPlan(id);
    const first = await app.driver.getWindowHandle();
    await app.driver.switchTo().newWindow('tab');
    await app.openPlan(id);
    await comment('from the other window');
    await app.untilStored(id, 'from the other window');
    const second = await app.driver.getWindowHandle();
    await app.driver.switchTo().window(first);
    await app.untilText('.cm-content', 'from the other window');
    expect(await app.driver.findElements(By.css('[role=alert]'))).toHaveLength(0);
    await closeSecond(first, second);
  });

  test('the later one is told, nothing is overwritten, and it may take the other text', async () => {
    const { id, first, second } = await conflict();
    // The first window saw nothing of the second one's change; it is told as soon as it wants to save.
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    await app.chord(Key.CONTROL, Key.END);
    await app.type('# from the first');
    await app.untilText('[role=alert]', 'Changed in another window');
    expect((await app.plan(id)).text).not.toContain('from the first');
    await app.click('Take the other text');
    await app.untilText('.cm-content', 'from the first', false);
    await app.untilText('.cm-content', 'from the second');
    await app.untilSaved();
    // What was typed is not lost either: it is one undo away.
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    await app.chord(Key.CONTROL, 'z');
    await app.untilText('.cm-content', 'from the first');
    await closeSecond(first, second);
  });

  test('or keep its own, or both', async () => {
    const { id, first, second } = await conflict();
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    await app.chord(Key.CONTROL, Key.END);
    await app.type('# from the first');
    await app.untilText('[role=alert]', 'Changed in another window');
    await app.click('Keep mine');
    await app.untilStored(id, 'from the first');
    expect((await app.plan(id)).text).not.toContain('from the second');
    await closeSecond(first, second);

    const again = await conflict();
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    await app.chord(Key.CONTROL, Key.END);
    await app.type('# from the first');
    await app.untilText('[role=alert]', 'Changed in another window');
    await app.click('Keep both, mine as a new plan');
    await app.untilText('.cm-content', 'from the second');
    const { plans } = await (await fetch(`${app.address}/api/plans`)).json() as { plans: { id: string; name: string }[] };
    const copy = plans.find((plan) => plan.name === 'Small (my text)')!;
    expect((await app.plan(copy.id)).text).toContain('from the first');
    await closeSecond(again.first, again.second);
  });
});

test('while the server is away the text is kept and sent when it is back, even by a later visit', async () => {
  const { id } = await app.create({ text });
  await app.openPlan(id);
  await comment('before');
  await app.untilStored(id, 'before');
  await app.killServer();
  await comment('while it was away');
  await app.find('[data-save=unreachable]');
  await app.startServer();
  await app.untilStored(id, 'while it was away');

  await app.killServer();
  await comment('left behind');
  await app.find('[data-save=unreachable]');
  // The page is gone while the server is still away; its draft waits in the browser.
  await app.driver.get('about:blank');
  await app.startServer();
  expect((await app.plan(id)).text).not.toContain('left behind');
  await app.openPlan(id);
  await app.untilText('.cm-content', 'left behind');
  await app.untilStored(id, 'left behind');
});
