/** Places of the two plans for readers: files, lines and columns. */
import type { TextRange } from '../../language/range';
import type { Source } from '../../report/source';

/** The files of the two plans. */
export interface Sources {
  readonly before: Source;
  readonly after: Source;
}

/** Lines and columns from 1, columns in UTF-16 code units. */
export interface JsonPlace {
  readonly file: string;
  readonly line: number;
  readonly column: number;
  readonly endLine: number;
  readonly endColumn: number;
}

export function placeIn(source: Source, { from, to }: TextRange): JsonPlace {
  const start = source.positionOf(from);
  const end = source.positionOf(to);
  return { ...start, endLine: end.line, endColumn: end.column };
}
