/** The beginning of each generated tour test: a small client of W3C WebDriver, and hooks for the team's own app. */
export const testText = `
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';

/**
 * A tour through the app, over W3C WebDriver. It needs Node 22.18 or newer and nothing else:
 *
 *   WEBDRIVER=http://127.0.0.1:9515 APP=http://127.0.0.1:8080/ node --test tours.test.ts
 *
 * WEBDRIVER is the address of a driver, APP the address of the app. CAPABILITIES may hold what the driver is to be
 * asked for, as JSON.
 */
const driver = process.env.WEBDRIVER ?? 'http://127.0.0.1:9515';
const address = process.env.APP ?? '';
const capabilities: object = JSON.parse(process.env.CAPABILITIES ?? '{}') as object;

/** How long a control or a screen may take to appear, in milliseconds. */
const patience = 5000;

/** What can be tapped, and what of it belongs to tabs and menus. */
const controls = 'button, a[href], summary, [role=button], [role=link], [role=tab], [role=menuitem]';
const ownControls = controls
  .split(', ')
  .map((each) => \`\${each}:not(nav *)\`)
  .join(', ');
const navigation = 'nav button, nav a[href], [role=tab], [role=menuitem]';
/** What may hold the title of a screen. */
const headings = 'h1, [role=heading][aria-level="1"]';

let session = '';

/** Sends a command (W3C WebDriver, 6.6) and returns its value. */
async function send(method: 'GET' | 'POST' | 'DELETE', path: string, body?: object): Promise<unknown> {
  const response = await fetch(driver + path, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body && { body: JSON.stringify(body) }),
  });
  const { value } = (await response.json()) as { value: unknown };
  if (!response.ok) throw new Error((value as { message: string }).message);
  return value;
}

/** The elements that a selector finds, as ids (12.3.3). */
async function elements(selector: string): Promise<string[]> {
  return idsOf(await send('POST', \`/session/\${session}/elements\`, { using: 'css selector', value: selector }));
}

const idsOf = (found: unknown): string[] =>
  (found as Record<string, string>[]).map((each) => Object.values(each)[0]!);

/** The accessible name of an element (12.4.8); empty if the screen has changed in the meantime, and it has gone. */
const nameOf = (element: string): Promise<string> =>
  send('GET', \`/session/\${session}/element/\${element}/computedlabel\`).then(
    (name) => String(name).trim(),
    () => '',
  );

/** Runs in the page: the elements that have the words of a name. To compute a name takes longer than to read a text. */
const mayBeNamed = \`
  const [selector, name] = arguments;
  const plain = (text) => (text ?? '').replace(/\\\\s+/g, ' ');
  return [...document.querySelectorAll(selector)].filter((each) =>
    [each.textContent, each.ariaLabel, each.title, each.alt, each.value].some((text) => plain(text).includes(name)));\`;

/** The first or the last of some elements whose accessible name passes a test; null if there is none. */
async function named(
  found: readonly string[],
  test: (name: string) => boolean,
  which: 'first' | 'last' = 'first',
): Promise<string | null> {
  for (const element of which === 'first' ? found : found.toReversed()) if (test(await nameOf(element))) return element;
  return null;
}

/** Finds the first or the last control of a name. It tries the controls that contain the name's words first. */
async function control(name: string, selector: string, which: 'first' | 'last'): Promise<string | null> {
  const likely = idsOf(
    await send('POST', \`/session/\${session}/execute/sync\`, { script: mayBeNamed, args: [selector, name] }),
  );
  const test = (each: string): boolean => each === name;
  return (await named(likely, test, which)) ?? (await named(await elements(selector), test, which));
}

/** Clicks an element; false if something lies before it, or it has gone. */
const click = (element: string): Promise<boolean> =>
  send('POST', \`/session/\${session}/element/\${element}/click\`, {}).then(
    () => true,
    () => false,
  );

/** Waits until something is there. */
async function eventually<T>(what: string, look: () => Promise<T | null>): Promise<T> {
  for (const end = Date.now() + patience; ;) {
    const found = await look();
    if (found !== null) return found;
    if (Date.now() > end) assert.fail(what);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Taps the first or the last control of a name, as soon as it can be tapped. */
async function tap(name: string, selector = controls, which: 'first' | 'last' = 'first'): Promise<void> {
  await eventually(\`There is no control “\${name}” to tap.\`, async () => {
    const element = await control(name, selector, which);
    return element !== null && (await click(element)) ? element : null;
  });
}

/** Outcomes of the conditions that a step depends on: whether each holds. */
type Conditions = Readonly<Record<string, boolean>>;

/**
 * What an app of one's own may do in another way. A condition such as “the card is accepted” is arranged before its
 * step, by a test account or a switch of the app; “answered” is for an app that asks how it turns out.
 */
const hooks = {
  async start(): Promise<void> {
    await send('DELETE', \`/session/\${session}/cookie\`);
    await send('POST', \`/session/\${session}/url\`, { url: 'about:blank' });
    await send('POST', \`/session/\${session}/url\`, { url: address });
  },
  async arranged(_conditions: Conditions): Promise<void> {},
  async answered(conditions: Conditions): Promise<void> {
    const answer = Object.entries(conditions)
      .map(([text, holds]) => \`\${holds ? 'if' : 'unless'} “\${text}”\`)
      .join(' and ');
    const isAnswer = (name: string): boolean => name === answer || name.startsWith(\`\${answer}, \`);
    const element = await named(await elements(controls), isAnswer);
    if (element) await click(element);
  },
  /** A screen whose title fits a pattern is shown; null if the plan gives it no title. */
  async shown(screen: string, title: RegExp | null): Promise<void> {
    if (title === null) return;
    await eventually(\`\${screen} is not shown: no heading fits \${String(title)}.\`, async () =>
      named(await elements(headings), (name) => title.test(name)),
    );
  },
  async left(): Promise<void> {},
  /** Brings about something that happens by itself. */
  async happens(event: string): Promise<void> {
    await tap(event, controls, 'last');
  },
  async back(): Promise<void> {
    await tap('Back', controls, 'last');
  },
};

interface Step {
  readonly do: 'tap' | 'menu' | 'tab' | 'back' | 'event';
  readonly label: string;
  /** The screen after it, and its title; null if the app is left. */
  readonly shows: readonly [screen: string, title: RegExp | null] | null;
  readonly conditions?: Conditions;
}

async function walk(first: Step['shows'], steps: readonly Step[]): Promise<void> {
  await hooks.start();
  if (first) await hooks.shown(...first);
  for (const { do: kind, label, shows, conditions = {} } of steps) {
    await hooks.arranged(conditions);
    if (kind === 'back') await hooks.back();
    else if (kind === 'event') await hooks.happens(label);
    else if (kind === 'tab') await tap(label, navigation, 'last');
    else if (kind === 'menu') await tap(label, navigation);
    else await tap(label, ownControls);
    if (Object.keys(conditions).length > 0) await hooks.answered(conditions);
    if (shows) await hooks.shown(...shows);
    else await hooks.left();
  }
}

before(async () => {
  const value = await send('POST', '/session', { capabilities: { alwaysMatch: capabilities } });
  session = (value as { sessionId: string }).sessionId;
});

after(() => send('DELETE', \`/session/\${session}\`));
`.trimStart();
