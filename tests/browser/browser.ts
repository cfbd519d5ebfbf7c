/** Debian's Chromium with its own driver, from the usual paths or from the environment. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import { Builder, Session } from 'selenium-webdriver';
import { Driver, Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';
import { Executor, HttpClient } from 'selenium-webdriver/http/index.js';
import { findChromium } from '../../scripts/chromium.mjs';

/** A driver with Chromium's own commands. */
export type ChromiumDriver = WebDriver & {
  sendDevToolsCommand(name: string, parameters: object): Promise<void>;
  sendAndGetDevToolsCommand<T>(name: string, parameters: object): Promise<T>;
};

/** Address of an open browser, for another process. */
export interface BrowserAddress {
  readonly service: string;
  readonly session: string;
  /** Host and port at which the browser takes further drivers. */
  readonly debugger: string;
}

export interface Browser {
  readonly driver: ChromiumDriver;
  readonly address: BrowserAddress;
  close(): Promise<void>;
}

const installed = findChromium();

/**
 * Opens a browser for pages of tests, which are left before optimised code would pay: scripts are compiled as a whole,
 * so that the browser keeps all of their code for the next page. Chromium's build without a window spends three quarters
 * of the processor's time on a page. Not for benchmarks.
 */
export const openTestBrowser = (): Promise<Browser> =>
  open(installed.headless, '--js-flags=--no-turbofan,--no-maglev,--no-lazy,--always-sparkplug');

/** Opens Chromium as people use it, but without a screen. */
export const openBrowser = (): Promise<Browser> => open(undefined);

const width = 1280;
const height = 800;

/**
 * Opens a window, with a profile of its own that is gone afterwards.
 *
 * @param headless the path of the build without a window; undefined for Chromium itself
 * @param others arguments beside those that every browser here needs
 */
async function open(headless: string | undefined, ...others: string[]): Promise<Browser> {
  const { chromium, driver: driverPath } = installed;
  const binary = headless ?? chromium;
  if (!binary || !driverPath)
    throw new Error('Install Chromium and its driver, or name them in CHROMIUM and CHROMEDRIVER.');
  const profile = mkdtempSync(join(tmpdir(), 'andante-profile-'));
  const options = new Options();
  options.setBinaryPath(binary);
  // The driver begins the two differently.
  options.setBrowserName(headless ? 'chrome-headless-shell' : 'chrome');
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
    ...others,
  );
  const service = new ServiceBuilder(driverPath).build();
  const address = await service.start();
  const session = await (await new Builder().usingServer(address).withCapabilities(options).build()).getSession();
  const { debuggerAddress } = session.getCapability('goog:chromeOptions') as { readonly debuggerAddress: string };
  const driver = driverOf(address, session.getId());
  await resize(driver);
  return {
    driver,
    address: { service: address, session: session.getId(), debugger: debuggerAddress },
    async close() {
      await driver.quit();
      await service.kill();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** The builder of drivers knows the commands of Chromium only under Chromium's name. */
function driverOf(service: string, session: string): ChromiumDriver {
  const executor = new Executor(new HttpClient(service));
  executor.defineCommand('sendDevToolsCommand', 'POST', '/session/:sessionId/chromium/send_command');
  executor.defineCommand(
    'sendAndGetDevToolsCommand',
    'POST',
    '/session/:sessionId/chromium/send_command_and_get_result',
  );
  return new Driver(new Session(session, {}), executor) as WebDriver as ChromiumDriver;
}

/** A driver for a browser that another process has opened. Its one window is blank. */
export async function attach({ service, session }: BrowserAddress): Promise<ChromiumDriver> {
  const driver = driverOf(service, session);
  const [first, ...others] = await driver.getAllWindowHandles();
  for (const other of others) {
    await driver.switchTo().window(other);
    await driver.close();
  }
  await driver.switchTo().window(first!);
  await driver.get('about:blank');
  return driver;
}

/** Makes the page itself, not the window around it, this large; in pixels of CSS. */
export const resize = (driver: ChromiumDriver, size = { width, height }, deviceScaleFactor = 1): Promise<void> =>
  driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', { ...size, deviceScaleFactor, mobile: false });
