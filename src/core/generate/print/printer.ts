import { bracketed, linesOf, type Layout } from './layout';

/** Writes lines of code, with their indentation. */
export class Printer {
  private readonly lines: string[] = [];
  private indent = '';

  /**
   * @param width the most characters of a line
   * @param unit the blanks of one level
   */
  constructor(
    readonly width: number,
    private readonly unit: string,
  ) {}

  /** All of it, with at most one empty line in a row. */
  get text(): string {
    return `${this.lines
      .join('\n')
      .replace(/\n{3,}/g, '\n\n')
      .trim()}\n`;
  }

  /** Adds a line; without a text an empty one. A text of several lines is indented as a whole. */
  line(text = ''): this {
    for (const each of text.split('\n')) this.lines.push(each === '' ? '' : this.indent + each);
    return this;
  }

  /** Adds code that breaks where it is too long. */
  code(layout: Layout): this {
    const [first = '', ...others] = linesOf(layout, this.width, this.unit, this.indent);
    this.lines.push(this.indent + first, ...others);
    return this;
  }

  /** Adds a list in brackets. */
  list(open: string, items: readonly Layout[], close: string, pad = '', last = ','): this {
    return this.code(bracketed(open, items, close, pad, last));
  }

  /** Adds lines between an opening and a closing line, one level deeper; none of the last ones is empty. */
  block(open: string, body: () => void, close: string): this {
    this.line(open).deeper(body);
    while (this.lines.at(-1) === '') this.lines.pop();
    return this.line(close);
  }

  deeper(body: () => void): this {
    const { indent } = this;
    this.indent += this.unit;
    body();
    this.indent = indent;
    return this;
  }

  /** Whether a text fits on a line here. */
  fits(text: string): boolean {
    return !text.includes('\n') && this.indent.length + text.length <= this.width;
  }
}

/**
 * Cuts a text into lines of words.
 *
 * @param width the most characters of a line
 */
export function wrap(text: string, width: number): string[] {
  return text.split('\n').flatMap((paragraph) => {
    const lines = [''];
    for (const word of paragraph.split(/\s+/)) {
      const line = lines.at(-1)!;
      if (line !== '' && line.length + 1 + word.length > width) lines.push(word);
      else lines[lines.length - 1] = line === '' ? word : `${line} ${word}`;
    }
    return lines;
  });
}
