import { readFileSync } from 'node:fs';
import { ESLint } from 'eslint';
import { describe, expect, test } from 'vitest';
import { coreDoors } from '../../eslint.doors.mjs';

const eslint = new ESLint();

/** Messages of the walls for a line of code, as if it stood in the given file. */
async function complaints(filePath: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(`${code}\n`, { filePath });
  return result!.messages
    .filter((message) => message.ruleId?.includes('no-restricted'))
    .map((message) => message.ruleId!);
}

describe('the lint rules keep the walls', () => {
  test.each([
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
  ])('%s may not: %s', async (file, code) => {
    expect(await complaints(file, code)).toHaveLength(1);
  });

  test.each([
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
  ])('%s may: %s', async (file, code) => {
    expect(await complaints(file, code)).toEqual([]);
  });

  test('docs/architecture.md shows the table that they keep', () => {
    const page = readFileSync(new URL('../../docs/architecture.md', import.meta.url), 'utf8');
    const rows = [...page.matchAll(/^\| `src\/core\/([\w.-]+)` +\|[^|]*\| ([^|]*?) *\|$/gm)];
    const shown = rows.map(([, folder, may]) => [folder!.replace('.ts', ''), may === '—' ? [] : may!.split(', ')]);
    expect(Object.fromEntries(shown)).toEqual(coreDoors);
  });
});
