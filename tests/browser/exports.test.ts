/** Exported pages in the browser: the prototype by keyboard, by link and by its own tours; documents on paper. */
import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import type { AxeResults } from 'axe-core';
import { getDocumentProxy } from 'unpdf';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import { exportParts } from '../../scripts/export-parts.mjs';
import { check } from '../../src/core/check';
import { exportPlan } from '../../src/core/export/export';
import type { ExportFormat } from '../../src/core/export/formats';
import { detailedTour, type TourStep } from '../../src/core/export/tours/tour-steps';
import { Source } from '../../src/core/report/source';
import { demo } from '../demo';
import { attach, type ChromiumDriver } from './browser';
import { generatePlan } from '../../bench/generate';

const folder = mkdtempSync(join(tmpdir(), 'andante-exports-'));
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let driver: ChromiumDriver;

/** Writes a format of a plan, and returns the address of one of its files. */
async function exported(format: ExportFormat, kind: string, text = demo): Promise<string> {
  const job = {
    check: check(text),
    source: Source.of('plan.andante', text),
    options: {
      ...{ variant: null, module: null, around: null, steps: 1 },
      identity: { appleId: null, androidPackage: null, androidCertificate: null },
    },
    parts: await exportParts(),
  };
  const [file] = exportPlan(job, format, kind).files;
  const path = join(folder, file!.path);
  writeFileSync(path, file!.text);
  return pathToFileURL(path).href;
}

/** Violations that axe-core finds in the page, as `rule: element`. */
async function violations(): Promise<string[]> {
  await driver.executeScript(axe);
  const { violations: found } = await driver.executeAsyncScript<AxeResults>('axe.run(document).then(arguments[0])');
  return found.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.html.slice(0, 120)}`));
}

beforeAll(async () => {
  driver = await attach(inject('browsers')[Number(process.env.VITEST_POOL_ID) - 1]!);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the prototype', () => {
  /** Waits until a screen is shown: while it comes in, its title is not visible. */
  const untilTitled = (title: string): Promise<boolean> =>
    driver.wait(
      async () => (await driver.findElement(By.css('h1')).getText()) === title,
      5000,
      `no screen is called ${title}`,
    );
  const button = (name: string): Promise<WebElement> =>
    driver.findElement(By.xpath(`//button[normalize-space()='${name}']`));
  let page = '';

  beforeAll(async () => {
    page = await exported('prototype', 'html');
    await driver.get(page);
  });

  test('is one file that loads nothing, of less than 300 kB', () => {
    const text = readFileSync(new URL(page), 'utf8');
    expect(Buffer.byteLength(text)).toBeLessThan(300_000);
    expect(text.match(/(?:src|href)="(?!#)[^"]*"|@import|url\((?!data:)[^)]*\)/g) ?? []).toEqual([]);
  });

  test('can be walked by keyboard alone', async () => {
    await driver.get(page);
    await driver.findElement(By.css('h1')).click();
    /** Tabs on to a control, and presses it. */
    const press = async (name: string): Promise<void> => {
      for (let tries = 0; tries < 40; tries++) {
        await driver.actions().sendKeys(Key.TAB).perform();
        const at = await driver.switchTo().activeElement();
        if ((await at.getText()) !== name) continue;
        await driver.actions().sendKeys(Key.ENTER).perform();
        return;
      }
      throw new Error(`Tab does not lead to ${name}.`);
    };
    for (const name of ['Hut card', 'Book', 'Continue', 'Continue', 'Pay']) await press(name);
    // The question has the focus, and Escape closes it.
    expect(await (await driver.switchTo().activeElement()).getText()).toBe('if “the card is accepted”');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    expect(await driver.findElements(By.css('[role=dialog]'))).toEqual([]);
    await press('Pay');
    await driver.actions().sendKeys(Key.ENTER).perform();
    await untilTitled('Receipt');
    await press('Back');
    await untilTitled('some name');
  });

  test('opens on a link, and on one that is followed later', async () => {
    await driver.get('about:blank');
    await driver.get(`${page}#/huts/12?season=winter`);
    await untilTitled('some name');
    expect(await driver.findElement(By.css('dl')).getText()).toContain('winter');
    await driver.executeScript('location.hash = "https://saddleback.example/help"');
    await untilTitled('Help');
    await driver.executeScript('location.hash = "/nowhere"');
    await driver.wait(
      async () =>
        (await driver.findElement(By.css('[role=status]')).getText()) === 'No link of this app fits /nowhere.',
      5000,
    );
    await untilTitled('Help');
  });

  test('shows each variant in its own shape', async () => {
    await driver.get('about:blank');
    await driver.get(`${page}?variant=tablet`);
    expect(await driver.findElement(By.css('.device')).getAttribute('data-size')).toBe('wide');
    expect(await driver.findElement(By.css('.drawer')).getText()).toContain('Side drawer');
    await driver.findElement(By.css('header option:first-child')).click();
    expect(await driver.findElement(By.css('.device')).getAttribute('data-size')).toBe('phone');
    expect(await driver.findElements(By.css('.drawer'))).toEqual([]);
  });

  test('says that the app is closed, and begins again', async () => {
    await driver.get(page);
    await (await button('Back')).click();
    await untilTitled('The app is closed');
    await (await button('Start again')).click();
    await untilTitled('Explore');
  });

  test('is clean for axe-core, in the dark too', async () => {
    await driver.get(`${page}#/huts/12`);
    await driver.executeScript('document.querySelector("details").open = true');
    expect(await violations()).toEqual([]);
    await driver.sendDevToolsCommand('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-color-scheme', value: 'dark' }],
    });
    expect(await violations()).toEqual([]);
    await driver.sendDevToolsCommand('Emulation.setEmulatedMedia', { features: [] });
  });

  test('is driven to the end of every tour by the exported test', async () => {
    const tour = new URL(await exported('tours', 'test'));
    const { service, debugger: debuggerAddress } = inject('browsers')[Number(process.env.VITEST_POOL_ID) - 1]!;
    await driver.sendDevToolsCommand('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-reduced-motion', value: 'reduce' }],
    });
    // Each walk has a driver of its own. All drive the browser that is open: to start one takes longer than a walk.
    const drive = async (
      variant: string,
      walks: readonly number[],
    ): Promise<{ readonly passed: number; readonly failed: number }> => {
      const { stdout } = await promisify(execFile)(
        process.execPath,
        ['--import', 'tsx', '--test', '--test-name-pattern', `^${variant}, walk (${walks.join('|')})$`, tour.pathname],
        {
          env: {
            ...process.env,
            NODE_OPTIONS: '',
            WEBDRIVER: service.replace(/\/$/, ''),
            APP: `${page}?variant=${variant}`,
            CAPABILITIES: JSON.stringify({ browserName: 'chrome', 'goog:chromeOptions': { debuggerAddress } }),
          },
        },
      );
      const count = (word: string): number => Number(new RegExp(`^# ${word} (\\d+)`, 'm').exec(stdout)![1]);
      return { passed: count('pass'), failed: count('fail') };
    };
    const walksOf = (variant: string, uses: (step: TourStep) => boolean): number[] =>
      detailedTour(check(demo), variant).walks.flatMap(({ steps }, index) => (steps.some(uses) ? [index + 1] : []));
    const onPhone = walksOf('phone', () => true);
    // Its other walks tap what those of the phone tap.
    const onTablet = walksOf('tablet', (step) => step.do === 'menu');
    expect(onTablet.length).toBeGreaterThan(1);
    expect(await drive('phone', onPhone)).toEqual({ passed: onPhone.length, failed: 0 });
    expect(await drive('tablet', onTablet)).toEqual({ passed: onTablet.length, failed: 0 });
    await driver.sendDevToolsCommand('Emulation.setEmulatedMedia', { features: [] });
  });
});

