import { parse } from './parse';

/** A stretch of the combined text, and its origin. */
export interface Piece {
  readonly file: string;
  /** Offset in the combined text. */
  readonly from: number;
  readonly to: number;
  /** Offset in its own file. */
  readonly at: number;
}

/** Several files as one text. */
export interface Whole {
  readonly text: string;
  readonly pieces: readonly Piece[];
  /** The files' own texts. */
  readonly files: ReadonlyMap<string, string>;
}

/** A file that is not yet copied to its end. */
interface OpenFile {
  readonly name: string;
  readonly own: string;
  readonly includes: readonly { readonly from: number; readonly to: number; readonly file: string }[];
  next: number;
  /** Offset of the first character that is not yet copied. */
  at: number;
}

/**
 * Puts a plan together: the text of each included file takes the place of its `include`, and so on in that text. A file
 * that is included twice, or that includes itself through others, is taken once. Linear in all texts.
 *
 * @param load gives the name and text of an included file; an error that it throws for a missing file is passed on
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
    // The text after an include must not continue the last line of the file.
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
