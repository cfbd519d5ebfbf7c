/** What a user does and sees, by the interface alone, counted. */
import { By, Key, type WebElement } from 'selenium-webdriver';
import type { App } from './app';

/** Effort of one need. */
export interface Effort {
  /** Presses of buttons and keys, lines that are typed, texts that are pasted. */
  readonly actions: number;
  /** Characters that are typed. */
  readonly typed: number;
  /** Milliseconds from the first action to the last sight. */
  readonly took: number;
  /** The longest time from an action to what it shows, in milliseconds. */
  readonly waited: number;
}

/** Runs in the page: pastes into what has the focus. */
const paste = `
  const data = new DataTransfer();
  data.setData('text/plain', arguments[0]);
  document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`;

/** Runs in the page: the visible line of the text that holds some words. */
const lineWith = `
  return [...document.querySelectorAll('.cm-line')].find((line) => line.textContent.includes(arguments[0])) ?? null;`;

const findings = 'section[aria-label=Findings]';

/** Runs in the page: whether a button is a fix in the list of findings. */
const isFix = `return arguments[0].closest('${findings} .fix-button') !== null`;

export class User {
  private actions = 0;
  private typed = 0;
  private waited = 0;
  private readonly began = Date.now();
  private acted = Date.now();

  private constructor(
    private readonly app: App,
    /** The plan. */
    readonly id: string,
  ) {}

  /** A user before an empty plan, with the caret in it. */
  static async begins(app: App): Promise<User> {
    const { id } = await app.create({ from: 'empty' });
    await app.openPlan(id);
    await app.caretToEnd();
    return new User(app, id);
  }

  get effort(): Effort {
    return { actions: this.actions, typed: this.typed, took: this.acted - this.began, waited: this.waited };
  }

  private acts(): void {
    this.actions++;
    this.acted = Date.now();
  }

  private seesIt(): void {
    const now = Date.now();
    this.waited = Math.max(this.waited, now - this.acted);
    this.acted = now;
  }

  /** Pastes a text that the user has already. */
  async pastes(text: string): Promise<void> {
    await this.app.driver.executeScript(paste, text);
    this.acts();
  }

  /** Types lines, key by key; the editor indents and closes them. */
  async types(...lines: string[]): Promise<void> {
    for (const [index, line] of lines.entries()) {
      if (index > 0) await this.app.type(Key.ENTER);
      await this.app.type(line);
      this.typed += line.length;
      this.acts();
    }
  }

  /** Presses keys at once, as in Control and z. */
  async keys(...keys: [...held: string[], last: string]): Promise<void> {
    await this.app.chord(...keys);
    this.acts();
  }

  /** Presses a button, a link or a tab by its name. */
  async presses(name: string): Promise<void> {
    await this.app.untilAnalysed();
    let before: string | null = null;
    await this.app.until(async () => {
      const button = await this.app.named(name);
      before = (await this.app.driver.executeScript<boolean>(isFix, button)) ? await this.app.text(findings) : null;
      return true;
    }, `${name} does not stay`);
    await this.app.click(name);
    this.acts();
    // Nobody aims at what still moves: a fix draws the findings anew.
    if (before !== null)
      await this.app.until(async () => (await this.app.text(findings)) !== before, `the findings stay after “${name}”`);
  }

  /** Chooses from a list of options, by the first words of one. */
  async chooses(name: string, option: string): Promise<void> {
    const select = await this.app.named(name, 'select');
    await select.findElement(By.xpath(`./option[starts-with(normalize-space(.), "${option}")]`)).click();
    this.acts();
  }

  /** Presses what a selector finds. */
  async pressesAt(css: string): Promise<void> {
    await this.app.press(await this.app.find(css));
    this.acts();
  }

  /** Clicks into the text, behind the last character of a line. */
  async goesTo(words: string): Promise<void> {
    let line: WebElement | null = null;
    await this.app.until(async () => {
      line = await this.app.driver.executeScript<WebElement | null>(lineWith, words);
      return line !== null;
    }, `no line of the text says “${words}”`);
    const { width } = await line!.getRect();
    await this.app.driver
      .actions()
      .move({ origin: line!, x: Math.floor(width / 2) - 3, y: 0 })
      .click()
      .perform();
    this.acts();
  }

  /** Leaves the text, so that keys of one character change the view. */
  async leavesText(): Promise<void> {
    await this.app.driver.executeScript('document.activeElement.blur()');
  }

  /** Goes to a view by its key. */
  async opens(key: '1' | '2' | '3' | '4' | '5' | '6' | '7'): Promise<void> {
    await this.leavesText();
    await this.keys(key);
  }

  async sees(words: string, where = 'body'): Promise<void> {
    await this.app.untilText(where, words);
    this.seesIt();
  }

  async seesNoMore(words: string, where = 'body'): Promise<void> {
    await this.app.untilText(where, words, false);
    this.seesIt();
  }

  /** Finds something that is called so. */
  async finds(name: string): Promise<void> {
    await this.app.named(name, 'button, a, [aria-label]');
    this.seesIt();
  }

  /** The text of the plan, as it is stored, once it holds some words. */
  async has(words: string): Promise<void> {
    await this.app.untilStored(this.id, words);
    this.acted = Date.now();
  }
}
