/** A document as blocks of text: HTML and Markdown are two ways to write it. */

/** Gravity of a text: what holds, what is doubtful or broken, what is good to know. */
export type TagTone = 'holds' | 'note' | 'warning' | 'error';

export type Inline =
  | string
  /** Text of the plan. */
  | { readonly code: string }
  /** A screen, by label: it leads to its section. */
  | { readonly screen: string }
  | { readonly url: string }
  | { readonly tag: string; readonly tone: TagTone };

export type Line = readonly Inline[];

export type DocumentBlock =
  | { readonly kind: 'heading'; readonly level: 1 | 2 | 3 | 4; readonly id: string; readonly text: string }
  | { readonly kind: 'paragraph'; readonly line: Line }
  | { readonly kind: 'list'; readonly lines: readonly Line[] }
  | { readonly kind: 'table'; readonly head: readonly string[]; readonly rows: readonly (readonly Line[])[] }
  /** A list of the headings of levels 2 and 3. */
  | { readonly kind: 'contents' }
  /** An SVG image, and a sentence that says what it shows. */
  | { readonly kind: 'image'; readonly svg: string; readonly says: string };

export const heading = (level: 1 | 2 | 3 | 4, id: string, text: string): DocumentBlock => ({
  kind: 'heading',
  level,
  id,
  text,
});
export const paragraph = (...line: Line): DocumentBlock => ({ kind: 'paragraph', line });

/** A table without the columns that no row fills. */
export function table(head: readonly string[], rows: readonly (readonly Line[])[]): DocumentBlock {
  const filled = head.map((_text, column) => rows.some((row) => row[column]!.some((inline) => inline !== '')));
  const kept = <T>(cells: readonly T[]): T[] => cells.filter((_cell, column) => filled[column]);
  return { kind: 'table', head: kept(head), rows: rows.map(kept) };
}

export const list = (lines: readonly Line[]): DocumentBlock => ({ kind: 'list', lines });

/** The id of a screen's section. */
export const screenId = (label: string): string => `screen-${label}`;

/** Parts of a line with a comma between them. */
export const commas = (parts: readonly Inline[]): Line =>
  parts.flatMap((part, index) => (index === 0 ? [part] : [', ', part]));

/** A number with its noun. */
export const counted = (number: number, one: string, many = `${one}s`): string =>
  `${number} ${number === 1 ? one : many}`;

/** The id of the section with pictures alone. */
export const picturesId = 'look';
