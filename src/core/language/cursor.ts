import { closest } from './closest';
import { maximumDepth } from '../base/limits';
import { beginsComment, foreignComment } from './foreign-comment';
import { isDeclarationWord, isMemberWord } from './keywords';
import type { Leftovers } from './leftovers';
import type { TextRange } from './range';
import type { Block, Name, ScreenNode, StringNode, SyntaxFix, SyntaxProblem } from './syntax';
import { isQuoteClosed, quote, scan, stringValue, tokenize, type Token } from './tokens';

/** Tokens after which a word is no keyword but a name: `start: date`, `link, from`, `on.id`. */
const afterName = new Set([':', ',', ')', '.', '=']);

const hyphen = 45;
/** A name as other languages write it, with hyphens. */
const hyphens = /[A-Za-z_]\w*(?:-[A-Za-z_]\w*)+/y;

/**
 * A place in the tokens of a text, and the problems found so far. After a mistake it goes on from statement to
 * statement. Indentation serves as a hint only if the braces of the text do not pair.
 */
export class Cursor {
  readonly problems: SyntaxProblem[] = [];
  // Tokens are read as they are needed and let go again: a list of all of them would cost more than the parsing.
  private current: Token;
  private second: Token | null = null;
  private last: Token;
  /** The doc comments before the current token and before the second one. */
  private currentDoc: string | null;
  private secondDoc: string | null = null;

  constructor(
    readonly text: string,
    private readonly leftovers: Leftovers | null = null,
  ) {
    this.current = this.read(null);
    this.currentDoc = this.secondDoc;
    this.last = this.current;
  }

  /** The token that comes next after one, comments left out; the doc comment before it is left in `secondDoc`. */
  private read(after: Token | null): Token {
    let doc: string | null = null;
    let token = scan(this.text, after?.to ?? 0, after, after === null);
    while (token.kind === 'comment' || token.kind === 'doc') {
      if (token.kind === 'doc') {
        const line = token.text.slice(2).trim();
        doc = doc === null ? line : `${doc}\n${line}`;
      }
      token = scan(this.text, token.to, token, false);
    }
    this.secondDoc = doc;
    return token;
  }

  /** The cursor's token, or the one after it. */
  peek(ahead: 0 | 1 = 0): Token {
    if (ahead === 0) return this.current;
    this.second ??= this.read(this.current);
    return this.second;
  }

  /** The token before the cursor; at the start of the text, the first one. */
  get previous(): Token {
    return this.last;
  }

  next(): Token {
    const token = this.current;
    if (token.kind === 'end') return token;
    this.current = this.second ?? this.read(token);
    this.currentDoc = this.secondDoc;
    this.second = null;
    this.last = token;
    return token;
  }

  /** Takes an unchanged screen over from the previous tree, and goes on behind it. */
  takeOver(): ScreenNode | null {
    const screen = this.leftovers?.take(this.current.from, this.currentDoc);
    if (!screen) return null;
    // The closing brace is all that anyone still asks of the screen's tokens.
    const brace = scan(this.text, screen.to - 1, null, false);
    this.last = brace;
    this.current = this.read(brace);
    this.currentDoc = this.secondDoc;
    this.second = null;
    return screen;
  }

  get done(): boolean {
    return this.peek().kind === 'end';
  }

  /** The doc comment that stands before the cursor's token. */
  get doc(): string | null {
    return this.currentDoc;
  }

  /** Whether a problem of the current statement stops it: the others mostly follow from that one. */
  private hasReported = false;

  /**
   * Reads a statement. All is reported that is read as it was meant, each with its correction, until a problem without
   * such a correction: then the rest of the line is skipped. Statements in its block count by themselves.
   */
  statement<T>(read: () => T): T {
    const outer = this.hasReported;
    this.hasReported = false;
    const result = read();
    this.passSeparator();
    while (this.hasReported && !this.done && !this.peek().first && !this.isSymbol('}') && !this.isSymbol('{'))
      this.next();
    this.hasReported = outer;
    return result;
  }

