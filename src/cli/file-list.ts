/**
 * The list of files that have no room for a header, such as CSV: it lies beside them, with a digest of each, so that
 * Andante knows its own files.
 */
import { digestOf, originOf, type FileOrigin } from '../core/base/header';
import type { GeneratedFile } from '../core/base/generated-file';
import { NoPlan } from '../wire/plan-file';

/** Name of the list. */
export const listName = 'andante-files.json';

/** Digests by path, in the order of the paths. */
export type ListedFiles = ReadonlyMap<string, string>;

const about = 'Files without a header that Andante wrote here, each with the digest of its text.';

/** Line breaks of any system count as the same. */
const digest = (text: string): string => digestOf(text.replaceAll('\r\n', '\n'));

/**
 * Reads a list.
 *
 * @param path where it lies, for the message
 * @throws NoPlan if the file is somebody else's
 */
export function readList(path: string, text: string | null): ListedFiles {
  if (text === null) return new Map();
  try {
    const list = JSON.parse(text) as { about?: unknown; files?: Record<string, string> };
    if (list.about === about && list.files) return new Map(Object.entries(list.files));
  } catch {
    // It is no JSON, so nobody but its author can say what it is.
  }
  throw new NoPlan(`${path} was not written by Andante, which needs the name for its list. Name another folder.`);
}

/** The list as it is written. */
export const writeList = (list: ListedFiles): string =>
  `${JSON.stringify({ about, files: Object.fromEntries([...list].sort(([a], [b]) => (a < b ? -1 : 1))) }, null, 2)}\n`;

/** The list with files added that have no header. */
export function listWith(list: ListedFiles, files: readonly GeneratedFile[]): ListedFiles {
  const bare = files.filter(({ text }) => originOf(text) === 'own');
  return new Map([...list, ...bare.map(({ path, text }) => [path, digest(text)] as const)]);
}

/** What a text of a file on disk is: by its header, or by the list. */
export function originIn(list: ListedFiles, path: string, text: string): FileOrigin {
  const listed = list.get(path);
  if (listed === undefined) return originOf(text);
  return listed === digest(text) ? 'generated' : 'changed';
}
