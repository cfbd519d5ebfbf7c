import { closeSync, fstatSync, openSync, readFileSync, realpathSync, constants } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';
import { expandIncludes, type Whole } from '../core/language/include';
import { writePlan } from '../core/model/write-plan';
import { asModel, isMisfit } from '../wire/model';
import { jsonOfText, NoPlan, textOfBytes } from '../wire/plan-file';
import { Source } from '../core/report/source';
import { maximumBytes } from '../core/base/limits';
import { complain } from './complain';

/** The name of standard input, in calls and in messages. */
export const standardInput = '-';
export const nameOf = (file: string): string => (file === standardInput ? 'Standard input' : file);

/**
 * Reads a plan's text from a file, or from standard input for `-`.
 *
 * @throws NoPlan if the file does not exist, is a folder, too large, empty, or not UTF-8
 */
function readPlan(file: string): string {
  const name = nameOf(file);
  const bytes = file === standardInput ? readInput() : readFile(file);
  const text = textOfBytes(name, bytes);
  return /\.json$/i.test(file) ? fromJson(name, text) : text;
}

/** The text of a plan that is kept as JSON. */
export function fromJson(name: string, text: string): string {
  const model = asModel(jsonOfText(name, text));
  if (isMisfit(model)) throw new NoPlan(`${name} is JSON, but not a plan: ${model[0]!.at} ${model[0]!.message}.`);
  return writePlan(model);
}

/** What is piped into the process; tests put something else in its place. */
export const input = { read: (): Buffer => readFileSync(0) };

function readInput(): Buffer {
  try {
    return input.read();
  } catch {
    throw new NoPlan('Standard input cannot be read.');
  }
}

const reasons: Record<string, string> = {
  ENOENT: 'does not exist',
  ENOTDIR: 'does not exist',
  EACCES: 'may not be read',
  EPERM: 'may not be read',
  EISDIR: 'is a folder, not a plan',
  ELOOP: 'is a link that leads nowhere',
  ENAMETOOLONG: 'has too long a name',
};

function readFile(file: string): Buffer {
  try {
    // Non-blocking: opening a pipe would wait for a writer.
    const opened = openSync(file, constants.O_RDONLY | constants.O_NONBLOCK);
    try {
      const stat = fstatSync(opened);
      if (stat.isDirectory()) throw new NoPlan(`${file} is a folder, not a plan.`);
      if (!stat.isFile())
        throw new NoPlan(`${file} is a device or a pipe, not a file. Read it from standard input, as -.`);
      if (stat.size > maximumBytes) throw new NoPlan(`${file} is larger than 4 MiB, the most that a plan may be.`);
      return readFileSync(opened);
    } finally {
      closeSync(opened);
    }
  } catch (error) {
    if (error instanceof NoPlan) throw error;
    throw new NoPlan(`${file} ${reasons[(error as NodeJS.ErrnoException).code ?? ''] ?? 'cannot be read'}.`);
  }
}

/**
 * Runs something for each plan with its includes. A plan that cannot be read is named on standard error, and the others
 * still run.
 */
export function forEachWhole(files: readonly string[], run: (source: Source, text: string) => void): boolean {
  return forEachPlan(files, (file, text) => {
    const whole = withIncludes(file, text);
    run(new Source(file, whole), whole.text);
  });
}

/**
 * Reads a plan with what it includes.
 *
 * @throws NoPlan if a file of it cannot be read, or all of them are too large
 */
export function readWhole(file: string): Whole {
  return withIncludes(file, readPlan(file));
}

function withIncludes(file: string, text: string): Whole {
  const root = realpathSync(file === standardInput ? '.' : dirname(file));
  // One file by two paths is one file.
  const known = new Map<string, string>(file === standardInput ? [] : [[realpathSync(file), file]]);
  return putTogether(file, text, (name, by) => {
    const path = join(by === standardInput ? '.' : dirname(by), name);
    const real = insideOf(root, path, name, by);
    const other = { file: known.get(real) ?? path, text: known.has(real) ? '' : readIncluded(path, by) };
    known.set(real, other.file);
    return other;
  });
}

/**
 * A plan with what it includes.
 *
 * @param load gives an included file, or throws NoPlan
 * @throws NoPlan if all of them together are too large
 */
export function putTogether(file: string, text: string, load: Parameters<typeof expandIncludes>[2]): Whole {
  const tooLarge = `${nameOf(file)} and what it includes are larger than 4 MiB, the most that a plan may be.`;
  let bytes = Buffer.byteLength(text);
  const whole = expandIncludes(file, text, (name, by) => {
    const other = load(name, by);
    if ((bytes += Buffer.byteLength(other.text)) > maximumBytes) throw new NoPlan(tooLarge);
    return other;
  });
  if (whole.text.length > maximumBytes) throw new NoPlan(tooLarge);
  return whole;
}

/**
 * The real path of an included file.
 *
 * @throws NoPlan if it lies outside of the folder of the first file: its lines would be printed as findings
 */
function insideOf(root: string, path: string, name: string, by: string): string {
  let real: string;
  try {
    real = realpathSync(path);
  } catch (error) {
    throw new NoPlan(
      `${path} ${reasons[(error as NodeJS.ErrnoException).code ?? ''] ?? 'cannot be read'}; ${nameOf(by)} includes it.`,
    );
  }
  const from = relative(root, real);
  if (from === '..' || from.startsWith(`..${sep}`))
    throw new NoPlan(
      `${nameOf(by)} includes ${name}, which lies outside of the folder of the plan. Include what lies in it, or below.`,
    );
  return real;
}

/** The text of a file that another one includes. */
function readIncluded(file: string, by: string): string {
  try {
    return readPlan(file);
  } catch (error) {
    if (error instanceof NoPlan) throw new NoPlan(`${error.message.slice(0, -1)}; ${nameOf(by)} includes it.`);
    throw error;
  }
}

/** Runs something for each file. A file that cannot be read is named on standard error, and the others still run. */
export function forEachPlan(files: readonly string[], run: (file: string, text: string) => void): boolean {
  let all = true;
  for (const file of files) {
    try {
      run(file, readPlan(file));
    } catch (error) {
      if (!(error instanceof NoPlan)) throw error;
      complain(error.message);
      all = false;
    }
  }
  return all;
}
