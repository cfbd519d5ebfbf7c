import type { Range } from './range';

/**
 * - `url`: an origin or a URL pattern, which runs to the next blank
 * - `symbol`: one of `{ } ( ) , : = . ?`
 * - `stray`: a character that begins nothing in the language
 * - `end`: the end of the text, of length 0
 */
export type TokenKind = 'name' | 'string' | 'number' | 'url' | 'symbol' | 'comment' | 'doc' | 'stray' | 'end';

export interface Token extends Range {
  readonly kind: TokenKind;
  /** As it stands in the text. */
  readonly text: string;
  /** Whether nothing but blanks stands before it on its line. */
  readonly first: boolean;
}

const blank = /[ \t\r\n\u00a0\ufeff]*/y;
const name = /[A-Za-z_][A-Za-z0-9_]*/y;
const number = /-?[0-9]+(?:\.[0-9]+)?/y;
const string = /"(?:[^"\\\r\n]|\\[^\r\n])*"?/y;
const comment = /#[^\r\n]*/y;
const url = /[^\s]+/y;
/** What a URL may begin with where a name could stand too: a path, or a scheme and its colon. */
const urlStart = /\/|[A-Za-z][A-Za-z0-9+.-]*:[^\s:]/y;

function run(pattern: RegExp, text: string, at: number): string {
  pattern.lastIndex = at;
  return pattern.exec(text)?.[0] ?? '';
}

/** Whether a URL, not a name, follows the given token at this offset. */
function urlFollows(previous: Token | null, text: string, at: number): boolean {
  if (previous?.kind !== 'name') return false;
  if (previous.text === 'origin') return previous.first && text[at] !== ':' && text[at] !== '#';
  if (previous.text === 'link' || previous.text === 'opens' || previous.text === 'open') return run(urlStart, text, at) !== '';
  return false;
}

/**
 * Reads the token at or after an offset. Tokens never cross a line break, so an editor can colour one line at a time.
 *
 * @param previous the token before, which decides whether a URL may stand here; null at the start of a text or line
 * @param lineStart whether the offset is at the start of a line
 */
export function scan(text: string, from: number, previous: Token | null, lineStart: boolean): Token {
  const gap = run(blank, text, from);
  const at = from + gap.length;
  const first = lineStart || gap.includes('\n');
  const token = (kind: TokenKind, length: number): Token => ({
    kind, from: at, to: at + length, text: text.slice(at, at + length), first,
  });
  const char = text[at];
  if (char === undefined) return token('end', 0);
  if (char === '#') return token(/^##(?!#)/.test(text.slice(at, at + 3)) ? 'doc' : 'comment', run(comment, text, at).length);
  if (char === '"') return token('string', run(string, text, at).length);
  // A URL stands on the line of its keyword: a half-typed `link` does not swallow what comes next.
  if (!first && urlFollows(previous, text, at)) return token('url', run(url, text, at).length);
  const word = run(name, text, at);
  if (word) return token('name', word.length);
  const digits = run(number, text, at);
  if (digits) return token('number', digits.length);
  if ('{}(),:=.?'.includes(char)) return token('symbol', 1);
  return token('stray', text.codePointAt(at)! > 0xffff ? 2 : 1);
}

/** All tokens of a text in order, comments included, the `end` token last. Time and space are linear. */
export function tokenize(text: string): Token[] {
  const tokens: Token[] = [];
  let previous: Token | null = null;
  for (let at = 0; ; ) {
    const token = scan(text, at, previous, at === 0);
    tokens.push(token);
    if (token.kind === 'end') return tokens;
    previous = token;
    at = token.to;
  }
}

/**
 * The value of a string token; JSON's escapes hold (RFC 8259, section 7).
 *
 * @returns null where the string is not closed or an escape is none of JSON's
 */
export function stringValue(token: string): string | null {
  if (token.length < 2 || !token.endsWith('"')) return null;
  if (!token.includes('\\')) return token.slice(1, -1);
  try {
    // A tab may stand in a string as it is; JSON would want it escaped.
    return JSON.parse(token.replace(/\t/g, '\\t')) as string;
  } catch {
    return null;
  }
}

/** A value as a string of the language. */
export function quote(value: string): string {
  return JSON.stringify(value);
}
