/** A place for readers: line and column from 1, columns in UTF-16 code units. */
export interface Position {
  readonly line: number;
  readonly column: number;
}

/** Turns offsets into lines and columns. Building it costs one pass over the text; each question costs O(log lines). */
export class Lines {
  private readonly starts: number[] = [0];

  constructor(private readonly text: string) {
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) this.starts.push(at + 1);
  }

  get count(): number {
    return this.starts.length;
  }

  /** Line number, from 1, of an offset. */
  lineOf(offset: number): number {
    let low = 0;
    let high = this.starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.starts[middle] ?? 0) <= offset) low = middle;
      else high = middle - 1;
    }
    return low + 1;
  }

  positionOf(offset: number): Position {
    const line = this.lineOf(offset);
    return { line, column: offset - this.startOf(line) + 1 };
  }

  /** Offset of the first character of a line (from 1). */
  startOf(line: number): number {
    return this.starts[line - 1] ?? this.text.length;
  }

  /** The text of a line (from 1) without its line break. */
  textOf(line: number): string {
    const end = line < this.starts.length ? this.startOf(line + 1) : this.text.length;
    return this.text.slice(this.startOf(line), end).replace(/\r?\n$/, '');
  }

  /** The white space that a line begins with. */
  indentOf(line: number): string {
    return /^[ \t]*/.exec(this.textOf(line))![0];
  }
}
