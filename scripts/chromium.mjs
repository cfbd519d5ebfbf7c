// Where Chromium is: by the environment, or at the usual paths.
import { existsSync } from 'node:fs';

const first = (paths) => paths.find((path) => path && existsSync(path));

/**
 * Paths of Chromium, of its driver, and of Debian's build of it without a window; undefined for what is not there. If
 * `CHROMIUM` names a browser, that takes the place of both builds.
 */
export function findChromium() {
  const { CHROMIUM, CHROMEDRIVER } = process.env;
  return {
    chromium: first([CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']),
    driver: first([CHROMEDRIVER, '/usr/bin/chromedriver']),
    headless: CHROMIUM ? undefined : first(['/usr/lib/chromium/chromium-headless-shell']),
  };
}
