/** Debian's Chromium with its own driver, from the usual paths or from the environment. */
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, type WebDriver } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';

export interface Browser {
  readonly driver: WebDriver;
  close(): Promise<void>;
}

const first = (paths: readonly (string | undefined)[]): string | undefined =>
  paths.find((path) => path !== undefined && existsSync(path));

const chromiumPath = first([
  process.env.CHROMIUM,
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
]);
const driverPath = first([process.env.CHROMEDRIVER, '/usr/bin/chromedriver']);

/** Opens a window of the given size, with a profile of its own that is gone afterwards. */
export async function openBrowser(width = 1280, height = 800): Promise<Browser> {
  if (!chromiumPath || !driverPath)
    throw new Error('Install Chromium and its driver, or name them in CHROMIUM and CHROMEDRIVER.');
  const profile = mkdtempSync(join(tmpdir(), 'andante-profile-'));
  const options = new Options();
  options.setBinaryPath(chromiumPath);
  options.addArguments(
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--force-device-scale-factor=1',
    '--lang=en-GB',
    `--user-data-dir=${profile}`,
    `--window-size=${width},${height}`,
  );
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder(driverPath))
    .build();
  await resize(driver, width, height);
  return {
    driver,
    async close() {
      await driver.quit();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** Makes the page itself, not the window around it, this large. */
async function resize(driver: WebDriver, width: number, height: number): Promise<void> {
  await (
    driver as WebDriver & { sendDevToolsCommand(name: string, parameters: object): Promise<void> }
  ).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
}
