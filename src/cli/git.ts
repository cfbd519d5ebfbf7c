/** Files of a Git repository at a revision, read through the git program. */
import { spawnSync } from 'node:child_process';
import { posix } from 'node:path';
import type { Whole } from '../core/language/include';
import { maximumBytes } from '../core/base/limits';
import { NoPlan, textOfBytes } from '../wire/plan-file';
import { fromJson, putTogether } from './read';

/** A file at a revision, as `REVISION:path` names it. */
export interface RevisionFile {
  readonly revision: string;
  readonly path: string;
}

/** The parts of `REVISION:path`; null for a name that has another form. */
export function revisionFile(name: string): RevisionFile | null {
  const at = name.indexOf(':');
  return at > 0 && at < name.length - 1 ? { revision: name.slice(0, at), path: name.slice(at + 1) } : null;
}

/**
 * Reads a plan of a revision with what it includes. A path counts from the top of the repository; one that begins with
 * `./` counts from the folder in which andante was called.
 *
 * @throws NoPlan if git is missing, there is no repository, no such revision or file, or the plan cannot be read
 */
export function readRevision({ revision, path }: RevisionFile): Whole {
  const root = posix.dirname(path);
  const first = `${revision}:${path}`;
  return putTogether(first, textAt(revision, path), (name, by) => {
    const included = beside(by.slice(revision.length + 1), name);
    if (posix.relative(root, included).startsWith('..'))
      throw new NoPlan(
        `${by} includes ${name}, which lies outside of the folder of the plan. Include what lies in it, or below.`,
      );
    return { file: `${revision}:${included}`, text: textAt(revision, included, by) };
  });
}

/** The path of a file beside another; `./` at the beginning stays, since it has a meaning for git. */
function beside(path: string, name: string): string {
  const joined = posix.join(posix.dirname(path), name);
  return path.startsWith('./') && !joined.startsWith('../') ? `./${joined}` : joined;
}

function textAt(revision: string, path: string, by?: string): string {
  const name = `${revision}:${path}`;
  if (revision.startsWith('-')) throw new NoPlan(`${revision} is no revision of Git.`);
  const { error, status, stdout, stderr } = spawnSync('git', ['cat-file', 'blob', name], {
    // One more byte tells a file of the greatest size from a larger one.
    maxBuffer: maximumBytes + 1,
  });
  if (error) throw new NoPlan(sayError(name, error));
  if (status !== 0) throw new NoPlan(sayRefusal(name, revision, stderr.toString('utf8'), by));
  const text = textOfBytes(name, stdout);
  return /\.json$/i.test(path) ? fromJson(name, text) : text;
}

function sayError(name: string, { code }: NodeJS.ErrnoException): string {
  if (code === 'ENOENT') return `${name} names a revision of Git, and the git program cannot be found.`;
  if (code === 'ENOBUFS') return `${name} is larger than 4 MiB, the most that a plan may be.`;
  return `${name} cannot be read: the git program cannot be run.`;
}

function sayRefusal(name: string, revision: string, said: string, by: string | undefined): string {
  const included = by === undefined ? '' : ` ${by} includes it.`;
  const path = name.slice(revision.length + 1);
  if (/not a git repository/i.test(said))
    return `${name} is no file, and no revision of Git either: this folder is not in a Git repository.${included}`;
  if (/does not exist in|exists on disk, but not in|outside repository/i.test(said))
    return `The revision ${revision} has no file ${path}.${included}`;
  return `${revision} is no revision of this Git repository, or ${path} is no file in it.${included}`;
}