  /** Whether a comment stands here, as other languages begin it. */
  get beginsForeignComment(): boolean {
    return this.current.kind === 'stray' && beginsComment(this.text, this.current.from);
  }

  /** Whether a mark that closes such a comment may follow: to look for it in vain takes as long as the text. */
  private mayClose = true;

  /** Reports such a comment, and passes it over. */
  passForeignComment(): void {
    const { mark, to, isClosed, message, fix } = foreignComment(this.text, this.current.from, this.mayClose);
    this.mayClose &&= isClosed;
    this.next();
    this.report(mark, message, fix);
    while (!this.done && this.peek().from < to) this.next();
  }

  /** Separators of other languages between statements. */
  private passSeparator(): void {
    if (this.beginsForeignComment) this.passForeignComment();
    const token = this.peek();
    if (token.first || (token.text !== ';' && token.text !== ',')) return;
    this.report(token, `A statement ends with its line, without “${token.text}”.`, {
      label: `Take “${token.text}” out`,
      edits: [{ from: token.from, to: token.to, insert: '' }],
    });
    this.next();
  }

  /**
   * Reports a problem of the current statement, unless one has stopped it before.
   *
   * @param fix the text to write in place of the range, or the whole fix
   */
  report(range: TextRange, message: string, fix: string | SyntaxFix | null = null): void {
    if (this.hasReported || this.current.from === this.quietAt) return;
    // What is read as it was meant is no reason for further problems.
    const isReadAsMeant = typeof fix === 'string' || (fix !== null && !fix.isNearest);
    this.hasReported = !isReadAsMeant;
    const { from, to } = range;
    this.problems.push({
      from,
      to,
      message,
      fix: typeof fix === 'string' ? { label: `Write ${fix}`, edits: [{ from, to, insert: fix }] } : fix,
    });
  }

  /**
   * Reports a word that fits nowhere.
   *
   * @param near the nearest word that would fit; null if none is near
   */
  reportWord(token: Token, message: string, near: string | null): void {
    const { from, to } = token;
    const edits = [{ from, to, insert: near ?? '' }];
    this.report(token, message, near === null ? null : { label: `Write ${near}`, edits, isNearest: true });
  }

  /** Drops the second of the coming tokens, as if the text lacked it. */
  dropSecond(): void {
    this.second = this.read(this.peek(1));
  }

  /** How deep the part that is being read nests. */
  private depth = 0;
  /** Ranges of skipped statements that nest too deep: nothing more is reported there. */
  private quietAt = -1;

  /**
   * Reads a part of something, one level deeper. Beyond the limit it reports one problem and skips the rest of the
   * statement. So code may walk the tree by recursion.
   */
  deeper<T>(read: () => T | null): T | null {
    if (this.depth >= maximumDepth) {
      this.report(this.peek(), `A statement may nest ${maximumDepth} levels deep at most; this one goes deeper.`);
      while (!this.done && !this.statementOnNewLine) this.next();
      this.quietAt = this.current.from;
      return null;
    }
    this.depth++;
    const part = read();
    this.depth--;
    return part;
  }

  /** End of the last token read. */
  get end(): number {
    return this.last.to;
  }

  /** The range from a token to the last token read. */
  since(start: TextRange): TextRange {
    return { from: start.from, to: Math.max(start.to, this.last.to) };
  }

  isSymbol(text: string): boolean {
    const token = this.current;
    return token.kind === 'symbol' && token.text === text;
  }

  isWord(word: string): boolean {
    const token = this.peek();
    return token.kind === 'name' && token.text === word;
  }

  skipSymbol(text: string): boolean {
    if (!this.isSymbol(text)) return false;
    this.next();
    return true;
  }

  skipWord(word: string): boolean {
    if (!this.isWord(word)) return false;
    this.next();
    return true;
  }

