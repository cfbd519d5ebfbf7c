/** The production server on a free port with a database of its own, and a browser before it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { freePort, host, startServer } from '../../scripts/server.mjs';
import type { NewPlan, PlanDocument, PlanSummary } from '../../src/wire/plans';
import { openBrowser, type Browser, type ChromiumDriver } from './browser';

/** How long a condition may take to come true, in milliseconds; a test that waits longer has failed. */
const patience = 15_000;

/** How often a condition is looked at, in milliseconds. */
const every = 40;

/**
 * Runs in the page: the visible elements that match and have all letters of a name, first those that have the whole
 * name. To ask the driver for the name of each element of a page would take seconds.
 */
const mayBeNamed = `
  const [css, name] = arguments;
  const bare = (text) => text.replace(/\\s/g, '');
  const wordsOf = (element) => {
    const labels = [...element.labels ?? [], ...(element.getAttribute('aria-labelledby') ?? '').split(' ').map((id) => document.getElementById(id))];
    return bare([element, ...labels, ...element.querySelectorAll('[aria-label], [title], [alt]')].filter(Boolean)
      .map((each) => [each.textContent, ...['aria-label', 'title', 'alt', 'placeholder', 'value'].map((key) => each.getAttribute(key) ?? '')].join('')).join(''));
  };
  const isSeen = (element) =>
    element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && element.getClientRects().length > 0;
  return [...document.querySelectorAll(css)]
    .filter(isSeen)
    .map((element) => ({ element, words: wordsOf(element) }))
    .filter(({ words }) => [...bare(name)].every((letter) => words.includes(letter)))
    .sort((a, b) => Number(b.words.includes(bare(name))) - Number(a.words.includes(bare(name))))
    .map(({ element }) => element);`;

/**
 * Runs in the page: a point at which a press meets an element, in pixels of the window; null if something covers it, or
 * it moves: nobody aims at that. The driver's own way to a press takes five times as long.
 */
const pointOf = `
  const [element, done] = arguments;
  element.scrollIntoView({ block: 'nearest', inline: 'nearest', behavior: 'instant' });
  const look = () => {
    const { left, right, top, bottom } = element.getBoundingClientRect();
    const x = Math.floor((Math.max(left, 0) + Math.min(right, innerWidth)) / 2);
    const y = Math.floor((Math.max(top, 0) + Math.min(bottom, innerHeight)) / 2);
    return { x, y };
  };
  const before = look();
  requestAnimationFrame(() => requestAnimationFrame(() => {
    const { x, y } = look();
    done(x === before.x && y === before.y && element.contains(document.elementFromPoint(x, y)) ? { x, y } : null);
  }));`;

/**
 * Runs in the page: waits until an element is there, and says or no longer says some words. Looking from within the
 * page costs next to nothing; asking the driver again and again costs as much as the page itself.
 */
const waitInPage = `
  const [css, words, there, patience, done] = arguments;
  const begin = performance.now();
  const textOf = (element) => element?.checkVisibility() ? element.innerText.replace(/\\s+/g, ' ') : '';
  const look = () => {
    const element = document.querySelector(css);
    const holds = words === null ? element !== null : textOf(element).includes(words) === there;
    if (holds) return done(element ?? true);
    if (performance.now() - begin > patience) return done(null);
    setTimeout(look, ${every});
  };
  look();`;

/** The answer to a question whose page, or found element, is gone meanwhile. */
function leftMeanwhile(error: Error): null {
  if (/JavascriptError|StaleElementReference|NoSuchWindow|ScriptTimeout/.test(error.name)) return null;
  throw error;
}

export class App {
  port = 0;
  private readonly data = mkdtempSync(join(tmpdir(), 'andante-data-'));
  private server: Awaited<ReturnType<typeof startServer>> | null = null;
  private browser: Pick<Browser, 'driver' | 'close'> | null = null;

  get address(): string {
    return `http://${host}:${this.port}`;
  }

  get driver(): ChromiumDriver {
    return this.browser!.driver;
  }

  async start(withBrowser = true): Promise<void> {
    this.port = await freePort();
    await this.startServer();
    if (withBrowser) this.browser = await openBrowser();
  }

  /** Uses a server that others use, too, and that they end. */
  useServer(port: number): void {
    this.port = port;
  }

  /** Uses a browser that others use after this app, and that they close. */
  useBrowser(driver: ChromiumDriver): void {
    this.browser = { driver, close: async () => driver.get('about:blank') };
  }

  async startServer(): Promise<void> {
    this.server = await startServer(this.port, { ANDANTE_DATA: this.data, ANDANTE_LOG: 'silent' });
  }

  /** Ends the server at once, as a crash would. */
  async killServer(): Promise<void> {
    this.server?.child.kill('SIGKILL');
    await this.server?.ended;
  }

  async stop(): Promise<void> {
    await this.browser?.close();
    await this.killServer();
    rmSync(this.data, { recursive: true, force: true });
  }

