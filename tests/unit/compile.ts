/** TypeScript's compiler, held to generated code. */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const at = (path: string): string => fileURLToPath(new URL(`../../node_modules/${path}`, import.meta.url));

/** What a project with a bundler sets. */
const usual = {
  strict: true,
  noEmit: true,
  target: 'ES2022',
  module: 'ESNext',
  moduleResolution: 'bundler',
  lib: ['ES2023', 'DOM'],
  typeRoots: [at('@types')],
  types: [],
};

export interface CompilerMessage {
  /** Relative to the folder. */
  readonly path: string;
  /** From 1; 0 for a message about no file. */
  readonly line: number;
  readonly message: string;
}

/**
 * The errors that the compiler finds in files.
 *
 * @param folder gets a tsconfig.json
 * @param files relative to the folder
 * @param options beside the usual ones, as in tsconfig.json
 */
export function compileErrors(folder: string, files: readonly string[], options: object): CompilerMessage[] {
  writeFileSync(join(folder, 'tsconfig.json'), JSON.stringify({ compilerOptions: { ...usual, ...options }, files }));
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [at('typescript/bin/tsc'), '--project', folder, '--pretty', 'false'],
    { cwd: folder, encoding: 'utf8' },
  );
  // Lines that belong to the message before them are indented.
  const errors = stdout
    .split(/\n(?=\S)/)
    .map((text) => /^(?:(.*?)\((\d+),\d+\): )?error (TS\d+: [^]*)/.exec(text.trim()))
    .filter((match) => match !== null)
    .map(([, path = '', line = 0, message]) => ({ path, line: Number(line), message: message! }));
  if ((status === 0) !== (errors.length === 0))
    throw new Error(`The compiler ended with ${status}.\n${stdout}${stderr}`);
  return errors;
}