  /**
   * Whether the cursor's token can begin a statement: one of the words, with nothing behind it that makes it a name.
   */
  private beginsWith(test: (word: string) => boolean): boolean {
    const token = this.peek();
    if (token.kind !== 'name' || !test(token.text)) return false;
    const after = this.peek(1);
    return !(after.kind === 'symbol' && afterName.has(after.text));
  }

  get beginsDeclaration(): boolean {
    // `back` alone is a step, which may begin a line.
    if (this.isWord('back')) return this.peek(1).text === 'leaves';
    return this.beginsWith(isDeclarationWord);
  }

  get beginsMember(): boolean {
    return this.beginsWith(isMemberWord);
  }

  /** Whether a statement begins here on a new line: the previous statement then lacks its end. */
  get statementOnNewLine(): boolean {
    return this.peek().first && (this.beginsDeclaration || this.beginsMember);
  }

  /** Just behind the last token read: where something is missing. */
  private get gap(): TextRange {
    const { from, to } = this.previous;
    return { from, to };
  }

  /** Reads a name, or reports that one is missing. */
  name(expected: string): Name | null {
    const token = this.peek();
    if (token.kind === 'name' && !this.statementOnNewLine) {
      this.next();
      const hyphenated = this.text.charCodeAt(token.to) === hyphen ? this.hyphenated(token) : null;
      return hyphenated ?? { text: token.text, from: token.from, to: token.to };
    }
    this.missing(expected);
    return null;
  }

  /** A name with hyphens, reported and read without them; null if the token begins none. */
  private hyphenated({ from }: Token): Name | null {
    hyphens.lastIndex = from;
    const [written] = hyphens.exec(this.text) ?? [];
    if (written === undefined) return null;
    const text = written.replace(/-(.)/g, (_hyphen, letter: string) => letter.toUpperCase());
    this.report({ from, to: from + written.length }, `A name has no hyphens: ${text}.`, text);
    while (!this.done && this.peek().from < from + written.length) this.next();
    return { text, from, to: from + written.length };
  }

  /** Reports that something is missing: at the token in its place on this line, otherwise at the one before. */
  missing(expected: string): void {
    const token = this.peek();
    const here = token.kind === 'end' || token.first || token.text === '}' ? this.gap : token;
    const found = here === token ? `, not ${show(token)}` : '';
    this.report(here, `${expected} should stand ${here === token ? 'here' : `after ${show(this.previous)}`}${found}.`);
  }

  string(expected: string): StringNode | null {
    const token = this.peek();
    if (token.kind !== 'string') {
      this.missing(expected);
      return null;
    }
    this.next();
    if (!token.text.startsWith('"')) {
      const inner = token.text.slice(1, -1);
      this.report(token, `Write a text in straight double quotation marks: ${quote(inner)}.`, quote(inner));
      return { value: inner, from: token.from, to: token.to };
    }
    const value = stringValue(token.text);
    if (value === null) {
      this.report(
        token,
        isQuoteClosed(token.text)
          ? 'This text holds an escape that does not exist. Write \\" for a quotation mark and \\\\ for a backslash.'
          : 'This text has no closing quotation mark on its line.',
      );
    }
    return { value: value ?? token.text.slice(1), from: token.from, to: token.to };
  }

  /**
   * Reports the token that fits nowhere, with the nearest of the words that would, and skips to where reading can go
   * on.
   */
  stray(where: string, words: readonly string[]): void {
    const token = this.peek();
    const near = token.kind === 'name' ? closest(token.text, words) : null;
    this.reportWord(
      token,
      token.text === '}'
        ? 'This brace closes nothing.'
        : `${show(token)} begins nothing ${where}. ${near ? `Did you mean ${near}?` : `What can stand here: ${words.join(', ')}.`}`,
      near,
    );
    this.skip();
  }

