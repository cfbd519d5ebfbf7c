import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import prettier from 'prettier';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { generate } from '../../../src/core/generate/generate';
import type { CodeLanguage } from '../../../src/core/generate/languages';
import { parse } from '../../../src/core/language/parse';
import { resolve } from '../../../src/core/plan/resolve';
import { compileErrors } from '../compile';

const folder = new URL('../../../examples/huts/', import.meta.url);
const plan = readFileSync(new URL('huts.andante', folder), 'utf8');
const codeOf = (text: string, language: CodeLanguage = 'typescript'): ReadonlyMap<string, string> =>
  new Map(generate(resolve(parse(text)), language).files.map(({ path, text: code }) => [path, code]));

let copy = '';
beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), 'andante-example-'));
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

/** Copies of the app, each with the code of another plan, and with more of its own. */
interface Copy {
  readonly name: string;
  readonly text: string;
  readonly own?: string;
}

/** Messages of the compiler about each copy. */
function compiled(copies: readonly Copy[]): ReadonlyMap<string, string> {
  for (const { name, text, own } of copies) {
    cpSync(folder, join(copy, name), { recursive: true });
    for (const [path, code] of codeOf(text)) writeFileSync(join(copy, name, 'code', path), code);
    writeFileSync(join(copy, name, 'own.ts'), own ?? 'export {};\n');
  }
  const files = copies.flatMap(({ name }) => [join(name, 'app.ts'), join(name, 'own.ts')]);
  const found = compileErrors(copy, files, { skipLibCheck: true, types: ['node'] });
  const about = (name: string): string =>
    found.flatMap(({ path, message }) => (path.startsWith(`${name}/`) ? [message] : [])).join('\n');
  return new Map(copies.map(({ name }) => [name, about(name)]));
}

/** What the app says to some lines. */
async function said(lines: readonly string[]): Promise<string> {
  const outfile = join(copy, 'app.mjs');
  const entryPoints = [fileURLToPath(new URL('app.ts', folder))];
  await build({ entryPoints, bundle: true, platform: 'node', format: 'esm', outfile, logLevel: 'error' });
  return spawnSync(process.execPath, [outfile], { input: lines.join('\n'), encoding: 'utf8' }).stdout;
}

describe('the example', () => {
  test('has the code of its plan, laid out as a formatter lays it out', async () => {
    for (const [path, code] of codeOf(plan)) {
      expect(readFileSync(new URL(`code/${path}`, folder), 'utf8'), path).toBe(code);
      expect(await prettier.format(code, { filepath: path, printWidth: 110, singleQuote: true }), path).toBe(code);
    }
  });

  test('books a night: a result comes back, a gate lets the booking through, a link opens a hut', async () => {
    const script = ['1', '2', 'back', '1', '1 2026-05-01', '2', '1 wrong', '1 open sesame', '1'];
    const titles = (await said([...script, 'https://huts.example/huts/40', 'back', 'back']))
      .split('\n\n')
      .map((part) => part.trim().split('\n')[0]);
    expect(titles).toEqual([
      'Huts',
      'Hut 12, no day picked, https://huts.example/huts/12',
      'Pick a day',
      'Hut 12, no day picked, https://huts.example/huts/12',
      'Pick a day',
      'Hut 12, from 2026-05-01, https://huts.example/huts/12',
      'Sign in',
      'Sign in',
      'Booked from 2026-05-01',
      'Huts',
      'Hut 40, no day picked, https://huts.example/huts/40',
      'Huts',
      'You have left the app.',
    ]);
  });

  test('does not compile until what is new in the plan is handled', () => {
    const guests = plan
      .replace('takes hutId: HutId, from: date', 'takes hutId: HutId, from: date, guests: int')
      .replace('has from: date?', 'has from: date?, guests: int')
      .replace('push booked(hutId, from)', 'push booked(hutId, from, guests)');
    const own =
      "import type { NightsExits } from './code/exits';\nexport const nights: NightsExits = { signOut: () => {} };\n";
    const all = plan.replace('on "Sign out"', 'on "All" push list\n  on "Sign out"');
    const found = compiled([
      { name: 'same', text: plan, own },
      { name: 'screen', text: `${plan}\nscreen help "Help"\n` },
      { name: 'argument', text: guests },
      { name: 'trigger', text: all, own },
    ]);
    expect(found.get('same')).toBe('');
    expect(found.get('screen')).toContain('undefined');
    expect(found.get('argument')).toContain("'guests' is missing");
    expect(found.get('trigger')).toContain("'all' is missing");
  });
});

/** What a reviewer reads of the other languages: the files that depend on the plan. */
describe('the code of the example', () => {
  test.each(['kotlin', 'swift', 'dart'] as const)('in %s', async (language) => {
    for (const [path, code] of codeOf(plan, language))
      if (/^(app|events|exits|links|routes|types)\./i.test(path))
        await expect(code).toMatchFileSnapshot(`golden/${path}`);
  });
});
