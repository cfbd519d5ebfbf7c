import { generate } from '../core/generate/generate';
import type { CodeLanguage } from '../core/generate/languages';
import { parse } from '../core/language/parse';
import { resolve } from '../core/plan/resolve';
import { complain } from './complain';
import { writeOrCheck } from './generated-folder';
import { sayGaps, tellGaps } from './gaps';
import { forEachWhole } from './read';

export interface GenerateOptions {
  /** The folder that gets the code. */
  readonly out: string;
  readonly check: boolean;
  readonly force: boolean;
  /** The package of Kotlin code. */
  readonly package?: string;
}

/**
 * Writes the code of a plan into a folder; with `check` names the files there that are not what would be written. A
 * plan with gaps writes nothing, unless `force` says so.
 *
 * @returns exit code: 0 written or up to date, 1 gaps or files out of date, 2 something cannot be read or written
 */
export function generateCode(
  language: CodeLanguage,
  file: string,
  { out, check, force, package: packageName }: GenerateOptions,
): number {
  let code = 0;
  const readable = forEachWhole([file], (source, text) => {
    const { files, gaps } = generate(resolve(parse(text)), language, packageName ?? null);
    tellGaps(source, gaps);
    if (gaps.length > 0 && !force) {
      complain(`${sayGaps(gaps.length)} --force writes the code all the same.`);
      code = 1;
    } else {
      code = writeOrCheck(out, files, { check, force, whole: true });
    }
  });
  return readable ? code : 2;
}