  /** Skips a statement: the rest of its line, and a block in braces whole if one begins on it. */
  skip(): void {
    let depth = 0;
    const indent = this.indentOf(this.peek());
    for (let token = this.next(); !this.done; token = this.next()) {
      if (token.text === '{' && token.kind === 'symbol') depth++;
      if (token.text === '}' && token.kind === 'symbol' && --depth <= 0) return;
      const ahead = this.peek();
      const screenAhead = this.beginsDeclaration && /^(screen|module|private)$/.test(ahead.text);
      if (screenAhead && (depth === 0 || ahead.first)) return;
      if (depth === 0 && (ahead.first || this.isSymbol('}'))) return;
      // A block that is never closed ends at the latest where something stands no further in than the statement itself.
      if (ahead.first && ahead.text !== '}' && this.indentOf(ahead) <= indent) return;
    }
  }

  /** Opening braces minus closing braces in the whole text. Counted only after an unexpected brace. */
  private get surplus(): number {
    this.countedSurplus ??= tokenize(this.text).reduce(
      (sum, { kind, text }) => (kind !== 'symbol' ? sum : text === '{' ? sum + 1 : text === '}' ? sum - 1 : sum),
      0,
    );
    return this.countedSurplus;
  }

  private countedSurplus: number | null = null;

  /** The column of the first thing on a token's line. */
  private indentOf(token: TextRange): number {
    const start = this.text.lastIndexOf('\n', token.from - 1) + 1;
    return /^\s*/.exec(this.text.slice(start, token.from + 1))![0].length;
  }

  /**
   * Reads `{ item… }`. If the end of a block is missing, the block is closed before the first text that cannot be in
   * it, with one problem.
   *
   * @param owner the block's owner, for messages, such as `The screen hut`
   * @param head the first token of the owner's statement, whose indentation its closing brace shares
   * @param item reads one item, or returns false if the text here is no item and belongs to a block around
   * @param begins whether an item may begin at the cursor
   */
  block<T>(owner: string, head: TextRange, begins: () => boolean, item: (items: T[]) => boolean): Block<T> | null {
    const open = this.peek();
    let hasOpening = true;
    if (!this.skipSymbol('{')) {
      if (!begins()) return null;
      hasOpening = false;
    }
    const { gap } = this;
    const items: T[] = [];
    const end = (closed: boolean): Block<T> => {
      if (!hasOpening) {
        const opening = { from: gap.to, to: gap.to, insert: ' {' };
        const edits = closed
          ? [opening]
          : [opening, { from: this.end, to: this.end, insert: `\n${' '.repeat(this.indentOf(head))}}` }];
        this.report(gap, `${owner} has ${closed ? 'no opening brace' : 'no braces around what belongs to it'}.`, {
          label: closed ? 'Write the brace' : 'Write the braces',
          edits,
        });
      }
      return { items, closed, from: Math.min(open.from, this.end), to: this.end };
    };
    const unclosed = (): Block<T> => {
      if (hasOpening) this.report(open, `${owner} has no closing brace.`);
      return end(false);
    };
    for (;;) {
      if (this.done) return unclosed();
      if (this.isSymbol('}')) {
        const brace = this.peek();
        const offset = brace.first ? this.indentOf(brace) - this.indentOf(head) : 0;
        if (offset < 0 && this.surplus > 0) return unclosed();
        this.next();
        if (!(offset > 0 && this.surplus < 0)) return end(true);
        this.report(brace, 'This brace closes nothing.');
      } else if (this.beginsForeignComment) {
        this.statement(() => this.passForeignComment());
      } else if (!this.statement(() => item(items))) {
        return unclosed();
      }
    }
  }
}

/** A token as messages name it. */
function show(token: Token): string {
  if (token.kind === 'end') return 'the end of the text';
  if (token.kind === 'symbol' || token.kind === 'stray') return `“${token.text}”`;
  return token.text.length > 40 ? `${token.text.slice(0, 39)}…` : token.text;
}
