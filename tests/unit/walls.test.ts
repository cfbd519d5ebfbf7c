import { ESLint } from 'eslint';
import { describe, expect, test } from 'vitest';

const eslint = new ESLint();

/** Messages of the walls for a line of code, as if it stood in the given file. */
async function complaints(filePath: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(`${code}\n`, { filePath });
  return result!.messages
    .filter((message) => message.ruleId?.startsWith('no-restricted'))
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
    ['src/ui/plan/x.tsx', "import '../../core/check';"],
    ['src/app/x.tsx', "import '../server/plans';"],
    ['src/store/x.ts', 'export const now = Date.now();'],
  ])('%s may: %s', async (file, code) => {
    expect(await complaints(file, code)).toEqual([]);
  });
});
