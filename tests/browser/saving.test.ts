import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useApp } from './use-app';

const app = useApp('server');
const text = 'app "Small"\nstart a\nscreen a "A" {\n}\n';

/** Types a comment at the end of the text of the window in front. */
async function comment(words: string): Promise<void> {
  await app.caretToEnd();
  await app.type(Key.ENTER, `# ${words}`);
  await app.untilText('.cm-content', words);
}

/** Texts that gave way in a conflict: they are revisions. */
async function conflictTexts(id: string): Promise<string[]> {
  const { revisions } = (await (await fetch(`${app.address}/api/plans/${id}/revisions`)).json()) as {
    revisions: { id: string; reason: string }[];
  };
  const texts = revisions
    .filter(({ reason }) => reason === 'conflict')
    .map(async (one) => {
      const found = await fetch(`${app.address}/api/plans/${id}/revisions/${one.id}`);
      return ((await found.json()) as { text: string }).text;
    });
  return Promise.all(texts);
}

test('removes characters from a paste that no plan can hold, and says so', async () => {
  const { id } = await app.create({ text });
  await app.openPlan(id);
  await app.caretToEnd();
  await app.driver.executeScript(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '# pas\0ted');
    document
      .querySelector('.cm-content')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await app.untilText('[role=alert]', 'NUL');
  await app.untilStored(id, '# pasted');
});

describe('two windows on one plan', () => {
  /**
   * Two windows; the second one is made to change the plan behind the back of the first, which hears of it only when it
   * saves.
   */
  async function conflict(): Promise<{ id: string; first: string; second: string }> {
    const { id } = await app.create({ text });
    await app.openPlan(id);
    const first = await app.driver.getWindowHandle();
    // Windows tell each other about their saves. Without that, and before its focus returns, the first one knows
    // nothing.
    await app.driver.executeScript(
      'BroadcastChannel.prototype.dispatchEvent = () => true; window.fetch = ((real) => (path, options) => (options?.method === "GET" || !options?.method) && String(path).includes("/api/") ? Promise.reject(new TypeError()) : real(path, options))(window.fetch)',
    );
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

  test('tells the later window, overwrites nothing, and lets it take the other text', async () => {
    const { id, first, second } = await conflict();
    // The first window saw nothing of the second one's change; it learns of it at its next save.
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    await app.chord(Key.CONTROL, Key.END);
    await app.type('# from the first');
    await app.untilText('[role=alert]', 'Changed in another window');
    expect((await app.plan(id)).text).not.toContain('from the first');
    await app.click('Take the other text');
    await app.untilText('.cm-content', 'from the first', false);
    await app.untilText('.cm-content', 'from the second');
    await app.untilSaved();
    // The typed text is not lost either: it is one undo away.
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    await app.chord(Key.CONTROL, 'z');
    await app.untilText('.cm-content', 'from the first');
    expect(await conflictTexts(id)).toEqual([expect.stringContaining('from the first')]);
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
    expect(await conflictTexts(id)).toEqual([expect.stringContaining('from the second')]);
    await closeSecond(first, second);

    const again = await conflict();
    await app.driver.executeScript("document.querySelector('.cm-content').focus()");
    await app.chord(Key.CONTROL, Key.END);
    await app.type('# from the first');
    await app.untilText('[role=alert]', 'Changed in another window');
    await app.click('Keep both, mine as a new plan');
    await app.untilText('.cm-content', 'from the second');
    const { plans } = (await (await fetch(`${app.address}/api/plans`)).json()) as {
      plans: { id: string; name: string }[];
    };
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

test('texts of windows that were closed while the server was away are all kept, and each is offered', async () => {
  const { id } = await app.create({ text, name: 'Closed' });
  const first = await app.driver.getWindowHandle();
  await app.open('/plans');
  const others: string[] = [];
  for (const words of ['of one window', 'of another window']) {
    await app.driver.switchTo().newWindow('tab');
    others.push(await app.driver.getWindowHandle());
    await app.openPlan(id);
    if (words.includes('another')) await app.killServer();
    await comment(words);
    if (!words.includes('another')) await app.untilStored(id, words);
  }
  await app.driver.switchTo().window(others[0]!);
  await comment('late');
  await app.find('[data-save=unreachable]');
  await app.driver.switchTo().window(others[1]!);
  await app.find('[data-save=unreachable]');
  for (const other of others) {
    await app.driver.switchTo().window(other);
    await app.driver.close();
  }
  await app.driver.switchTo().window(first);
  await app.startServer();
  await app.openPlan(id);
  // The newest is gone on with at once, the other one offered.
  await app.untilText('section[aria-label="Texts that were never saved"]', 'Never saved');
  await app.click('Save it as a new plan');
  await app.until(
    async () =>
      (await app.driver.findElements(By.css('section[aria-label="Texts that were never saved"]'))).length === 0,
    'the text is still offered',
  );
  const { plans } = (await (await fetch(`${app.address}/api/plans`)).json()) as {
    plans: { id: string; name: string }[];
  };
  const copy = plans.find(({ name }) => name.startsWith('Closed (text of'))!;
  const kept = [(await app.plan(copy.id)).text, await app.text('.cm-content')].join('\n');
  expect(kept).toContain('late');
  expect(kept).toContain('of another window');
});

test('a text of which less than half was left can be taken up again', async () => {
  const { id } = await app.create({
    text: `${text}# a long comment, so that much is lost where it goes\n`,
    name: 'Cut',
  });
  await app.openPlan(id);
  await app.press(await app.find('.cm-content'));
  await app.chord(Key.CONTROL, 'a');
  await app.type('# gone');
  await app.untilStored(id, 'screen a', false);
  await app.open('/plans');
  await app.openPlan(id);
  await app.click('Cut');
  await app.click('Revisions');
  await app.untilText('[aria-label=Revisions]', 'before a change that removed more than half');
  await app.click('Go back to this text');
  await app.untilStored(id, 'a long comment');
});

test('a revision that was marked, and a restored text, survive a server that is killed at any moment', async () => {
  const { id } = await app.create({ text, name: 'Killed' });
  const send = (path: string, method: string, body: object): Promise<Response | null> =>
    fetch(`${app.address}/api/plans/${id}${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }).catch(() => null);
  const marked: string[] = [];
  let { version } = await app.plan(id);
  for (let round = 0; round < 4; round++) {
    const sent = `${text}# round ${round}\n`;
    const answers = [
      ...[0, 1, 2].map(async (index) => {
        const name = `R${round}.${index}`;
        const answer = await send('/revisions', 'POST', { text: `${sent}# ${name}\n`, reason: 'marked', name });
        if (answer?.ok) marked.push(name);
      }),
      send('/text', 'PUT', { text: sent, version, keep: 'restored' }),
    ];
    if (round % 2 === 0) await Promise.race(answers);
    await app.killServer();
    await Promise.all(answers);
    await app.startServer();
    const plan = await app.plan(id);
    // Either text is whole, and the one that was replaced is a revision.
    expect([plan.version, plan.text]).toEqual(
      plan.version === version ? [version, (await app.plan(id)).text] : [version + 1, sent],
    );
    const { revisions } = (await (await fetch(`${app.address}/api/plans/${id}/revisions`)).json()) as {
      revisions: { name: string | null; reason: string }[];
    };
    const kept = revisions.map(({ name }) => name);
    for (const name of marked) expect(kept).toContain(name);
    if (plan.version > version) expect(revisions.some(({ reason }) => reason === 'restored')).toBe(true);
    version = plan.version;
  }
});