  async create(plan: { text?: string; name?: string; from?: NewPlan['from'] }): Promise<PlanSummary> {
    const response = await fetch(`${this.address}/api/plans`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(plan),
    });
    return (await response.json()) as PlanSummary;
  }

  async plan(id: string): Promise<PlanDocument> {
    return (await (await fetch(`${this.address}/api/plans/${id}`)).json()) as PlanDocument;
  }

  async open(path: string): Promise<void> {
    await this.driver.get(this.address + path);
  }

  /** Opens a plan and waits until its view and the first verdicts are there. */
  async openPlan(id: string, rest = ''): Promise<void> {
    await this.open(`/plans/${id}${rest}`);
    const parts = ['chart', 'supply', 'url-space'].map((part) => `[data-testid=${part}]`);
    await this.find(['.cm-content', ...parts, 'main[data-steps]', 'main[data-made]', '[aria-label=History]'].join());
    await this.untilAnalysed();
  }

  /** Waits until the verdicts of the first analysis are there. */
  async untilAnalysed(): Promise<void> {
    await this.find('[aria-label=Verdict]:not([aria-busy=true])');
  }

  async find(css: string): Promise<WebElement> {
    return this.ask(css, null, true, `nothing matches ${css}`);
  }

  /** Lets the page wait for something; begins again if the page is left meanwhile. */
  private async ask(css: string, words: string | null, there: boolean, otherwise: string): Promise<WebElement> {
    // Not by the clock on the wall: that jumps where a machine has slept.
    const end = performance.now() + patience;
    while (performance.now() < end) {
      const found = await this.driver
        .executeAsyncScript<WebElement | null>(waitInPage, css, words, there, 1000)
        .catch(leftMeanwhile);
      if (found) return found;
    }
    throw new Error(otherwise);
  }

  /** A button, link or field by the name that a screen reader gives it. */
  async named(name: string, css = 'button, a, summary, input, [role=option]'): Promise<WebElement> {
    let found: WebElement | undefined;
    await this.until(async () => {
      for (const element of await this.driver.executeScript<WebElement[]>(mayBeNamed, css, name)) {
        if ((await element.getAccessibleName()) === name) {
          found = element;
          return true;
        }
      }
      return false;
    }, `nothing is called ${name}`);
    return found!;
  }

  async click(name: string): Promise<void> {
    await this.until(async () => this.pressed(await this.named(name)), `${name} cannot be pressed`);
  }

  async press(element: WebElement): Promise<void> {
    await this.until(() => this.pressed(element), 'an element cannot be pressed');
  }

  /** Presses an element, if it stands still and nothing covers it. Returns whether it did. */
  private async pressed(element: WebElement): Promise<boolean> {
    const point = await this.driver.executeAsyncScript<{ x: number; y: number } | null>(pointOf, element);
    if (point)
      await this.driver
        .actions()
        .move({ ...point, duration: 0 })
        .click()
        .perform();
    return point !== null;
  }

  /** Waits until a condition holds; a stale element counts as not yet. */
  async until(condition: () => Promise<boolean>, otherwise: string): Promise<void> {
    await this.driver.wait(
      async () => {
        try {
          return await condition();
        } catch (error) {
          if ((error as Error).name === 'StaleElementReferenceError') return false;
          throw error;
        }
      },
      patience,
      otherwise,
      every,
    );
  }

  async text(css: string): Promise<string> {
    return (await this.driver.findElement(By.css(css))).getText();
  }

  /** Waits until an element's text holds, or no longer holds, some words. */
  async untilText(css: string, words: string, there = true): Promise<void> {
    await this.ask(css, words.replace(/\s+/g, ' '), there, `${css} ${there ? 'never says' : 'still says'} “${words}”`);
  }

  /** Types at the focus. */
  async type(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  async chord(...keys: [...held: string[], last: string]): Promise<void> {
    const actions = this.driver.actions();
    for (const key of keys.slice(0, -1)) actions.keyDown(key);
    actions.sendKeys(keys.at(-1)!);
    for (const key of keys.slice(0, -1).reverse()) actions.keyUp(key);
    await actions.perform();
  }

  /** Puts the caret at the end of the text. */
  async caretToEnd(): Promise<void> {
    await this.press(await this.find('.cm-content'));
    await this.chord(Key.CONTROL, Key.END);
  }

  /** Waits until the list of completions takes the Enter key: it ignores keys for a moment after it has opened. */
  async untilCompletionIsReady(): Promise<void> {
    await this.find('.cm-tooltip-autocomplete li[aria-selected]');
    const opened = Date.now();
    await this.until(async () => Date.now() - opened > 120, 'time stands still');
  }

  untilSaved(): Promise<void> {
    return this.find('[data-save=saved]').then(() => undefined);
  }

  /** Waits until the server has a text with, or without, some words. */
  async untilStored(id: string, words: string, there = true): Promise<void> {
    await this.until(
      async () => (await this.plan(id)).text.includes(words) === there,
      `the server ${there ? 'never has' : 'still has'} “${words}”`,
    );
  }
}
