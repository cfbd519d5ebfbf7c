import { bracketed, linesOf, type Layout } from './layout';

/** Writes lines of code, with their indentation. */
export class Printer {
  private readonly lines: string[] = [];
  private indent = '';

  /**
   * @param width the most characters of a line
   * @param unit the blanks of one level
   * @param comments doc comments between stars, or behind three slashes
   */
  constructor(
    readonly width: number,
    private readonly unit: string,
    private readonly comments: 'block' | 'lines',
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

  /** Adds a doc comment, a line or more for each text; none for no text. */
  doc(...paragraphs: readonly (string | null | undefined)[]): this {
    const text = paragraphs.filter((each) => each).join('\n');
    if (text === '') return this;
    if (this.comments === 'lines') {
      for (const line of wrap(text, this.width - besideText)) this.line(line === '' ? '///' : `/// ${line}`);
      return this;
    }
    // Neither may a comment end within, nor, where they nest, may another one begin.
    const safe = text.replaceAll('*/', '* /').replaceAll('/*', '/ *');
    if (!safe.includes('\n') && this.fits(`/** ${safe} */`)) return this.line(`/** ${safe} */`);
    this.line('/**');
    for (const line of wrap(safe, this.width - besideText)) this.line(line === '' ? ' *' : ` * ${line}`);
    return this.line(' */');
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

/** Characters of a line that a comment leaves to its marks and to indentation. */
const besideText = 10;

/**
 * Cuts a text into lines of words.
 *
 * @param width the most characters of a line
 */
function wrap(text: string, width: number): string[] {
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
