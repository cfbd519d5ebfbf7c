import { Lines } from './lines';

/**
 * Characters that no plan holds: U+0000, at which some programs end a text, and halves of a surrogate pair, which UTF-8
 * cannot write.
 */
const unstorable = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;

/**
 * A sentence that names the first character of a text that no plan can hold, with its place; null without such a
 * character. Linear.
 */
export function unstorableIn(text: string): string | null {
  unstorable.lastIndex = 0;
  const found = unstorable.exec(text);
  if (!found) return null;
  const { line, column } = new Lines(text).positionOf(found.index);
  const code = found[0].charCodeAt(0).toString(16).toUpperCase().padStart(4, '0');
  return `Line ${line}, column ${column} holds ${code === '0000' ? 'a NUL (U+0000)' : `half of a surrogate pair (U+${code})`}, which no plan can hold.`;
}

/** The text without such characters. */
export const storable = (text: string): string => text.replace(unstorable, '');
