import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { beforeAll, describe, expect, test } from 'vitest';
import { coreDoors } from '../../lint.doors.mjs';

type Case = readonly [file: string, code: string];

const forbidden: Case[] = [
  ['src/core/plan/x.ts', "import 'react';"],
  ['src/core/plan/x.ts', "import 'node:fs';"],
  ['src/core/plan/x.ts', "import '../../ui/parts/tones';"],
  ['src/core/check2.ts', "import '../store/plans';"],
  ['src/core/plan/x.ts', 'export const now = Date.now();'],
  ['src/core/plan/x.ts', 'export const luck = Math.random();'],
  ['src/core/plan/x.ts', 'setTimeout(() => undefined);'],
  ['src/core/plan/x.ts', "import '../walk/walker';"],
  ['src/core/plan/x.ts', "import '../check';"],
  ['src/core/walk/x.ts', "import '../reach';"],
  ['src/core/report/x.ts', "import '../reach/verdicts';"],
  ['src/core/rules/stack/x.ts', "import '../reach/trap';"],
  ['src/core/rules/stack/x.ts', "import '../catalogue';"],
  ['src/core/rules/stack/x.ts', "import '../../reach/queries';"],
  ['src/core/reach/system/x.ts', "import '../queries';"],
  ['src/core/reach/queries/x.ts', "import '../system/pushdown';"],
  ['src/core/reach/queries/x.ts', "import '../../links/url';"],
  ['src/core/reach/queries/x.ts', "import { labelOf } from '../../walk/tap'; export const x = labelOf;"],
  ['src/ui/plan/x.tsx', "import '../../core/reach/verdicts';"],
  ['src/ui/plan/x.tsx', "import '../../store/plans';"],
  ['src/ui/plan/x.tsx', "import '../../server/plans';"],
  ['src/store/x.ts', "import '../ui/parts/tones';"],
  ['src/cli/x.ts', "import '../store/plans';"],
];

const allowed: Case[] = [
  ['src/core/plan/x.ts', "import '../language/range';"],
  ['src/core/plan/x.ts', "import 'fastest-levenshtein';"],
  ['src/core/report/x.ts', "import '../reach';"],
  ['src/core/report/x.ts', "import '../check';"],
  ['src/core/rules/stack/x.ts', "import '../parts/rule';"],
  ['src/core/rules/stack/x.ts', "import '../../reach';"],
  ['src/core/reach/queries/x.ts', "import '../system';"],
  ['src/core/reach/queries/x.ts', "import type { Tap } from '../../walk/tap'; export type X = Tap;"],
  ['src/ui/plan/x.tsx', "import '../../core/check';"],
  ['src/ui/plan/x.tsx', "import '../../core/reach';"],
  ['src/app/x.tsx', "import '../server/plans';"],
  ['src/store/x.ts', 'export const now = Date.now();'],
];

const root = new URL('../../', import.meta.url).pathname;

/** How many rules about imports and globals the code of a file breaks. */
const broken = new Map<string, number>();

/** A file of its own for each line of code, in the folder whose rules are asked. */
const fileOf = ([file, code]: Case): string =>
  file.replace(/(\.tsx?)$/, `-${[...forbidden, ...allowed].findIndex((one) => one[0] === file && one[1] === code)}$1`);

beforeAll(() => {
  const folder = mkdtempSync(join(tmpdir(), 'andante-walls-'));
  writeFileSync(
    join(folder, 'lint.config.mjs'),
    `export { default } from ${JSON.stringify(join(root, 'lint.config.mjs'))};`,
  );
  for (const one of [...forbidden, ...allowed]) {
    const path = join(folder, fileOf(one));
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, `${one[1]}\n`);
  }
  const oxlint = join(root, 'node_modules/.bin/oxlint');
  const { stdout } = spawnSync(oxlint, ['-c', 'lint.config.mjs', '--format', 'json'], {
    cwd: folder,
    encoding: 'utf8',
  });
  const { diagnostics } = JSON.parse(stdout) as { diagnostics: { code: string; filename: string }[] };
  const walls = diagnostics.filter(({ code }) => code.includes('no-restricted'));
  for (const { filename } of walls) broken.set(filename, (broken.get(filename) ?? 0) + 1);
  rmSync(folder, { recursive: true });
});

describe('the lint rules keep the walls', () => {
  test.each(forbidden)('%s may not: %s', (...one) => {
    expect(broken.get(fileOf(one))).toBe(1);
  });

  test.each(allowed)('%s may: %s', (...one) => {
    expect(broken.get(fileOf(one))).toBeUndefined();
  });

  test('docs/architecture.md shows the table that they keep', () => {
    const page = readFileSync(new URL('../../docs/architecture.md', import.meta.url), 'utf8');
    const rows = [...page.matchAll(/^\| `src\/core\/([\w.-]+)` +\|[^|]*\| ([^|]*?) *\|$/gm)];
    const shown = rows.map(([, folder, may]) => [folder!.replace('.ts', ''), may === '—' ? [] : may!.split(', ')]);
    expect(Object.fromEntries(shown)).toEqual(coreDoors);
    const folders = readdirSync(join(root, 'src/core')).map((name) => name.replace('.ts', ''));
    expect(folders.sort()).toEqual(Object.keys(coreDoors).sort());
  });
});
