import { readFileSync, statSync } from 'node:fs';
import { maximumBytes } from '../core/limits';

/** A plan that cannot be read; the message is one sentence for the person who called. */
export class Unreadable extends Error {}

/** The name of standard input, in calls and in messages. */
export const standardInput = '-';
export const nameOf = (file: string): string => (file === standardInput ? 'Standard input' : file);

/**
 * Reads a plan's text from a file, or from standard input for `-`.
 *
 * @throws Unreadable where there is no such file, or it is a folder, too large, empty, or not UTF-8
 */
export function readPlan(file: string): string {
  const name = nameOf(file);
  const bytes = file === standardInput ? readInput() : readFile(file);
  if (bytes.length > maximumBytes) throw new Unreadable(`${name} is larger than 4 MiB, the most that a plan may be.`);
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Unreadable(`${name} is not UTF-8 text.`);
  }
  if (text.trim() === '') throw new Unreadable(`${name} is empty.`);
  return text;
}

function readInput(): Buffer {
  try {
    return readFileSync(0);
  } catch {
    throw new Unreadable('Standard input cannot be read.');
  }
}

const reasons: Record<string, string> = {
  ENOENT: 'does not exist', ENOTDIR: 'does not exist', EACCES: 'may not be read', EPERM: 'may not be read', EISDIR: 'is a folder, not a plan',
  ELOOP: 'is a link that leads nowhere', ENAMETOOLONG: 'has too long a name',
};

function readFile(file: string): Buffer {
  try {
    const { size, isDirectory } = ((stat) => ({ size: stat.size, isDirectory: stat.isDirectory() }))(statSync(file));
    if (isDirectory) throw new Unreadable(`${file} is a folder, not a plan.`);
    if (size > maximumBytes) throw new Unreadable(`${file} is larger than 4 MiB, the most that a plan may be.`);
    return readFileSync(file);
  } catch (error) {
    if (error instanceof Unreadable) throw error;
    throw new Unreadable(`${file} ${reasons[(error as NodeJS.ErrnoException).code ?? ''] ?? 'cannot be read'}.`);
  }
}

/** Runs something for each file; what cannot be read is said on standard error, and the others still run. */
export function forEachPlan(files: readonly string[], run: (file: string, text: string) => void): boolean {
  let all = true;
  for (const file of files) {
    try {
      run(file, readPlan(file));
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      process.stderr.write(`andante: ${error.message}\n`);
      all = false;
    }
  }
  return all;
}
