import { escapeControls } from './controls';
import type { TextRange } from './range';

/**
 * - `url`: an origin or a URL pattern, which runs to the next blank
 * - `rule`: the id of a rule, such as `name/same-title`
 * - `symbol`: one of `{ } ( ) , : = . ?`
 * - `stray`: a character that begins nothing in the language
 * - `end`: the end of the text, of length 0
 */
export type TokenKind = 'name' | 'string' | 'number' | 'url' | 'rule' | 'symbol' | 'comment' | 'doc' | 'stray' | 'end';

export interface Token extends TextRange {
  readonly kind: TokenKind;
  /** As it stands in the text. */
  readonly text: string;
  /** Whether nothing but blanks stands before it on its line. */
  readonly first: boolean;
}

const string = /"(?:[^"\\\r\n]|\\[^\r\n])*"?/y;
/** Texts as other languages and word processors quote them: the parser asks for straight double marks. */
const otherString = /'[^'\r\n]*'|“[^“”\r\n]*”/y;
const url = /[^\s]+/y;
/** Start of a URL in a place that also takes a name: a path, or a scheme and its colon. */
const urlStart = /\/|[A-Za-z][A-Za-z0-9+.-]*:[^\s:]/y;
const ruleId = /[A-Za-z]+\/[A-Za-z-]*/y;
const symbols = '{}(),:=.?';

/** End of a match that begins at an offset; the offset itself if there is none. */
function endOf(pattern: RegExp, text: string, at: number): number {
  pattern.lastIndex = at;
  return pattern.test(text) ? pattern.lastIndex : at;
}

// Compares characters by their codes. A plan of 4 MiB has a million tokens: a regular expression for each, with its
// array of groups, took most of the parser's time.
const newline = 10;
const isBlank = (code: number): boolean =>
  code === 32 || code === newline || code === 9 || code === 13 || code === 0xa0 || code === 0xfeff;
const isDigit = (code: number): boolean => code >= 48 && code <= 57;
const isNameStart = (code: number): boolean => (code >= 97 && code <= 122) || (code >= 65 && code <= 90) || code === 95;

function endOfName(text: string, at: number): number {
  let end = at + 1;
  for (let code = text.charCodeAt(end); isNameStart(code) || isDigit(code); code = text.charCodeAt(end)) end++;
  return end;
}

function endOfNumber(text: string, at: number): number {
  let end = at + 1;
  while (isDigit(text.charCodeAt(end))) end++;
  if (text[end] === '.' && isDigit(text.charCodeAt(end + 1))) {
    end += 2;
    while (isDigit(text.charCodeAt(end))) end++;
  }
  return end;
}

function endOfLine(text: string, at: number): number {
  let end = at;
  for (
    let code = text.charCodeAt(end);
    end < text.length && code !== newline && code !== 13;
    code = text.charCodeAt(end)
  )
    end++;
  return end;
}

/** Whether a URL, not a name, follows the given token at this offset. */
function urlFollows(previous: Token | null, text: string, at: number): boolean {
  if (previous?.kind !== 'name') return false;
  if (previous.text === 'origin') return previous.first && text[at] !== ':' && text[at] !== '#';
  if (previous.text === 'link' || previous.text === 'opens' || previous.text === 'open')
    return endOf(urlStart, text, at) > at;
  // Foreign words for a link (see `first-guesses.ts`).
  return (
    text[at] === '/' &&
    previous.first &&
    (previous.text === 'url' || previous.text === 'route' || previous.text === 'path' || previous.text === 'deeplink')
  );
}

/**
 * Reads the token at or after an offset. Tokens never cross a line break, so an editor can colour one line at a time.
 *
 * @param previous the token before, which decides whether a URL may stand here; null at the start of a text or line
 * @param lineStart whether the offset is at the start of a line
 */
export function scan(text: string, from: number, previous: Token | null, lineStart: boolean): Token {
  let at = from;
  let first = lineStart;
  for (let code = text.charCodeAt(at); isBlank(code); code = text.charCodeAt(++at)) if (code === newline) first = true;
  if (at >= text.length) return { kind: 'end', from: at, to: at, text: '', first };
  const code = text.charCodeAt(at);
  const own = !first && previous?.kind === 'name' ? behindKeyword(previous, text, at) : null;
  if (own) return own;
  if (isNameStart(code)) return token('name', text, at, endOfName(text, at), first);
  const char = text[at]!;
  if (symbols.includes(char)) return { kind: 'symbol', from: at, to: at + 1, text: char, first };
  if (char === '"') return token('string', text, at, endOf(string, text, at), first);
  if (char === '#') {
    const isDoc = text[at + 1] === '#' && text[at + 2] !== '#';
    return token(isDoc ? 'doc' : 'comment', text, at, endOfLine(text, at), first);
  }
  if (isDigit(code) || (char === '-' && isDigit(text.charCodeAt(at + 1))))
    return token('number', text, at, endOfNumber(text, at), first);
  const end = endOf(otherString, text, at);
  if (end > at) return token('string', text, at, end, first);
  return token('stray', text, at, at + (text.codePointAt(at)! > 0xffff ? 2 : 1), first);
}

/**
 * A URL or the id of a rule, after a keyword that takes one. It stands on the line of its keyword: a half-typed `link`
 * does not swallow the next line.
 */
function behindKeyword(keyword: Token, text: string, at: number): Token | null {
  const char = text[at];
  if (char !== '#' && char !== '"' && urlFollows(keyword, text, at))
    return token('url', text, at, endOf(url, text, at), false);
  const end = keyword.text === 'accept' ? endOf(ruleId, text, at) : at;
  return end > at ? token('rule', text, at, end, false) : null;
}

function token(kind: TokenKind, text: string, from: number, to: number, first: boolean): Token {
  return { kind, from, to, text: text.slice(from, to), first };
}

/** All tokens of a text in order, comments included, the `end` token last. Time and space are linear. */
export function tokenize(text: string): Token[] {
  const tokens: Token[] = [];
  let previous: Token | null = null;
  for (let at = 0; ;) {
    const next: Token = scan(text, at, previous, at === 0);
    tokens.push(next);
    if (next.kind === 'end') return tokens;
    previous = next;
    at = next.to;
  }
}

/** Whether a string token has its closing quotation mark. */
export const isQuoteClosed = (written: string): boolean =>
  !written.startsWith('"') || (written.length > 1 && written.endsWith('"'));

/**
 * The value of a string token; JSON's escapes hold (RFC 8259, section 7).
 *
 * @returns null if the string is not closed or has an escape that JSON lacks
 */
export function stringValue(written: string): string | null {
  if (written.length < 2 || !written.endsWith('"')) return null;
  if (!written.includes('\\')) return written.slice(1, -1);
  try {
    // A tab may stand in a string unescaped; JSON requires an escape.
    return JSON.parse(written.replace(/\t/g, '\\t')) as string;
  } catch {
    return null;
  }
}

/** A value as a string of the language. */
export function quote(value: string): string {
  return escapeControls(JSON.stringify(value));
}
