import { indentUnit } from '../language/format';
import type { TextEdit } from '../language/edits';
import type { TextRange } from '../language/range';
import type { Block, ScreenNode } from '../language/syntax';

/** The indentation of the line on which an offset lies. */
export function indentAt(text: string, offset: number): string {
  const start = text.lastIndexOf('\n', offset - 1) + 1;
  return /^[ \t]*/.exec(text.slice(start))![0];
}

/** Offset for a new line after a statement: after a comment on its line. */
export function behind(text: string, offset: number): number {
  const rest = /^[ \t]*(#[^\n]*)?(?=\n|$)/.exec(text.slice(offset, offset + 1000));
  return rest ? offset + rest[0].trimEnd().length : offset;
}

/**
 * Adds lines at the end of a block in braces, in the block's own style: all on its one line, or on lines of their own.
 */
export function appendToBlock<T>(text: string, block: Block<T>, lines: readonly string[]): TextEdit {
  const indent = indentAt(text, block.from);
  const rows = lines.map((line) => (line === '' ? '\n' : `\n${indent}${indentUnit}${line}`)).join('');
  if (!block.closed) return { from: block.to, to: block.to, insert: rows };
  const close = block.to - 1;
  const inside = text.slice(block.from + 1, close);
  const end = block.from + 1 + inside.trimEnd().length;
  if (inside.trim() !== '' && !inside.includes('\n')) return { from: end, to: close, insert: ` ${lines.join(' ')} ` };
  return { from: end, to: close, insert: `${rows}\n${indent}` };
}

/** Adds lines at the end of a screen's body, with a new body if the screen has none. */
export function appendToScreen(text: string, node: ScreenNode, lines: readonly string[]): TextEdit {
  if (node.body) return appendToBlock(text, node.body, lines);
  const indent = indentAt(text, node.from);
  const rows = lines.map((line) => `\n${indent}${indentUnit}${line}`).join('');
  return { from: node.to, to: node.to, insert: ` {${rows}\n${indent}}` };
}

/** Takes a statement out, with its line if it stands there alone. */
export function withoutStatement(text: string, { from, to }: TextRange): TextEdit {
  const start = text.lastIndexOf('\n', from - 1) + 1;
  const rest = /^[ \t]*(\n|$)/.exec(text.slice(to));
  return text.slice(start, from).trim() === '' && rest
    ? { from: start, to: to + rest[0].length, insert: '' }
    : { from, to, insert: '' };
}

/** Adds a line before a screen's first link or trigger, where its arguments and values stand. */
export function prependToScreen(text: string, node: ScreenNode, line: string): TextEdit {
  const first = node.body?.items.find((item) => item.kind === 'on' || item.kind === 'link');
  if (!first) return appendToScreen(text, node, [line]);
  const before = text.slice(text.lastIndexOf('\n', first.from - 1) + 1, first.from);
  const alone = before.trim() === '';
  return { from: first.from, to: first.from, insert: alone ? `${line}\n${before}` : `${line} ` };
}
