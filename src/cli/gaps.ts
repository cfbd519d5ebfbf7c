import { printable } from '../core/language/controls';
import type { TextRange } from '../core/language/range';
import type { Source } from '../core/report/source';

/** Names on standard error what a plan does not say. */
export function tellGaps(
  source: Source,
  gaps: readonly { readonly range: TextRange; readonly message: string }[],
): void {
  for (const { range, message } of gaps) {
    const { file, line, column } = source.positionOf(range.from);
    process.stderr.write(`${printable(`${file}:${line}:${column} ${message}`)}\n`);
  }
}

/** The number of gaps, which stand above it. */
export const sayGaps = (number: number): string =>
  `The plan has ${number === 1 ? 'a gap' : `${number} gaps`}, so nothing is written.`;
