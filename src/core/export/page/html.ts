/** HTML made from templates: whatever is put into one is escaped, unless it is HTML already. */

/** Text that is HTML: no part of it comes from a plan unescaped. */
export class Html {
  constructor(readonly text: string) {}
}

type Part = string | number | Html | readonly Part[] | null | false;

const escapes: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** Characters that XML 1.0 does not allow (2.2), and half pairs. */
const forbidden = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|\p{Surrogate}/gu;

/** A text as HTML or XML shows it, in content and in quoted attributes. */
export const escapeMarkup = (text: string): string =>
  text.replace(/[&<>"']/g, (character) => escapes[character]!).replace(forbidden, '·');

function textOf(part: Part): string {
  if (part === null || part === false) return '';
  if (part instanceof Html) return part.text;
  if (typeof part === 'string' || typeof part === 'number') return escapeMarkup(String(part));
  return part.map(textOf).join('');
}

/**
 * A template of HTML or XML. Strings are escaped, lists are joined, null and false are nothing. Indentation of the
 * template itself is left out, so it may be laid out like other code.
 */
export const html = (texts: TemplateStringsArray, ...parts: readonly Part[]): Html =>
  new Html(
    texts
      .map((text, index) => text.replace(/\n\s*/g, '\n') + (index < parts.length ? textOf(parts[index]!) : ''))
      .join(''),
  );

/** HTML parts with a text between them. */
export const joined = (parts: readonly Part[], between: string): Html =>
  new Html(parts.map(textOf).join(escapeMarkup(between)));