describe('on paper', () => {
  /** The texts of a printed page, with their places from the top left corner, in points. */
  async function printed(width: number, height: number) {
    const { data } = await driver.sendAndGetDevToolsCommand<{ data: string }>('Page.printToPDF', {
      paperWidth: width,
      paperHeight: height,
      printBackground: true,
    });
    const pdf = await getDocumentProxy(new Uint8Array(Buffer.from(data, 'base64')), { verbosity: 0 });
    return Promise.all(
      Array.from({ length: pdf.numPages }, async (_none, index) => {
        const page = await pdf.getPage(index + 1);
        const view = page.getViewport({ scale: 1 });
        const { items } = await page.getTextContent();
        const texts = items.flatMap((item) =>
          'str' in item && item.str.trim() !== ''
            ? [
                {
                  text: item.str,
                  x: item.transform[4] as number,
                  top: view.height - (item.transform[5] as number) - item.height,
                  bottom: view.height - (item.transform[5] as number),
                },
              ]
            : [],
        );
        return { width: view.width, height: view.height, texts };
      }),
    );
  }

  test.each([
    ['A4', 8.27, 11.69, demo],
    ['Letter', 8.5, 11, demo],
    ['A4', 8.27, 11.69, generatePlan(100)],
  ])('the document on %s has page numbers, and no line is cut', async (_paper, width, height, text) => {
    await driver.get(await exported('document', 'html', text));
    const pages = await printed(width, height);
    expect(pages.length).toBeGreaterThan(3);
    pages.forEach((page, index) => {
      const words = page.texts.map((each) => each.text).join('');
      expect(words).toContain(`${index + 1} / ${pages.length}`);
      // Within the page, the margins aside: a line that a page break cuts reaches over its edge.
      for (const { text: line, top, bottom, x } of page.texts)
        expect(
          top > 20 && bottom < page.height - 20 && x > 20 && x < page.width - 20,
          `${line} on page ${index + 1}`,
        ).toBe(true);
    });
    const all = pages.flatMap(({ texts }) => texts.map((each) => each.text)).join('\n');
    for (const { label } of check(text).plan.screens) expect(all).toContain(label);
  });

  test.each([
    ['document', 'html'],
    ['links', 'html'],
    ['tours', 'html'],
  ] as const)('%s is clean for axe-core', async (format, kind) => {
    await driver.get(await exported(format, kind));
    expect(await violations()).toEqual([]);
  });
});
