/** Paths of the builds of Chromium and of its driver. */
export interface Chromium {
  readonly chromium: string | undefined;
  readonly driver: string | undefined;
  readonly headless: string | undefined;
}

export function findChromium(): Chromium;
