import { highlightCode } from '@lezer/highlight';
import type { ReactNode } from 'react';
import { andanteParser, highlighting } from './language';

/** A plan in colours, as the editor has them, without an editor. */
export function Coloured({ text }: { readonly text: string }) {
  const parts: ReactNode[] = [];
  highlightCode(
    text,
    andanteParser.parse(text),
    highlighting,
    (part, classes) =>
      parts.push(
        classes === '' ? (
          part
        ) : (
          <span key={parts.length} className={classes}>
            {part}
          </span>
        ),
      ),
    () => parts.push('\n'),
  );
  return parts;
}
