import { parse } from './parse';

/** A stretch of a text that was put together, and where it is from. */
export interface Piece {
  readonly file: string;
  /** Where it stands in the whole. */
  readonly from: number;
  readonly to: number;
  /** Where it begins in its own file. */
  readonly at: number;
}

/** Several files as one text. */
export interface Whole {
  readonly text: string;
  readonly pieces: readonly Piece[];
  /** The files' own texts. */
  readonly files: ReadonlyMap<string, string>;
}

/** A file of which a part is still to come. */
interface OpenFile {
  readonly name: string;
  readonly own: string;
  readonly includes: readonly { readonly from: number; readonly to: number; readonly file: string }[];
  next: number;
  /** Where the part that is still to come begins. */
  at: number;
}

/**
 * Puts a plan together: each `include` is replaced by the text of its file, whose own includes are replaced likewise. A
 * file that is included twice, or that includes itself by way of others, is taken once. Linear in all texts.
 *
 * @param load gives the file that another one names, and its text; may throw where there is none, and what it throws is
 *   passed on
 */
export function expandIncludes(
  file: string,
  text: string,
  load: (name: string, by: string) => { file: string; text: string },
): Whole {
  const pieces: Piece[] = [];
  const files = new Map<string, string>();
  const parts: string[] = [];
  let length = 0;
  const write = (part: string): void => {
    if (part !== '') length += parts[parts.push(part) - 1]!.length;
  };
  // Files that include one another may be nested as deep as there are files: a stack of our own instead of recursion.
  const open: OpenFile[] = [];
  const begin = (name: string, own: string): void => {
    files.set(name, own);
    open.push({
      name,
      own,
      includes: parse(own).declarations.flatMap((node) =>
        node.kind === 'include' && node.file ? [{ from: node.from, to: node.to, file: node.file.value }] : [],
      ),
      next: 0,
      at: 0,
    });
  };
  begin(file, text);
  for (let top = open.at(-1); top; top = open.at(-1)) {
    const { name, own, includes } = top;
    // What follows an include must not run on in the last line of the file.
    if (top.next > 0 && !parts.at(-1)?.endsWith('\n')) write('\n');
    const include = includes[top.next++];
    const to = include?.from ?? own.length;
    if (to > top.at) pieces.push({ file: name, from: length, to: length + to - top.at, at: top.at });
    write(own.slice(top.at, to));
    if (!include) {
      open.pop();
      continue;
    }
    top.at = include.to;
    const other = load(include.file, name);
    if (!files.has(other.file)) begin(other.file, other.text);
  }
  return { text: parts.join(''), pieces, files };
}
