import type { Piece, Whole } from '../language/include';
import { Lines } from '../language/lines';

/** A place for readers: lines and columns from 1, columns in UTF-16 code units. */
export interface SourcePosition {
  readonly file: string;
  readonly line: number;
  readonly column: number;
}

/** Maps offsets of a plan's text to its one file, or to one of its included files. */
export class Source {
  private readonly lines = new Map<string, Lines>();

  constructor(
    readonly file: string,
    private readonly whole: Whole,
  ) {}

  static of(file: string, text: string): Source {
    return new Source(file, {
      text,
      pieces: [{ file, from: 0, to: text.length, at: 0 }],
      files: new Map([[file, text]]),
    });
  }

  /** Whether the plan is of one file. */
  get isSingle(): boolean {
    return this.whole.files.size === 1;
  }

  positionOf(offset: number): SourcePosition {
    const piece = this.pieceAt(offset);
    const file = piece?.file ?? this.file;
    const inFile = piece ? Math.max(0, offset - piece.from) + piece.at : 0;
    return { file, ...this.linesOf(file).positionOf(inFile) };
  }

  /**
   * The piece that an offset lies in; behind the end the last one. Binary search: plans of thousands of files have
   * thousands of findings.
   */
  private pieceAt(offset: number): Piece | undefined {
    const { pieces } = this.whole;
    let low = 0;
    for (let high = pieces.length - 1; low < high;) {
      const middle = (low + high) >> 1;
      if (offset < pieces[middle]!.to) high = middle;
      else low = middle + 1;
    }
    return pieces[low];
  }

  /** The text of a position's line. */
  lineAt({ file, line }: SourcePosition): string {
    return this.linesOf(file).textOf(line);
  }

  private linesOf(file: string): Lines {
    let lines = this.lines.get(file);
    if (!lines) this.lines.set(file, (lines = new Lines(this.whole.files.get(file) ?? '')));
    return lines;
  }
}
