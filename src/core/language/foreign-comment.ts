/** Comments as other languages write them, and what they are here. */
import type { TextRange } from './range';
import type { SyntaxFix } from './syntax';

export interface ForeignComment {
  /** What begins it. */
  readonly mark: TextRange;
  /** Where it ends. */
  readonly to: number;
  /** False if it has an opening mark, and the closing one is missing. */
  readonly isClosed: boolean;
  readonly message: string;
  readonly fix: SyntaxFix;
}

/** Whether a comment of another language begins at an offset. */
export const beginsComment = (text: string, at: number): boolean =>
  text.startsWith('//', at) || text.startsWith('/*', at);

/** What begins a comment; the longer marks begin a description. */
const marks = /\/\/\/(?!\/)|\/\*\*(?!\/)|\/[/*]/y;

/**
 * The comment that begins at an offset. One between two marks may have several lines; without its second mark it ends
 * with its line.
 *
 * @param mayClose whether a closing mark may follow: a caller that has once looked in vain need not look again
 */
export function foreignComment(text: string, from: number, mayClose: boolean): ForeignComment {
  marks.lastIndex = from;
  const mark = { from, to: from + (marks.exec(text)?.[0].length ?? 2) };
  const own = mark.to - from === 3 ? '##' : '#';
  const what = own === '##' ? 'A description' : 'A comment';
  const isBlock = text[from + 1] === '*';
  const end = isBlock && mayClose ? text.indexOf('*/', mark.to) : -1;
  const label = `Write ${own}`;
  if (end < 0)
    return {
      mark,
      to: endOfLine(text, from),
      isClosed: !isBlock,
      message: `${what} begins with ${own}.`,
      fix: { label, edits: [{ ...mark, insert: own }] },
    };
  const to = end + 2;
  const [indent] = /[ \t]*/.exec(text.slice(text.lastIndexOf('\n', from - 1) + 1, from))!;
  const lines = text
    .slice(mark.to, end)
    .split('\n')
    .map((each) => each.replace(/^\s*\*?/, '').trim())
    .filter((each, index, all) => each !== '' || (index > 0 && index < all.length - 1))
    .map((each) => `${own} ${each}`.trimEnd());
  // What stands behind it on its line would become a part of it.
  const behind = text.slice(to, endOfLine(text, to));
  const next = behind.search(/\S/);
  const insert = [...lines, ...(next < 0 || lines.length === 0 ? [] : [''])].join(`\n${indent}`);
  return {
    mark,
    to,
    isClosed: true,
    message: `${what} begins with ${own} on each of its lines.`,
    fix: { label, edits: [{ from, to: next < 0 ? to : to + next, insert }] },
  };
}

function endOfLine(text: string, at: number): number {
  const end = text.indexOf('\n', at);
  return end < 0 ? text.length : end;
}
