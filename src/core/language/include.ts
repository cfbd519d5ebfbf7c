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

/**
 * Puts a plan together: each `include` is replaced by the text of its file, whose own includes are replaced likewise. A file
 * that is included twice, or that includes itself by way of others, is taken once. Linear in all texts.
 *
 * @param load gives the file that another one names, and its text; may throw where there is none, and what it throws is passed on
 */
export function expandIncludes(file: string, text: string, load: (name: string, by: string) => { file: string; text: string }): Whole {
  const pieces: Piece[] = [];
  const files = new Map<string, string>();
  let whole = '';
  const add = (name: string, own: string): void => {
    files.set(name, own);
    let at = 0;
    const take = (to: number): void => {
      if (to > at) pieces.push({ file: name, from: whole.length, to: whole.length + to - at, at });
      whole += own.slice(at, to);
      at = to;
    };
    for (const node of parse(own).declarations) {
      if (node.kind !== 'include' || !node.file) continue;
      take(node.from);
      at = node.to;
      const other = load(node.file.value, name);
      if (!files.has(other.file)) add(other.file, other.text);
      // What follows the include must not run on in the last line of the file.
      if (!whole.endsWith('\n')) whole += '\n';
    }
    take(own.length);
  };
  add(file, text);
  return { text: whole, pieces, files };
}
