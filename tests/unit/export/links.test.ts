import jsQrModule from 'jsqr';
import fc from 'fast-check';
import { XMLParser } from 'fast-xml-parser';
import { describe, expect, test } from 'vitest';
import { exportPlan } from '../../../src/core/export/export';
import { qrCode } from '../../../src/core/export/links/qr-code';
import { UrlReader } from '../../../src/core/report/url-card';
import { resolve } from '../../../src/core/plan/resolve';
import { parse } from '../../../src/core/language/parse';
import { demo } from '../../demo';
import { planArbitrary } from '../plans';
import { forAll } from '../property';
import { jobOf } from './jobs';

// A package of CommonJS, whose function is its default export in one loader and the export of that name in another.
const readQr = ('default' in jsQrModule ? jsQrModule.default : jsQrModule) as typeof jsQrModule;

/** What a phone reads from a symbol: it is drawn, three pixels to a module. */
function seen(url: string): string | null {
  const { size, path } = qrCode(url)!;
  const width = size * 3;
  const pixels = new Uint8ClampedArray(width * width * 4).fill(255);
  for (const [, x, y, length] of path.matchAll(/M(\d+) (\d+)h(\d+)v1/g)) {
    for (let row = Number(y) * 3; row < Number(y) * 3 + 3; row++) {
      const from = (row * width + Number(x) * 3) * 4;
      for (let at = from; at < from + Number(length) * 3 * 4; at += 4) pixels.fill(0, at, at + 3);
    }
  }
  return readQr(pixels, width, width)?.data ?? null;
}

test('a phone reads the URL from its code', () => {
  for (const url of ['https://saddleback.example/huts/12', 'saddleback:/stays', `https://a.example/${'x'.repeat(500)}`])
    expect(seen(url)).toBe(url);
  expect(qrCode(`https://a.example/${'x'.repeat(5000)}`)).toBeNull();
});

/** The paths that each system hands to the app, as its documentation says: wildcards as regular expressions. */
function takers(text: string): { readonly apple: RegExp[]; readonly android: RegExp[] } {
  const { files } = exportPlan(jobOf(text), 'links', null);
  const escaped = (literal: string): string => literal.replace(/[\\^$.*+?()[\]{}|]/g, '\\$&');
  const apple = files
    .filter(({ path }) => path.endsWith('apple-app-site-association'))
    .flatMap(({ text: json }) => {
      const { applinks } = JSON.parse(json) as { applinks: { details: { components: { '/': string }[] }[] } };
      return applinks.details.flatMap(({ components }) =>
        components.map((component) =>
          component['/']
            .split(/([*?])/)
            .map((part) => (part === '*' ? '.*' : part === '?' ? '.' : escaped(part)))
            .join(''),
        ),
      );
    });
  const xml = new XMLParser({
    ignoreAttributes: false,
    isArray: (name) => name === 'data' || name === 'intent-filter',
  });
  const { activity } = xml.parse(files.find(({ path }) => path === 'android-activity.xml')!.text) as {
    activity: { 'intent-filter': { data: Record<string, string>[] }[] };
  };
  const data = (activity['intent-filter'] ?? []).flatMap((filter) => filter.data);
  const android = data.flatMap((each) => {
    const [exact, pattern] = [each['@_android:path'], each['@_android:pathPattern']];
    if (exact !== undefined) return [escaped(exact)];
    // Resources take one backslash away; behind the other one a character stands for itself.
    return pattern === undefined
      ? []
      : [
          pattern
            .replace(/\\\\/g, '\\')
            .replace(/\\(.)|([^.*\w/])/g, (_all, kept: string, other: string) => escaped(kept ?? other)),
        ];
  });
  const whole = (sources: string[]): RegExp[] => sources.map((source) => new RegExp(`^(?:${source})$`, 's'));
  return { apple: whole(apple), android: whole(android) };
}

describe('the files for mobile systems', () => {
  test('take a URL of every pattern', () => {
    const takesAll = (text: string): void => {
      const reader = new UrlReader(resolve(parse(text)), null);
      const { apple, android } = takers(text);
      for (const url of reader.examplesOf(reader.space.patterns)) {
        if (!url.startsWith('https://')) continue;
        const path = new URL(url).pathname;
        expect(
          apple.some((each) => each.test(path)),
          `${path} by ${String(apple)}`,
        ).toBe(true);
        expect(
          android.some((each) => each.test(path)),
          `${path} by ${String(android)}`,
        ).toBe(true);
      }
    };
    takesAll(demo);
    takesAll(
      `app "A"
origin https://a.example
start a
screen a "A" {
  takes id: int
  link /a.b*c/{id}.html under nothing
  link /x/{/rest*}
  link /r{/id*} under nothing
  link / under nothing
}
`,
    );
    forAll(fc.property(planArbitrary(), takesAll), 60);
  });

  test('name the app as it is called', () => {
    const identity = { appleId: 'T1.a.b', androidPackage: 'a.b', androidCertificate: 'AA:BB' };
    const texts = exportPlan(jobOf(demo, { identity }), 'links', null)
      .files.map(({ text }) => text)
      .join('');
    expect(texts).toContain('"T1.a.b"');
    expect(texts).toContain('"package_name": "a.b"');
    expect(texts).toContain('"AA:BB"');
  });

  test('say where a system asks less than the plan', () => {
    const [document] = exportPlan(jobOf(demo), 'links', 'apple').files;
    expect(document!.text).toContain('The plan asks more: hutId is HutId');
  });
});
