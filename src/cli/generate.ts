import { generate, type CodeLanguage } from '../core/generate/generate';
import { parse } from '../core/language/parse';
import { resolve } from '../core/plan/resolve';
import { complain } from './complain';
import { checkFolder, writeFolder } from './generated-folder';
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
    for (const { range, message } of gaps) {
      const { file: name, line, column } = source.positionOf(range.from);
      process.stderr.write(`${name}:${line}:${column} ${message}\n`);
    }
    if (gaps.length > 0 && !force) {
      complain(`The plan does not say all that code needs: ${gaps.length} gaps. --force writes it nonetheless.`);
      code = 1;
      return;
    }
    if (!check) {
      for (const path of writeFolder(out, files, force)) process.stdout.write(`${path}\n`);
      return;
    }
    const stale = checkFolder(out, files);
    for (const { path, is } of stale) process.stdout.write(`${path} is ${is}.\n`);
    if (stale.length > 0) code = 1;
  });
  return readable ? code : 2;
}
